// Pen: click for a corner, drag for a curve; close on the first point, finish with Enter.
import { distance, type Path, type PathPoint, type Point } from '@rosehip/core';
import { computed, reactive } from 'vue';
import { useView } from '../../stores/view.ts';
import { addObject } from './make.ts';
import { NOTHING, type Pointer, type Tool, type ToolAction, type ToolPreview } from './tool.ts';

/** A drag shorter than this is a click; closeness that closes a path: both in CSS pixels. */
const DRAG = 4;
const CLOSE = 10;

/** `to`, brought to the nearest multiple of 15° about `from`. */
function constrained(from: Point, to: Point): Point {
  const step = Math.PI / 12;
  const angle = Math.round(Math.atan2(to.y - from.y, to.x - from.x) / step) * step;
  const length = distance(from, to);
  return { x: from.x + length * Math.cos(angle), y: from.y + length * Math.sin(angle) };
}

export function penTool(): Tool {
  const view = useView();
  const state = reactive({
    points: [] as PathPoint[],
    /** The pointer, when the next segment follows it. */
    at: null as Point | null,
    pressed: false,
    closing: false,
  });

  const near = (a: Point, b: Point): boolean => distance(a, b) * view.scale <= CLOSE;

  const preview = computed<ToolPreview>(() => {
    const { points, at, pressed } = state;
    if (!points.length) return NOTHING;
    const path: Path = { closed: state.closing, points: [...points] };
    if (at && !pressed && !state.closing) path.points.push({ ...at });
    return { paths: [path], points: points.map(({ x, y }) => ({ x, y })), box: null };
  });

  function finish(closed: boolean): void {
    // Plain copies: what goes into the design must not be watched by the interface.
    const points = state.points.map(({ x, y, in: before, out: after }) => ({
      x,
      y,
      ...(before && { in: { ...before } }),
      ...(after && { out: { ...after } }),
    }));
    reset();
    if (points.length < 2) return;
    const outline = { kind: 'path' as const, paths: [{ closed, points }] };
    addObject(outline, closed && points.length > 2 ? 'fill' : 'run', closed ? 'Shape' : 'Line');
  }

  function reset(): void {
    state.points = [];
    state.at = null;
    state.pressed = false;
    state.closing = false;
  }

  const few = computed(() => (state.points.length < 2 ? 'Needs two points or more.' : undefined));
  const actions = computed<ToolAction[]>(() => [
    {
      label: 'Remove last point',
      keys: 'Backspace',
      blocked: state.points.length ? undefined : 'No point is drawn yet.',
      run: () => void state.points.pop(),
    },
    {
      label: 'Close',
      keys: 'C',
      blocked: state.points.length < 3 ? 'Needs three points or more.' : undefined,
      run: () => finish(true),
    },
    { label: 'Finish', keys: 'Enter', blocked: few.value, run: () => finish(false) },
  ]);

  const tool = reactive({
    hint: 'Click: corner. Drag: curve. Shift: steps of 15°. First point: close.',
    preview,
    actions,
    down({ at, shift }: Pointer) {
      const { points } = state;
      state.pressed = true;
      if (points.length > 2 && near(at, points[0])) {
        state.closing = true;
        return;
      }
      const last = points.at(-1);
      const p = shift && last ? constrained(last, at) : at;
      points.push({ x: p.x, y: p.y });
    },
    move({ at, shift }: Pointer) {
      const last = state.points.at(-1);
      state.at = shift && last && !state.pressed ? constrained(last, at) : at;
      if (!state.pressed || !last) return;
      // While the button is held, the point pulls its tangents; on the first point they close the path smoothly.
      const target = state.closing ? state.points[0] : last;
      const to = shift ? constrained(target, at) : at;
      if (distance(target, to) * view.scale < DRAG) return;
      const pull = { x: to.x - target.x, y: to.y - target.y };
      if (!state.closing) target.out = pull;
      target.in = { x: -pull.x, y: -pull.y };
    },
    up() {
      state.pressed = false;
      if (state.closing) finish(true);
    },
    key(key: string) {
      if (!state.points.length) return false;
      const action =
        key === 'Enter' ? 'Finish' : key === 'Backspace' ? 'Remove last point' : key === 'c' ? 'Close' : null;
      const found = actions.value.find((a) => a.label === action);
      if (!found) return false;
      if (!found.blocked) found.run();
      return true;
    },
    cancel: reset,
  });
  return tool as unknown as Tool; // refs inside a reactive object are read as their values
}
