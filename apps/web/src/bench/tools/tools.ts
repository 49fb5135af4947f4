// The tools of the rail, one instance each.
import { useView, type ToolName } from '../../stores/view.ts';
import { computed, watch, type ComputedRef } from 'vue';
import { bendTool } from './bend-tool.ts';
import { freehandTool } from './freehand-tool.ts';
import { knifeTool } from './knife-tool.ts';
import { measureTool } from './measure-tool.ts';
import { mendTool } from './mend-tool.ts';
import { penTool } from './pen-tool.ts';
import { pictureTool } from './picture-tool.ts';
import { pointsTool } from './points-tool.ts';
import { pullTool } from './pull-tool.ts';
import { readTool } from './read-tool.ts';
import { selectTool } from './select-tool.ts';
import { ellipseTool, rectangleTool, shapesTool } from './shape-tool.ts';
import { steerTool } from './steer-tool.ts';
import type { Tool } from './tool.ts';
import { wordsTool } from './words-tool.ts';

/** Tools that do one sort of thing share a place in the rail; which of them it is, is chosen in the strip. */
export type ToolPlace =
  | 'Select'
  | 'Points'
  | 'Mend'
  | 'Draw'
  | 'Shapes'
  | 'Words'
  | 'Cut and bend'
  | 'Steer'
  | 'Measure'
  | 'Picture';

export interface ToolEntry {
  name: ToolName;
  place: ToolPlace;
  label: string;
  key: string;
  tool: Tool;
}

export function useTools(): { entries: ToolEntry[]; active: ComputedRef<Tool> } {
  const view = useView();
  const entries: ToolEntry[] = [
    { name: 'select', place: 'Select', label: 'Select', key: 'V', tool: selectTool() },
    { name: 'points', place: 'Points', label: 'Points', key: 'O', tool: pointsTool() },
    { name: 'mend', place: 'Mend', label: 'Mend', key: 'Y', tool: mendTool() },
    { name: 'read', place: 'Mend', label: 'Read as objects', key: 'Q', tool: readTool() },
    { name: 'pen', place: 'Draw', label: 'Pen', key: 'P', tool: penTool() },
    { name: 'freehand', place: 'Draw', label: 'Freehand', key: 'F', tool: freehandTool() },
    { name: 'rectangle', place: 'Shapes', label: 'Rectangle', key: 'R', tool: rectangleTool() },
    { name: 'ellipse', place: 'Shapes', label: 'Ellipse', key: 'E', tool: ellipseTool() },
    { name: 'shapes', place: 'Shapes', label: 'Ready shapes', key: 'S', tool: shapesTool() },
    { name: 'words', place: 'Words', label: 'Words', key: 'A', tool: wordsTool() },
    { name: 'knife', place: 'Cut and bend', label: 'Knife', key: 'X', tool: knifeTool() },
    { name: 'bend', place: 'Cut and bend', label: 'Bend', key: 'B', tool: bendTool() },
    { name: 'steer', place: 'Steer', label: 'Steer', key: 'W', tool: steerTool() },
    { name: 'pull', place: 'Cut and bend', label: 'Bulge', key: 'T', tool: pullTool() },
    { name: 'measure', place: 'Measure', label: 'Measure', key: 'M', tool: measureTool() },
    { name: 'picture', place: 'Picture', label: 'Picture', key: 'I', tool: pictureTool() },
  ];
  const active = computed(() => entries.find((e) => e.name === view.tool)!.tool);
  watch(
    () => view.tool,
    (now, before) => {
      entries.find((e) => e.name === before)?.tool.cancel();
      view.tool = now; // something finished would put the Select tool in hand
    },
  );
  return { entries, active };
}
