// The tools of the rail, one instance each.
import { useView, type ToolName } from '../../stores/view.ts';
import { computed, watch, type ComputedRef } from 'vue';
import { bendTool } from './bend-tool.ts';
import { freehandTool } from './freehand-tool.ts';
import { knifeTool } from './knife-tool.ts';
import { measureTool } from './measure-tool.ts';
import { penTool } from './pen-tool.ts';
import { pictureTool } from './picture-tool.ts';
import { pointsTool } from './points-tool.ts';
import { pullTool } from './pull-tool.ts';
import { selectTool } from './select-tool.ts';
import { ellipseTool, rectangleTool, shapesTool } from './shape-tool.ts';
import { steerTool } from './steer-tool.ts';
import type { Tool } from './tool.ts';

export interface ToolEntry {
  name: ToolName;
  label: string;
  key: string;
  tool: Tool;
}

export function useTools(): { entries: ToolEntry[]; active: ComputedRef<Tool> } {
  const view = useView();
  const entries: ToolEntry[] = [
    { name: 'select', label: 'Select', key: 'V', tool: selectTool() },
    { name: 'points', label: 'Points', key: 'O', tool: pointsTool() },
    { name: 'pen', label: 'Pen', key: 'P', tool: penTool() },
    { name: 'freehand', label: 'Freehand', key: 'F', tool: freehandTool() },
    { name: 'rectangle', label: 'Rectangle', key: 'R', tool: rectangleTool() },
    { name: 'ellipse', label: 'Ellipse', key: 'E', tool: ellipseTool() },
    { name: 'shapes', label: 'Shapes', key: 'S', tool: shapesTool() },
    { name: 'knife', label: 'Knife', key: 'X', tool: knifeTool() },
    { name: 'bend', label: 'Bend', key: 'B', tool: bendTool() },
    { name: 'steer', label: 'Guide lines', key: 'W', tool: steerTool() },
    { name: 'pull', label: 'Pull', key: 'T', tool: pullTool() },
    { name: 'measure', label: 'Measure', key: 'M', tool: measureTool() },
    { name: 'picture', label: 'Picture', key: 'I', tool: pictureTool() },
  ];
  const active = computed(() => entries.find((e) => e.name === view.tool)!.tool);
  watch(
    () => view.tool,
    (_, before) => entries.find((e) => e.name === before)?.tool.cancel(),
  );
  return { entries, active };
}
