// Sews the rows of one polygon as a single thread.
//
// Sections are taken in an order that never cuts what is left in two, each ended beside a section that is
// still to come. So the way to the next one always leads under rows that will cover it.
import type { PieceEnd } from '../pieces.ts';
import { distance, distanceToWay, onMachineGrid, type Point } from '../../geometry/points.ts';
import { runPoints } from '../run-points.ts';
import { Part, type PartCode, type ThreadBuilder } from '../thread.ts';
import { seeded } from '../../geometry/random.ts';
import { needlesOf } from './patterns.ts';
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
import { nearestSpan, neighbours, routeBetween } from './route.ts';
import { DENSE, type RowMap, type Section, type Span } from './row-map.ts';

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
/** Rows shorter than this may begin so far outside, in mm. */
const [DOT, OUTSIDE] = [2.5, 0.15];
/** How far a needle point may slide along its row to meet the row's line on the machine's grid, in mm. */
const SLIDE = 0.3;
/** The same for a row's last needle point, which only slides inwards. */
const END_SLIDE = 0.15;
/** A miss this small is none, in mm. */
const ON_LINE = 0.006;
/** How much worse it is for a row's end to lie outside than beside the row's line. */
const OVER = 1;
const TRAVEL_LENGTH = 2.5;
/** A set of sections smaller than this is not worth a way to it, in mm². */
const CRUMB = 0.3;

/** A turn from row to row longer than this is more than one stitch, in mm. */
const LONG_TURN = 0.9;

/** Sews a way, from where the needle is, up to but without its last point. */
export function sewWay(builder: ThreadBuilder, way: Point[], part: PartCode = Part.travel): void {
  if (way.length < 2) return;
  const coords = Float64Array.from(way.flatMap((p) => [p.x, p.y]));
  builder.addAll(runPoints({ coords, closed: false }, TRAVEL_LENGTH).slice(1, -1), part);
}

/** Sections whose removal leaves the rest of their set in one piece (Tarjan's articulation points, inverted). */
function freeSections(map: RowMap, left: Set<number>, start: number): number[] {
  if (left.size <= 2) return [...left];
  const order = new Map<number, number>();
  const low = new Map<number, number>();
  const cuts = new Set<number>();
  // Iterative depth-first walk: shapes can have thousands of sections.
  const stack: { id: number; from: number; next: number[]; children: number }[] = [];
  const enter = (id: number, from: number): void => {
    order.set(id, order.size);
    low.set(id, order.get(id)!);
    stack.push({ id, from, next: neighbours(map.sections[id]).filter((s) => left.has(s)), children: 0 });
  };
  enter(start, -1);
  while (stack.length) {
    const top = stack[stack.length - 1];
    const next = top.next.pop();
    if (next === undefined) {
      stack.pop();
      const above = stack[stack.length - 1];
      if (!above) {
        if (top.children > 1) cuts.add(top.id);
      } else {
        low.set(above.id, Math.min(low.get(above.id)!, low.get(top.id)!));
        if (above.from !== -1 && low.get(top.id)! >= order.get(above.id)!) cuts.add(above.id);
      }
    } else if (!order.has(next)) {
      top.children++;
      enter(next, top.id);
    } else if (next !== top.from) {
      low.set(top.id, Math.min(low.get(top.id)!, order.get(next)!));
    }
  }
  return [...left].filter((s) => order.has(s) && !cuts.has(s));
}

interface Choice extends WayOut {
  section: Section;
  fromTop: boolean;
  leftFirst: boolean;
}

/** How much worse a way on top of finished rows is than one under rows to come. */
const ON_TOP = 4;

/** Where a section's last row ends, and what that costs. */
interface WayOut {
  /** Place along the row, in mm of the frame; null: at its far end. */
  endAt: number | null;
  cost: number;
}

/** Ways hidden under the row itself cost this much of their length. */
const HIDDEN = 0.25;
/** A last row that ends this near to where the thread goes on need not be turned, in mm. */
const NEAR_ENOUGH = 1.2;
/** The thread goes on this far inside the stretch where two sections touch, where there is room, in mm. */
const INSIDE = 0.8;

/**
 * Where the last row of a section is to end so that the thread goes on into one that is left and touches it: anywhere
 * along the row, since the row can be sewn from both sides to there. `end` is that row, whose sewing begins at its left
 * when `leftFirst`. Null when nothing is left beyond.
 */
function wayOut(end: Span, beyond: Span[], leftFirst: boolean, left: Set<number>): WayOut | null {
  const far = leftFirst ? end.right : end.left;
  let best: WayOut | null = null;
  for (const next of beyond) {
    if (!left.has(next.section)) continue;
    const [from, to] = [Math.max(end.left, next.left), Math.min(end.right, next.right)];
    const off = far < from ? from - far : far > to ? far - to : 0;
    const room = Math.min(INSIDE, Math.abs(to - from) / 2);
    const x = Math.min(to - room, Math.max(from + room, far));
    const way: WayOut =
      off < NEAR_ENOUGH
        ? { endAt: null, cost: ON_TOP * off }
        : { endAt: x, cost: HIDDEN * Math.abs(x - far) + 1 };
    if (!best || way.cost < best.cost) best = way;
  }
  return best;
}

/** Where the thread is to end: in a section that is kept for last, or just near a place (in the frame). */
interface Last {
  section: number | null;
  /** Whether the kept section is to be sewn from its top row to its bottom one. */
  fromTop: boolean;
  at: Point;
}

/** The next section: free to go, ended beside what is left, and near. */
function choose(map: RowMap, left: Set<number>, at: Point, last: Last | null): Choice {
  const any = left.values().next().value!;
  let best: Choice | null = null;
  const kept = last?.section ?? -1;
  for (const id of freeSections(map, left, any)) {
    if (id === kept && left.size > 1) continue;
    const section = map.sections[id];
    const top = section.spans[0];
    const bottom = section.spans[section.spans.length - 1];
    for (const fromTop of id === kept ? [last!.fromTop] : [true, false]) {
      const [begin, end] = fromTop ? [top, bottom] : [bottom, top];
      const beyond = fromTop ? bottom.below : top.above;
      for (const leftFirst of [true, false]) {
        const corner = { x: leftFirst ? begin.left : begin.right, y: begin.y };
        const lastLeftFirst = leftFirst === (section.spans.length % 2 === 1);
        const done = { x: lastLeftFirst ? end.right : end.left, y: end.y };
        const toGo = last ? distance(done, last.at) * (id === kept ? ON_TOP : 1) : 0;
        const out =
          left.size > 1
            ? (wayOut(end, beyond, lastLeftFirst, left) ?? { endAt: null, cost: 1000 * ON_TOP })
            : { endAt: null, cost: toGo };
        const cost = distance(at, corner) + out.cost;
        if (!best || cost < best.cost) best = { section, fromTop, leftFirst, endAt: out.endAt, cost };
      }
    }
  }
  return best!;
}

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
  // Dense rows begin a little inside, so that the turn from the row before is no stitch too short.
  const endRoom = map.spacing > 0.8 ? 0.1 : Math.min(0.35, width / 3);
  // … and further, where the row before ended inside of this one: without its begin the row would lie aslant.
  const farther = Math.min(2 * endRoom, width / 3);
  // In dots that would leave cloth bare: better a little outside.
  const outside = width < DOT ? OUTSIDE : 0;
  const points = builder.length;
  if (leftFirst) {
    if (!put(left, 0, endRoom, -1) && !put(left, -outside, 0, -1)) put(left, endRoom, farther);
    for (const x of xs) put(x, -SLIDE, SLIDE);
    put(right, -END_SLIDE, 0, 1);
  } else {
    if (!put(right, -endRoom, 0, 1) && !put(right, 0, outside, 1)) put(right, -farther, -endRoom);
    for (const x of xs.reverse()) put(x, -SLIDE, SLIDE);
    put(left, 0, END_SLIDE, -1);
  }
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

/** Sews a section row by row. */
function sewSection(map: RowMap, choice: Choice, rowStitches: RowStitches, builder: ThreadBuilder): Span {
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

/**
 * Cuts the section in two where the thread is to end, so that one part can be sewn up to there, last of all.
 * `map` is changed; the part's number and direction are given.
 */
function keptForLast(map: RowMap, p: Point): Last {
  const span = nearestSpan(map, p);
  const section = map.sections[span.section];
  const { spans } = section;
  const near = span.place;
  const last = spans.length - 1;
  if (near <= 1 || near >= last - 1) return { section: section.id, fromTop: near > last / 2, at: p };
  const id = map.sections.length;
  const lower = spans.splice(near + 1);
  lower.forEach((s, place) => Object.assign(s, { section: id, place }));
  map.sections.push({ id, spans: lower });
  map.component = Int32Array.of(...map.component, map.component[section.id]);
  // Of the two parts the larger one is sewn last: it hides more ways.
  return near >= last / 2
    ? { section: section.id, fromTop: true, at: p }
    : { section: id, fromTop: false, at: p };
}

/**
 * Sews all dense rows of a map, going on from where the builder's thread ends. Ways between sections lead under rows
 * to come; where none does, `way` gives one.
 */
export function sewRows(
  map: RowMap,
  rowStitches: RowStitches,
  builder: ThreadBuilder,
  entry: Point,
  way: (from: Point, to: Point) => Point[],
  end?: PieceEnd,
): void {
  let at = map.toFrame(builder.last ?? entry);
  let lastSpan: Span | null = null;
  const goal = end && map.toFrame(end.at);
  const last: Last | null = goal
    ? end.firm
      ? keptForLast(map, goal)
      : { section: null, fromTop: true, at: goal }
    : null;
  // The set in which the thread ends comes last.
  const ending = last?.section ?? -1;
  const sets = setsBySize(map, ending);
  const ordered = [...sets.filter((s) => !s.has(ending)), ...sets.filter((s) => s.has(ending))];
  for (const left of ordered) {
    const here = left === ordered[ordered.length - 1] ? last : null;
    while (left.size) {
      const choice = choose(map, left, at, here);
      const { spans } = choice.section;
      const begin = choice.fromTop ? spans[0] : spans[spans.length - 1];
      const inside = { x: choice.leftFirst ? begin.left : begin.right, y: begin.y };
      if (builder.last) {
        const covered = lastSpan && routeBetween(map, at, lastSpan, inside, begin, (s) => left.has(s), true);
        sewWay(builder, covered ? covered.map(map.toCloth) : way(builder.last, map.toCloth(inside)));
      }
      left.delete(choice.section.id);
      lastSpan = sewSection(map, choice, rowStitches, builder);
      at = map.toFrame(builder.last ?? entry);
    }
  }
}

/** Less than this of one row is a speck, if the row beside it goes on as far again on both sides; mm. */
const SPECK = 0.4;

/** Is a section just a spot on the edge of a row, which that row's thread covers? A way there and back would cost more. */
function isSpeck(spans: readonly Span[]): boolean {
  const [only] = spans;
  return (
    spans.length === 1 &&
    only.right - only.left < SPECK &&
    [...only.above, ...only.below].some((s) => s.left < only.left - SPECK && s.right > only.right + SPECK)
  );
}

/**
 * Connected sets of sections, the smallest first: ways between them then lead under the largest. Crumbs and specks, which
 * their neighbours' thread covers, are left out, but not where the thread is `ending`.
 */
function setsBySize(map: RowMap, ending: number): Set<number>[] {
  const sets = new Map<number, { ids: Set<number>; area: number }>();
  for (const { id, spans } of map.sections) {
    const c = map.component[id];
    const set = sets.get(c) ?? { ids: new Set<number>(), area: 0 };
    sets.set(c, set);
    set.ids.add(id);
    for (const s of spans) set.area += (s.right - s.left) * map.spacing;
    if (id !== ending && isSpeck(spans)) set.ids.delete(id);
  }
  const sorted = [...sets.values()].sort((a, b) => a.area - b.area);
  return sorted.filter((s, i) => s.area > CRUMB || i === sorted.length - 1).map((s) => s.ids);
}
