// Ways through a polygon, under the rows that cover it: shortest within the corridor of rows they pass.
import type { Point } from '../../geometry/points.ts';
import type { RowMap, Section, Span } from './row-map.ts';

/** Travel keeps this far from the edge where there is room, in mm. */
const MARGIN = 0.6;

/** Ways out of a row this much farther off than the nearest are as good, in mm. */
const NEAR = 1;

/** A gate that the way passes, level at `y`, from `left` to `right`; `down` is the way's direction there. */
interface Gate {
  y: number;
  left: number;
  right: number;
  down: boolean;
}

function gateOf(left: number, right: number, y: number, down: boolean): Gate {
  const margin = Math.min(MARGIN, (right - left) * 0.4);
  return { y, left: left + margin, right: right - margin, down };
}

/** The span nearest to a point of the frame. */
export function nearestSpan(map: RowMap, p: Point): Span {
  let best = map.sections[0].spans[0];
  let least = Infinity;
  for (const { spans } of map.sections) {
    // The first row below the point; only those around it can be nearest.
    let lo = 0;
    let hi = spans.length;
    while (lo < hi) {
      const mid = (lo + hi) >> 1;
      if (spans[mid].y < p.y) lo = mid + 1;
      else hi = mid;
    }
    for (let i = Math.max(0, lo - 3); i <= Math.min(spans.length - 1, lo + 2); i++) {
      const s = spans[i];
      const dx = p.x < s.left ? s.left - p.x : p.x > s.right ? p.x - s.right : 0;
      const d = dx * dx + (s.y - p.y) ** 2;
      if (d < least) [least, best] = [d, s];
    }
  }
  return best;
}

/**
 * Sections from `from` to `to`, each joined to the next, through sections that `allowed` lets pass. The first one is left
 * through the row that it is `leaving`, when that is given, near a place along it where that can be.
 */
function sectionWay(
  map: RowMap,
  from: number,
  to: number,
  allowed: (section: number) => boolean,
  leaving?: { span: Span; x: number },
): number[] | null {
  if (from === to) return [from];
  const { sections } = map;
  const came = new Int32Array(sections.length).fill(-1);
  const cost = new Float64Array(sections.length).fill(Infinity);
  const open = [from];
  cost[from] = 0;
  came[from] = from;
  while (open.length) {
    let k = 0;
    for (let i = 1; i < open.length; i++) if (cost[open[i]] < cost[open[k]]) k = i;
    const at = open[k];
    open[k] = open[open.length - 1];
    open.pop();
    if (at === to) break;
    const around =
      at === from && leaving ? beyond(leaving.span, leaving.x, allowed) : neighbours(sections[at]);
    for (const next of around) {
      if (next !== to && !allowed(next)) continue;
      const c = cost[at] + 1 + sections[next].spans.length * map.spacing;
      if (c < cost[next]) {
        if (cost[next] === Infinity) open.push(next);
        cost[next] = c;
        came[next] = at;
      }
    }
  }
  if (came[to] < 0) return null;
  const way = [to];
  while (way[0] !== from) way.unshift(came[way[0]]);
  return way;
}

/** Sections on the other side of a row from its own, near a place along it. */
function beyond(span: Span, x: number, allowed: (section: number) => boolean): number[] {
  const others = [...span.above, ...span.below].filter(
    (s) => s.section !== span.section && allowed(s.section),
  );
  const off = (s: Span): number =>
    Math.max(0, Math.max(s.left, span.left) - x, x - Math.min(s.right, span.right));
  const least = Math.min(...others.map(off));
  return others.filter((s) => off(s) <= least + NEAR).map((s) => s.section);
}

export function neighbours(section: Section): number[] {
  const first = section.spans[0];
  const last = section.spans[section.spans.length - 1];
  return [...first.above, ...last.below].map((s) => s.section);
}

/** A part of the way that goes only down or only up: its gates, and where it ends. */
interface Leg {
  gates: Gate[];
  end: Point | null;
  /** Where the next leg begins, along the same row as this one ends. */
  next: Point | null;
}

const clamp = (x: number, low: number, high: number): number => Math.min(high, Math.max(low, x));

/** Where a way can pass from one row to the next. */
function commonRoom(a: Span, b: Span): { left: number; right: number } {
  const open = { left: Math.max(a.open.left, b.open.left), right: Math.min(a.open.right, b.open.right) };
  if (open.right > open.left) return open;
  const whole = { left: Math.max(a.left, b.left), right: Math.min(a.right, b.right) };
  return whole.right > whole.left ? whole : a.open;
}

/** Cuts a way through sections into legs: it turns round wherever it leaves a section by the side it came in. */
function legsAlong(map: RowMap, way: number[], from: Span, to: Span): Leg[] {
  const legs: Leg[] = [{ gates: [], end: null, next: null }];
  const deep = Math.max(1, Math.ceil(MARGIN / map.spacing));
  let at = from.place;
  /** The gate by which the section was entered, and whether that was from above. */
  let entered: { gate: Gate; down: boolean } | null = null;
  const pass = (spans: Span[], last: number): void => {
    const step = last >= at ? 1 : -1;
    for (let i = at; i !== last; i += step) {
      // Between two rows there is room where both have it.
      const { left, right } = commonRoom(spans[i], spans[i + step]);
      legs[legs.length - 1].gates.push(gateOf(left, right, spans[i].y, step > 0));
    }
  };
  way.forEach((id, k) => {
    const { spans } = map.sections[id];
    const next = k + 1 < way.length ? map.sections[way[k + 1]] : null;
    if (!next) {
      pass(spans, to.place);
      return;
    }
    const last = spans.length - 1;
    const down = spans[last].below.some((s) => s.section === next.id);
    const leave = down ? last : 0;
    const here = spans[leave];
    const enter = down ? 0 : next.spans.length - 1;
    const there = next.spans[enter];
    const { left, right } = commonRoom(here, there);
    const gate = gateOf(left, right, here.y, down);
    if (entered && entered.down !== down) {
      // In by one gate and out by another on the same side: go in a little, clear of the edge, along a row, and back.
      const inner = spans[clamp(leave + (down ? -deep : deep), 0, last)];
      const room = gateOf(inner.open.left, inner.open.right, inner.y, entered.down);
      const inX = clamp(
        clamp((gate.left + gate.right) / 2, entered.gate.left, entered.gate.right),
        room.left,
        room.right,
      );
      const outX = clamp(clamp(inX, gate.left, gate.right), room.left, room.right);
      const leg = legs[legs.length - 1];
      leg.end = { x: inX, y: inner.y };
      leg.next = { x: outX, y: inner.y };
      legs.push({ gates: [], end: null, next: null });
    } else pass(spans, leave);
    legs[legs.length - 1].gates.push(gate);
    entered = { gate, down };
    at = enter;
  });
  return legs;
}

/** The shortest line through gates in order (the funnel method of Lee and Preparata 1984). */
function pullTight(start: Point, gates: Gate[], end: Point): Point[] {
  // As seen when walking: the gate's left and right hand.
  const lefts: Point[] = gates.map((g) => ({ x: g.down ? g.right : g.left, y: g.y }));
  const rights: Point[] = gates.map((g) => ({ x: g.down ? g.left : g.right, y: g.y }));
  lefts.push(end);
  rights.push(end);
  const side = (a: Point, b: Point, c: Point): number =>
    (b.x - a.x) * (c.y - a.y) - (c.x - a.x) * (b.y - a.y);
  const same = (a: Point, b: Point): boolean => Math.abs(a.x - b.x) < 1e-9 && Math.abs(a.y - b.y) < 1e-9;
  const out = [start];
  let apex = start;
  let left = start;
  let right = start;
  let leftAt = -1;
  let rightAt = -1;
  let guard = 0;
  for (let i = 0; i < lefts.length; i++) {
    if (guard++ > 40 * lefts.length + 100) break; // degenerate gates: the way so far is still inside
    const r = rights[i];
    const l = lefts[i];
    if (side(apex, right, r) <= 0) {
      if (same(apex, right) || side(apex, left, r) > 0) {
        right = r;
        rightAt = i;
      } else {
        out.push(left);
        apex = left;
        i = leftAt;
        right = apex;
        rightAt = leftAt;
        continue;
      }
    }
    if (side(apex, left, l) >= 0) {
      if (same(apex, left) || side(apex, right, l) < 0) {
        left = l;
        leftAt = i;
      } else {
        out.push(right);
        apex = right;
        i = rightAt;
        left = apex;
        leftAt = rightAt;
        continue;
      }
    }
  }
  out.push(end);
  return out.filter((p, i) => i === 0 || !same(p, out[i - 1]));
}

/** A way that ends farther than this beside its last gate goes there along its row, in mm. */
const BESIDE = 2;

/** Where a way comes to the row that it ends on: far beside its last gate there may be nothing between the two rows. */
function landing(last: Gate | undefined, end: Point): Point {
  const x = last ? clamp(end.x, last.left, last.right) : end.x;
  return Math.abs(end.x - x) > BESIDE ? { x, y: end.y } : end;
}

/**
 * A way between two places of the frame, under rows. `from` and `to` are the spans the places lie on;
 * `allowed` says which sections it may pass; when that of `from` is `finished`, it is left from there and not gone over.
 * Null when they are not joined that way.
 */
export function routeBetween(
  map: RowMap,
  a: Point,
  from: Span,
  b: Point,
  to: Span,
  allowed: (section: number) => boolean = () => true,
  finished = false,
): Point[] | null {
  const way = sectionWay(
    map,
    from.section,
    to.section,
    allowed,
    finished ? { span: from, x: a.x } : undefined,
  );
  if (!way) return null;
  const out: Point[] = [];
  let begin = a;
  for (const { gates, end, next } of legsAlong(map, way, from, to)) {
    const goal = end ?? landing(gates.at(-1), b);
    // A gate on the very row where the way begins is gone to along that row: as a corner it would have no sides.
    const [first, ...rest] = gates;
    if (first && Math.abs(first.y - begin.y) < 1e-6) {
      out.push(begin);
      begin = { x: clamp(begin.x, first.left, first.right), y: begin.y };
      out.push(...pullTight(begin, rest, goal));
    } else out.push(...pullTight(begin, gates, goal));
    if (!end) out.push(b);
    begin = next ?? b;
  }
  return out.filter((p, i) => i === 0 || p.x !== out[i - 1].x || p.y !== out[i - 1].y);
}

/** A way between any two places on the cloth that lie in (or near) one polygon. */
export const wayOnCloth = (map: RowMap, a: Point, b: Point): Point[] =>
  routeAnywhere(map, map.toFrame(a), map.toFrame(b)).map(map.toCloth);

/** A way between any two places in one polygon, along a ring where a neck is thinner than a row. */
function routeAnywhere(map: RowMap, a: Point, b: Point): Point[] {
  const from = nearestSpan(map, a);
  const to = nearestSpan(map, b);
  const direct = routeBetween(map, a, from, b, to);
  if (direct) return direct;
  const hops = componentWay(map, map.component[from.section], map.component[to.section]);
  const out: Point[] = [a];
  let at: Point = a;
  let span = from;
  for (const { leave, enter, path } of hops) {
    out.push(...(routeBetween(map, at, span, path[0], leave) ?? [path[0]]).slice(1), ...path.slice(1));
    at = path[path.length - 1];
    span = enter;
  }
  out.push(...(routeBetween(map, at, span, b, to) ?? [b]).slice(1));
  return out;
}

interface Hop {
  leave: Span;
  enter: Span;
  path: Point[];
}

/** The links that lead from one connected set of sections to another. */
function componentWay(map: RowMap, from: number, to: number): Hop[] {
  const hopsFrom = (c: number): Hop[] =>
    map.links.flatMap(({ from: f, to: t, path }) => [
      ...(map.component[f.section] === c ? [{ leave: f, enter: t, path }] : []),
      ...(map.component[t.section] === c ? [{ leave: t, enter: f, path: path.toReversed() }] : []),
    ]);
  const came = new Map<number, Hop[]>([[from, []]]);
  const open = [from];
  while (open.length) {
    const c = open.shift()!;
    if (c === to) break;
    for (const hop of hopsFrom(c)) {
      const next = map.component[hop.enter.section];
      if (came.has(next)) continue;
      came.set(next, [...came.get(c)!, hop]);
      open.push(next);
    }
  }
  return came.get(to) ?? [];
}
