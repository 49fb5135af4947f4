// Bends what is straight: each straight stretch swings to both sides, and passes beside it the other way, so that neither
// straights nor rails are seen.
import Flatbush from 'flatbush';
import type { EdgeIndex } from '../../../geometry/edge-index.ts';
import type { Point } from '../../../geometry/points.ts';
import type { Coords } from '../../../geometry/polyline.ts';

/** A stretch is straight as long as it turns by no more, in radians. */
const STRAIGHT = (12 * Math.PI) / 180;
/** One that turns by so much has been bent with a neighbour, in radians. */
const BENT = 1.3 * STRAIGHT;
/** Stretches longer than this are bent, in spacings. */
const LONG = 1.6;
/** It swings there and back over about so many spacings. */
const WAVE = 3.6;
/** A stretch is bent out of its direction by so much at most, in radians. */
const SLOPE = 0.35;
/** How far to both sides passes go with it, in spacings, less the farther they are. */
const WIDE = 1.5;
/** Nothing comes nearer to the edge than this, in spacings, or than it was; and where the shape is narrow, than this. */
const ROOM = 0.36;
const NARROW_ROOM = 0.12;
/** A shape is narrow where it ends so far from its edge, in spacings. */
const NARROW = 2.4;
/** No point goes farther from where it was, in spacings: passes come no nearer to each other than this leaves. */
const MOST = 0.3;
/** What was bent may have left its neighbours straight. */
const ROUNDS = 4;

/** From one point of the line to another, how long; of a closed line `to` may lie beyond its last point. */
interface Stretch {
  from: number;
  to: number;
  length: number;
}

/** By how much two directions differ, in radians. */
const turn = (a: number, b: number): number => {
  const d = Math.abs(b - a) % (2 * Math.PI);
  return d > Math.PI ? 2 * Math.PI - d : d;
};

/** Stretches of a line that are straight for more than `least` mm, the longest first, none over another. */
function straights(p: Coords, closed: boolean, least: number): Stretch[] {
  const n = p.length / 2;
  const count = closed ? n : n - 1;
  const angle = new Float64Array(count);
  const length = new Float64Array(count);
  for (let i = 0; i < count; i++) {
    const j = (i + 1) % n;
    const [dx, dy] = [p[2 * j] - p[2 * i], p[2 * j + 1] - p[2 * i + 1]];
    angle[i] = Math.atan2(dy, dx);
    length[i] = Math.sqrt(dx * dx + dy * dy);
  }
  const found: Stretch[] = [];
  let from = 0;
  let sum = 0;
  for (let i = 0; i < count; i++) {
    sum += length[i];
    while (turn(angle[from], angle[i]) > STRAIGHT) sum -= length[from++];
    if (sum > least) found.push({ from, to: i + 1, length: sum });
  }
  const taken = new Uint8Array(count);
  return found
    .sort((a, b) => b.length - a.length)
    .filter(({ from: a, to }) => {
      if (taken[a] || taken[to - 1]) return false;
      taken.fill(1, a, to);
      return true;
    });
}

/** Is a stretch as straight as it was, after those before it were bent? */
function stillStraight(p: Coords, { from, to }: Stretch): boolean {
  const n = p.length / 2;
  const angleAt = (i: number): number => {
    const [a, b] = [2 * (i % n), 2 * ((i + 1) % n)];
    return Math.atan2(p[b + 1] - p[a + 1], p[b] - p[a]);
  };
  const first = angleAt(from);
  for (let i = from + 1; i < to; i++) if (turn(first, angleAt(i)) > BENT) return false;
  return true;
}

/** The points of a line, to look up those in a box. */
function indexOf(p: Coords): Flatbush {
  const index = new Flatbush(p.length / 2);
  for (let i = 0; i < p.length; i += 2) index.add(p[i], p[i + 1]);
  index.finish();
  return index;
}

/** Does the shape end within `reach` mm on the other side, too, seen from a place near its edge? */
function isNarrow(p: Point, reach: number, edges: EdgeIndex): boolean {
  const near = edges.nearest(p.x, p.y, reach);
  if (!near || near.distance < 1e-6) return false;
  const away = reach / near.distance;
  return !edges.inside(near.at.x + away * (p.x - near.at.x), near.at.y + away * (p.y - near.at.y));
}

/** Ways to bend a stretch, tried in turn until none of its points comes too near to the edge: how far, and to both sides or to one. */
const TRIES: readonly [share: number, both: boolean][] = [
  [1, true],
  [-1, true],
  [0.6, false],
  [-0.6, false],
  [0.5, true],
  [-0.5, true],
];

/**
 * The line with what is straight in it bent, so smoothly and in such a way on both sides that passes come no nearer to each
 * other on the whole; `spacing` in mm. `edges` are those of its shape. An open line keeps its ends.
 */
export function swayed(line: Coords, spacing: number, closed: boolean, edges: EdgeIndex): Coords {
  const p = Float64Array.from(line);
  const n = p.length / 2;
  const wide = WIDE * spacing;
  const reach = 2 * wide;
  const most = MOST * spacing;
  for (let round = 0; round < ROUNDS; round++) {
    const all = straights(p, closed, LONG * spacing);
    if (!all.length) break;
    const points = indexOf(p);
    for (const stretch of all) {
      // Bent again it would only go back: what is left of it is looked at in the next round.
      if (!stillStraight(p, stretch)) continue;
      const { from, to } = stretch;
      const [ax, ay, bx, by] = [p[2 * from], p[2 * from + 1], p[2 * (to % n)], p[2 * (to % n) + 1]];
      const l = Math.hypot(bx - ax, by - ay);
      if (l < spacing) continue;
      const [ux, uy] = [(bx - ax) / l, (by - ay) / l];
      const waves = Math.max(1, Math.round(l / (WAVE * spacing)));
      const high = (SLOPE * l) / (2 * Math.PI * waves);
      const near = points.search(
        Math.min(ax, bx) - reach,
        Math.min(ay, by) - reach,
        Math.max(ax, bx) + reach,
        Math.max(ay, by) + reach,
      );
      const room =
        spacing *
        (isNarrow({ x: (ax + bx) / 2, y: (ay + by) / 2 }, NARROW * spacing, edges) ? NARROW_ROOM : ROOM);
      const bent = (share: number, both: boolean): number[] | null => {
        const moved: number[] = [];
        for (const i of near) {
          if (!closed && (i === 0 || i === n - 1)) continue;
          const [x, y] = [p[2 * i], p[2 * i + 1]];
          // Along the stretch from 0 to 1, and beside it in mm.
          const t = ((x - ax) * ux + (y - ay) * uy) / l;
          const d = (y - ay) * ux - (x - ax) * uy;
          if (t <= 0 || t >= 1 || Math.abs(d) > reach) continue;
          const along = both
            ? Math.sin(2 * Math.PI * waves * t) * Math.min(1, 4 * waves * Math.min(t, 1 - t))
            : 1 - Math.cos(2 * Math.PI * waves * t);
          const beside = Math.cos((Math.PI * d) / spacing) * Math.exp(-((d / wide) ** 2));
          const move = share * high * along * beside;
          const [nx, ny] = [x - uy * move, y + ux * move];
          if (Math.hypot(nx - line[2 * i], ny - line[2 * i + 1]) > most) return null;
          const away = edges.nearest(nx, ny, room)?.distance ?? room;
          if (away < room && away < (edges.nearest(x, y, room)?.distance ?? room)) return null;
          moved.push(i, nx, ny);
        }
        return moved;
      };
      for (const [share, both] of TRIES) {
        const moved = bent(share, both);
        if (!moved) continue;
        for (let k = 0; k < moved.length; k += 3) {
          p[2 * moved[k]] = moved[k + 1];
          p[2 * moved[k] + 1] = moved[k + 2];
        }
        break;
      }
    }
  }
  return p;
}
