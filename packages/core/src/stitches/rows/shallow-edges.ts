// Edges that rows meet at a small angle, where they end in steps; and corners, where the shape itself steps.
//
// Along a shallow edge thread is led from each row's end back to the end of the row before: with the turn on to the
// next row it makes one line along the edge, instead of teeth.
import { distance, distanceToWay, type Point } from '../../geometry/points.ts';
import type { Ring } from '../../geometry/region.ts';
import type { RowMap, Span } from './row-map.ts';

export type Side = 'left' | 'right';

/** Where a row begins this much farther along than the last one ended, the shape steps in or out, in mm … */
const STEP = 5;
/** … or this much, where the rows before or after step by less than that share of it: at a corner, not along a shallow edge. */
const CORNER_STEP = 0.7;
const STEADY = 0.4;

/** The way back along an edge is at least and at most so long, in mm. */
export const [EDGE_LEAST, EDGE_MOST] = [0.7, 5.5];
/** Where rows lie closer than this their teeth are too low to be seen, in mm. */
const EDGE_PITCH = 0.28;
/** From the first step on rows end ever nearer to where their own middle meets the edge, from the second on just there; in mm. */
const [DRAWN_FROM, DRAWN_TO] = [0.8, 1.6];

/** How near a row that steps by so many mm ends to where its own middle meets the edge: 1 is just there, 0 as if no line lay there. */
export const shareOnEdge = (step: number): number =>
  step > STEP ? 0 : Math.min(1, Math.max(0, (step - DRAWN_FROM) / (DRAWN_TO - DRAWN_FROM)));

const stepAt = (spans: readonly Span[], i: number, side: Side): number => spans[i + 1][side] - spans[i][side];

/** Does the shape step in or out on one side between row `i` and the next: by more than its edge does there from row to row? */
export function isStep(spans: readonly Span[], i: number, side: Side): boolean {
  const step = Math.abs(stepAt(spans, i, side));
  const beside = [i - 1, i + 1].filter((k) => spans[k] && spans[k + 1]);
  const along = Math.min(
    step,
    ...beside.map((k) => stepAt(spans, k, side) * Math.sign(stepAt(spans, i, side))),
  );
  return step > STEP || (step > CORNER_STEP && along < STEADY * step);
}

/** By how much rows step along a shallow edge on a side of row `i`, in mm; 0 where there is none. */
export function shallowStep(map: RowMap, spans: readonly Span[], i: number, side: Side): number {
  const span = spans[i];
  if (map.spacing * map.frame.apart({ x: span[side], y: span.y }) < EDGE_PITCH) return 0;
  const places = [i - 1, i].filter((k) => spans[k] && spans[k + 1]);
  const steps = places.map((k) => (isStep(spans, k, side) ? 0 : stepAt(spans, k, side)));
  return steps.length && steps.every((s) => s * steps[0] > 0) ? Math.min(...steps.map(Math.abs)) : 0;
}

/** An edge along which a line of thread shall lead strays from it by less than this, in mm. */
const STRAIGHT = 0.15;

/** A place where a row ends on an edge of a ring; in the frame. */
interface RowEnd extends Point {
  edge: number;
}

const rowEnd = (span: Span, side: Side): RowEnd => ({
  x: span.open[side],
  y: span.y,
  edge: span[`${side}Edge`],
});

/** The corners of a ring from one row's end to another's, on the way that keeps between two heights; null: on neither. */
function ringBetween(
  ring: Ring,
  one: RowEnd,
  other: RowEnd,
  heights: readonly [number, number],
): Point[] | null {
  const n = ring.length / 2;
  const [low, high] = [Math.min(...heights), Math.max(...heights)];
  // Rings may have thousands of corners: looked at no farther than the way keeps between the heights.
  const corners = ({ edge: from }: RowEnd, { edge: to }: RowEnd): Point[] | null => {
    const way: Point[] = [];
    for (let v = from; v !== to;) {
      v = (v + 1) % n;
      const [x, y] = [ring[2 * v], ring[2 * v + 1]];
      if (y < low || y > high) return null;
      way.push({ x, y });
    }
    return way;
  };
  return corners(one, other) ?? corners(other, one);
}

/** Rows reach to what lies so far beside them at most, in mm. */
const REACH = 0.25;

/** Is the edge on a side a line from where one row ends to where its neighbour does? */
function lineBetween(map: RowMap, span: Span, neighbour: Span, side: Side): boolean {
  const ring = span[`${side}Ring`];
  if (ring !== neighbour[`${side}Ring`]) return false;
  const [one, other] = [rowEnd(span, side), rowEnd(neighbour, side)];
  const down = Math.sign(other.y - one.y);
  const way = ringBetween(map.rings[ring], one, other, [one.y - down * REACH, other.y + down * REACH]);
  return way?.every((p) => offLine(p, one, other) < STRAIGHT) ?? false;
}

/** Rows' own middles meet a shallow edge at least so many times as far apart as the rows end: what lies beside them is another edge's. */
const AS_ENDS = 0.5;

/** Is the edge on a side of row `i` a shallow line from where the row before ends to where this one does? */
export function isLine(map: RowMap, spans: readonly Span[], i: number, side: Side): boolean {
  const [before, span] = [spans[i - 1], spans[i]];
  if (!shallowStep(map, spans, i, side)) return false;
  const onEdge = Math.abs(span.open[side] - before.open[side]);
  return onEdge >= AS_ENDS * Math.abs(span[side] - before[side]) && lineBetween(map, span, before, side);
}

/** How far a place lies from the line through two others. */
export const offLine = (p: Point, a: Point, b: Point): number =>
  Math.abs((p.x - a.x) * (b.y - a.y) - (p.y - a.y) * (b.x - a.x)) / (distance(a, b) || 1);

/** Where the ring between the ends of two rows turns, no farther off than a row at `beyond`, if it leads nearly straight there; in the frame. */
function turnBetween(ring: Ring, one: RowEnd, other: RowEnd, beyond: number): Point | null {
  const way = ringBetween(ring, one, other, [one.y, beyond]);
  if (!way?.length) return null;
  const turn = way.reduce((a, b) => (Math.abs(b.y - one.y) > Math.abs(a.y - one.y) ? b : a));
  const strays = way.some((p) => {
    const end = (p.x - turn.x) * (one.x - turn.x) > 0 ? one : other;
    return distanceToWay(p, end, turn) > STRAIGHT;
  });
  return strays ? null : turn;
}

/**
 * Where a row ends beside another one in the same hollow of the edge, between them and a row that lies along it: the
 * place where the edge turns, if it is near enough for a line of thread to lead there; in the frame.
 */
function turnBeside(map: RowMap, span: Span, side: Side): Point | null {
  const across = side === 'right' ? 'left' : 'right';
  for (const [whole, beside] of [
    [span.above, 'below'],
    [span.below, 'above'],
  ] as const) {
    if (whole.length !== 1) continue;
    const row = whole[0][beside];
    const other = row[row.indexOf(span) + (side === 'right' ? 1 : -1)];
    if (!other) continue;
    const ring = span[`${side}Ring`];
    if (other[`${across}Ring`] !== ring) continue;
    const turn = turnBetween(map.rings[ring], rowEnd(span, side), rowEnd(other, across), whole[0].y);
    const far = turn ? Math.abs(turn.x - span.open[side]) : 0;
    if (turn && far > EDGE_LEAST && far < EDGE_MOST) return turn;
  }
  return null;
}

/** Along a shallow edge the next row of another section ends at most so many times as far on as rows do there. */
const AS_BEFORE = 2.5;

/**
 * Where the edge goes on beside the first or last row of a section: where it turns, or where the row beyond ends. A line
 * of thread leads there and back, as none comes from the other section; in the frame.
 */
export function edgeBeyond(map: RowMap, spans: readonly Span[], i: number, side: Side): Point | null {
  const span = spans[i];
  const turn = turnBeside(map, span, side);
  if (turn) return turn;
  const inner = i === 0 ? spans[1] : i === spans.length - 1 ? spans[i - 1] : null;
  const step = inner ? shallowStep(map, spans, i, side) : 0;
  if (!inner || !step) return null;
  const [beyond, ...others] = inner.y > span.y ? span.above : span.below;
  if (!beyond || others.length || !lineBetween(map, span, beyond, side)) return null;
  const on = (beyond.open[side] - span.open[side]) * Math.sign(span[side] - inner[side]);
  return on > EDGE_LEAST && on < Math.min(EDGE_MOST, AS_BEFORE * step)
    ? { x: beyond.open[side], y: beyond.y }
    : null;
}

/**
 * Where row `i` ends on a side, in mm along it, before compensation: rows reach over all that they cover, but along a
 * shallow edge lies a line of thread.
 */
export function endOf(map: RowMap, spans: readonly Span[], i: number, side: Side): number {
  const { [side]: whole, open } = spans[i];
  if (turnBeside(map, spans[i], side)) return open[side];
  const step = shallowStep(map, spans, i, side);
  const inwards = open[side] - whole;
  // What lies farther in than a step is another edge's.
  return Math.abs(inwards) < step ? whole + shareOnEdge(step) * inwards : whole;
}
