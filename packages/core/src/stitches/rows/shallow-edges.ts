// Edges that rows meet at a small angle, where they end in steps; and corners, where the shape itself steps.
//
// Along a shallow edge thread is led from each row's end back to the end of the row before: with the turn on to the
// next row it makes one line along the edge, instead of teeth.
import type { RowMap, Span } from './row-map.ts';

type Side = 'left' | 'right';

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

/**
 * Where row `i` ends on a side, in mm along it, before compensation: rows reach over all that they cover, but along a
 * shallow edge lies a line of thread.
 */
export function endOf(map: RowMap, spans: readonly Span[], i: number, side: Side): number {
  const step = shallowStep(map, spans, i, side);
  const { [side]: whole, open } = spans[i];
  const inwards = open[side] - whole;
  // What lies farther in than a step is another edge's.
  return Math.abs(inwards) < step ? whole + shareOnEdge(step) * inwards : whole;
}
