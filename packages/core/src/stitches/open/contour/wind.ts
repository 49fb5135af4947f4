// One thread from the rings of a region.
//
// The longest run of rings from the edge inward is wound into a spiral: over a stretch of its way each ring slides
// evenly into the next, so that lines keep their distance and no seam shows. All other rings are taken in by necks:
// a ring and its neighbour are both cut open and joined side by side, as connected Fermat spirals are joined
// (Zhao et al. 2016). Nothing crosses, because every link lies between two neighbouring rings.
import { smoothStep } from '../../../geometry/smooth-step.ts';
import type { EdgeIndex } from '../../../geometry/edge-index.ts';
import { boundsMeet, lerp, turnBetween, type Point } from '../../../geometry/points.ts';
import { coordsOf, lengthOf, pointsOf, type Line } from '../../../geometry/polyline.ts';
import { ringBounds } from '../../../geometry/region.ts';
import { untangled } from '../uncross.ts';
import { closest, type LevelRing, type Neighbours } from './levels.ts';
import { addBranch } from './branch.ts';
import { at, count, nearestPoint, Web } from './web.ts';

/** A ring slides into the next over this share of it, … */
const SLIDE = 0.4;
/** … and over so many spacings at most. */
const LONGEST_SLIDE = 14;
/** Places on the innermost ring that are tried as the spiral's end. */
const TRIED = 16;
/** Of a long chain, about so many slides are looked at each time. */
const LOOKED_AT = 6;
/** A slide that is only looked at has every so manieth point. */
const ROUGHLY = 3;
/** A neck is so wide, in spacings; narrower ones are taken where there is no room. */
const NECK = 0.9;
const NECKS = [NECK, 0.55, 0.3];
/** Rings that lie farther apart than this, in spacings, are not joined: others may lie between them. */
const FARTHEST_NECK = 1.25;
/** A line that is at least so much of all rings' length leaves nothing out: slides are a little shorter than what they replace. */
const WOUND = 0.97;

/** The two ends on a small ring lie no farther apart than this share of it. */
const SMALL_GAP = 0.2;

/** Rings in the order in which the spiral winds through them: from the edge in, and out again where two meet. */
interface Chain {
  inward: number[];
  /** From the ring that meets the last inward one, out to the edge. */
  outward: number[];
}

/** The longest run of rings, by the length of thread. */
function longestChain(rings: readonly LevelRing[], tree: readonly Neighbours[]): Chain {
  const above: number[][] = rings.map(() => []);
  for (const { a, b, meet } of tree) if (!meet) above[b].push(a);
  const best = new Float64Array(rings.length);
  const up = new Int32Array(rings.length).fill(-1);
  // Rings stand in order of their levels: those above come first.
  rings.forEach((ring, i) => {
    for (const a of above[i]) if (best[a] > (up[i] < 0 ? -1 : best[up[i]])) up[i] = a;
    best[i] = ring.length + (up[i] < 0 ? 0 : best[up[i]]);
  });
  const chain = (i: number): number[] => (i < 0 ? [] : [...chain(up[i]), i]);
  let most = 0;
  let ends: [number, number] = [0, -1];
  rings.forEach((_, i) => best[i] > most && ((most = best[i]), (ends = [i, -1])));
  for (const { a, b, meet } of tree)
    if (meet && best[a] + best[b] > most) [most, ends] = [best[a] + best[b], [a, b]];
  return { inward: chain(ends[0]), outward: chain(ends[1]).reverse() };
}

/** How ring i of a chain slides into the next: it is left at point `from`, and the next one is met at `to`. */
interface Slide {
  from: number;
  to: number;
  way: Point[];
  /** Points of the outer and of the inner ring that the way is half a spacing away from. */
  clearOfOuter: number;
  clearOfInner: number;
}

/** The slide is clear of a ring from where it has left it by this share of the spacing. */
const CLEAR = 0.55;

const besides = new WeakMap<LevelRing, Map<LevelRing, ReturnType<EdgeIndex['nearest']>[]>>();

/** The place of the outer ring beside a point of the inner one; slides that are tried ask for the same again and again. */
function besideOf(outer: LevelRing, inner: LevelRing, k: number, spacing: number) {
  let byInner = besides.get(outer);
  if (!byInner) besides.set(outer, (byInner = new Map()));
  let known = byInner.get(inner);
  if (!known) byInner.set(inner, (known = new Array(count(inner))));
  const n = count(inner);
  const i = ((k % n) + n) % n;
  if (known[i] === undefined) {
    const q = at(inner, i);
    known[i] = outer.edges.nearest(q.x, q.y, 1.3 * spacing);
  }
  return known[i];
}

/**
 * Goes back along the inner ring from where it is met, as long as the outer one runs beside it, `stride` points at a
 * time.
 */
function slideInto(outer: LevelRing, inner: LevelRing, to: number, spacing: number, stride = 1): Slide {
  const longest = Math.min(SLIDE * inner.length, SLIDE * outer.length, LONGEST_SLIDE * spacing);
  const pairs: { q: Point; p: Point; outerAt: number; innerAt: number }[] = [];
  let gone = 0;
  let from = nearestPoint(outer, at(inner, to));
  let step = outer.edges.nearest(at(inner, to).x, at(inner, to).y, 1e6)!.at;
  for (let k = 0; gone <= longest && k < count(inner) - 1; k += stride) {
    const q = at(inner, to - k);
    if (k) {
      const before = at(inner, to - k + stride);
      const d = Math.hypot(q.x - before.x, q.y - before.y);
      const near = besideOf(outer, inner, to - k, spacing);
      // Where the outer ring has a lobe of its own, the rings part: the slide ends before it.
      if (!near || Math.hypot(near.at.x - step.x, near.at.y - step.y) > 2.5 * d + 0.4 * spacing) break;
      gone += d;
      step = near.at;
      from = near.edge;
    }
    pairs.push({ q, p: step, outerAt: from, innerAt: to - k });
  }
  pairs.reverse();
  const share = (k: number): number => smoothStep(pairs.length > 1 ? k / (pairs.length - 1) : 1);
  const way = pairs.map(({ q, p }, k) => lerp(p, q, share(k)));
  const n = count(inner);
  const left = pairs.findIndex((_, k) => share(k) >= CLEAR);
  const near = pairs.findLastIndex((_, k) => share(k) <= 1 - CLEAR);
  return {
    from,
    to,
    way,
    clearOfOuter: pairs[left].outerAt,
    clearOfInner: (((near < 0 ? to - 1 : pairs[near].innerAt) % n) + n) % n,
  };
}

/** Where each ring of a chain (from the edge in) is met, when the innermost one is met at point `last`. */
function meetingPoints(rings: readonly LevelRing[], chain: readonly number[], last: number): number[] {
  const out = new Array<number>(chain.length);
  out[chain.length - 1] = last;
  for (let i = chain.length - 2; i >= 0; i--)
    out[i] = nearestPoint(rings[chain[i]], at(rings[chain[i + 1]], out[i + 1]));
  return out;
}

/** Slides all rings of a chain into one another; the innermost is met at its point `last`. */
function slidesOf(
  rings: readonly LevelRing[],
  chain: readonly number[],
  last: number,
  spacing: number,
): Slide[] {
  const met = meetingPoints(rings, chain, last);
  return chain.slice(1).map((inner, i) => slideInto(rings[chain[i]], rings[inner], met[i + 1], spacing));
}

/** How much a way turns, in radians. */
function turnOf(way: readonly Point[]): number {
  let sum = 0;
  for (let i = 2; i < way.length; i++) sum += turnBetween(way[i - 2], way[i - 1], way[i]);
  return sum;
}

/** What a radian of turn costs a slide. */
const BENT = 0.15;

/** The best place on the innermost ring to end at: slides are long, and the spiral begins near `from`. */
function bestLast(
  rings: readonly LevelRing[],
  chain: readonly number[],
  spacing: number,
  from: Point | undefined,
): number {
  const n = count(rings[chain[chain.length - 1]]);
  const stride = Math.max(1, Math.floor(chain.length / LOOKED_AT));
  let best = { cost: Infinity, last: 0 };
  for (let k = 0; k < TRIED; k++) {
    const last = Math.floor((k * n) / TRIED);
    const met = meetingPoints(rings, chain, last);
    const begin = at(rings[chain[0]], met[0]);
    let cost = from ? Math.hypot(begin.x - from.x, begin.y - from.y) / (4 * spacing) : 0;
    for (let i = 0; i + 1 < chain.length; i += stride) {
      const { way } = slideInto(rings[chain[i]], rings[chain[i + 1]], met[i + 1], spacing, ROUGHLY);
      cost += stride * (3 / (ROUGHLY * way.length) + BENT * turnOf(way));
    }
    if (cost < best.cost) best = { cost, last };
  }
  return best.last;
}

/**
 * Winds a chain of rings in the web into one line. Gives the number of its outer end in the web, and on the innermost
 * ring the points where it ends and where it came in.
 */
function windChain(
  web: Web,
  rings: readonly LevelRing[],
  chain: readonly number[],
  last: number,
  spacing: number,
): { begin: number; end: number; met: number } {
  const slides = slidesOf(rings, chain, last, spacing);
  const gap = (ring: LevelRing): number =>
    Math.max(1, Math.round(Math.min(SMALL_GAP, (NECK * spacing) / ring.length) * count(ring)));
  const outer = rings[chain[0]];
  const inner = rings[chain[chain.length - 1]];
  let begin: number;
  if (slides.length) {
    // The outermost ring goes all the way round: it begins a little beyond where it is left.
    const { from, clearOfOuter } = slides[0];
    const least = (from + gap(outer)) % count(outer);
    const far = (clearOfOuter - from + count(outer)) % count(outer) > gap(outer);
    const start = far ? clearOfOuter : least;
    web.open(chain[0], count(outer), from, start);
    begin = web.first[chain[0]] + start;
  } else begin = web.first[chain[0]] + last;
  slides.forEach(({ from, to, way }, i) => {
    const ring = rings[chain[i]];
    if (i) web.open(chain[i], count(ring), from, slides[i - 1].to);
    // The inner ring is cut just before it is met: the next slide, or the end, opens it farther.
    const f = web.first[chain[i + 1]];
    const n = count(rings[chain[i + 1]]);
    web.cut(f + ((to + n - 1) % n), f + to);
    web.joinOver(web.first[chain[i]] + from, way.slice(1, -1), f + to);
  });
  const n = count(inner);
  const met = slides.length ? slides[slides.length - 1].to : last;
  const clear = slides.length ? slides[slides.length - 1].clearOfInner : met;
  const end = (met - clear + n) % n > gap(inner) ? clear : (met + n - gap(inner)) % n;
  web.open(chain[chain.length - 1], n, end, met);
  return { begin, end, met };
}

/** A wound chain's inner end: on which ring, at which point, and where the ring was come to. */
interface InnerEnd {
  ring: number;
  end: number;
  met: number;
}

/** Joins the inner ends of two chains that wind the same way round and meet: the longer one is taken back. */
function meet(web: Web, rings: readonly LevelRing[], p: InnerEnd, q: InnerEnd): void {
  const back = ({ ring, met }: InnerEnd, i: number): number => {
    const n = count(rings[ring]);
    return (met - i + n) % n;
  };
  for (const [one, two] of [
    [p, q],
    [q, p],
  ]) {
    const other = nearestPoint(rings[two.ring], at(rings[one.ring], one.end));
    // More than half way round is on the other side.
    if (back(two, other) < back(two, two.end) || back(two, other) > count(rings[two.ring]) / 2) continue;
    web.open(two.ring, count(rings[two.ring]), other, two.end);
    web.join(web.first[one.ring] + one.end, web.first[two.ring] + other);
    return;
  }
  web.join(web.first[p.ring] + p.end, web.first[q.ring] + q.end);
}

/** Takes a ring into the line by a neck to its neighbour, which is part of it already. False without a place. */
function addByNeck(
  web: Web,
  rings: readonly LevelRing[],
  has: number,
  add: number,
  spacing: number,
  width: number,
): boolean {
  const [a, b] = [rings[has], rings[add]];
  const half = (ring: LevelRing, wide = width): number =>
    Math.max(1, Math.round((0.5 * wide * spacing * count(ring)) / ring.length));
  const [ha, hb] = [half(a), half(b)];
  const whole = (ring: number, i: number, h: number): boolean => {
    const n = count(rings[ring]);
    if (n <= 2 * h + 1) return false;
    const f = web.first[ring];
    for (let k = -h; k < h; k++)
      if (!web.linked(f + ((i + k + n) % n), f + ((i + k + 1 + n) % n))) return false;
    return true;
  };
  let best: { i: number; j: number; gap: number; cost: number } | null = null;
  const step = Math.max(1, Math.floor(count(b) / 60));
  for (let j = 0; j < count(b); j += step) {
    const p = at(b, j);
    const i = nearestPoint(a, p);
    const q = at(a, i);
    const gap = Math.hypot(p.x - q.x, p.y - q.y) / spacing;
    if (gap > FARTHEST_NECK) continue;
    // Straight parts are better than corners.
    const bent = (ring: LevelRing, k: number, h: number): number => {
      const [l, m, r] = [at(ring, k - 2 * h), at(ring, k), at(ring, k + 2 * h)];
      return Math.hypot((l.x + r.x) / 2 - m.x, (l.y + r.y) / 2 - m.y) / spacing;
    };
    const cost = gap + bent(a, i, ha) + bent(b, j, hb);
    if ((!best || cost < best.cost) && whole(has, i, ha) && whole(add, j, hb)) best = { i, j, gap, cost };
  }
  if (!best) return false;
  const [na, nb] = [count(a), count(b)];
  // Rings that lie close to each other need no wide neck.
  const wide = Math.min(width, Math.max(NECKS[NECKS.length - 1], NECK * best.gap));
  const [ka, kb] = [half(a, wide), half(b, wide)];
  const [a1, a2] = [(best.i - ka + na) % na, (best.i + ka) % na];
  const [b1, b2] = [(best.j - kb + nb) % nb, (best.j + kb) % nb];
  web.open(has, na, a1, a2);
  web.open(add, nb, b1, b2);
  const [p1, p2, q1, q2] = [
    web.first[has] + a1,
    web.first[has] + a2,
    web.first[add] + b1,
    web.first[add] + b2,
  ];
  const straight = web.distance(p1, q1) + web.distance(p2, q2) <= web.distance(p1, q2) + web.distance(p2, q1);
  web.join(p1, straight ? q1 : q2);
  web.join(p2, straight ? q2 : q1);
  return true;
}

/** Pairs of rings that lie beside each other, nearest first. */
function neighbourPairs(rings: readonly LevelRing[], spacing: number): [number, number][] {
  const pairs: { pair: [number, number]; gap: number }[] = [];
  const boxes = rings.map(({ points }) => ringBounds(points));
  const room = FARTHEST_NECK * spacing;
  rings.forEach((a, i) => {
    for (let j = i + 1; j < rings.length; j++) {
      if (!boundsMeet(boxes[i], boxes[j], room) || Math.abs(a.level - rings[j].level) > 1) continue;
      const gap = closest(a, rings[j]).distance;
      if (gap <= room) pairs.push({ pair: [i, j], gap });
    }
  });
  return pairs.sort((p, q) => p.gap - q.gap).map(({ pair }) => pair);
}

/** Takes in by necks what can be: first along the tree, then wherever rings lie beside each other. */
function addAllByNecks(
  web: Web,
  rings: readonly LevelRing[],
  tree: readonly Neighbours[],
  taken: Set<number>,
  spacing: number,
): void {
  const tried = (pairs: readonly (readonly [number, number])[], width: number): boolean => {
    let some = false;
    for (const [a, b] of pairs) {
      if (taken.has(a) === taken.has(b)) continue;
      const [has, add] = taken.has(a) ? [a, b] : [b, a];
      if (!addByNeck(web, rings, has, add, spacing, width)) continue;
      taken.add(add);
      some = true;
    }
    return some;
  };
  const along = tree.map(({ a, b }) => [a, b] as const);
  let others: [number, number][] | undefined;
  for (const width of NECKS)
    while (taken.size < rings.length)
      if (!tried(along, width) && !tried((others ??= neighbourPairs(rings, spacing)), width)) break;
}

/** The longest run of rings inside one, of those that are not taken yet. */
function runInside(
  rings: readonly LevelRing[],
  below: readonly number[][],
  taken: ReadonlySet<number>,
  ring: number,
): number[] {
  let best: number[] = [];
  let most = -1;
  for (const next of below[ring]) {
    if (taken.has(next)) continue;
    const run = runInside(rings, below, taken, next);
    const length = run.reduce((sum, i) => sum + rings[i].length, 0);
    if (length > most) [most, best] = [length, run];
  }
  return [ring, ...best];
}

/** Takes in branches of several rings, each through one door. */
function addBranches(
  web: Web,
  rings: readonly LevelRing[],
  tree: readonly Neighbours[],
  taken: Set<number>,
  spacing: number,
): void {
  const below: number[][] = rings.map(() => []);
  for (const { a, b, meet } of tree) if (!meet) below[a].push(b);
  const tried = new Set<number>();
  for (let some = true; some;) {
    some = false;
    for (const bearing of [...taken])
      for (const first of below[bearing]) {
        if (taken.has(first) || tried.has(first)) continue;
        tried.add(first);
        const run = runInside(rings, below, taken, first);
        for (let length = run.length; length >= 2; length--) {
          const branch = run.slice(0, length);
          if (!addBranch(web, rings, [bearing, ...branch], spacing)) continue;
          for (const i of branch) taken.add(i);
          some = true;
          break;
        }
      }
  }
}

/** One line wound through a chain of rings, and what can be joined to it; how much of the rings' length it is. */
interface Wound {
  line: Line;
  taken: Set<number>;
  share: number;
}

function woundAlong(
  rings: readonly LevelRing[],
  tree: readonly Neighbours[],
  { inward, outward }: Chain,
  spacing: number,
  from: Point | undefined,
  branches = true,
): Wound {
  const web = new Web(rings);
  let begin: number;
  if (outward.length) {
    const [a, b] = [inward[inward.length - 1], outward[0]];
    const { i, j } = closest(rings[a], rings[b]);
    const one = windChain(web, rings, inward, i, spacing);
    const two = windChain(web, rings, [...outward].reverse(), j, spacing);
    meet(web, rings, { ...one, ring: a }, { ...two, ring: b });
    begin = one.begin;
  } else begin = windChain(web, rings, inward, bestLast(rings, inward, spacing, from), spacing).begin;
  const taken = new Set([...inward, ...outward]);
  if (branches) addBranches(web, rings, tree, taken, spacing);
  addAllByNecks(web, rings, tree, taken, spacing);
  // Where rings nearly touch, a neck may reach over the next line.
  const { points, tangled } = untangled(pointsOf(web.lineFrom(begin).coords), spacing / 2);
  // Where a door fell into a place too odd for it, necks do.
  if (branches && tangled) return woundAlong(rings, tree, { inward, outward }, spacing, from, false);
  const line = { coords: coordsOf(points), closed: false };
  const all = rings.reduce((sum, ring) => sum + ring.length, 0);
  return { line, taken, share: lengthOf(line) / all };
}

/**
 * Lines through all rings of a connected piece: one, unless rings are too far from all others or too small to be joined.
 * The first begins at the edge, near `from` if that can be.
 */
export function windRings(
  rings: readonly LevelRing[],
  tree: readonly Neighbours[],
  spacing: number,
  from?: Point,
): Line[] {
  if (!rings.length) return [];
  const { inward, outward } = longestChain(rings, tree);
  let best = woundAlong(rings, tree, { inward, outward }, spacing, from);
  // It should leave nothing out; where rings are small or odd, shorter spirals do better.
  const shorter = [
    ...(outward.length ? [inward] : []),
    ...(inward.length > 2 ? [inward.slice(0, -1)] : []),
    ...(inward.length > 1 ? [inward.slice(0, 1)] : []),
  ];
  for (const one of shorter) {
    if (best.share >= WOUND) break;
    const wound = woundAlong(rings, tree, { inward: one, outward: [] }, spacing, from);
    if (wound.share > best.share) best = wound;
  }
  const { line, taken } = best;
  // What could not be joined is wound by itself.
  const numbers = rings.flatMap((_, i) => (taken.has(i) ? [] : [i]));
  const rest = numbers.map((i) => rings[i]);
  const restTree = tree.flatMap(({ a, b, meet }) => {
    const [p, q] = [numbers.indexOf(a), numbers.indexOf(b)];
    return p < 0 || q < 0 ? [] : [{ a: p, b: q, meet }];
  });
  return [line, ...windRings(rest, restTree, spacing, from)];
}
