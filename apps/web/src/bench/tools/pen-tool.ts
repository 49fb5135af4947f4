// Pen: click for a corner, drag for a curve; close on the first point, finish with Enter; goes on from the end
// of a line that is there.
import {
  BORDER_RECIPES,
  distance,
  everyLeaf,
  findItem,
  joinEnds,
  reversePath,
  type DesignObject,
  type Path,
  type PathPoint,
  type Point,
} from '@rosehip/core';
import { computed, reactive } from 'vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import { useSnapping } from '../snapping.ts';
import { constrained } from './angles.ts';
import { addObject } from './make.ts';
import { lineChoice, linesAs, shapeChoice, shapesAs } from './sewn-as.ts';
import { toolOf, NOTHING, type Pointer, type Tool, type ToolAction, type ToolPreview } from './tool.ts';

/** A drag shorter than this is a click; closeness that closes a path: both in CSS pixels. */
const DRAG = 4;
const CLOSE = 10;

/** An open end of a line that is there. */
interface End {
  object: DesignObject;
  path: number;
  atStart: boolean;
  point: PathPoint;
}

const plainPoint = ({ x, y, in: before, out: after }: PathPoint): PathPoint => ({
  x,
  y,
  ...(before && { in: { ...before } }),
  ...(after && { out: { ...after } }),
});

export function penTool(): Tool {
  const bench = useBench();
  const view = useView();
  const snap = useSnapping();
  const state = reactive({
    points: [] as PathPoint[],
    /** The pointer, when the next segment follows it. */
    at: null as Point | null,
    pressed: false,
    closing: false,
    /** What is drawn goes on from here; its own points stand before the new ones. */
    from: null as End | null,
  });
  /** The points as they were before the press under way. */
  let before: PathPoint[] = [];

  const near = (a: Point, b: Point): boolean => distance(a, b) * view.scale <= CLOSE;

  /** The open end of a line at a place. */
  function endAt(at: Point): End | null {
    for (const item of everyLeaf(bench.design?.objects ?? [])) {
      if (item.kind !== 'object' || item.locked || !item.visible || item.outline.kind !== 'path') continue;
      for (const [path, { closed, points }] of item.outline.paths.entries()) {
        if (closed || points.length < 2) continue;
        for (const atStart of [true, false]) {
          const point = points[atStart ? 0 : points.length - 1];
          if (near(point, at)) return { object: item, path, atStart, point };
        }
      }
    }
    return null;
  }

  const preview = computed<ToolPreview>(() => {
    const { points, at, pressed } = state;
    if (!points.length) return NOTHING;
    const path: Path = { closed: state.closing, points: [...points] };
    if (at && !pressed && !state.closing) path.points.push({ ...at });
    return { paths: [path], points: points.map(({ x, y }) => ({ x, y })), box: null };
  });

  /** Do points enclose something when they are closed? Two do where one of them is curved: a petal. */
  const encloses = (points: readonly PathPoint[]): boolean =>
    points.length > 2 || (points.length === 2 && points.some((p) => p.in || p.out));

  function finish(closed: boolean): void {
    // Plain copies: what goes into the design must not be watched by the interface.
    const points = state.points.map(plainPoint);
    const from = state.from ? { ...state.from } : null;
    reset();
    if (from) {
      goOn(from, points, closed);
      return;
    }
    if (points.length < 2) return;
    if (view.drawsBorder && closed && encloses(points)) {
      view.drawsBorder = false;
      addObject({ kind: 'path', paths: [{ closed, points }] }, BORDER_RECIPES.satin, 'Border');
      // It was begun on the page of what can be made: now its width is at hand.
      view.showCard();
      return;
    }
    addObject(
      { kind: 'path', paths: [{ closed, points }] },
      closed && encloses(points) ? shapesAs.value : linesAs.value,
      closed ? 'Shape' : 'Line',
    );
  }

  /** Puts new points at the end of a line; when they reach another line's end, the two become one. */
  function goOn({ object, path: index, atStart }: End, points: PathPoint[], closed: boolean): void {
    const found = bench.committed && findItem(bench.committed, object.id);
    if (points.length < 2 || found?.kind !== 'object' || found.outline.kind !== 'path') return;
    const { paths } = found.outline;
    const before = atStart ? reversePath(paths[index]) : paths[index];
    const joint = {
      ...before.points[before.points.length - 1],
      ...(points[0].out && { out: points[0].out }),
    };
    const long: Path = { closed: false, points: [...before.points.slice(0, -1), joint, ...points.slice(1)] };
    let next = paths.with(index, closed ? { ...long, closed: true } : atStart ? reversePath(long) : long);
    const last = points[points.length - 1];
    const other = paths.findIndex(
      (p, i) =>
        i !== index &&
        !p.closed &&
        [p.points[0], p.points[p.points.length - 1]].some((q) => distance(q, last) < 1e-6),
    );
    if (other >= 0 && !closed) {
      const end = (i: number): number => next[i].points.length - 1;
      const atFirst = distance(next[other].points[0], last) < 1e-6;
      next = joinEnds(
        next,
        { path: index, point: atStart ? 0 : end(index) },
        { path: other, point: atFirst ? 0 : end(other) },
      );
    }
    bench.replace([{ ...found, outline: { ...found.outline, paths: next } }], 'Go on with line');
    bench.selection = [found.id];
    view.tool = 'select';
  }

  function reset(): void {
    state.points = [];
    state.at = null;
    state.pressed = false;
    state.closing = false;
    state.from = null;
    snap.end();
  }

  /** Makes the last point the other of corner and curve, without stopping. */
  function switchLast(): void {
    const last = state.points.at(-1)!;
    const before = state.points.at(-2);
    if (last.in || last.out) {
      delete last.in;
      delete last.out;
    } else if (before) {
      const pull = { x: (last.x - before.x) / 3, y: (last.y - before.y) / 3 };
      last.in = { x: -pull.x, y: -pull.y };
      last.out = pull;
    }
  }

  function removeLast(): void {
    if (state.points.length > 1) state.points.pop();
    else reset();
  }

  const border: ToolAction = reactive({
    label: 'As border',
    on: computed(() => view.drawsBorder),
    run: () => (view.drawsBorder = !view.drawsBorder),
  });
  const few = computed(() => (state.points.length < 2 ? 'Needs two points or more.' : undefined));
  const drawing = computed<ToolAction[]>(() => [
    {
      label: 'Corner or curve',
      keys: 'T',
      blocked: few.value,
      run: switchLast,
    },
    {
      label: 'Remove last point',
      keys: 'Backspace',
      blocked: state.points.length ? undefined : 'No point is drawn yet.',
      run: removeLast,
    },
    {
      label: 'Close',
      keys: 'C',
      blocked: encloses(state.points) || state.from ? undefined : 'Needs three points or more, or a curve.',
      run: () => finish(true),
    },
    { label: 'Finish', keys: 'Enter', blocked: few.value, run: () => finish(false) },
    border,
  ]);
  /** Before the first point it is chosen what comes of it; from then on what is drawn can be gone on with. */
  const begun = computed(() => state.points.length > 0);
  const actions = computed(() => (begun.value ? drawing.value : [border]));
  const choices = computed(() => (begun.value || view.drawsBorder ? [] : [lineChoice, shapeChoice]));

  const KEYS: Record<string, string> = {
    Enter: 'Finish',
    Backspace: 'Remove last point',
    c: 'Close',
    t: 'Corner or curve',
  };

  return toolOf({
    hint: 'Click: corner. Drag: curve. Begin at a line’s end to go on.',
    preview,
    actions,
    choices,
    down(p: Pointer) {
      const { points } = state;
      state.pressed = true;
      before = points.map(plainPoint);
      if (encloses(points) && near(p.at, points[0])) {
        state.closing = true;
        return;
      }
      if (!points.length) {
        const end = p.free ? null : endAt(p.at);
        state.from = end;
        if (end) {
          points.push({ x: end.point.x, y: end.point.y });
          return;
        }
      }
      snap.prepare();
      const last = points.at(-1);
      const at = p.shift && last ? constrained(last, p.at) : snap.point(p);
      points.push({ x: at.x, y: at.y });
    },
    move(p: Pointer) {
      const last = state.points.at(-1);
      if (!state.pressed) {
        if (!snap.active()) snap.prepare();
        state.at = p.shift && last ? constrained(last, p.at) : snap.point(p);
        return;
      }
      if (!last) return;
      // While the button is held, the point pulls its tangents; on the first point they close the path smoothly.
      const target = state.closing ? state.points[0] : last;
      const to = p.shift ? constrained(target, p.at) : p.at;
      if (distance(target, to) * view.scale < DRAG) return;
      const pull = { x: to.x - target.x, y: to.y - target.y };
      if (!state.closing) target.out = pull;
      // Alt leaves the other side alone: a corner from which a curve goes out.
      if (!p.alt) target.in = { x: -pull.x, y: -pull.y };
    },
    up() {
      state.pressed = false;
      if (state.closing) finish(true);
    },
    key(key: string) {
      // Without a mouse: a level line in the middle of what is seen, to be shaped with the Points tool.
      if (!state.points.length && key === 'Enter') {
        const { x, y } = view.centre;
        const half = Math.max(5, Math.round(view.width / view.scale / 8));
        const points = [-half, 0, half].map((dx) => ({ x: Math.round(x) + dx, y: Math.round(y) }));
        addObject({ kind: 'path', paths: [{ closed: false, points }] }, linesAs.value, 'Line');
        return true;
      }
      if (!state.points.length) return false;
      const found = drawing.value.find((a) => a.label === KEYS[key]);
      if (!found) return false;
      if (!found.blocked) found.run();
      return true;
    },
    // A line that was begun stays: undo takes it away.
    cancel() {
      const was = state.points.length > 0;
      finish(false);
      return was;
    },
    letGo() {
      if (!state.pressed) return;
      if (!before.length) reset();
      else Object.assign(state, { points: before, pressed: false, closing: false });
    },
    halfDone: computed(() =>
      state.points.length ? { label: 'Remove last point', takeBack: removeLast } : null,
    ),
  });
}
