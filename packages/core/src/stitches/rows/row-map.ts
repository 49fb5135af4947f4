// Rows across a polygon at an angle, cut into sections: runs of rows that lie one below the other.
//
// Work is done in a frame in which rows are level; `toFrame` and `toCloth` go between. All sections
// share one grid of rows, so neighbours meet without a seam.
import type { Bounds, Point } from '../../geometry/points.ts';
import { coordsBounds, type Polygon, type Ring } from '../../geometry/region.ts';
import { ringsInFrame, stretchOf, type Frame } from './frame.ts';
import { tangentsOf } from './tangents.ts';

/** The part of one row that lies inside the polygon; x in mm in the frame. */
export interface Span {
  row: number;
  y: number;
  left: number;
  right: number;
  /** Its part on the row's own line: where ways may pass. */
  open: { left: number; right: number };
  /** Ring and edge that each end lies on. */
  leftRing: number;
  leftEdge: number;
  rightRing: number;
  rightEdge: number;
  above: Span[];
  below: Span[];
  section: number;
  /** Place of the span within its section. */
  place: number;
}

export interface Section {
  id: number;
  spans: Span[];
}

/** A way along a ring between two sections that no pair of rows joins: a neck thinner than a row. */
export interface RingLink {
  from: Span;
  to: Span;
  /** Points along the ring, in the frame, from `from`'s end to `to`'s. */
  path: Point[];
}

export interface RowMap {
  frame: Frame;
  /** Between rows in the frame, in mm; the widest when it changes. */
  spacing: number;
  /** How much longer stitches come out on the cloth than in the frame, at most. */
  along: number;
  /** The polygon's rings in the frame; spans say on which edge of which they end. */
  rings: Ring[];
  sections: Section[];
  links: RingLink[];
  /** Which connected set of sections each section belongs to. */
  component: Int32Array;
  toFrame(p: Point): Point;
  toCloth(p: Point): Point;
}

interface Crossing {
  x: number;
  ring: number;
  edge: number;
}

interface Interval {
  left: Crossing;
  right: Crossing;
}

/** Directions that run along the machine's grid: small whole steps across and up. */
const GRID_DIRECTIONS: [number, number][] = [];
for (let m = 0; m <= 3; m++)
  for (let n = 0; n <= 3; n++) if ((m || n) && gcd(m, n) === 1) GRID_DIRECTIONS.push([m, n]);

function gcd(a: number, b: number): number {
  return b ? gcd(b, a % b) : a;
}

/** For an angle along the machine's grid, how far apart the grid's own lines lie, in mm; else null. */
export function gridPitch(angle: number): number | null {
  const a = (((angle % 180) + 180) % 180) * (Math.PI / 180);
  const c = Math.abs(Math.cos(a));
  const s = Math.abs(Math.sin(a));
  for (const [m, n] of GRID_DIRECTIONS) {
    const r = Math.hypot(m, n);
    if (Math.abs(c - m / r) < 5e-4 && Math.abs(s - n / r) < 5e-4) return 0.1 / r;
  }
  return null;
}

/** Spacings up to this are meant to cover the cloth, in mm. */
export const DENSE = 0.5;

/** How much closer rows are set that wander on the machine's grid, in mm, and those that are bent: their stitches cut corners too. */
const CLOSER = 0.015;
const BENT_CLOSER = 0.03;

/**
 * The spacing to use so that rows of 0.4 mm thread asked for at 0.4 mm really meet. The machine can place
 * needles only every 0.1 mm: rows along the grid must lie on its lines, others wander by some hundredths.
 */
export function closedSpacing(spacing: number, angle: number | null): number {
  if (spacing > DENSE) return spacing;
  const pitch = angle === null ? null : gridPitch(angle);
  if (pitch === null) return spacing - (angle === null ? BENT_CLOSER : CLOSER);
  return Math.max(1, Math.floor((spacing + 0.004) / pitch)) * pitch;
}

/** How far apart rows lie at the top and at the bottom of the frame, in mm. */
export interface RowSpacing {
  near: number;
  far: number;
}

/** The first and last rows lie this far inside the edge, where rows are dense; in mm. */
const MARGIN = 0.2;
/** Rows along tangents lie so far inside, or less by up to a step of the grid: the next row need not reach beyond them. */
const BESIDE = 0.18;
/** Rows are laid along an edge that stays within a spacing of one for so long, in mm … */
const TANGENT_LEAST = 3;
/** … if none of them has to be nearer to the next than this share of the spacing. */
const CROWDED = 0.9;

/** Heights between which rows are even: the first, the last, and those along tangents, the longest of which come first. */
function anchorsOf(
  first: number,
  last: number,
  spacing: number,
  rings: readonly Ring[],
  pitch: number,
): number[] {
  const share = (room: number): number => room / spacing / Math.max(1, Math.ceil(room / spacing - 1e-6));
  let anchors = [first, last];
  const tangents = tangentsOf(rings, spacing, TANGENT_LEAST).sort((a, b) => b.length - a.length);
  for (const { y, side } of tangents) {
    const at = y + side * (BESIDE - pitch / 2);
    const next = anchors.findIndex((a) => a > at);
    if (next < 1) continue;
    const [above, below] = [anchors[next - 1], anchors[next]];
    if (Math.min(share(at - above), share(below - at)) < Math.min(CROWDED, share(below - above))) continue;
    anchors = [...anchors.slice(0, next), at, ...anchors.slice(next)];
  }
  return anchors;
}

/** Rows from the polygon's top to its bottom, the first and last near its edge, and dense even ones along its tangents. */
function rowHeights(
  rings: readonly Ring[],
  { minY: top, maxY: bottom }: Bounds,
  { near, far }: RowSpacing,
  angle: number | null,
): number[] {
  const height = bottom - top;
  const dense = Math.max(near, far) <= DENSE;
  const margin = (spacing: number): number => Math.min(dense ? MARGIN : spacing / 2, height / 2);
  const [first, last] = [top + margin(near), bottom - margin(far)];
  const room = last - first;
  // Spacing that grows evenly from near to far: as many rows as the mean reciprocal of it asks for.
  const ratio = far / near;
  const even = Math.abs(ratio - 1) < 1e-6;
  if (dense && even && room > 0) {
    const pitch = angle === null ? null : gridPitch(angle);
    const anchors = anchorsOf(first, last, near, rings, pitch ?? 0);
    const rows = anchors.slice(1).flatMap((to, k) => {
      const gaps = Math.max(1, Math.ceil((to - anchors[k]) / near - 1e-6));
      return Array.from({ length: gaps }, (_, i) => anchors[k] + ((to - anchors[k]) * (i + 1)) / gaps);
    });
    return [first, ...rows].map((y) => (pitch ? Math.round(y / pitch) * pitch : y));
  }
  const ideal = even ? room / near : (room * Math.log(ratio)) / (far - near);
  const gaps = dense ? Math.ceil(ideal - 1e-6) : Math.round(ideal);
  if (gaps < 1) return [top + height / 2];
  return Array.from({ length: gaps + 1 }, (_, i) => {
    const t = i / gaps;
    return first + room * (even ? t : (ratio ** t - 1) / (ratio - 1));
  });
}

/** Where the lines at `heights` (ascending) cross the rings, sorted by x. */
function crossings(rings: Ring[], heights: Float64Array): Crossing[][] {
  const out: Crossing[][] = Array.from(heights, () => []);
  const firstAtLeast = (y: number): number => {
    let lo = 0;
    let hi = heights.length;
    while (lo < hi) {
      const mid = (lo + hi) >> 1;
      if (heights[mid] < y) lo = mid + 1;
      else hi = mid;
    }
    return lo;
  };
  rings.forEach((ring, r) => {
    const n = ring.length;
    for (let i = 0, j = n - 2; i < n; j = i, i += 2) {
      const [ax, ay, bx, by] = [ring[j], ring[j + 1], ring[i], ring[i + 1]];
      const low = Math.min(ay, by);
      const high = Math.max(ay, by);
      for (let k = firstAtLeast(low); k < heights.length && heights[k] < high; k++) {
        out[k].push({ x: ax + ((heights[k] - ay) / (by - ay)) * (bx - ax), ring: r, edge: j / 2 });
      }
    }
  });
  for (const list of out) list.sort((a, b) => a.x - b.x);
  return out;
}

/** A stretch of one of a row's lines; its ends count less by so many mm. */
interface Part extends Interval {
  drawnIn: number;
}

/** Overlapping stretches of the lines of one row as one, from the first of their ends as they count to the last. */
function mergeParts(lists: readonly (readonly Crossing[])[], drawnIn: readonly number[]): Interval[] {
  const all: Part[] = [];
  lists.forEach((list, k) => {
    for (let i = 0; i + 1 < list.length; i += 2)
      all.push({ left: list[i], right: list[i + 1], drawnIn: drawnIn[k] });
  });
  all.sort((a, b) => a.left.x - b.left.x);
  const groups: Part[][] = [];
  let reach = -Infinity;
  for (const part of all) {
    if (part.left.x <= reach) groups[groups.length - 1].push(part);
    else groups.push([part]);
    reach = Math.max(reach, part.right.x);
  }
  return groups.map(unionOf);
}

function unionOf(parts: readonly Part[]): Interval {
  const width = ({ left, right }: Interval): number => right.x - left.x;
  const long = parts.filter((p) => p.drawnIn === 0 || width(p) > 2 * p.drawnIn);
  // Where none is long enough to be drawn in, the middle of the widest is all there is.
  const counted = long.length ? long : [parts.reduce((a, b) => (width(b) > width(a) ? b : a))];
  const ends = counted.map(({ left, right, drawnIn }) => {
    const by = Math.min(drawnIn, (right.x - left.x) / 2);
    return { left: { ...left, x: left.x + by }, right: { ...right, x: right.x - by } };
  });
  return {
    left: ends.reduce((a, b) => (b.left.x < a.left.x ? b : a)).left,
    right: ends.reduce((a, b) => (b.right.x > a.right.x ? b : a)).right,
  };
}

/** How rows cover strips beside their own line that no thread would reach. */
export interface RowReach {
  /** What lies this far above and below a row's line counts too, in mm: shallow edges, corners of holes, tops of bars. */
  by: number;
  /** … but its ends, which will be sewn longer by this much, are drawn in by it: there the row is long enough. */
  drawnIn: number;
}

/** From the first to the last place of a span that lies inside on the row's own line; the whole of it when none does. */
function openPart(left: number, right: number, line: readonly Crossing[]): Span['open'] {
  let open = { left: Infinity, right: -Infinity };
  for (let i = 0; i + 1 < line.length; i += 2) {
    const [from, to] = [Math.max(left, line[i].x), Math.min(right, line[i + 1].x)];
    if (to > from) open = { left: Math.min(open.left, from), right: Math.max(open.right, to) };
  }
  return open.right > open.left ? open : { left, right };
}

/**
 * Lays rows over one polygon. `spacing` is as it shall be on the cloth (see closedSpacing), or two of them for
 * rows that draw apart from the top of the frame to its bottom.
 */
export function layRows(
  polygon: Polygon,
  frame: Frame,
  spacing: number | RowSpacing,
  reach: RowReach | null = null,
): RowMap {
  const { toFrame, toCloth } = frame;
  const rings = ringsInFrame(polygon, frame);
  const bounds = coordsBounds(rings)!;
  const { apart, along } = stretchOf(frame, bounds);
  const asked = typeof spacing === 'number' ? { near: spacing, far: spacing } : spacing;
  const inFrame = { near: asked.near / apart, far: asked.far / apart };
  const ys = rowHeights(rings, bounds, inFrame, frame.angle);
  // Halfway between, too: a tip may lie there.
  const beside = reach && reach.by > 0 ? [-1, -0.5, 0.5, 1] : [];
  const exact = [0, ...beside].map((share) =>
    crossings(
      rings,
      Float64Array.from(ys, (y) => y + share * (reach?.by ?? 0)),
    ),
  );
  const drawnIn = [0, ...beside].map((share) => Math.abs(share) * (reach?.drawnIn ?? 0));
  const rows: Span[][] = ys.map((y, row) =>
    mergeParts(
      exact.map((c) => c[row]),
      drawnIn,
    ).map(({ left, right }) => ({
      row,
      y,
      left: left.x,
      right: right.x,
      open: openPart(left.x, right.x, exact[0][row]),
      leftRing: left.ring,
      leftEdge: left.edge,
      rightRing: right.ring,
      rightEdge: right.edge,
      above: [],
      below: [],
      section: -1,
      place: 0,
    })),
  );
  joinRows(rows);
  const sections = cutSections(rows);
  const { component, links } = linkApart(sections, rings);
  // Rows are spread over the height, so they may lie a little closer than was asked for.
  const gaps = ys.slice(1).map((y, i) => y - ys[i]);
  const widest = gaps.length ? Math.max(...gaps) : Math.max(inFrame.near, inFrame.far);
  return { frame, spacing: widest, along, rings, sections, links, component, toFrame, toCloth };
}

/** A row narrower than this that lies so near beside the next one is its tip, in mm. */
const TIP = 0.8;
/** So many edges of a curved ring still count as one side of a tip. */
const SAME_SIDE = 3;

/** Notes which spans of neighbouring rows overlap, or lie in one slanting tip, between the same two sides. */
function joinRows(rows: Span[][]): void {
  for (let k = 0; k + 1 < rows.length; k++) {
    let j = 0;
    for (const a of rows[k]) {
      while (j < rows[k + 1].length && rows[k + 1][j].right <= a.left) j++;
      for (let i = j; i < rows[k + 1].length && rows[k + 1][i].left < a.right; i++) {
        a.below.push(rows[k + 1][i]);
        rows[k + 1][i].above.push(a);
      }
    }
    for (const a of rows[k])
      for (const b of a.below.length ? [] : rows[k + 1]) {
        const sameSides =
          Math.abs(a.leftEdge - b.leftEdge) <= SAME_SIDE && Math.abs(a.rightEdge - b.rightEdge) <= SAME_SIDE;
        const apart = Math.max(a.left - b.right, b.left - a.right);
        const narrow = Math.min(a.right - a.left, b.right - b.left) < TIP && apart < TIP;
        const sameTip = a.leftRing === b.leftRing && a.rightRing === b.rightRing && (sameSides || narrow);
        if (b.above.length || !sameTip) continue;
        a.below.push(b);
        b.above.push(a);
      }
  }
}

function cutSections(rows: Span[][]): Section[] {
  const sections: Section[] = [];
  for (const row of rows) {
    for (const span of row) {
      const above = span.above.length === 1 ? span.above[0] : null;
      const goesOn = above !== null && above.below.length === 1;
      if (goesOn) span.section = above.section;
      else {
        span.section = sections.length;
        sections.push({ id: span.section, spans: [] });
      }
      span.place = sections[span.section].spans.length;
      sections[span.section].spans.push(span);
    }
  }
  return sections;
}

/** Finds connected sets of sections, and ways along the rings between sets that rows leave apart. */
function linkApart(sections: Section[], rings: Ring[]): { component: Int32Array; links: RingLink[] } {
  const parent = Int32Array.from(sections, (_, i) => i);
  const root = (i: number): number => {
    while (parent[i] !== i) i = parent[i] = parent[parent[i]];
    return i;
  };
  for (const s of sections)
    for (const below of s.spans.at(-1)!.below) parent[root(s.id)] = root(below.section);
  const component = Int32Array.from(sections, (_, i) => root(i));
  const links: RingLink[] = [];
  if (new Set(component).size < 2) return { component, links };

  interface RingEnd {
    span: Span;
    edge: number;
    t: number;
    point: Point;
  }
  const ends: RingEnd[][] = rings.map(() => []);
  for (const s of sections) {
    for (const span of s.spans) {
      for (const [x, ring, edge] of [
        [span.left, span.leftRing, span.leftEdge],
        [span.right, span.rightRing, span.rightEdge],
      ]) {
        const c = rings[ring];
        const t = Math.hypot(x - c[2 * edge], span.y - c[2 * edge + 1]);
        ends[ring].push({ span, edge, t, point: { x, y: span.y } });
      }
    }
  }
  rings.forEach((ring, r) => {
    const list = ends[r].sort((a, b) => a.edge - b.edge || a.t - b.t);
    list.forEach((a, i) => {
      const b = list[(i + 1) % list.length];
      if (root(a.span.section) === root(b.span.section)) return;
      parent[root(a.span.section)] = root(b.span.section);
      const path = [a.point];
      const n = ring.length / 2;
      const steps = (b.edge - a.edge + n) % n;
      for (let k = 1; k <= steps; k++) {
        const v = 2 * ((a.edge + k) % n);
        path.push({ x: ring[v], y: ring[v + 1] });
      }
      path.push(b.point);
      links.push({ from: a.span, to: b.span, path });
    });
  });
  return { component, links };
}
