// What straight rows cover: rows at one height are one level, and what lies between the ends of neighbouring levels belongs
// to the shape. So it does not matter in which order, or in how many pieces, they were sewn.
import type { Coords } from '../geometry/polyline.ts';
import { DENSE, edgesOfRows } from './row-ends.ts';
import type { Row, ThreadPoints } from './thread-points.ts';

/** A row in the frame in which rows are level, in mm: how high it lies, and from where to where. */
interface Span {
  at: number;
  from: number;
  to: number;
  /** Was it begun there? */
  begunFrom: boolean;
  begunTo: boolean;
  /** Those that come next below and above, with nothing between. */
  below: Span[];
  above: Span[];
  /** Of it, what has nothing below, and nothing above. */
  bareBelow: Stretch[];
  bareAbove: Stretch[];
}

type Stretch = [from: number, to: number];

/** Pieces of one row that leave less than this between them are one, in mm, and how far they may lie apart in height, as a share of the pitch. */
const MEETS = 0.6;
const LEVEL = 0.3;
/** Ends of neighbouring rows that lie this many pitches apart are a step of the edge, not a slope. */
const STEP = 20;
/** Rows farther apart than this many pitches have something between them that is not there. */
const NEXT = 2.5;

/** Rows in the frame in which they are level, from the highest down; `pull` mm shorter at both ends. */
function spansOf(
  { x, y }: ThreadPoints,
  rows: readonly Row[],
  [dx, dy]: readonly [number, number],
  pitch: number,
  pull: number,
): Span[] {
  const flat = rows
    .map(({ from, to }): Span => {
      const [a, b] = [x[from] * dx + y[from] * dy, x[to] * dx + y[to] * dy];
      const at = ((y[from] + y[to]) * dx - (x[from] + x[to]) * dy) / 2;
      const [below, above, bareBelow, bareAbove] = [[], [], [], []];
      const [begunFrom, begunTo] = [a < b, a >= b];
      return {
        at,
        from: Math.min(a, b),
        to: Math.max(a, b),
        begunFrom,
        begunTo,
        below,
        above,
        bareBelow,
        bareAbove,
      };
    })
    .sort((p, q) => p.at - q.at);
  const out: Span[] = [];
  for (const span of flat) {
    let k = out.length - 1;
    const meets = (s: Span): boolean => span.from <= s.to + MEETS && s.from <= span.to + MEETS;
    while (k >= 0 && span.at - out[k].at < LEVEL * pitch && !meets(out[k])) k--;
    const same = k >= 0 && span.at - out[k].at < LEVEL * pitch ? out[k] : null;
    if (!same) {
      out.push(span);
      continue;
    }
    if (span.from < same.from) [same.from, same.begunFrom] = [span.from, span.begunFrom];
    if (span.to > same.to) [same.to, same.begunTo] = [span.to, span.begunTo];
  }
  for (const span of out) {
    const by = Math.min(pull, 0.4 * (span.to - span.from));
    span.from += by;
    span.to -= by;
  }
  return out;
}

/** Notes for every span what lies beside it on either side. */
function linkSpans(spans: readonly Span[], pitch: number): void {
  const look = (i: number, step: 1 | -1): [Span[], Stretch[]] => {
    const span = spans[i];
    let bare: Stretch[] = [[span.from, span.to]];
    const met: Span[] = [];
    for (let k = i + step; k >= 0 && k < spans.length && bare.length; k += step) {
      const other = spans[k];
      const apart = Math.abs(other.at - span.at);
      if (apart > NEXT * pitch) break;
      if (apart < LEVEL * pitch) continue;
      // Beyond the nearest, only what lies beside a long stretch that it leaves: else it is the one after the next.
      const level = !met.length || Math.abs(other.at - met[0].at) < LEVEL * pitch;
      const least = level ? 0 : STEP * pitch;
      if (!bare.some(([a, b]) => Math.min(b, other.to) - Math.max(a, other.from) > least)) continue;
      met.push(other);
      bare = bare.flatMap(([a, b]): Stretch[] => [
        ...(other.from > a ? [[a, Math.min(b, other.from)] as Stretch] : []),
        ...(other.to < b ? [[Math.max(a, other.to), b] as Stretch] : []),
      ]);
    }
    return [met.sort((a, b) => a.from - b.from), bare];
  };
  spans.forEach((span, i) => {
    [span.below, span.bareBelow] = look(i, 1);
    [span.above, span.bareAbove] = look(i, -1);
  });
}

/**
 * Rings of what rows cover that lie at one angle, which together may overlap; `direction` is theirs, as a unit vector.
 * Half a pitch beyond the first and the last row belongs to it; `pull` mm at both ends of each don't. Gives the pitch, too, as
 * it is on the whole, in mm, how many there are from the first row to the last, and how deep its edge is feathered, in mm.
 */
export function ringsOfRows(
  points: ThreadPoints,
  rows: readonly Row[],
  direction: readonly [number, number],
  pitch: number,
  pull: number,
): { rings: Coords[]; pitch: number; gaps: number; feather: number } {
  const spans = spansOf(points, rows, direction, pitch, pull);
  linkSpans(spans, pitch);
  const [dx, dy] = direction;
  const place = (along: number, across: number): [number, number] => [
    along * dx - across * dy,
    along * dy + across * dx,
  ];
  const rings: Coords[] = [];
  const quad = (a: Stretch, ya: number, b: Stretch, yb: number): void => {
    const corners = [place(a[0], ya), place(a[1], ya), place(b[1], yb), place(b[0], yb)];
    rings.push(Float64Array.from(corners.flat()));
  };
  const stepped = (a: Span, b: Span): boolean =>
    Math.abs(a.from - b.from) > STEP * pitch || Math.abs(a.to - b.to) > STEP * pitch;
  /** The only one below, when this is the only one above it. */
  const follower = (s: Span): Span | null => {
    const [next] = s.below;
    const alone = s.below.length === 1 && next.above.length === 1 && next.above[0] === s;
    return alone && !stepped(s, next) ? next : null;
  };
  let feather = 0;
  const edged = points.edge.includes(1);
  const begun = new Set<Span>();
  for (const first of spans) {
    if (begun.has(first)) continue;
    const chain: Span[] = [];
    for (let s: Span | null = first; s && !begun.has(s); s = follower(s)) {
      begun.add(s);
      chain.push(s);
    }
    if (chain.length > 1) {
      const edges = edgesOfRows(
        { ends: chain.map((s) => s.from), begun: chain.map((s) => s.begunFrom) },
        { ends: chain.map((s) => s.to), begun: chain.map((s) => s.begunTo) },
        pitch,
        pull,
        edged,
      );
      const { left, right } = edges;
      feather = Math.max(feather, edges.feather);
      chain.forEach((s, i) => {
        const middle = (left[i] + right[i]) / 2;
        [s.from, s.to] = [left[i], right[i]] = [Math.min(left[i], middle), Math.max(right[i], middle)];
      });
      const down = chain.flatMap((s, i) => place(left[i], s.at));
      const up = chain.flatMap((_, i) => {
        const k = chain.length - 1 - i;
        return place(right[k], chain[k].at);
      });
      rings.push(Float64Array.from([...down, ...up]));
    }
  }
  for (const span of spans) {
    for (const next of span.below) if (follower(span) !== next) between(span, next, quad, pitch);
    for (const next of span.above) if (!next.below.includes(span)) between(next, span, quad, pitch);
    // Half a row beyond where nothing follows, but at slopes.
    for (const [bare, side] of [
      [span.bareAbove, -1],
      [span.bareBelow, 1],
    ] as const)
      for (const [a, b] of bare) {
        const whole = b - a > 0.98 * (span.to - span.from);
        const beyond = side * halfGap(span, side, pitch);
        if (whole || b - a > STEP * pitch) quad([a, b], span.at, [a, b], span.at + beyond);
      }
  }
  // How far apart rows lie, weighed by how long they lie beside each other.
  let [way, weight] = [0, 0];
  for (const span of spans)
    for (const next of span.below) {
      const beside = Math.min(span.to, next.to) - Math.max(span.from, next.from);
      if (beside <= 0) continue;
      way += beside * (next.at - span.at);
      weight += beside;
    }
  const mean = weight ? way / weight : pitch;
  return { rings, pitch: mean, gaps: Math.round((spans[spans.length - 1].at - spans[0].at) / mean), feather };
}

/** Half of how far a span lies from the next one on its other side, which open rows keep from the edge, in mm. */
function halfGap(span: Span, side: 1 | -1, pitch: number): number {
  if (pitch <= DENSE) return pitch / 2;
  const others = side > 0 ? span.above : span.below;
  const gaps = others.map(({ at }) => Math.abs(at - span.at));
  return gaps.length ? Math.min(...gaps) / 2 : pitch / 2;
}

/** What lies between two spans, one below the other: at a step no wider than where both are. */
function between(
  up: Span,
  down: Span,
  quad: (a: Stretch, ya: number, b: Stretch, yb: number) => void,
  pitch: number,
): void {
  // Where a span meets two, it is shared at the middle of the gap between them.
  const shared = (one: Span, others: readonly Span[], other: Span): Stretch => {
    const at = others.indexOf(other);
    const before = at > 0 ? others[at - 1] : null;
    const after = at >= 0 && at + 1 < others.length ? others[at + 1] : null;
    return [
      before ? Math.max(one.from, (before.to + other.from) / 2) : one.from,
      after ? Math.min(one.to, (other.to + after.from) / 2) : one.to,
    ];
  };
  const a = shared(up, up.below, down);
  const b = shared(down, down.above, up);
  if (Math.abs(a[0] - b[0]) > STEP * pitch) a[0] = b[0] = Math.max(a[0], b[0]);
  if (Math.abs(a[1] - b[1]) > STEP * pitch) a[1] = b[1] = Math.min(a[1], b[1]);
  if (a[1] > a[0] && b[1] > b[0]) quad(a, up.at, b, down.at);
}
