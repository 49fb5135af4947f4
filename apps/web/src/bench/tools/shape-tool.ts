// Rectangle and ellipse: dragged from corner to corner, or out from the centre.
import { primitiveToPath, type EllipseOutline, type Point, type RectangleOutline } from '@rosehip/core';
import { reactive } from 'vue';
import { useView } from '../../stores/view.ts';
import { addObject } from './make.ts';
import { NOTHING, type Pointer, type Tool } from './tool.ts';

/** A drag shorter than this draws nothing, in mm. */
const LEAST = 0.5;

export function shapeTool(kind: 'rectangle' | 'ellipse'): Tool {
  const view = useView();
  let from: Point | null = null;

  function outline({ at, shift, alt }: Pointer): RectangleOutline | EllipseOutline {
    let [w, h] = [at.x - from!.x, at.y - from!.y];
    if (shift) {
      const side = Math.max(Math.abs(w), Math.abs(h));
      [w, h] = [Math.sign(w || 1) * side, Math.sign(h || 1) * side];
    }
    const centre = alt ? from! : { x: from!.x + w / 2, y: from!.y + h / 2 };
    const size = alt
      ? { width: Math.abs(2 * w), height: Math.abs(2 * h) }
      : { width: Math.abs(w), height: Math.abs(h) };
    const base = { ...centre, ...size, turn: 0 };
    return kind === 'ellipse' ? { kind, ...base } : { kind, ...base, radius: 0 };
  }

  const tool: Tool = reactive({
    hint: `Drag to draw ${kind === 'ellipse' ? 'an ellipse' : 'a rectangle'}. Shift: even. Alt: from the centre. Enter: one in the middle.`,
    preview: NOTHING,
    actions: [],
    down({ at }: Pointer) {
      from = at;
    },
    move(p: Pointer) {
      if (from) tool.preview = { ...NOTHING, paths: [primitiveToPath(outline(p))] };
    },
    up(p: Pointer) {
      if (!from) return;
      const drawn = outline(p);
      tool.cancel();
      if (drawn.width < LEAST || drawn.height < LEAST) return;
      addObject(drawn, 'fill');
    },
    // Without a mouse: one in the middle of what is seen, to be sized by numbers.
    key(key: string) {
      if (key !== 'Enter' || from) return false;
      const side = Math.max(5, Math.round(Math.min(view.width, view.height) / view.scale / 4));
      const base = { ...view.centre, width: side, height: side, turn: 0 };
      addObject(kind === 'ellipse' ? { kind, ...base } : { kind, ...base, radius: 0 }, 'fill');
      return true;
    },
    cancel() {
      from = null;
      tool.preview = NOTHING;
    },
  });
  return tool;
}
