// Sews a section row by row, with the lines of thread along its shallow edges.
import { distance, distanceToWay, type Point } from '../../geometry/points.ts';
import { seeded } from '../../geometry/random.ts';
import { Part, type ThreadBuilder } from '../thread.ts';
import { DENSE, type RowMap, type Section, type Span } from './row-map.ts';
import { sewRow, type Reach, type RowStitches } from './sew-row.ts';
import { sewWay } from './sew-way.ts';
import {
  EDGE_LEAST,
  EDGE_MOST,
  edgeBeyond,
  endOf,
  isLine,
  isStep,
  offLine,
  shallowStep,
  type Side,
} from './shallow-edges.ts';

/** A turn from row to row longer than this is more than one stitch, in mm. */
const LONG_TURN = 0.9;

/** How a section is sewn. */
export interface SectionWay {
  section: Section;
  fromTop: boolean;
  leftFirst: boolean;
  /** Where its last row ends, along the row, in mm of the frame; null: at its far end. */
  endAt: number | null;
}

/** How far a feathered row ends inside the edge at a turn, in mm: the same for the two rows that meet there. */
export const featherAt = (turn: number, section: number, depth: number): number =>
  depth > 0 ? depth * seeded(turn * 2741 + section * 7 + 11)() : 0;

/** A line along an edge that passes a row's end by more than this is bent there, in mm. */
const BENT = 0.1;

/** A line along an edge begins no farther beside it than this, in mm. */
const BESIDE = 0.2;

/** A row's first needle point lies no farther from the edge than this, in mm. */
const AT_EDGE = 0.8;

/** How far along the next row a step onto it leads, in mm. */
const TURN = 0.3;

/** Where row `i` must end so that the next one, which is much shorter on that side, begins beside it; null: at its end. */
function stepIn(spans: readonly Span[], i: number, leftFirst: boolean): number | null {
  const [row, next] = [spans[i], spans[i + 1]];
  const [end, begin] = leftFirst ? [row.right, next.right] : [row.left, next.left];
  const inwards = leftFirst ? end > begin : begin > end;
  return inwards && isStep(spans, i, leftFirst ? 'right' : 'left') && begin > row.left && begin < row.right
    ? begin
    : null;
}

/**
 * The way from the end of one row to the begin of the next at `x` (frame): where the shape `steps` out, along what the next
 * row will cover, not aslant across the corner. On the cloth.
 */
function stepBetween(map: RowMap, next: Span, at: Point, x: number, steps: boolean): Point[] {
  const from = map.toFrame(at);
  const end = { x, y: next.y };
  // Along a shallow edge the straight way is the edge itself.
  const out = steps && from.x >= next.left && from.x <= next.right;
  // A little on: rows may lie nearer to each other than a stitch is long.
  const turn = { x: from.x + Math.sign(x - from.x) * TURN, y: next.y };
  return [from, ...(out ? [turn] : []), end].map(map.toCloth);
}

/** Parts of a row shorter than this are sewn with the other part, in mm. */
const SHORT_PART = 1.5;

/**
 * Sews a row so that it ends at a place along it: up to there, on under what is to come to its far end, and back. The
 * way on lies under the row's own stitches.
 */
function sewToPlace(
  map: RowMap,
  span: Span,
  reach: Reach,
  leftFirst: boolean,
  x: number,
  rowStitches: RowStitches,
  builder: ThreadBuilder,
): void {
  const near = leftFirst ? reach.left : reach.right;
  const [before, after] = leftFirst
    ? [
        { left: reach.left, right: x },
        { left: x, right: reach.right },
      ]
    : [
        { left: x, right: reach.right },
        { left: reach.left, right: x },
      ];
  const alone = Math.abs(x - near) < SHORT_PART;
  if (!alone) sewRow(map, span, before, leftFirst, rowStitches, builder);
  const far = map.toCloth({ x: leftFirst ? reach.right : reach.left, y: span.y });
  if (builder.last) sewWay(builder, [builder.last, far]);
  sewRow(map, span, alone ? reach : after, !leftFirst, rowStitches, builder);
}

/** Sews a section row by row; its last row is given. */
export function sewSection(
  map: RowMap,
  choice: SectionWay,
  rowStitches: RowStitches,
  builder: ThreadBuilder,
): Span {
  const spans = choice.fromTop ? choice.section.spans : choice.section.spans.toReversed();
  let leftFirst = choice.leftFirst;
  /** Where the row before began: on the side on which this one ends. */
  let begun: Point | null = null;
  const { compensation } = rowStitches;
  const plain = map.spacing <= DENSE && rowStitches.feather === 0;
  const along = (...way: Point[]): void => way.forEach((p) => builder.add(p.x, p.y, Part.top));
  spans.forEach((span, i) => {
    const [near, far]: Side[] = leftFirst ? ['left', 'right'] : ['right', 'left'];
    const room = Math.max(0, (span.right - span.left) / 2 - 0.5);
    const [begin, end] = [i, i + 1].map((k) =>
      Math.min(room, featherAt(k, choice.section.id, rowStitches.feather)),
    );
    const [left, right] = (['left', 'right'] as const).map((side) =>
      plain ? endOf(map, spans, i, side) : span[side],
    );
    const reach = leftFirst
      ? { left: left + begin, right: right - end }
      : { left: left + end, right: right - begin };
    const ends = { left: reach.left - compensation, right: reach.right + compensation };
    const onCloth = (side: Side): Point => map.toCloth({ x: ends[side], y: span.y });
    if (i > 0 && builder.reach(onCloth(near).x, onCloth(near).y) > LONG_TURN)
      sewWay(
        builder,
        stepBetween(map, span, builder.last!, ends[near], isStep(spans, i - 1, near)),
        plain && shallowStep(map, spans, i, near) ? Part.top : Part.travel,
      );
    const [onNear, onFar] = [near, far].map((side) => (plain ? edgeBeyond(map, spans, i, side) : null));
    if (onNear) {
      along(onCloth(near));
      // Where the last needle point lies too near for one at the row's end, the way out may begin beside the edge.
      if (offLine(builder.last!, onCloth(near), map.toCloth(onNear)) < BESIDE) along(map.toCloth(onNear));
    }
    const next = spans[i + 1];
    const endAt = next ? stepIn(spans, i, leftFirst) : choice.endAt;
    const first = builder.length;
    if (endAt !== null) sewToPlace(map, span, reach, leftFirst, endAt, rowStitches, builder);
    else {
      sewRow(map, span, reach, leftFirst, rowStitches, builder);
      const last = builder.last!;
      const back = begun ? builder.reach(begun.x, begun.y) : 0;
      if (plain && begun && back > EDGE_LEAST && back < EDGE_MOST && isLine(map, spans, i, far)) {
        along(begun);
        // Over the row's own end again, where the edge is bent there, or nothing is to come.
        const on = next && map.toCloth({ x: endOf(map, spans, i + 1, far), y: next.y });
        if (!on || distanceToWay(last, begun, on) > BENT) along(last);
      }
      if (onFar) along(map.toCloth(onFar), last);
    }
    const at = builder.at(first);
    const edge = map.toCloth({ x: reach[near], y: span.y });
    // Where its first needle point was left out, the row has none at the edge.
    begun = endAt === null && at && distance(at, edge) < AT_EDGE ? at : null;
    leftFirst = !leftFirst;
  });
  return spans[spans.length - 1];
}
