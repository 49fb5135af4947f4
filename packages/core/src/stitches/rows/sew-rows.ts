// Sews the rows of one polygon as a single thread.
//
// Sections are taken in an order that never cuts what is left in two, each ended beside a section that is
// still to come. So the way to the next one always leads under rows that will cover it.
import { distance, onMachineGrid, type Point } from '../../geometry/points.ts';
import { runPoints } from '../run-points.ts';
import { Part, type PartCode, type ThreadBuilder } from '../thread.ts';
import { neighbours, routeBetween, wayOnCloth } from './route.ts';
import type { RowMap, Section, Span } from './row-map.ts';

export interface RowStitches {
  /** Stitch length in mm. */
  length: number;
  /** Where needle points fall in successive rows, as shares of the stitch length. */
  stagger: readonly number[];
  /** How far rows reach beyond the edge at both ends, in mm. */
  compensation: number;
  part: PartCode;
}

/** Needle points keep this far from a row's ends, in mm. */
const END_ROOM = 0.9;
/** Rows shorter than this get one needle point, in mm. */
const ONE_POINT = 0.5;
/** How far a needle point may slide along its row to meet the row's line on the machine's grid, in mm. */
const SLIDE = 0.3;
/** The same for a row's last needle point, which only slides inwards. */
const END_SLIDE = 0.15;
const TRAVEL_LENGTH = 2.5;
/** A set of sections smaller than this is not worth a way to it, in mm². */
const CRUMB = 0.3;
/** A turn from row to row longer than this is looked at: it must not leave the region. */
const LONG_TURN = 1.2;

/** Sews a way as travel, from where the needle is, up to but without its last point. */
export function sewWay(builder: ThreadBuilder, way: Point[]): void {
  if (way.length < 2) return;
  const coords = Float64Array.from(way.flatMap((p) => [p.x, p.y]));
  builder.addAll(runPoints({ coords, closed: false }, TRAVEL_LENGTH).slice(1, -1), Part.travel);
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

interface Choice {
  section: Section;
  fromTop: boolean;
  leftFirst: boolean;
  cost: number;
}

/** How much worse a way on top of finished rows is than one under rows to come. */
const ON_TOP = 4;

/**
 * How far the section's last needle point lies from the nearest section that is left and touches it, along
 * the last row: that way shows. `end` is the last row, whose sewing begins at its left when `leftFirst`.
 */
function wayOut(end: Span, beyond: Span[], leftFirst: boolean, left: Set<number>): number {
  const x = leftFirst ? end.right : end.left;
  let least = Infinity;
  for (const next of beyond) {
    if (!left.has(next.section)) continue;
    const from = Math.max(end.left, next.left);
    const to = Math.min(end.right, next.right);
    least = Math.min(least, x < from ? from - x : x > to ? x - to : 0);
  }
  return least;
}

/** The next section: free to go, ended beside what is left, and near. */
function choose(map: RowMap, left: Set<number>, at: Point): Choice {
  const any = left.values().next().value!;
  let best: Choice | null = null;
  for (const id of freeSections(map, left, any)) {
    const section = map.sections[id];
    const first = section.spans[0];
    const last = section.spans[section.spans.length - 1];
    for (const fromTop of [true, false]) {
      const [begin, end] = fromTop ? [first, last] : [last, first];
      const beyond = fromTop ? last.below : first.above;
      for (const leftFirst of [true, false]) {
        const corner = { x: leftFirst ? begin.left : begin.right, y: begin.y };
        const lastLeftFirst = leftFirst === (section.spans.length % 2 === 1);
        const out = left.size > 1 ? Math.min(1000, wayOut(end, beyond, lastLeftFirst, left)) : 0;
        const cost = distance(at, corner) + ON_TOP * out;
        if (!best || cost < best.cost) best = { section, fromTop, leftFirst, cost };
      }
    }
  }
  return best!;
}

/**
 * One needle point of a row: between `from` and `to` mm beside `x`, as close to the row's line as the machine's
 * grid lets it be. Null when every such place is too near to the last needle point.
 */
function settle(
  map: RowMap,
  x: number,
  y: number,
  from: number,
  to: number,
  builder: ThreadBuilder,
): Point | null {
  let best: Point | null = null;
  let least = Infinity;
  for (let d = from; d <= to + 1e-9; d += 0.05) {
    const p = map.toCloth({ x: x + d, y });
    if (builder.tooNear(p.x, p.y)) continue;
    const f = map.toFrame({ x: onMachineGrid(p.x), y: onMachineGrid(p.y) });
    const miss = Math.abs(f.y - y) + 0.04 * Math.abs(f.x - x);
    if (miss < least) [least, best] = [miss, p];
  }
  return best;
}

function sewRow(map: RowMap, span: Span, leftFirst: boolean, how: RowStitches, builder: ThreadBuilder): void {
  const left = span.left - how.compensation;
  const right = span.right + how.compensation;
  const put = (x: number, from: number, to: number): void => {
    const p = settle(map, x, span.y, from, to, builder);
    if (p) builder.add(p.x, p.y, how.part);
  };
  const width = right - left;
  if (width < ONE_POINT) {
    put((left + right) / 2, -width / 2, width / 2);
    return;
  }
  const room = Math.min(END_ROOM, how.length / 2);
  const shift = how.stagger[((span.row % how.stagger.length) + how.stagger.length) % how.stagger.length];
  const xs: number[] = [];
  const first = Math.ceil((left + room) / how.length - shift);
  for (let m = first; (m + shift) * how.length <= right - room; m++) xs.push((m + shift) * how.length);
  // Dense rows begin a little inside, so that the turn from the row before is no stitch too short.
  const endRoom = map.spacing > 0.8 ? 0.1 : Math.min(0.35, width / 3);
  if (leftFirst) {
    put(left, 0, endRoom);
    for (const x of xs) put(x, -SLIDE, SLIDE);
    put(right, -END_SLIDE, 0);
  } else {
    put(right, -endRoom, 0);
    for (const x of xs.reverse()) put(x, -SLIDE, SLIDE);
    put(left, 0, END_SLIDE);
  }
}

/** Sews a section row by row. `turn` gives the way from one row's end to the next row's begin, if not straight. */
function sewSection(
  map: RowMap,
  choice: Choice,
  how: RowStitches,
  builder: ThreadBuilder,
  turn: (from: Point, to: Point) => Point[] | null,
): Span {
  const spans = choice.fromTop ? choice.section.spans : choice.section.spans.toReversed();
  let leftFirst = choice.leftFirst;
  spans.forEach((span, i) => {
    if (i > 0) {
      const begin = map.toCloth({
        x: leftFirst ? span.left - how.compensation : span.right + how.compensation,
        y: span.y,
      });
      if (builder.reach(begin.x, begin.y) > LONG_TURN) {
        sewWay(builder, turn(builder.last!, begin) ?? [builder.last!, begin]);
      }
    }
    sewRow(map, span, leftFirst, how, builder);
    leftFirst = !leftFirst;
  });
  return spans[spans.length - 1];
}

/**
 * Sews all rows of a map, going on from where the builder's thread ends.
 * `ways` is a map of the same polygon with rows close enough to find ways by; when it is `map` itself, ways lead
 * under rows to come. `around` gives the way from a row's end to the next row when the straight stitch would
 * leave the region (open rows), else null.
 */
export function sewRows(
  map: RowMap,
  ways: RowMap,
  how: RowStitches,
  builder: ThreadBuilder,
  entry: Point,
  around: (from: Point, to: Point) => Point[] | null,
): void {
  let at = map.toFrame(builder.last ?? entry);
  let lastSpan: Span | null = null;
  for (const left of setsBySize(map)) {
    while (left.size) {
      const choice = choose(map, left, at);
      const { spans } = choice.section;
      const begin = choice.fromTop ? spans[0] : spans[spans.length - 1];
      const inside = { x: choice.leftFirst ? begin.left : begin.right, y: begin.y };
      if (builder.last) {
        const covered =
          ways === map && lastSpan && routeBetween(map, at, lastSpan, inside, begin, (s) => left.has(s));
        sewWay(
          builder,
          covered ? covered.map(map.toCloth) : wayOnCloth(ways, builder.last, map.toCloth(inside)),
        );
      }
      left.delete(choice.section.id);
      lastSpan = sewSection(map, choice, how, builder, around);
      at = map.toFrame(builder.last ?? entry);
    }
  }
}

/**
 * Connected sets of sections, the smallest first: ways between them then lead under the largest. Crumbs, which
 * their neighbours' thread covers, are left out.
 */
function setsBySize(map: RowMap): Set<number>[] {
  const sets = new Map<number, { ids: Set<number>; area: number }>();
  for (const { id, spans } of map.sections) {
    const c = map.component[id];
    const set = sets.get(c) ?? { ids: new Set<number>(), area: 0 };
    sets.set(c, set);
    set.ids.add(id);
    for (const s of spans) set.area += (s.right - s.left) * map.spacing;
  }
  const sorted = [...sets.values()].sort((a, b) => a.area - b.area);
  return sorted.filter((s, i) => s.area > CRUMB || i === sorted.length - 1).map((s) => s.ids);
}
