// Sews the rows of one polygon as a single thread.
//
// Sections are taken in an order that never cuts what is left in two, each ended beside a section that is
// still to come. So the way to the next one always leads under rows that will cover it.
import type { PieceEnd } from '../pieces.ts';
import { distance, type Point } from '../../geometry/points.ts';
import type { ThreadBuilder } from '../thread.ts';
import { nearestSpan, neighbours, routeBetween } from './route.ts';
import type { RowMap, Span } from './row-map.ts';
import type { RowStitches } from './sew-row.ts';
import { sewSection, type SectionWay } from './sew-section.ts';
import { sewWay } from './sew-way.ts';

/** A set of sections smaller than this is not worth a way to it, in mm². */
const CRUMB = 0.3;

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

type Choice = SectionWay & WayOut;

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
