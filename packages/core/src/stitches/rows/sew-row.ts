// Sews one row: its needle points by the pattern, on the machine's grid, from edge to edge.
import { distance, onMachineGrid, type Point } from '../../geometry/points.ts';
import type { PartCode, ThreadBuilder } from '../thread.ts';
import { needlesOf } from './patterns.ts';
import type { RowMap, Span } from './row-map.ts';

export interface RowStitches {
  /** Stitch length in mm. */
  length: number;
  /** No stitch of a row is longer than this, in mm. */
  longest: number;
  /** Where needle points fall: the name of a surface pattern. */
  pattern: string;
  /** Where along the rows the pattern is counted from, in mm of the frame: it stays with what is moved. */
  origin?: number;
  /** Rows end up to this far inside the edge, each turn at its own place; mm. */
  feather: number;
  /** How far rows reach beyond the edge at both ends, in mm. */
  compensation: number;
  part: PartCode;
}

/** Needle points keep this far from a row's ends, in mm. */
const END_ROOM = 0.9;
/** Rows shorter than this get one needle point, in mm. */
const ONE_POINT = 0.5;
/** Where no place inside is far enough from the last needle point, rows may begin so far outside, those this short sooner; mm. */
const [DOT, OUTSIDE] = [2.5, 0.15];
/** How far a needle point may slide along its row to meet the row's line on the machine's grid, in mm. */
const SLIDE = 0.3;
/** The same for a row's last needle point, which only slides inwards. */
const END_SLIDE = 0.15;
/** A miss this small is none, in mm. */
const ON_LINE = 0.006;
/** How much worse it is for a row's end to lie outside than beside the row's line. */
const OVER = 1;

/**
 * One needle point of a row: between `from` and `to` mm beside `x`, as close to the row's line as the machine's
 * grid lets it be. At a row's end, `outwards` says which way leads out of the region. Null when every such place is too near to the last needle point.
 */
function settle(
  map: RowMap,
  x: number,
  y: number,
  from: number,
  to: number,
  builder: ThreadBuilder,
  outwards: -1 | 0 | 1,
): Point | null {
  let best: Point | null = null;
  let least = Infinity;
  // From the place that was asked for outwards.
  const steps = Math.round((to - from) / 0.05);
  const centre = Math.min(steps, Math.max(0, Math.round(-from / 0.05)));
  for (let k = 0; k <= 2 * steps + 1; k++) {
    const j = centre + (k % 2 ? (k + 1) / 2 : -k / 2);
    if (j < 0 || j > steps) continue;
    const d = from + 0.05 * j;
    const p = map.toCloth({ x: x + d, y });
    if (builder.tooNear(p.x, p.y)) continue;
    const f = map.toFrame({ x: onMachineGrid(p.x), y: onMachineGrid(p.y) });
    const over = Math.max(0, (f.x - x) * outwards);
    const miss = Math.abs(f.y - y) + 0.04 * Math.abs(f.x - x) + OVER * over;
    if (miss < least) [least, best] = [miss, p];
    // On the row's line itself nothing better is to be had.
    if (miss < ON_LINE) break;
  }
  return best;
}

/** Where a row begins and ends in the frame, before compensation. */
export interface Reach {
  left: number;
  right: number;
}

/** Sews one row, from its left or its right end. */
export function sewRow(
  map: RowMap,
  span: Span,
  reach: Reach,
  leftFirst: boolean,
  rowStitches: RowStitches,
  builder: ThreadBuilder,
): void {
  const left = reach.left - rowStitches.compensation;
  const right = reach.right + rowStitches.compensation;
  const put = (x: number, from: number, to: number, outwards: -1 | 0 | 1 = 0): boolean => {
    const p = settle(map, x, span.y, from, to, builder, outwards);
    if (p) builder.add(p.x, p.y, rowStitches.part);
    return p !== null;
  };
  const width = right - left;
  const isTip = !span.above.length || !span.below.length;
  /** In a tip a needle point must be met: the one before gives way. */
  const meetTip = (): void => {
    const tip = map.toCloth({ x: (left + right) / 2, y: span.y });
    builder.addFirm(tip.x, tip.y, rowStitches.part);
  };
  if (width < ONE_POINT) {
    if (isTip) meetTip();
    else put((left + right) / 2, -width / 2, width / 2);
    return;
  }
  const length = Math.min(rowStitches.length, rowStitches.longest / map.along);
  const room = Math.min(END_ROOM, length / 2);
  const { pattern, origin = 0 } = rowStitches;
  const needles = needlesOf(pattern, span.row, left + room - origin, right - room - origin, length).map(
    (x) => x + origin,
  );
  const xs = closer([left, ...needles, right], (rowStitches.longest - SLIDE) / map.along)
    .flatMap((x, i, all) => (i && !map.frame.straight ? [...bends(map, span.y, all[i - 1], x), x] : [x]))
    .slice(1, -1);
  // Dense rows begin a little inside, so that the turn from the row before is no stitch too short …
  const endRoom = map.spacing > 0.8 ? 0.1 : Math.min(0.35, width / 3);
  // … or further inside, or else a little outside: without its begin the row would lie aslant, and leave a slit.
  const farther = Math.min(2 * endRoom, width / 3);
  const outside = map.spacing > 0.8 && width >= DOT ? 0 : OUTSIDE;
  const [inwards, outwards] = [
    [endRoom, farther],
    [-outside, 0],
  ];
  // In dots, places farther inside would leave cloth bare.
  const begins = [[0, endRoom], ...(width < DOT ? [outwards, inwards] : [inwards, outwards])];
  const [near, far] = leftFirst ? [left, right] : [right, left];
  const [back, ahead] = leftFirst ? ([-1, 1] as const) : ([1, -1] as const);
  /** The same by mm ahead of a place, the way the row is sewn. */
  const putAhead = (x: number, [from, to]: readonly number[], out: -1 | 1): boolean =>
    leftFirst ? put(x, from, to, out) : put(x, -to, -from, out);
  const points = builder.length;
  begins.some((stretch) => putAhead(near, stretch, back));
  for (const x of leftFirst ? xs : xs.reverse()) put(x, -SLIDE, SLIDE);
  putAhead(far, [-END_SLIDE, 0], ahead);
  if (isTip && builder.length === points) meetTip();
}

/** Places with more put between them where they are further apart than `most`. */
function closer(xs: number[], most: number): number[] {
  return xs.flatMap((x, i) => {
    const from = i ? xs[i - 1] : x;
    const parts = Math.ceil((x - from) / most);
    return parts > 1 ? Array.from({ length: parts }, (_, k) => from + ((x - from) * (k + 1)) / parts) : [x];
  });
}

/** A stitch may leave a bent row by this much, in mm. */
const CHORD = 0.05;
/** Stitches this short are not parted any more, in mm. */
const SHORT = 0.8;

/**
 * Needle points wanted between two places of a bent row, so that stitches keep to it. Stitches are halved: points put
 * where rows bend most would lie in line from row to row, and what the grid moves them by would add up to slits.
 */
function bends(map: RowMap, y: number, from: number, to: number): number[] {
  if (to - from < 2 * SHORT) return [];
  const [a, b] = [from, to].map((x) => map.toCloth({ x, y }));
  const strays = [0.25, 0.5, 0.75].some((share) => {
    const m = map.toCloth({ x: from + share * (to - from), y });
    return Math.abs((b.x - a.x) * (m.y - a.y) - (b.y - a.y) * (m.x - a.x)) > CHORD * distance(a, b);
  });
  if (!strays) return [];
  const middle = (from + to) / 2;
  return [...bends(map, y, from, middle), middle, ...bends(map, y, middle, to)];
}
