// Select: click, Shift-click or box; drag to move.
import type { Item, Point } from '@rosehip/core';
import { reactive } from 'vue';
import { useBench } from '../../stores/bench.ts';
import { useView } from '../../stores/view.ts';
import { leafAt, leavesInside, moved } from '../items.ts';
import { NOTHING, type Pointer, type Tool } from './tool.ts';

/** How near a click must be, and how far a drag must go, in CSS pixels. */
const REACH = 5;
const DRAG = 3;

export function selectTool(): Tool {
  const bench = useBench();
  const view = useView();
  let from: Point | null = null;
  let dragging: Item[] | null = null;
  let began = false;

  const tool: Tool = reactive({
    hint: 'Click to select, Shift-click for more; drag to move or to box-select.',
    preview: NOTHING,
    actions: [],
    down({ at, shift }: Pointer) {
      const { design } = bench;
      if (!design) return;
      from = at;
      began = false;
      const leaf = leafAt(design, at, REACH / view.scale);
      if (!leaf) {
        dragging = null;
        if (!shift) bench.selection = [];
        return;
      }
      const chosen = bench.selection.includes(leaf.id);
      if (shift)
        bench.selection = chosen
          ? bench.selection.filter((id) => id !== leaf.id)
          : [...bench.selection, leaf.id];
      else if (!chosen) bench.selection = [leaf.id];
      dragging = bench.selected;
    },
    move({ at, shift }: Pointer) {
      if (!from) return;
      let [dx, dy] = [at.x - from.x, at.y - from.y];
      if (!began && Math.hypot(dx, dy) * view.scale < DRAG) return;
      began = true;
      if (!dragging) {
        tool.preview = { ...NOTHING, box: [from, at] };
        return;
      }
      if (shift) [dx, dy] = Math.abs(dx) > Math.abs(dy) ? [dx, 0] : [0, dy];
      bench.preview(moved(dragging, dx, dy));
    },
    up({ shift }: Pointer) {
      const { box } = tool.preview;
      if (began && dragging?.length) bench.replace(bench.selected, 'Move');
      else if (box && bench.design) {
        const found = leavesInside(bench.design, {
          minX: Math.min(box[0].x, box[1].x),
          minY: Math.min(box[0].y, box[1].y),
          maxX: Math.max(box[0].x, box[1].x),
          maxY: Math.max(box[0].y, box[1].y),
        }).map((leaf) => leaf.id);
        bench.selection = shift ? [...new Set([...bench.selection, ...found])] : found;
      }
      from = dragging = null;
      tool.preview = NOTHING;
    },
    key: () => false,
    cancel() {
      if (began) bench.cancelPreview();
      from = dragging = null;
      began = false;
      tool.preview = NOTHING;
    },
  });
  return tool;
}
