// Evens a line out: it smooths itself, keeps away from its own other passes and from the edge.
import { EdgeIndex } from '../../../geometry/edge-index.ts';
import type { Coords } from '../../../geometry/polyline.ts';
import { coordsBounds, type Ring } from '../../../geometry/region.ts';

/** Points lie so far apart, in spacings. */
const STEP = 0.4;
/** Other passes are kept this far away, in spacings. */
const REACH = 1.05;
/** What lies nearer along the line, in spacings, is no other pass. */
const OWN = 1.5;
/** Nothing moves farther in one round, in spacings: passes can't leap over one another. */
const MOST = 0.1;
/**
 * Every other round smooths, the rounds between swell: by as much, so that bends grow round and the line does not shrink,
 * or by more, so that it grows until its passes fill the cloth between them.
 */
const SMOOTHING = 0.34;
const SWELLING = { even: 0.37, growing: 0.54 };
const PUSH = 0.36;
/** Points are spread anew, and it is looked anew which of them are near each other, after so many rounds; meanwhile those count that come so near, in spacings. */
const RESTED = 4;
const MARGIN = 0.25;

/** The line with points `step` mm apart; an open one keeps its ends. */
export function evenly(coords: ArrayLike<number>, step: number, closed: boolean): Coords {
  const n = coords.length / 2;
  const segments = closed ? n : n - 1;
  let total = 0;
  for (let i = 0; i < segments; i++) {
    const j = (i + 1) % n;
    total += Math.sqrt((coords[2 * j] - coords[2 * i]) ** 2 + (coords[2 * j + 1] - coords[2 * i + 1]) ** 2);
  }
  const count = Math.max(6, Math.round(total / step));
  const out = new Float64Array(2 * count);
  const each = total / count;
  let k = 0;
  let gone = 0;
  for (let i = 0; i < segments && k < count; i++) {
    const j = (i + 1) % n;
    const [dx, dy] = [coords[2 * j] - coords[2 * i], coords[2 * j + 1] - coords[2 * i + 1]];
    const d = Math.sqrt(dx * dx + dy * dy);
    for (; k < count && k * each < gone + d; k++) {
      const t = (k * each - gone) / d;
      out[2 * k] = coords[2 * i] + dx * t;
      out[2 * k + 1] = coords[2 * i + 1] + dy * t;
    }
    gone += d;
  }
  if (closed) return out.subarray(0, 2 * k);
  return Float64Array.of(...out.subarray(0, 2 * k), coords[2 * n - 2], coords[2 * n - 1]);
}

/** Points of a line in square cells of a grid. */
class Cells {
  private first = new Int32Array(0);
  private list = new Int32Array(0);
  private readonly cell: number;
  private minX = 0;
  private minY = 0;
  columns = 0;
  rows = 0;

  constructor(cell: number) {
    this.cell = cell;
  }

  fill(p: Coords): void {
    let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
    for (let i = 0; i < p.length; i += 2) {
      if (p[i] < minX) minX = p[i];
      if (p[i] > maxX) maxX = p[i];
      if (p[i + 1] < minY) minY = p[i + 1];
      if (p[i + 1] > maxY) maxY = p[i + 1];
    }
    [this.minX, this.minY] = [minX, minY];
    this.columns = Math.floor((maxX - minX) / this.cell) + 1;
    this.rows = Math.floor((maxY - minY) / this.cell) + 1;
    const n = p.length / 2;
    this.first = new Int32Array(this.columns * this.rows + 1);
    if (this.list.length < n) this.list = new Int32Array(2 * n);
    for (let i = 0; i < n; i++) this.first[this.cellOf(p[2 * i], p[2 * i + 1]) + 1]++;
    for (let c = 1; c < this.first.length; c++) this.first[c] += this.first[c - 1];
    const at = this.first.slice();
    for (let i = 0; i < n; i++) this.list[at[this.cellOf(p[2 * i], p[2 * i + 1])]++] = i;
  }

  private cellOf(x: number, y: number): number {
    return Math.floor((y - this.minY) / this.cell) * this.columns + Math.floor((x - this.minX) / this.cell);
  }

  /** Pairs of points that are no farther than `reach` from each other, each once; `own` points each way along the line are none. */
  pairs(p: Coords, own: number, reach: number, closed: boolean): Int32Array {
    const { first, list, columns } = this;
    const n = p.length / 2;
    const reach2 = reach * reach;
    let count = 0;
    let out = new Int32Array(16 * n);
    for (let i = 0; i < n; i++) {
      const [x, y] = [p[2 * i], p[2 * i + 1]];
      const ci = Math.floor((x - this.minX) / this.cell);
      const cj = Math.floor((y - this.minY) / this.cell);
      const least = i + own;
      const most = closed ? n + i - own : n;
      for (let j = Math.max(0, cj - 1); j <= Math.min(this.rows - 1, cj + 1); j++) {
        const to = first[j * columns + Math.min(columns - 1, ci + 1) + 1];
        for (let k = first[j * columns + Math.max(0, ci - 1)]; k < to; k++) {
          const q = list[k];
          if (q <= least || q >= most) continue;
          const dx = x - p[2 * q];
          const dy = y - p[2 * q + 1];
          if (dx * dx + dy * dy >= reach2) continue;
          if (count + 2 > out.length) {
            const more = new Int32Array(2 * out.length);
            more.set(out);
            out = more;
          }
          out[count++] = i;
          out[count++] = q;
        }
      }
    }
    return out.subarray(0, count);
  }
}

/** How strongly the points of pairs push each other away, the nearer the more. The innermost loop of a stipple. */
function pushes(p: Coords, pairs: Int32Array, reach: number): Float64Array {
  const out = new Float64Array(p.length);
  const reach2 = reach * reach;
  for (let k = 0; k < pairs.length; k += 2) {
    const i = 2 * pairs[k];
    const q = 2 * pairs[k + 1];
    const dx = p[i] - p[q];
    const dy = p[i + 1] - p[q + 1];
    const d2 = dx * dx + dy * dy;
    if (d2 >= reach2 || d2 === 0) continue;
    const d = Math.sqrt(d2);
    const w = (reach - d) / (reach * d);
    out[i] += dx * w;
    out[i + 1] += dy * w;
    out[q] -= dx * w;
    out[q + 1] -= dy * w;
  }
  return out;
}

/** Marks the squares of a grid that lie near an edge, so that points elsewhere need not ask. */
class NearEdge {
  private readonly cell: number;
  private readonly minX: number;
  private readonly minY: number;
  private readonly columns: number;
  private readonly marked: Uint8Array;

  constructor(rings: readonly Ring[], reach: number) {
    const b = coordsBounds(rings) ?? { minX: 0, minY: 0, maxX: 0, maxY: 0 };
    this.cell = reach;
    this.minX = b.minX - 2 * reach;
    this.minY = b.minY - 2 * reach;
    this.columns = Math.ceil((b.maxX - this.minX) / reach) + 3;
    this.marked = new Uint8Array(this.columns * (Math.ceil((b.maxY - this.minY) / reach) + 3));
    for (const ring of rings)
      for (let i = 0; i < ring.length; i += 2) {
        const j = (i + 2) % ring.length;
        const [dx, dy] = [ring[j] - ring[i], ring[j + 1] - ring[i + 1]];
        const steps = Math.ceil(Math.hypot(dx, dy) / reach) || 1;
        for (let k = 0; k <= steps; k++)
          this.mark(ring[i] + (dx * k) / steps, ring[i + 1] + (dy * k) / steps);
      }
  }

  /** The square and its neighbours: between two marks along an edge nothing within reach is left out. */
  private mark(x: number, y: number): void {
    const c = this.cellOf(x, y);
    for (let j = -1; j <= 1; j++) for (let i = -1; i <= 1; i++) this.marked[c + j * this.columns + i] = 1;
  }

  private cellOf(x: number, y: number): number {
    return Math.floor((y - this.minY) / this.cell) * this.columns + Math.floor((x - this.minX) / this.cell);
  }

  has(x: number, y: number): boolean {
    return this.marked[this.cellOf(x, y)] !== 0;
  }
}

/** The line after `rounds` rounds; an open one keeps its ends; it keeps half a spacing away from the polygon's `rings`. */
export function relaxed(
  line: ArrayLike<number>,
  spacing: number,
  rings: readonly Ring[],
  rounds: number,
  closed = true,
  how: keyof typeof SWELLING = 'even',
): Coords {
  const edges = new EdgeIndex(rings);
  const near = new NearEdge(rings, spacing);
  const step = STEP * spacing;
  const reach = REACH * spacing;
  const own = Math.ceil(OWN / STEP);
  const most = MOST * spacing;
  const around = reach + MARGIN * spacing;
  const cells = new Cells(around);
  let p: Coords = evenly(line, step, closed);
  let pairs: Int32Array = new Int32Array(0);
  for (let round = 0; round < rounds; round++) {
    if (round % RESTED === 0) {
      if (round) p = evenly(p, step, closed);
      cells.fill(p);
      pairs = cells.pairs(p, own, around, closed);
    }
    const tension = round % 2 ? -SWELLING[how] : SMOOTHING;
    const n = p.length / 2;
    const move = pushes(p, pairs, reach);
    if (!closed) move.fill(0, 0, 2).fill(0, 2 * n - 2);
    const [low, high] = closed ? [0, n] : [1, n - 1];
    for (let i = low; i < high; i++) {
      const [a, b] = [2 * ((i + n - 1) % n), 2 * ((i + 1) % n)];
      for (let axis = 0; axis < 2; axis++) {
        const k = 2 * i + axis;
        move[k] = PUSH * spacing * move[k] + tension * ((p[a + axis] + p[b + axis]) / 2 - p[k]);
      }
    }
    const next = new Float64Array(p.length);
    for (let i = 0; i < n; i++) {
      let [mx, my] = [move[2 * i], move[2 * i + 1]];
      const d = Math.sqrt(mx * mx + my * my);
      if (d > most) [mx, my] = [(mx * most) / d, (my * most) / d];
      next[2 * i] = p[2 * i] + mx;
      next[2 * i + 1] = p[2 * i + 1] + my;
      if (i >= low && i < high && near.has(next[2 * i], next[2 * i + 1]))
        keepInside(next, i, spacing / 2, most, edges);
    }
    p = next;
  }
  return p;
}

/** Turns sharper than this from one step to the next are kinks, in radians. */
const KINK = 0.6;
const KINK_ROUNDS = 8;
/** The neighbours of a kink come forth by this share of the way from between them to it. */
const FORTH = 0.3;
/** They come no nearer to the edge than this, in spacings. */
const KINK_ROOM = 0.37;
/** Lines of fewer points are dots, which would only grow. */
const FEWEST = 12;

/**
 * Rounds off kinks that evening out has left: where the line turns sharply, the neighbours come forth, so that a tip
 * grows blunt and not short. Points lie a step apart before and after.
 */
export function withoutKinks(line: Coords, spacing: number, closed: boolean, edges: EdgeIndex): Coords {
  const step = STEP * spacing;
  let p = line;
  if (p.length < 2 * FEWEST) return p;
  for (let round = 0; round < KINK_ROUNDS; round++) {
    const n = p.length / 2;
    const next = Float64Array.from(p);
    let found = false;
    for (let i = closed ? 0 : 2; i < (closed ? n : n - 2); i++) {
      const [a, b] = [2 * ((i + n - 1) % n), 2 * ((i + 1) % n)];
      const [ux, uy] = [p[2 * i] - p[a], p[2 * i + 1] - p[a + 1]];
      const [vx, vy] = [p[b] - p[2 * i], p[b + 1] - p[2 * i + 1]];
      if (Math.abs(Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy)) < KINK) continue;
      found = true;
      for (let axis = 0; axis < 2; axis++) {
        const by = (p[a + axis] + p[b + axis]) / 2 - p[2 * i + axis];
        next[a + axis] -= FORTH * by;
        next[b + axis] -= FORTH * by;
      }
      for (const k of [a, b]) keepInside(next, k / 2, KINK_ROOM * spacing, MOST * spacing, edges);
    }
    if (!found) break;
    p = backInside(evenly(next, step, closed), spacing, edges);
  }
  return p;
}

/** Moves a point that is nearer to the edge than `room` away from it, by `most` mm; one outside, back in. */
function keepInside(p: Coords, i: number, room: number, most: number, edges: EdgeIndex): void {
  const inside = edges.inside(p[2 * i], p[2 * i + 1]);
  const near = edges.nearest(p[2 * i], p[2 * i + 1], inside ? room : 3 * room);
  if (!near || near.distance < 1e-6) return;
  const by = inside ? Math.min(most, room - near.distance) : -(near.distance + most);
  const x = p[2 * i] + ((p[2 * i] - near.at.x) * by) / near.distance;
  const y = p[2 * i + 1] + ((p[2 * i + 1] - near.at.y) * by) / near.distance;
  // In a part narrower than twice the room it stays midway.
  if (inside && (edges.nearest(x, y, near.distance)?.distance ?? room) < near.distance) return;
  [p[2 * i], p[2 * i + 1]] = [x, y];
}

/** Shares of the way to between their neighbours that points go, and back again, so that lobes do not shrink. */
const FAIRING = [0.5, -0.53];
const FAIRING_ROUNDS = 3;

/** The line with its small bends smoothed out, those of a few steps; lobes stay, and what came out of the shape goes back. Method: G. Taubin, Curve and surface smoothing without shrinkage (1995). */
export function faired(line: Coords, spacing: number, closed: boolean, edges: EdgeIndex): Coords {
  let p = line;
  const n = p.length / 2;
  for (let round = 0; round < FAIRING_ROUNDS; round++)
    for (const by of FAIRING) {
      const next = Float64Array.from(p);
      for (let i = closed ? 0 : 1; i < (closed ? n : n - 1); i++) {
        const [a, b] = [2 * ((i + n - 1) % n), 2 * ((i + 1) % n)];
        for (let axis = 0; axis < 2; axis++)
          next[2 * i + axis] += by * ((p[a + axis] + p[b + axis]) / 2 - p[2 * i + axis]);
      }
      p = next;
    }
  return backInside(p, spacing, edges);
}

/** The line whose points outside the shape go back into it, in place: chords of a bent line reach over an edge that juts in. */
export function backInside(p: Coords, spacing: number, edges: EdgeIndex): Coords {
  for (let i = 0; i < p.length / 2; i++)
    if (!edges.inside(p[2 * i], p[2 * i + 1])) keepInside(p, i, spacing / 2, MOST * spacing, edges);
  return p;
}

/** The line with a point more, inside the shape, wherever the middle of a chord between two points lies outside. */
export function chordsInside(p: Coords, closed: boolean, spacing: number, edges: EdgeIndex): Coords {
  const n = p.length / 2;
  const out: number[] = [];
  for (let i = 0; i < n; i++) {
    out.push(p[2 * i], p[2 * i + 1]);
    if (i === n - 1 && !closed) break;
    const j = (i + 1) % n;
    const middle = Float64Array.of((p[2 * i] + p[2 * j]) / 2, (p[2 * i + 1] + p[2 * j + 1]) / 2);
    if (edges.inside(middle[0], middle[1])) continue;
    out.push(...backInside(middle, spacing, edges));
  }
  return Float64Array.from(out);
}
