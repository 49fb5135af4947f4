// Sews a column: underlay, then stitches to and fro, from one place of it to another.
import { distance, lerp, type Point } from '../../geometry/points.ts';
import { seeded } from '../../geometry/random.ts';
import { Part, type PartCode, type ThreadBuilder } from '../thread.ts';
import type { Column, Stretch } from './column.ts';
import { insetOn, middle, type Rung } from './ladder.ts';
import { hasWay, runAlong, runMiddle, UNDERLAY_INSET } from './ways.ts';

export type SplitRule = 'staggered' | 'even' | 'random';
export type Underlay = 'none' | 'centre' | 'edge' | 'edge-zigzag';

export interface ColumnStitches {
  /** Between stitches along the outer edge, in mm. */
  spacing: number;
  underlay: Underlay;
  /** Stitches longer than this are split, in mm. */
  longest: number;
  split: SplitRule;
}

/** Columns narrower than this are sewn as a run, in mm. */
const THINNEST = 0.5;
/** Stitches of one edge nearer than this are shortened by turns, in mm. */
const CROWDED = 0.265;
/** Fine thread lies closer: its stitches are when they are nearer than this share of their spacing. */
const CROWDED_SHARE = 0.6625;
/** Ends of shortened stitches are spread by this share of what they leave out, so that they form no line. */
const SPREAD = 0.3;
/** Where split points lie within their share, in turn. */
const STAGGER = [0, 0.2, -0.1, 0.1, -0.2];
/** None of the parts of a split stitch is shorter than this, in mm. */
const SHORTEST_PART = 1.5;
const RUN_LENGTH = 2;
/** A free end so wide, in mm, that is hardly narrower than the column so far from there, is closed by a stitch along it, … */
const [CLOSED_FROM, NARROWER, SO_FAR] = [1, 0.8, 0.6];
/** … from which the next needle point is so far, in stitches' half distances: on its own side it lies nearer than others, across farther. */
const BESIDE_CLOSED = 1.5;
/** Shorter stretches than this, in stitches' half distances, have no room for it. */
const FEW = 5;
/** Between run and satin no stitch is shorter than this, in mm. */
const SHORTEST_RUN = 0.5;
/** Run is led on to where satin begins, unless its last stitch would be shorter than this anyway, in mm. */
const LONG_RUN = 1;
/** A way from stretch to stretch is shortened by ending on the other edge, if that makes it shorter by this, in mm. */
const NOTICED = 0.5;

/** Where a stitch of this width is split, as shares of it. `index` counts stitches. */
export function splitShares(width: number, longest: number, rule: SplitRule, index: number): number[] {
  if (width <= longest) return [];
  const parts = Math.max(2, Math.ceil(width / (longest * 0.85)));
  const part = width / parts;
  // Neighbouring points move at most this far, so that no part grows too long or too short.
  const room = Math.min(0.24, (longest / part - 1) / 2, Math.max(0, (part - SHORTEST_PART) / (2 * part)));
  const shift = STAGGER[index % STAGGER.length] / 0.2;
  const noise = seeded(index * 7919 + 17);
  return Array.from({ length: parts - 1 }, (_, k) => {
    const off = rule === 'even' ? 0 : rule === 'random' ? 2 * noise() - 1 : shift;
    return (k + 1 + off * room) / parts;
  });
}

/** Sews to a place; a stitch longer than the limit is split. */
export function sewTo(
  builder: ThreadBuilder,
  p: Point,
  columnStitches: ColumnStitches,
  part: PartCode,
  index: number,
): void {
  const from = builder.last;
  if (from)
    for (const t of splitShares(distance(from, p), columnStitches.longest, columnStitches.split, index))
      builder.add(from.x + (p.x - from.x) * t, from.y + (p.y - from.y) * t, part);
  builder.add(p.x, p.y, part);
}

/**
 * How much a stitch leaves out at the inner edge of a curve, as a share of the column's width: half of the stitches
 * end where they would lie nearer than 0.265 mm to each other, half of the rest where those would, and so on.
 * `share` is the inner edge's length as a share of the outer one's; `turn` counts stitches of that edge. Where every second
 * of them would not cover that edge, the others end only so far from it that no two points lie too near to each other.
 */
export function shortenedBy(spacing: number, share: number, turn: number, width: number): number {
  const crowded = Math.min(CROWDED, CROWDED_SHARE * spacing);
  if (spacing * share >= crowded) return 0;
  if (2 * share > 1)
    return turn % 2 ? Math.min(0.5, Math.sqrt(crowded ** 2 - (spacing * share) ** 2) / width) : 0;
  let wanted = crowded;
  let bits = turn;
  while (bits % 2 === 1 && wanted > 0.01) {
    bits >>= 1;
    wanted /= 2;
  }
  const out = (wanted / spacing - share) / (1 - share);
  const spread = 1 + SPREAD * (((turn * 0.618) % 1) - 0.5);
  return Math.min(0.8, Math.max(0, out * spread));
}

/** The run through thin rungs keeps to their middles up to where satin begins: from farther back it would leave one side of a tip bare. */
function runUpTo(builder: ThreadBuilder, thin: readonly Point[], satin: Point): void {
  const { last } = builder;
  if (!last || distance(last, satin) <= LONG_RUN) return;
  const before = thin.findLast((q) => distance(q, satin) >= SHORTEST_RUN);
  if (before && distance(before, last) >= SHORTEST_RUN) builder.add(before.x, before.y, Part.top);
}

/** Where a stretch begins and ends, as places on its ladder of stitches. */
function endsOf({ piece: { base, top }, from, to }: Stretch): [number, number] {
  const scale = base.length > 0 ? top.length / base.length : 1;
  return [from * scale, to * scale];
}

export type Side = 'left' | 'right';
/** Stitches with odd numbers end on the left. */
const parityOf = (side: Side): number => (side === 'left' ? 1 : 0);

/** Which edge of a rung is nearer to something, by more than a little. */
export function nearerEdge({ left, right }: Rung, gapTo: (p: Point) => number): Side | undefined {
  const [l, r] = [gapTo(left), gapTo(right)];
  return Math.abs(l - r) < NOTICED ? undefined : l < r ? 'left' : 'right';
}

/** Which edge a stretch ends on from where the next one begins nearer: the stitch that leads there would lie on top. */
function edgeToward(stretch: Stretch, next: Stretch): Side | undefined {
  const { left, right } = next.piece.top.at(endsOf(next)[0]);
  return nearerEdge(stretch.piece.top.at(endsOf(stretch)[1]), (p) =>
    Math.min(distance(p, left), distance(p, right)),
  );
}

/** On which edges stitches begin and end; left out: on the one that is nearer, and as they come. */
interface Edges {
  begin?: Side;
  end?: Side;
}

/** Which ends of a stretch are free ends of its column, wide enough to be closed by a stitch along them. */
interface Closed {
  begin: boolean;
  end: boolean;
}

const OPEN_ENDS: Closed = { begin: false, end: false };

function closedEnds(column: Column, from: number, to: number): Closed {
  const isFree = (place: number): boolean => {
    if (column.ring || (place > 1e-6 && place < column.length - 1e-6)) return false;
    const mouth = column.mouths[place > 1e-6 ? 1 : 0];
    if (Math.abs(mouth - place) > 1e-6) return false;
    const inside = place > 1e-6 ? Math.max(0, place - SO_FAR) : Math.min(column.length, SO_FAR);
    const width = column.widthAt(place);
    return width >= CLOSED_FROM && width >= NARROWER * column.widthAt(inside);
  };
  return { begin: isFree(from), end: isFree(to) };
}

/** Where needle points lie along a stretch of so many half distances, from 0 to 1: at a closed end there are two. */
function placesAlong(steps: number, { begin, end }: Closed): number[] {
  const [first, last] = [begin ? BESIDE_CLOSED : 0, steps - (end ? BESIDE_CLOSED : 0)];
  const inner = Math.ceil(last - first);
  const out = Array.from({ length: inner + 1 }, (_, k) => (first + ((last - first) * k) / inner) / steps);
  return [...(begin ? [0, 0] : []), ...out, ...(end ? [1, 1] : [])];
}

/** Stitches to and fro over one stretch; `index` counts them through the whole column, and is given back. */
function sewStretch(
  stretch: Stretch,
  edges: Edges,
  ends: Closed,
  columnStitches: ColumnStitches,
  builder: ThreadBuilder,
  index: number,
): number {
  const { top } = stretch.piece;
  const [a, b] = endsOf(stretch);
  let steps = Math.max(1, Math.round(Math.abs(b - a) / (columnStitches.spacing / 2)));
  /** Middles of the rungs too thin for satin since the last wide one. */
  let thin: Point[] = [];
  let onRun = false;
  const { last } = builder;
  // It begins at the edge that is nearer: no stitch lies across a corner.
  if (last) {
    const { left, right } = top.at(a);
    const begin = edges.begin ?? (distance(last, left) < distance(last, right) ? 'left' : 'right');
    if (index % 2 !== parityOf(begin)) index++;
  }
  const closed = steps < FEW ? OPEN_ENDS : ends;
  let places = placesAlong(steps, closed);
  const lastIndex = index + places.length - 1;
  if (edges.end && lastIndex % 2 !== parityOf(edges.end)) places = placesAlong(++steps, closed);
  /** Needle points of closed ends keep to the edge. */
  const isEnd = (k: number): boolean => (closed.begin && k < 2) || (closed.end && k >= places.length - 2);
  places.forEach((along, k) => {
    const place = a + (b - a) * along;
    const rung = top.at(place);
    const width = distance(rung.left, rung.right);
    if (width < THINNEST) {
      const p = middle(rung);
      thin.push(p);
      const gone = builder.last ? distance(builder.last, p) : Infinity;
      if (k === 0 || k === places.length - 1) builder.addFirm(p.x, p.y, Part.top);
      else if (gone >= (onRun ? RUN_LENGTH : SHORTEST_RUN)) {
        builder.add(p.x, p.y, Part.top);
        onRun = true;
      }
      return;
    }
    const side = index % 2 ? 'left' : 'right';
    const { side: inner, share } = top.inner(place);
    const out =
      side === inner && !isEnd(k) ? shortenedBy(columnStitches.spacing, share, index >> 1, width) : 0;
    const p = out ? lerp(rung[side], rung[side === 'left' ? 'right' : 'left'], out) : rung[side];
    if (thin.length) {
      runUpTo(builder, thin, p);
      thin = [];
    }
    onRun = false;
    if (!k) builder.beginAt(p.x, p.y);
    sewTo(builder, p, columnStitches, Part.top, index);
    index++;
  });
  return index;
}

/** Stitches to and fro from one place of the column to another. */
export function sewAcross(
  column: Column,
  from: number,
  to: number,
  columnStitches: ColumnStitches,
  builder: ThreadBuilder,
  { begin, end }: Edges = {},
): void {
  let index = 0;
  const stretches = column.stretches(from, to);
  const free = closedEnds(column, from, to);
  stretches.forEach((stretch, i) => {
    const next = stretches[i + 1];
    const edges = { begin: i ? undefined : begin, end: next ? edgeToward(stretch, next) : end };
    const closed = { begin: !i && free.begin, end: !next && free.end };
    index = sewStretch(stretch, edges, closed, columnStitches, builder, index);
  });
}

function zigzag(
  column: Column,
  from: number,
  to: number,
  columnStitches: ColumnStitches,
  builder: ThreadBuilder,
): void {
  const points = column.through(from, to, 1.5, (rung) => rung.left);
  const other = column.through(from, to, 1.5, (rung) => rung.right);
  points.forEach((left, k) => {
    const p = insetOn({ left, right: other[k] }, k % 2 ? 'left' : 'right', UNDERLAY_INSET);
    sewTo(builder, p, columnStitches, Part.underlay, k);
  });
}

/** Underlay between two places, begun at `from` and ended there again. It stays 0.4 mm inside each edge and each end. */
export function sewUnderlay(
  column: Column,
  from: number,
  to: number,
  columnStitches: ColumnStitches,
  builder: ThreadBuilder,
): void {
  if (columnStitches.underlay === 'none') return;
  const inset = Math.min(UNDERLAY_INSET, Math.abs(to - from) / 4) * Math.sign(to - from || 1);
  const [a, b] = column.ring ? [from, to] : [from + inset, to - inset];
  const edge =
    (side: 'left' | 'right') =>
    (rung: Rung): Point =>
      insetOn(rung, side, UNDERLAY_INSET);
  const room = column.widest > 2 * UNDERLAY_INSET + 0.6;
  if (columnStitches.underlay === 'centre' || !room) {
    // A way that leads to where stitches begin is a run beneath them.
    if (hasWay(builder, column, a, b)) return;
    runMiddle(column, a, b, builder);
    return runMiddle(column, b, a, builder);
  }
  // Out on the side where the thread is.
  const { last } = builder;
  const rung = column.rungAt(a);
  const rightFirst = last && distance(last, rung.right) < distance(last, rung.left);
  runAlong(column, a, b, edge(rightFirst ? 'right' : 'left'), builder);
  runAlong(column, b, a, edge(rightFirst ? 'left' : 'right'), builder);
  if (columnStitches.underlay === 'edge-zigzag') {
    zigzag(column, a, b, columnStitches, builder);
    zigzag(column, b, a, columnStitches, builder);
  }
}

/** One stitch more where the thread has to end, in mm: to the place on the rung there that is nearest to it. */
export function endAt(
  column: Column,
  end: Point,
  columnStitches: ColumnStitches,
  builder: ThreadBuilder,
): void {
  const { left, right } = column.rungAt(column.nearest(end));
  const [dx, dy] = [right.x - left.x, right.y - left.y];
  const t = ((end.x - left.x) * dx + (end.y - left.y) * dy) / (dx * dx + dy * dy || 1);
  const p = lerp(left, right, Math.min(1, Math.max(0, t)));
  if (builder.reach(p.x, p.y) > NEAR_END) sewTo(builder, p, columnStitches, Part.top, 0);
}

/** A thread that ends this near to where it has to is there, in mm. */
const NEAR_END = 1;

/** How far closed columns sew over their own start, in mm. */
const OVERLAP = 0.5;
export const overlapOf = ({ length }: Column): number => Math.min(OVERLAP, length / 4);
/** How far the halves of a column sew over their join, in mm: what comes from both sides is pushed together there. */
export const AT_JOIN = 0.1;
