// Relieves places where a satin lies too thick: where columns meet, turn or lie over a way, stitches end before them, as short
// stitches do on the inner side of a bend, as far as what lies there closes the cloth without them; and ways beneath lead round them.
import { distance, onMachineGrid, type Point } from '../../geometry/points.ts';
import { Part } from '../thread.ts';
import { SHORTEST, type Change, type Layers } from './trial-layers.ts';

/** A needle point is drawn in by steps of the machine's grid, from here on by two, and by no more than a share of its stitches; mm. */
const [STEP, FINE, SHARE] = [0.1, 0.35, 0.75];
/** At once it goes so far to one side, in mm: of two places that relieve alike the first is taken. */
const ASIDE = [0, -0.1, 0.1, -0.2, 0.2];
/** A needle point beneath goes so far along the cloth and across it, and comes no nearer to its edge than that; mm. */
const [ABOUT, FROM_EDGE] = [0.4, 0.5];
/** One whose stitches take part in fewer layers too many than this, counted in squares, stays. */
const LITTLE = 3;
/** What was not worth while, or would have left cloth bare, may be good once what lies beside it has moved. */
const ROUNDS = 2;
/**
 * Of its thread so much, in mm, and so many times its length may be tried elsewhere, but no more than so much and so many times its
 * length; letters take up to 10 times. What lies thick all over, as in a scribble, would take a minute for a second's worth of sewing.
 */
const [TRIED, TIMES, TRIED_AT_MOST, TIMES_AT_MOST] = [3000, 12, 60_000, 1];
/** Both stitches of a needle point lead to the same side: the cosine of the angle between them. */
const TO_AND_FRO = 0.7;
/** Of what a stitch gives free, no more than this share may be left to one stitch alone, and this share must have been too thick. */
const [ALONE, WORTH] = [0.3, 0.1];
/**
 * … and no more than a share may be seen afterwards, with no later stitch on it: what ends early in a stroke hardly wider than two
 * threads is not told from its edge, in a wide one it is. The share for stitches so long, and so long, in mm.
 */
const SEEN = [
  { length: 1.2, share: 0.7 },
  { length: 2.4, share: 0.3 },
];

function seenAtMost(length: number): number {
  const [short, long] = SEEN;
  const t = (length - short.length) / (long.length - short.length);
  return short.share + (long.share - short.share) * Math.min(1, Math.max(0, t));
}

/**
 * Draws in the needle points (mm) of a satin along their stitches, and moves those of ways beneath, where too many layers lie on one
 * another: no cloth is left bare that was covered, nor covered that was bare. The first and the last needle point stay, and ties.
 */
export function relieve(points: Point[], parts: ArrayLike<number>, layers: Layers): void {
  /** What each point could give free when it was looked at last. */
  const could = new Int32Array(points.length).fill(-1);
  const until = layers.lengthTried + mostTried(points);
  for (let round = 0; round < ROUNDS; round++)
    for (let i = 1; i + 1 < points.length; i++) {
      if (layers.lengthTried > until) return;
      const part = parts[i];
      // What lies beneath goes aside once.
      if (part !== parts[i + 1] || (part !== Part.top && (round || part !== Part.underlay))) continue;
      const [a, p, b] = [points[i - 1], points[i], points[i + 1]];
      if (!layers.isThick(a, p) && !layers.isThick(p, b)) continue;
      const can = layers.takeUp(a, p, b, i + 1);
      const to =
        can < LITTLE || can === could[i]
          ? p
          : best(a, p, b, layers, can, part === Part.top ? drawnIn(a, p, b) : ledRound(a, p, b, layers));
      could[i] = can;
      if (to === p) layers.layBack();
      else layers.layDown(a, (points[i] = to), b);
    }
}

/** How much of a thread may be tried elsewhere, in mm. */
function mostTried(points: readonly Point[]): number {
  let length = 0;
  for (let i = 1; i < points.length; i++) length += distance(points[i - 1], points[i]);
  return Math.min(TRIED + TIMES * length, TRIED_AT_MOST + TIMES_AT_MOST * length);
}

/** Where a needle point may go: places relative to it, in mm, those nearest first, and whether what comes of one of them is good. */
interface Moves {
  rows: readonly (readonly Point[])[];
  isGood(change: Change, at: Point): boolean;
}

/** Where the needle point between two others, which was taken up and can give so much free, relieves most. */
function best(a: Point, p: Point, b: Point, layers: Layers, can: number, moves: Moves): Point {
  let [most, to] = [0, p];
  for (const row of moves.rows) {
    let covered = false;
    for (const { x, y } of row) {
      const at = { x: onMachineGrid(p.x + x), y: onMachineGrid(p.y + y) };
      if (distance(a, at) < SHORTEST || distance(at, b) < SHORTEST) continue;
      if (layers.wouldBare(a, at, b)) continue;
      covered = true;
      const change = layers.triedIfBetter(most, a, at, b);
      if (change && !change.bared && moves.isGood(change, at)) [most, to] = [change.gain, at];
    }
    // Farther in more would be bare, or there is nothing left to give free.
    if (!covered || most >= can) break;
  }
  return to;
}

/** A needle point between two stitches that lead to the same side is drawn in along them. */
function drawnIn(a: Point, p: Point, b: Point): Moves {
  const [la, lb] = [distance(a, p), distance(p, b)];
  const [x, y] = [(a.x - p.x) / la + (b.x - p.x) / lb, (a.y - p.y) / la + (b.y - p.y) / lb];
  const l = Math.hypot(x, y);
  // The sum of two directions at an angle is as long as twice the cosine of its half.
  if (l * l < 2 + 2 * TO_AND_FRO) return { rows: [], isGood: () => false };
  const rows: Point[][] = [];
  for (let d = STEP; d <= SHARE * Math.min(la, lb); d += d > FINE ? 2 * STEP : STEP)
    rows.push(ASIDE.map((w) => ({ x: (d * x - w * y) / l, y: (d * y + w * x) / l })));
  const mostSeen = seenAtMost((la + lb) / 2);
  return {
    rows,
    isGood: ({ gain, freed, alone, seen }) =>
      alone <= ALONE * freed && seen <= mostSeen * freed && gain >= WORTH * freed,
  };
}

/** All around a needle point. */
const ALL_ABOUT = [-ABOUT, 0, ABOUT].flatMap((x) => [-ABOUT, 0, ABOUT].map((y) => ({ x, y })));

/** One of what lies beneath goes anywhere near, as long as none of it is seen where none was, and it comes no nearer to the edge. */
function ledRound(a: Point, p: Point, b: Point, layers: Layers): Moves {
  const bare = (q: Point): number => layers.bareBeside(a, q, FROM_EDGE) + layers.bareBeside(q, b, FROM_EDGE);
  return { rows: [ALL_ABOUT], isGood: ({ shown }, at) => !shown && bare(at) <= bare(p) };
}
