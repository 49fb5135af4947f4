// Stipple in narrow shapes: the line swings from side to side along its bands, once along the longest way through them, and
// there and back along all others.
import { EdgeIndex } from '../../../geometry/edge-index.ts';
import { distance, type Point } from '../../../geometry/points.ts';
import { coordsOf, pointsOf, type Coords } from '../../../geometry/polyline.ts';
import { seeded } from '../../../geometry/random.ts';
import type { Polygon } from '../../../geometry/region.ts';
import { turnAt } from '../../run-points.ts';
import { bandsOf, jointAt, STEP, type Band } from './bands.ts';
import { faired, withoutKinks } from './relax.ts';
import { farthest, tour, waysFrom } from './tour.ts';
import type { TreeLine } from './tree-line.ts';
import { swayed } from './sway.ts';
import { reaching, ringsFor, type Ends } from './wander.ts';

/** The line keeps so far from the edge, in spacings. */
const ROOM = 0.38;
/** From one swing to the next, in spacings: where it swings widely, and where there is hardly any room to. */
const WAVE = { wide: 1.9, narrow: 3 };
/** It swings widely when it goes so far to either side, in spacings. */
const WIDE = 0.6;
/** Two passes in one band swing together: from one swing to the next, in spacings. */
const PAIR_WAVE = 3.6;
/** No two swings are alike: by so much they may differ from the mean. */
const ALIKE = 0.2;
/** Towards joints, and out of free ends, it swings less, within this way, in spacings. */
const SETTLE = 0.5;

/** Points of one swing. */
const POINTS = 12;
/** The direction of a swing turns no farther than this from that of its band, in radians: its lobe swells a little. */
const MOST_TURN = 1.85;
/** Beyond this share swings are only drawn longer. */
const WIDEST = 4;

/**
 * One swing out and back as wide as `share` times its length along the band, as a river winds: its direction is a sine of how
 * far it has gone (Langbein and Leopold, 1966). Points from (0, 0) to (1, 0); the second number is as a share of the widest.
 */
function swingOf(share: number): { along: number; out: number }[] {
  const made = (most: number): { along: number; out: number; wide: number }[] => {
    const steps = 4 * POINTS;
    let [u, v] = [0, 0];
    const all = [{ u, v }];
    for (let k = 0; k < steps; k++) {
      const angle = most * Math.cos((Math.PI * (k + 0.5)) / steps);
      u += Math.cos(angle);
      v += Math.sin(angle);
      all.push({ u, v });
    }
    const top = all[steps / 2].v;
    return all
      .filter((_, k) => k % 4 === 0)
      .map((p) => ({ along: p.u / u, out: top > 1e-9 ? p.v / top : 0, wide: top / u }));
  };
  let [low, high] = [0, MOST_TURN];
  for (let k = 0; k < 20; k++) {
    const middle = (low + high) / 2;
    if (made(middle)[0].wide < share) low = middle;
    else high = middle;
  }
  return made(low);
}

/** Swings by twentieths of their share. */
const swings = new Map<number, ReturnType<typeof swingOf>>();
function swingAbout(share: number): ReturnType<typeof swingOf> {
  const key = Math.round(20 * Math.min(share, WIDEST));
  const known = swings.get(key) ?? swingOf(key / 20);
  swings.set(key, known);
  return known;
}

const clamp = (v: number, low: number, high: number): number => Math.min(high, Math.max(low, v));

/** A place of a band, some mm along it, and so far to its left. */
function placeIn({ middle }: Band, along: number, out: number, step: number): Point {
  const n = middle.length;
  const t = clamp(along / step, 0, n - 1);
  const i = Math.min(n - 2, Math.floor(t));
  const f = t - i;
  const p = {
    x: middle[i].x + f * (middle[i + 1].x - middle[i].x),
    y: middle[i].y + f * (middle[i + 1].y - middle[i].y),
  };
  const [a, b] = [middle[Math.max(0, i - 2)], middle[Math.min(n - 1, i + 3)]];
  const d = distance(a, b) || 1;
  return { x: p.x - ((b.y - a.y) / d) * out, y: p.y + ((b.x - a.x) / d) * out };
}

/** The least that a band reaches to one side, between two places along it. */
function leastReach(reach: Float64Array, from: number, to: number, step: number): number {
  let least = Infinity;
  for (
    let i = clamp(Math.floor(from / step), 0, reach.length - 1);
    i <= clamp(Math.ceil(to / step), 0, reach.length - 1);
    i++
  )
    least = Math.min(least, reach[i]);
  return least;
}

/** One pass along the band that swings to both sides by turns, from `from` to `to` mm along it. */
function swinging(band: Band, spacing: number, from: number, to: number, random: () => number): Point[] {
  const step = band.length / (band.middle.length - 1);
  const room = (side: number, at: number, length: number): number =>
    Math.max(0, leastReach(band.reach[side], at + 0.25 * length, at + 0.75 * length, step) - ROOM * spacing);
  const all: { side: number; at: number; length: number; out: number }[] = [];
  let side = random() < 0.5 ? 0 : 1;
  for (let at = from; at < to - 0.3 * spacing; side = 1 - side) {
    const here = room(side, at, spacing);
    const share = Math.min(1, here / (WIDE * spacing));
    const length =
      0.5 * (WAVE.narrow + (WAVE.wide - WAVE.narrow) * share) * spacing * (1 + ALIKE * (2 * random() - 1));
    const out = room(side, at, length) * (1 - ALIKE * random());
    all.push({ side, at, length, out });
    at += length;
  }
  const last = all.at(-1);
  if (!last) return [placeIn(band, from, 0, step), placeIn(band, to, 0, step)];
  // The last swing ends where the band does.
  const stretch = (to - from) / (last.at + last.length - from);
  return all.flatMap((swing, k) => {
    const length = swing.length * stretch;
    const at = from + (swing.at - from) * stretch;
    const curve = swingAbout(swing.out / length);
    return curve
      .slice(k ? 1 : 0)
      .map(({ along, out }) =>
        placeIn(band, at + along * length, (swing.side ? -1 : 1) * swing.out * out, step),
      );
  });
}

/** Two passes along the band from `from` to `to` mm, beside each other, which swing together: to the left of it, and to the right. */
function pair(
  band: Band,
  spacing: number,
  from: number,
  to: number,
  random: () => number,
): [Point[], Point[]] {
  const step = band.length / (band.middle.length - 1);
  const out: [Point[], Point[]] = [[], []];
  let phase = 2 * Math.PI * random();
  for (let at = from; at <= to + 1e-9; at += STEP * spacing) {
    const [l, r] = band.reach.map((reach) => leastReach(reach, at - 0.3 * spacing, at + 0.3 * spacing, step));
    const half = Math.min(0.5 * spacing, 0.45 * Math.min(l, r));
    const keep = (reach: number): number => Math.max(0, reach - Math.min(ROOM * spacing, 0.5 * reach) - half);
    phase += (2 * Math.PI * STEP) / PAIR_WAVE;
    const settled = clamp(Math.min(at - from, to - at) / (SETTLE * spacing), 0, 1);
    const wave = Math.sin(phase) * settled;
    const away = wave > 0 ? wave * keep(l) : wave * keep(r);
    out[0].push(placeIn(band, at, away + half, step));
    out[1].push(placeIn(band, at, away - half, step));
  }
  return out;
}

/** A joint takes up so much of how far the shape reaches there: bands begin beyond. */
const JOINT = 0.75;

/** Rounds of growing, in which the line evens itself out and reaches corners. */
const GROWING = 6;
/** Lobes side by side in a band touch its edges less than those of a wide shape: passes come this much nearer to each other. */
const NEARER = 0.82;

/** The lines that swing along a shape's bands; null where it has none. */
export interface SwingingLines {
  /** Evened out, with lobes into corners. */
  grown: TreeLine | null;
  /** As it was laid: it stays inside the finest strokes. */
  plain: TreeLine | null;
}

/** The lines through a narrow polygon, `spacing` mm from pass to pass, from one of its `ends` to the other where they are given. */
export function swingingLines(polygon: Polygon, spacing: number, seed: number, ends: Ends): SwingingLines {
  const rings = ringsFor(polygon, spacing);
  const edges = new EdgeIndex(rings);
  const points = alongBands(polygon, spacing, edges, seeded(seed), ends);
  if (!points) return { grown: null, plain: null };
  // An end told near the edge, or beyond it, is the place beside it in the middle of its band.
  const [begin, end] = ends.map((p) => (p && keepsClear(edges, p, ROOM * spacing) ? p : undefined));
  if (begin) points.unshift(begin);
  if (end) points.push(end);
  const grown = faired(
    reaching(coordsOf(points), NEARER * spacing, rings, GROWING, false),
    spacing,
    false,
    edges,
  );
  const blunt = withoutHooks(withoutKinks(grown, spacing, false, edges), ends);
  const even = swayed(blunt, spacing, false, edges, 'swinging');
  return { grown: { points: pointsOf(even), closed: false }, plain: { points, closed: false } };
}

const keepsClear = (edges: EdgeIndex, p: Point, room: number): boolean =>
  edges.inside(p.x, p.y) && !edges.nearest(p.x, p.y, room);

/** A free end that turns by more than this is a hook, in radians; it is sought among so many points. */
const HOOK = 0.8;
const HOOK_POINTS = 2;

/** An open line without the hooks at its ends that growing has left, unless it was told to have that end. */
function withoutHooks(line: Coords, [begin, end]: Ends): Coords {
  const n = line.length / 2;
  if (n <= 8 * HOOK_POINTS) return line;
  let [from, to] = [0, n];
  for (let i = 1; i <= HOOK_POINTS; i++) {
    if (!begin && Math.abs(turnAt(line, i - 1, i, i + 1)) > HOOK) from = i;
    if (!end && Math.abs(turnAt(line, n - i, n - 1 - i, n - 2 - i)) > HOOK) to = n - i;
  }
  return line.subarray(2 * from, 2 * to);
}

/** Places of a line along all bands of a polygon; null where it is too compact to have any. */
function alongBands(
  polygon: Polygon,
  spacing: number,
  edges: EdgeIndex,
  random: () => number,
  ends: Ends,
): Point[] | null {
  const found = bandsOf(polygon, spacing, edges);
  if (!found) return null;
  let tree = found;
  const jointNear = (p: Point | undefined): number | undefined => {
    if (!p) return undefined;
    const { bands, joint } = jointAt(tree, p);
    tree = bands;
    return joint;
  };
  const [given, wanted] = [jointNear(ends[0]), jointNear(ends[1])];
  const from = given ?? farthest(waysFrom(tree, wanted ?? tree.bands[0].joints[0]).length);
  const to = wanted ?? farthest(waysFrom(tree, from).length);
  const passes = tour(tree, from, to);

  const degree = tree.joints.map((_, j) => tree.bands.filter((b) => b.joints.includes(j)).length);
  const size = tree.joints.map((p, j) =>
    degree[j] > 2 ? JOINT * (edges.nearest(p.x, p.y, 1e6)?.distance ?? 0) : 0,
  );
  const pairs = new Map<number, [Point[], Point[]]>();
  const points: Point[] = [];
  for (const { band: k, back, side } of passes) {
    const band = tree.bands[k];
    const [from, to] = [size[band.joints[0]], band.length - size[band.joints[1]]];
    let line: Point[];
    if (side) {
      const both = pairs.get(k) ?? pair(band, spacing, from, to, random);
      pairs.set(k, both);
      line = both[side > 0 ? 0 : 1];
    } else if (to - from < STEP * spacing) line = [band.middle[band.middle.length >> 1]];
    else line = swinging(band, spacing, from, to, random);
    points.push(...(back ? line.toReversed() : line));
  }
  // From a joint to itself there may be no way.
  return points.length > 1 ? points : null;
}
