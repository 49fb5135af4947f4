// The tools of the rail, one instance each.
import { useView, type ToolName } from '../../stores/view.ts';
import { computed, watch, type ComputedRef } from 'vue';
import { penTool } from './pen-tool.ts';
import { selectTool } from './select-tool.ts';
import { shapeTool } from './shape-tool.ts';
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
    { name: 'pen', label: 'Pen', key: 'P', tool: penTool() },
    { name: 'rectangle', label: 'Rectangle', key: 'R', tool: shapeTool('rectangle') },
    { name: 'ellipse', label: 'Ellipse', key: 'E', tool: shapeTool('ellipse') },
  ];
  const active = computed(() => entries.find((e) => e.name === view.tool)!.tool);
  watch(
    () => view.tool,
    (_, before) => entries.find((e) => e.name === before)?.tool.cancel(),
  );
  return { entries, active };
}
