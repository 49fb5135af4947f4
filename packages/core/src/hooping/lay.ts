// Lays hoopings: the fewest that hold every box whole, each sharing room with the next for its marks; along a strip all
// alike where that can be.
import { DESIGN_LIMITS } from '../design/limits.ts';
import { newId, type Hooping } from '../design/types.ts';
import type { Bounds } from '../geometry/points.ts';
import type { Hoop } from '../materials/hoops.ts';
import { HOOP_EDGE, holds } from './field.ts';

export interface LayChoice {
  hoop: Pick<Hoop, 'width' | 'height'>;
  /** Room that neighbours share for their marks, in mm. */
  shared: number;
}

interface Window {
  x: number;
  y: number;
}

/** Places a window of a size that holds as many boxes as can be, again and again; upper left corners. */
type Cover = (boxes: readonly Bounds[], w: number, h: number) => Window[];

const inside = (b: Bounds, { x, y }: Window, w: number, h: number): boolean =>
  b.minX >= x - 1e-6 && b.minY >= y - 1e-6 && b.maxX <= x + w + 1e-6 && b.maxY <= y + h + 1e-6;

/** So many times a box is held against a window, at most, for each window that is placed. */
const MOST_LOOKS = 1_000_000;

const unique = (values: number[]): number[] => [...new Set(values)].sort((a, b) => a - b);

/** The window that holds most of the boxes. */
function fullest(windows: Iterable<Window>, boxes: readonly Bounds[], w: number, h: number): Window | null {
  let best: Window | null = null;
  let most = 0;
  for (const window of windows) {
    let n = 0;
    for (const b of boxes) if (inside(b, window, w, h)) n++;
    if (n > most) [most, best] = [n, window];
  }
  return best;
}

/** Places windows until no box is left; each window is chosen by what is left. */
function covered(
  boxes: readonly Bounds[],
  w: number,
  h: number,
  choose: (left: readonly Bounds[]) => Window,
): Window[] {
  const out: Window[] = [];
  for (let left = boxes; left.length;) {
    const window = choose(left);
    out.push(window);
    left = left.filter((b) => !inside(b, window, w, h));
  }
  return out;
}

/** The window that holds most of the boxes that are left, of those that begin at their edges. */
const mostFirst: Cover = (boxes, w, h) =>
  covered(boxes, w, h, (left) => {
    const xs = unique(left.map((b) => b.minX));
    const ys = unique(left.map((b) => b.minY));
    const places = xs.length * ys.length;
    const step = Math.max(1, Math.ceil((places * left.length) / MOST_LOOKS));
    const tried = Array.from({ length: Math.ceil(places / step) }, (_, k) => ({
      x: xs[Math.floor((k * step) / ys.length)],
      y: ys[(k * step) % ys.length],
    }));
    // Of few places none may hold any: that at the first box does.
    return fullest(tried, left, w, h) ?? { x: left[0].minX, y: left[0].minY };
  });

/** The box that is farthest to one side must be held: by the window at it that holds most. */
const sideFirst =
  (across: boolean): Cover =>
  (boxes, w, h) =>
    covered(boxes, w, h, (left) => {
      const low = (b: Bounds): number => (across ? b.minX : b.minY);
      const other = (b: Bounds): number => (across ? b.minY : b.minX);
      const first = left.reduce((a, b) => (low(b) < low(a) ? b : a));
      const size = across ? h : w;
      const far = across ? first.maxY : first.maxX;
      const starts = unique(left.map(other)).filter(
        (v) => v <= other(first) + 1e-6 && v + size >= far - 1e-6,
      );
      // What lies farther along than the windows reach is in none of them.
      const near = left.filter((b) => low(b) <= low(first) + (across ? w : h));
      const windows = starts.map((v) => (across ? { x: first.minX, y: v } : { x: v, y: first.minY }));
      return fullest(windows, near, w, h) ?? { x: first.minX, y: first.minY };
    });

const COVERS: Cover[] = [mostFirst, sideFirst(true), sideFirst(false)];

/** Windows without those whose boxes others hold, too. */
function needed(windows: readonly Window[], boxes: readonly Bounds[], w: number, h: number): Window[] {
  let out = [...windows];
  for (const window of windows) {
    const others = out.filter((o) => o !== window);
    if (boxes.every((b) => others.some((o) => inside(b, o, w, h)))) out = others;
  }
  return out;
}

const around = (boxes: readonly Bounds[]): Bounds => ({
  minX: Math.min(...boxes.map((b) => b.minX)),
  minY: Math.min(...boxes.map((b) => b.minY)),
  maxX: Math.max(...boxes.map((b) => b.maxX)),
  maxY: Math.max(...boxes.map((b) => b.maxY)),
});

const at = (x: number, y: number, turn: number): Hooping => ({
  id: newId(),
  x: Math.round(10 * x) / 10,
  y: Math.round(10 * y) / 10,
  turn,
});

/** In a chain in which each shares as much as can be with the one before; from the upper left one. */
function chained(hoopings: readonly Hooping[], w: number, h: number): Hooping[] {
  const left = [...hoopings];
  const first = left.reduce((a, b) => (b.x + b.y < a.x + a.y ? b : a));
  const out = [first];
  left.splice(left.indexOf(first), 1);
  const shared = (a: Hooping, b: Hooping): number => {
    const [dx, dy] = [w - Math.abs(a.x - b.x), h - Math.abs(a.y - b.y)];
    return dx > 0 && dy > 0 ? Math.hypot(dx, dy) : Math.min(dx, dy) - Math.hypot(a.x - b.x, a.y - b.y);
  };
  while (left.length) {
    const last = out[out.length - 1];
    const next = left.reduce((a, b) => (shared(last, b) > shared(last, a) + 1e-6 ? b : a));
    out.push(next);
    left.splice(left.indexOf(next), 1);
  }
  return out;
}

/** All alike along a strip: at one step, so that the same is done each time; null where some box would be cut. */
function evenSteps(
  boxes: readonly Bounds[],
  count: number,
  w: number,
  h: number,
  shared: number,
  turn: number,
): Hooping[] | null {
  const all = around(boxes);
  const across = all.maxX - all.minX >= all.maxY - all.minY;
  const size = across ? w : h;
  const length = across ? all.maxX - all.minX : all.maxY - all.minY;
  if ((across ? all.maxY - all.minY : all.maxX - all.minX) > (across ? h : w) + 1e-6) return null;
  // What is left of the hoops beyond the strip and what they share.
  const spare = count * size - (count - 1) * shared - length;
  if (spare < -1e-6) return null;
  const hoop = turn ? { width: h, height: w } : { width: w, height: h };
  for (let k = 0; k <= 16; k++) {
    const beyond = (spare / 2) * (k / 16);
    const from = (across ? all.minX : all.minY) - beyond + size / 2;
    const to = (across ? all.maxX : all.maxY) + beyond - size / 2;
    const hoopings = Array.from({ length: count }, (_, i) => {
      const along = from + ((to - from) * i) / (count - 1);
      return across ? at(along, (all.minY + all.maxY) / 2, turn) : at((all.minX + all.maxX) / 2, along, turn);
    });
    if (boxes.every((b) => hoopings.some((o) => holds(o, hoop, b)))) return hoopings;
  }
  return null;
}

/**
 * The fewest hoopings that hold boxes whole (mm on the cloth), in the order in which they are sewn; boxes that are larger
 * than the hoop are left out.
 */
export function laidHoopings(boxes: readonly Bounds[], { hoop, shared }: LayChoice): Hooping[] {
  let best: Hooping[] | null = null;
  for (const turn of hoop.width === hoop.height ? [0] : [0, 90]) {
    const [w, h] = (turn ? [hoop.height, hoop.width] : [hoop.width, hoop.height]).map(
      (v) => v - 2 * HOOP_EDGE,
    );
    const fit = boxes.filter((b) => b.maxX - b.minX <= w && b.maxY - b.minY <= h);
    if (!fit.length || fit.length < boxes.filter((b) => fits(b, hoop)).length) continue;
    const all = around(fit);
    const [wide, high] = [all.maxX - all.minX, all.maxY - all.minY];
    if (wide <= w && high <= h) return [at((all.minX + all.maxX) / 2, (all.minY + all.maxY) / 2, turn)];
    // Room for the marks is kept on both sides, in the directions in which there is more than one hooping.
    const largest = fit.reduce(
      (m, b) => ({ w: Math.max(m.w, b.maxX - b.minX), h: Math.max(m.h, b.maxY - b.minY) }),
      { w: 0, h: 0 },
    );
    const keptW = wide > w ? Math.max(largest.w, w - shared) : w;
    const keptH = high > h ? Math.max(largest.h, h - shared) : h;
    // So many are refused anyway: the slow ways need not be gone.
    const [, quick] = COVERS;
    const far = quick(fit, keptW, keptH).length > 3 * DESIGN_LIMITS.hoopings;
    for (const cover of far ? [quick] : COVERS) {
      const windows = needed(cover(fit, keptW, keptH), fit, keptW, keptH);
      if (best && windows.length >= best.length) continue;
      const even = windows.length > 1 ? evenSteps(fit, windows.length, w, h, shared, turn) : null;
      best =
        even ??
        chained(
          windows.map((window) => {
            const own = around(fit.filter((b) => inside(b, window, keptW, keptH)));
            return at((own.minX + own.maxX) / 2, (own.minY + own.maxY) / 2, turn);
          }),
          w,
          h,
        );
    }
  }
  return best ?? [at(0, 0, 0)];
}

/** Does the hoop hold a box, turned or not? */
export const fits = (b: Bounds, { width, height }: LayChoice['hoop']): boolean => {
  const [w, h] = [b.maxX - b.minX + 2 * HOOP_EDGE, b.maxY - b.minY + 2 * HOOP_EDGE];
  return (w <= width && h <= height) || (w <= height && h <= width);
};
