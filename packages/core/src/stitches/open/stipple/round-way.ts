// The last kinks of a round line, where there is room for another way only: the stitches about each are laid anew, as the cheapest
// of all ways over the machine's grid that turn evenly.
import FlatQueue from 'flatqueue';
import {
  distance,
  lerp,
  distanceToWay,
  segmentsCross,
  turnBetween,
  type Point,
} from '../../../geometry/points.ts';
import { LIMITS } from '../../../materials/machine.ts';
import { excessAmong, EVEN, SHARP, stitchesNear, turnAt } from './needle-kinks.ts';
import type { Stroke } from './tips.ts';

/** So many points to either side of a kink may be laid anew. */
const ABOUT = 4;
/** No more stitches than this are laid anew: among more, no better way was ever found. */
const MOST_ANEW = 5;
/** Ways go no farther than this beyond the points they replace, in mm. */
const BEYOND = 0.7;
/** Places lie on the machine's grid, so many to a mm. */
const GRID = 10;
/** New stitches have one of two lengths, in mm: the shortest, and one for what is straight. */
const LENGTHS = [
  [LIMITS.shortest, LIMITS.shortest + 0.1],
  [0.7, 0.8],
] as const;
/** Places keep so far inside, in mm, and so far from other passes, in spacings; the stitches beside a kink are none. */
const [ROOM, CLEAR, OWN] = [0.1, 0.25, 3];
/** A way comes no nearer to itself than this, in mm. */
const LOOP = 0.25;
/** What was there is no farther from the new way than this, in spacings: tips don't get shorter. */
const NEAR = 0.2;
/** A stitch costs this much, against a mm by which it ends off the old line, or a turn that is as sharp as can be. */
const STITCH = 0.3;
const TURN = 0.5;
/** A new way is worth it where it turns too much by no more than this share of what was there. */
const WORTH = 0.25;
/** A place is no farther off the old line than this, in mm. */
const FARTHEST = 1.2;
/** A way is looked for among so many stitches. */
const MOST = 4000;
const ROUGHLY = 1e-6;
/** What a stitch is: it crosses another or the edge, it does not, or it even passes the kink. */
const [CROSSES, FREE, REACHES] = [1, 2, 3];
/** What comes before the first stitch. */
const BEGIN = -2;

interface Step {
  dx: number;
  dy: number;
}
/** All stitches from one place of the grid to another, in mm. */
const STEPS: readonly Step[] = (() => {
  const out: Step[] = [];
  const most = Math.ceil(LENGTHS[1][1] * GRID);
  for (let x = -most; x <= most; x++)
    for (let y = -most; y <= most; y++) {
      const l = Math.hypot(x, y) / GRID;
      if (LENGTHS.some(([least, longest]) => l >= least - ROUGHLY && l <= longest + ROUGHLY))
        out.push({ dx: x / GRID, dy: y / GRID });
    }
  return out;
})();
/** Which stitches may follow on each, and what turning to them costs: those that turn from it by no more than is even. */
const FOLLOWING: readonly (readonly { step: number; price: number }[])[] = STEPS.map((s) =>
  STEPS.flatMap((t, step) => {
    const turn = Math.abs(Math.atan2(s.dx * t.dy - s.dy * t.dx, s.dx * t.dx + s.dy * t.dy));
    return turn <= EVEN ? [{ step, price: turnPrice(turn) }] : [];
  }),
);
function turnPrice(turn: number): number {
  return TURN * (turn / EVEN) ** 2;
}

/**
 * The needle points (mm) of an open line that crosses itself nowhere, with other stitches about each kink where there is a way that
 * has none. It still crosses itself nowhere, no stitch is longer than `longest` mm, and what it reached stays reached.
 */
export function kinksWoundRound(needle: readonly Point[], stroke: Stroke, longest: number): Point[] {
  let points = [...needle];
  for (let i = 1; i + 1 < points.length; i++) {
    if (turnAt(points, i) <= SHARP) continue;
    const way = wayAbout(points, i, stroke, longest);
    if (!way) continue;
    points = [...points.slice(0, way.from + 1), ...way.between, ...points.slice(way.to)];
    i = way.from + way.between.length;
  }
  return points;
}

interface Way {
  from: number;
  to: number;
  between: Point[];
}

/** The way that changes fewest points. */
function wayAbout(points: readonly Point[], at: number, stroke: Stroke, longest: number): Way | null {
  const windows: [number, number][] = [];
  for (let from = at - 1; from >= Math.max(1, at - ABOUT); from--)
    for (let to = at + 1; to <= Math.min(points.length - 2, at + ABOUT, from + MOST_ANEW); to++)
      windows.push([from, to]);
  windows.sort((a, b) => a[1] - a[0] - (b[1] - b[0]));
  for (const [from, to] of windows) {
    const between = wayBetween(points, [from, at, to], stroke, longest);
    if (!between) continue;
    const line = [...points.slice(from - 1, from + 1), ...between, ...points.slice(to, to + 2)];
    const was = excessAmong(points, from, to);
    if (excessAmong(line, 1, line.length - 2) <= WORTH * was) return { from, to, between };
  }
  return null;
}

function wayBetween(
  points: readonly Point[],
  [from, at, to]: readonly [number, number, number],
  { roomAt, spacing }: Stroke,
  longest: number,
): Point[] | null {
  const [a, kink, b] = [points[from], points[at], points[to]];
  const old = points.slice(from, to + 1);
  const grid = gridAbout(old);
  const near = stitchesNear(points, points[(from + to) >> 1], 3 * spacing + longest).filter(
    (i) => i < from || i >= to,
  );
  const clear = CLEAR * spacing;
  const crossed = near.filter((i) => grid.comesWithin(0, points[i], points[i + 1]));
  const others = near.filter(
    (i) => (i < from - OWN || i > to + OWN) && grid.comesWithin(clear, points[i], points[i + 1]),
  );
  const price = new Float64Array(grid.count).fill(-1);
  /** What a place costs; endless where none may be. */
  const priceOf = (place: number): number => {
    if (price[place] >= 0) return price[place];
    const p = grid.at(place);
    const off = distanceToLine(p, old);
    const free =
      off <= FARTHEST &&
      roomAt(p) >= ROOM &&
      others.every((i) => distanceToWay(p, points[i], points[i + 1]) >= clear);
    return (price[place] = free ? STITCH + off : Infinity);
  };
  const isFree = (p: Point, q: Point): boolean =>
    roomAt(lerp(p, q, 0.5)) >= 0 && crossed.every((i) => !segmentsCross(p, q, points[i], points[i + 1]));

  // Dijkstra's method over places, each with the stitch that leads to it and whether the kink was reached on the way.
  const reaches = (p: Point, q: Point): boolean => distanceToWay(kink, p, q) <= NEAR * spacing;
  const kinds = new Map<number, Uint8Array>();
  /** A place and the stitch to it tell the whole stitch: what it is, is asked once. */
  const kindOf = (place: number, step: number, p: Point, q: Point): number => {
    let at = kinds.get(place);
    if (!at) kinds.set(place, (at = new Uint8Array(STEPS.length)));
    return (at[step] ||= isFree(p, q) ? (reaches(p, q) ? REACHES : FREE) : CROSSES);
  };
  const known = new Map<number, { cost: number; before: number }>();
  const queue = new FlatQueue<number>();
  const tryStep = (p: Point, step: number, cost: number, before: number): void => {
    const place = grid.placeOf(p.x + STEPS[step].dx, p.y + STEPS[step].dy);
    if (place < 0) return;
    const whole = cost + priceOf(place);
    if (whole === Infinity) return;
    const kind = kindOf(place, step, p, grid.at(place));
    if (kind === CROSSES) return;
    const key = 2 * (place * STEPS.length + step) + (before % 2 === 1 || kind === REACHES ? 1 : 0);
    const seen = known.get(key);
    if (seen && seen.cost <= whole) return;
    known.set(key, { cost: whole, before });
    queue.push(key, whole);
  };
  STEPS.forEach(({ dx, dy }, step) => {
    const turn = turnBetween(points[from - 1], a, { x: a.x + dx, y: a.y + dy });
    if (turn <= EVEN) tryStep(a, step, turnPrice(turn), BEGIN);
  });
  const done = new Set<number>();
  for (let key = queue.pop(); key !== undefined && done.size < MOST; key = queue.pop()) {
    if (done.has(key)) continue;
    done.add(key);
    const stitch = key >> 1;
    const [p, step] = [grid.at(Math.floor(stitch / STEPS.length)), stitch % STEPS.length];
    const { dx, dy } = STEPS[step];
    const rest = distance(p, b);
    if (rest >= LIMITS.shortest - ROUGHLY && rest <= longest && (key % 2 === 1 || reaches(p, b))) {
      const last = { x: p.x - dx, y: p.y - dy };
      if (turnBetween(last, p, b) <= EVEN && turnBetween(p, b, points[to + 1]) <= EVEN && isFree(p, b)) {
        const between = tracedBack(key, known, grid);
        const whole = [a, ...between, b];
        const reached = old.every((q) => distanceToLine(q, whole) <= NEAR * spacing);
        return reached && !comesToItself(whole) ? between : null;
      }
    }
    const { cost } = known.get(key)!;
    for (const next of FOLLOWING[step]) tryStep(p, next.step, cost + next.price, key);
  }
  return null;
}

/** Places of the machine's grid about some points. */
function gridAbout(points: readonly Point[]) {
  const on = (v: number): number => Math.round(v * GRID);
  const xs = points.map((p) => p.x);
  const ys = points.map((p) => p.y);
  const [left, top] = [on(Math.min(...xs) - BEYOND), on(Math.min(...ys) - BEYOND)];
  const [wide, high] = [on(Math.max(...xs) + BEYOND) - left + 1, on(Math.max(...ys) + BEYOND) - top + 1];
  return {
    count: wide * high,
    at: (place: number): Point => ({
      x: (left + (place % wide)) / GRID,
      y: (top + Math.floor(place / wide)) / GRID,
    }),
    /** Does a stitch come so near to one of these places, in mm, that it matters to it? No where the box about it does not. */
    comesWithin: (reach: number, p: Point, q: Point): boolean =>
      Math.max(p.x, q.x) >= left / GRID - reach &&
      Math.min(p.x, q.x) <= (left + wide - 1) / GRID + reach &&
      Math.max(p.y, q.y) >= top / GRID - reach &&
      Math.min(p.y, q.y) <= (top + high - 1) / GRID + reach,
    /** -1 where it lies beyond. */
    placeOf(x: number, y: number): number {
      const [i, k] = [on(x) - left, on(y) - top];
      return i < 0 || k < 0 || i >= wide || k >= high ? -1 : k * wide + i;
    },
  };
}
type Grid = ReturnType<typeof gridAbout>;

function tracedBack(key: number, known: ReadonlyMap<number, { before: number }>, grid: Grid): Point[] {
  const out: Point[] = [];
  for (let k = key; k !== BEGIN; k = known.get(k)!.before)
    out.push(grid.at(Math.floor((k >> 1) / STEPS.length)));
  return out.reverse();
}

/** Does a line cross itself, or touch itself nearly, as a loop does? */
function comesToItself(line: readonly Point[]): boolean {
  for (let i = 0; i + 1 < line.length; i++)
    for (let k = i + 2; k + 1 < line.length; k++) {
      if (segmentsCross(line[i], line[i + 1], line[k], line[k + 1])) return true;
      if (k > i + 2 && distanceToWay(line[i], line[k], line[k + 1]) < LOOP) return true;
      if (k > i + 2 && distanceToWay(line[k + 1], line[i], line[i + 1]) < LOOP) return true;
    }
  return false;
}

/** How far it lies from the nearest stitch of a line, in mm. */
const distanceToLine = (p: Point, line: readonly Point[]): number =>
  line.reduce((least, q, i) => (i ? Math.min(least, distanceToWay(p, line[i - 1], q)) : least), Infinity);
