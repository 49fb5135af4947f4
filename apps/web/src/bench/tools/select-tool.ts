// Select: click, Shift-click or box; drag to move; double-click to work inside a group.
import { boundsOfItems, translation, type Bounds, type Guide, type Item, type Point } from '@rosehip/core';
import {} from 'vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import { lastMove } from '../last-move.ts';
import { pickCopy, pickedCopy } from '../picked-copy.ts';
import { usePicking } from '../picking.ts';
import { useSnapping } from '../snapping.ts';
import { useWriting } from '../words/writing.ts';
import { useGesture } from './gesture.ts';
import { toolOf, NOTHING, type Pointer, type Tool } from './tool.ts';

/** How far a drag must go, in CSS pixels. */
const DRAG = 3;

export function selectTool(): Tool {
  const bench = useBench();
  const view = useView();
  const snap = useSnapping();
  const { meant, leaves, found, inBox } = usePicking();
  let from: Point | null = null;
  let dragging: Item[] | null = null;
  let box: Bounds | null = null;
  let began = false;
  let moved = { dx: 0, dy: 0 };
  const gesture = useGesture();
  const writing = useWriting();
  /** The guide that is dragged, by its place in the list. */
  let guide: number | null = null;
  /** What a click without a drag selects when it was pressed on something selected already. */
  let beneath: string | null = null;

  function guideAt(at: Point): number | null {
    const guides = bench.committed?.guides ?? [];
    const i = guides.findIndex((g) => Math.abs(g.at - at[g.axis]) * view.scale <= 4);
    return i < 0 ? null : i;
  }

  /** The guides with the dragged one at a place; one that is dragged off the cloth is gone. */
  function guidesWith(at: Point): Guide[] {
    const guides = bench.committed?.guides ?? [];
    const { axis } = guides[guide!];
    const px = view.toPx(at)[axis];
    if (px < 0 || px > (axis === 'x' ? view.width : view.height)) return guides.toSpliced(guide!, 1);
    return guides.with(guide!, { axis, at: Math.round(at[axis] * 10) / 10 });
  }

  const corner = (a: Point, b: Point): Bounds => ({
    minX: Math.min(a.x, b.x),
    minY: Math.min(a.y, b.y),
    maxX: Math.max(a.x, b.x),
    maxY: Math.max(a.y, b.y),
  });

  const tool = toolOf({
    hint: 'Click to select, Shift for more, Alt for what lies beneath; double-click to go inside.',
    preview: NOTHING,
    actions: [],
    down({ at, shift, alt }: Pointer) {
      if (!bench.plain) return;
      from = at;
      began = false;
      beneath = null;
      const here = found(at);
      guide = here.length ? null : guideAt(at);
      pickedCopy.value = null;
      if (!here.length) {
        dragging = null;
        if (guide !== null) return;
        if (!shift) {
          bench.selection = [];
          bench.inside = null;
        }
        return;
      }
      const chosen = here.find((id) => bench.selection.includes(id));
      if (alt) {
        // The next one down from what is selected, round and round.
        const next = here[(here.findIndex((id) => id === chosen) + 1) % here.length];
        bench.selection = [next];
      } else if (shift)
        bench.selection = chosen
          ? bench.selection.filter((id) => id !== chosen)
          : [...bench.selection, here[0]];
      else if (!chosen) bench.selection = [here[0]];
      else beneath = here[0];
      if (bench.selection.length) view.showSelected();
      const [leaf] = leaves(at);
      if (leaf) pickCopy(leaf.id);
      dragging = bench.committedSelected;
      box = boundsOfItems(bench.selectedPlain);
    },
    move({ at, shift, free }: Pointer) {
      if (!from) return;
      let [dx, dy] = [at.x - from.x, at.y - from.y];
      if (!began) {
        if (Math.hypot(dx, dy) * view.scale < DRAG) return;
        if (dragging) snap.prepare(dragging);
      }
      began = true;
      if (guide !== null) {
        const guides = guidesWith(at);
        gesture.showDesign({ guides: guides.length ? guides : undefined });
        return;
      }
      if (!dragging) {
        tool.preview = { ...NOTHING, box: [from, at] };
        return;
      }
      if (shift) [dx, dy] = Math.abs(dx) > Math.abs(dy) ? [dx, 0] : [0, dy];
      if (box && !shift) {
        const near = snap.box(
          { minX: box.minX + dx, maxX: box.maxX + dx, minY: box.minY + dy, maxY: box.maxY + dy },
          free,
        );
        dx += near.dx;
        dy += near.dy;
      }
      moved = { dx, dy };
      gesture.show(bench.transformed(translation(dx, dy), dragging));
    },
    up({ shift }: Pointer) {
      const selecting = tool.preview.box;
      if (guide !== null) {
        gesture.commit('Move guide');
        guide = null;
        from = null;
        return;
      }
      if (began && dragging?.length) {
        if (gesture.commit('Move')) lastMove.value = moved;
      } else if (selecting && bench.plain) {
        bench.selection = [...new Set([...(shift ? bench.selection : []), ...inBox(corner(...selecting))])];
      } else if (!began && beneath && bench.selection.length > 1) bench.selection = [beneath];
      from = dragging = null;
      tool.preview = NOTHING;
      snap.end();
    },
    doubleClick({ at }: Pointer) {
      const [leaf] = leaves(at);
      if (!leaf) return;
      const outer = meant(leaf.id);
      if (outer === leaf.id) {
        // Words are written in, at the letter that was meant.
        const words = writing.wordsAt(at);
        if (words?.id === leaf.id) {
          view.tool = 'words';
          writing.go(words.id, words.offset);
          return;
        }
        view.tool = leaf.kind === 'object' ? 'points' : view.tool;
        return;
      }
      bench.inside = outer;
      bench.selection = [meant(leaf.id)];
    },
    key: () => false,
    cancel() {
      const was = began;
      guide = null;
      gesture.cancel();
      from = dragging = null;
      began = false;
      tool.preview = NOTHING;
      snap.end();
      return was;
    },
  });
  return tool;
}
