// Where stitches are short, the machine's grid alone bends a round line to a kink, and tight bends have too few needle points to
// be round: the points about a kink are moved by steps of the grid until the line turns evenly there.
import { distance, onMachineGrid, segmentsCross, turnBetween, type Point } from '../../../geometry/points.ts';
import { LIMITS } from '../../../materials/machine.ts';

/** A round line turns no more than this at a needle point; where one turns more, all about it are to turn less than `EVEN`. Radians. */
export const [SHARP, EVEN] = [Math.PI / 3, (55 * Math.PI) / 180];
/** So many points to either side of a kink may be moved, each no farther than this from where it was, in mm. */
const [ABOUT, FARTHEST] = [4, 0.6];
/** A point is tried at places up to so many steps of the machine's grid away, in mm each. */
const [STEPS, STEP] = [2, 0.1];
/** Stitches don't become shorter than this, in mm. */
const SHORTEST = LIMITS.shortest + 0.1;
/** What was eased may bend its neighbours: all of them are gone over again so often. */
const ROUNDS = 12;
/** A move must lessen what is too much of turning by so much, in square radians. */
const LESS = 1e-3;

/** Where needle points may go. */
export interface Shape {
  /** How far a place lies inside, in mm; less than 0 outside. */
  roomAt(p: Point): number;
  /** No point comes nearer to the edge than this, in mm, but where it was nearer already. */
  room: number;
}

/** How much a line turns at a point, in radians without sign. */
export const turnAt = (points: readonly Point[], at: number): number =>
  turnBetween(points[at - 1], points[at], points[at + 1]);

const PLACES: readonly Point[] = Array.from({ length: (2 * STEPS + 1) ** 2 }, (_, i) => ({
  x: STEP * ((i % (2 * STEPS + 1)) - STEPS),
  y: STEP * (Math.floor(i / (2 * STEPS + 1)) - STEPS),
}));

/** Stitches that come near to a place, by the numbers of their first points. */
export function stitchesNear(points: readonly Point[], { x, y }: Point, reach: number): number[] {
  const out: number[] = [];
  for (let i = 0; i + 1 < points.length; i++) {
    const [a, b] = [points[i], points[i + 1]];
    if (Math.min(a.x, b.x) > x + reach || Math.max(a.x, b.x) < x - reach) continue;
    if (Math.min(a.y, b.y) > y + reach || Math.max(a.y, b.y) < y - reach) continue;
    out.push(i);
  }
  return out;
}

/**
 * The needle points (mm) of an open line that crosses itself nowhere, with fewer kinks: for each of them points move by no more than
 * 0.6 mm, both ends stay. Stitches that change stay as long as the machine needs them, and no longer than `longest` mm; the line
 * still crosses itself nowhere.
 */
export function kinksEased(needle: readonly Point[], shape: Shape, longest: number): Point[] {
  let points = [...needle];
  for (let i = 1; i + 1 < points.length; i++)
    if (turnAt(points, i) > SHARP) points = easedAbout(points, i, shape, longest);
  return points;
}

/** How much too much a line turns at the points from `first` to `last`, in square radians. */
export function excessAmong(points: readonly Point[], first: number, last: number): number {
  let sum = 0;
  for (let k = Math.max(1, first); k <= Math.min(points.length - 2, last); k++)
    sum += Math.max(0, turnAt(points, k) - EVEN) ** 2;
  return sum;
}

/** Does the stitch from point `i` cross one of these, told by the numbers of their first points? */
const crossesAny = (points: readonly Point[], i: number, near: readonly number[]): boolean =>
  near.some((k) => Math.abs(k - i) > 1 && segmentsCross(points[i], points[i + 1], points[k], points[k + 1]));

/** The line with the points about one moved so that it turns evenly there. */
function easedAbout(was: readonly Point[], at: number, { roomAt, room }: Shape, longest: number): Point[] {
  const points = [...was];
  const [first, last] = [Math.max(1, at - ABOUT), Math.min(points.length - 2, at + ABOUT)];
  const near = stitchesNear(points, points[at], (ABOUT + 1) * longest);
  for (let round = 0; round < ROUNDS; round++) {
    let moved = false;
    for (let i = first; i <= last; i++) {
      const here = points[i];
      let best = here;
      let least = excessAmong(points, i - 1, i + 1) - LESS;
      if (least <= 0) continue;
      const need = Math.min(room, roomAt(was[i]));
      for (const { x, y } of PLACES) {
        const p = { x: onMachineGrid(here.x + x), y: onMachineGrid(here.y + y) };
        const [a, b] = [distance(points[i - 1], p), distance(p, points[i + 1])];
        if (Math.min(a, b) < SHORTEST || Math.max(a, b) > longest || distance(p, was[i]) > FARTHEST) continue;
        points[i] = p;
        const excess = excessAmong(points, i - 1, i + 1);
        if (excess >= least || roomAt(p) < need) continue;
        if (crossesAny(points, i - 1, near) || crossesAny(points, i, near)) continue;
        least = excess;
        best = p;
      }
      points[i] = best;
      moved ||= best !== here;
    }
    if (!moved) break;
  }
  return points;
}
