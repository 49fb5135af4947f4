// The edges of a polygon on a grid, so that what is near, and what a line crosses, is found without asking them all.
import type { Point } from './points.ts';
import type { Ring } from './region.ts';

/** A place on an edge: `t` from 0 to 1 along it. */
export interface OnEdge {
  ring: number;
  edge: number;
  t: number;
  at: Point;
}

/** So many edges a cell, about. */
const PER_CELL = 2;

export class EdgeIndex {
  private readonly ringOf: Int32Array;
  private readonly edgeOf: Int32Array;
  /** Ends of each edge: x0, y0, x1, y1. */
  private readonly ends: Float64Array;
  private readonly minX: number = 0;
  private readonly minY: number = 0;
  private readonly cell: number = 1;
  private readonly columns: number = 1;
  private readonly rows: number = 1;
  /** Edges of cell c: `list` from `first[c]` up to `first[c + 1]`. */
  private readonly first: Int32Array;
  private readonly list: Int32Array;
  /** The last search that met an edge, so that none is looked at twice. */
  private readonly met: Int32Array;
  private search = 0;
  /** Of cells without edges: 1 inside, 2 outside, 0 not asked for yet. */
  private readonly state: Uint8Array;

  constructor(rings: readonly Ring[]) {
    const count = rings.reduce((n, ring) => n + ring.length / 2, 0);
    this.ringOf = new Int32Array(count);
    this.edgeOf = new Int32Array(count);
    this.ends = new Float64Array(4 * count);
    this.met = new Int32Array(count);
    let [minX, minY, maxX, maxY, length] = [Infinity, Infinity, -Infinity, -Infinity, 0];
    let k = 0;
    rings.forEach((ring, r) => {
      for (let i = 0; i < ring.length; i += 2, k++) {
        const j = (i + 2) % ring.length;
        this.ringOf[k] = r;
        this.edgeOf[k] = i / 2;
        const e = 4 * k;
        const x = (this.ends[e] = ring[i]);
        const y = (this.ends[e + 1] = ring[i + 1]);
        const dx = (this.ends[e + 2] = ring[j]) - x;
        const dy = (this.ends[e + 3] = ring[j + 1]) - y;
        if (x < minX) minX = x;
        if (y < minY) minY = y;
        if (x > maxX) maxX = x;
        if (y > maxY) maxY = y;
        length += Math.sqrt(dx * dx + dy * dy);
      }
    });
    if (count) {
      const area = Math.max(1e-6, (maxX - minX) * (maxY - minY));
      this.minX = minX;
      this.minY = minY;
      this.cell = Math.max(0.05, length / count, Math.sqrt((area * PER_CELL) / count) / 2);
      this.columns = Math.floor((maxX - minX) / this.cell) + 1;
      this.rows = Math.floor((maxY - minY) / this.cell) + 1;
    }
    const perCell = new Int32Array(this.columns * this.rows + 1);
    for (let e = 0; e < count; e++) this.cellsOf(e, (c) => perCell[c + 1]++);
    for (let c = 1; c < perCell.length; c++) perCell[c] += perCell[c - 1];
    this.first = perCell.slice();
    this.state = new Uint8Array(this.columns * this.rows);
    this.list = new Int32Array(perCell[perCell.length - 1]);
    const at = perCell.slice();
    for (let e = 0; e < count; e++) this.cellsOf(e, (c) => (this.list[at[c]++] = e));
  }

  private cellsOf(e: number, visit: (cell: number) => void): void {
    const alone = this.onlyCell(e);
    if (alone >= 0) visit(alone);
    else
      this.cellsOn(this.ends[4 * e], this.ends[4 * e + 1], this.ends[4 * e + 2], this.ends[4 * e + 3], visit);
  }

  /** The cell that holds an edge whole, as those of most short edges do; −1 without one. */
  private onlyCell(e: number): number {
    const { ends, cell } = this;
    const x0 = (ends[4 * e] - this.minX) / cell;
    const x1 = (ends[4 * e + 2] - this.minX) / cell;
    const i = Math.floor(x0 < x1 ? x0 - 1e-9 : x1 - 1e-9);
    if (i < 0 || i !== Math.floor(x0 < x1 ? x1 + 1e-9 : x0 + 1e-9)) return -1;
    const y0 = (ends[4 * e + 1] - this.minY) / cell;
    const y1 = (ends[4 * e + 3] - this.minY) / cell;
    const j = Math.floor(y0 < y1 ? y0 - 1e-9 : y1 - 1e-9);
    if (j < 0 || j !== Math.floor(y0 < y1 ? y1 + 1e-9 : y0 + 1e-9)) return -1;
    return i < this.columns && j < this.rows ? j * this.columns + i : -1;
  }

  /** Visits the cells that a line passes through, and some beside them: column by column. */
  private cellsOn(x0: number, y0: number, x1: number, y1: number, visit: (cell: number) => void): void {
    if (x1 < x0) {
      [x0, x1] = [x1, x0];
      [y0, y1] = [y1, y0];
    }
    const from = Math.max(0, Math.floor((x0 - this.minX) / this.cell - 1e-9));
    const to = Math.min(this.columns - 1, Math.floor((x1 - this.minX) / this.cell + 1e-9));
    if (from === to) {
      // Most edges lie in one column: nothing to work out.
      const foot = Math.max(0, Math.floor((Math.min(y0, y1) - this.minY) / this.cell - 1e-9));
      const head = Math.min(this.rows - 1, Math.floor((Math.max(y0, y1) - this.minY) / this.cell + 1e-9));
      for (let j = foot; j <= head; j++) visit(j * this.columns + from);
      return;
    }
    for (let i = from; i <= to; i++) {
      const left = Math.max(x0, this.minX + i * this.cell);
      const right = Math.min(x1, this.minX + (i + 1) * this.cell);
      const slope = x1 > x0 ? (y1 - y0) / (x1 - x0) : 0;
      const ya = x1 > x0 ? y0 + slope * (left - x0) : y0;
      const yb = x1 > x0 ? y0 + slope * (right - x0) : y1;
      const low = Math.max(0, Math.floor((Math.min(ya, yb) - this.minY) / this.cell - 1e-9));
      const high = Math.min(this.rows - 1, Math.floor((Math.max(ya, yb) - this.minY) / this.cell + 1e-9));
      for (let j = low; j <= high; j++) visit(j * this.columns + i);
    }
  }

  /** Calls `cross` for every edge that the line from (x0, y0) to (x1, y1) crosses; `s` is how far along it, 0 to 1. */
  crossings(
    x0: number,
    y0: number,
    x1: number,
    y1: number,
    cross: (s: number, ring: number, edge: number) => void,
  ): void {
    const [dx, dy] = [x1 - x0, y1 - y0];
    const search = ++this.search;
    this.cellsOn(x0, y0, x1, y1, (c) => {
      for (let k = this.first[c]; k < this.first[c + 1]; k++) {
        const e = this.list[k];
        if (this.met[e] === search) continue;
        this.met[e] = search;
        const ax = this.ends[4 * e] - x0;
        const ay = this.ends[4 * e + 1] - y0;
        const bx = this.ends[4 * e + 2] - x0;
        const by = this.ends[4 * e + 3] - y0;
        // On which side of the line the edge's ends lie; an end on the line counts to one side, so that two edges
        // that meet on it are crossed once, or not at all.
        const a = dx * ay - dy * ax;
        const b = dx * by - dy * bx;
        if (a >= 0 === b >= 0) continue;
        const t = a / (a - b);
        const [px, py] = [ax + (bx - ax) * t, ay + (by - ay) * t];
        const s = (px * dx + py * dy) / (dx * dx + dy * dy);
        if (s >= 0 && s < 1) cross(s, this.ringOf[e], this.edgeOf[e]);
      }
    });
  }

  /** Does the line from (x0, y0) to (x1, y1) cross an edge? */
  crosses(x0: number, y0: number, x1: number, y1: number): boolean {
    let crossed = false;
    this.crossings(x0, y0, x1, y1, () => (crossed = true));
    return crossed;
  }

  /**
   * The place on an edge that is nearest to (x, y), no farther away than `within`; null when there is none. One that is
   * no farther than `enough` may be given although another one is nearer.
   */
  nearest(x: number, y: number, within: number, enough = 0): (OnEdge & { distance: number }) | null {
    // Squares of distances are compared: this is asked hundreds of thousands of times a second.
    const { ends, first, list, met, cell, columns, rows } = this;
    let best = within * within;
    let bestEdge = -1;
    let bestT = 0;
    const search = ++this.search;
    const ci = Math.floor((x - this.minX) / cell);
    const cj = Math.floor((y - this.minY) / cell);
    // How far the place lies from the nearest side of its own cell.
    const px = x - this.minX - ci * cell;
    const py = y - this.minY - cj * cell;
    const aside = Math.min(px, cell - px, py, cell - py);
    // Cells are looked at in squares about the place, from where the grid begins to where it ends.
    const off = Math.max(-ci, ci - columns + 1, -cj, cj - rows + 1, 0);
    const far = Math.max(ci, columns - 1 - ci, cj, rows - 1 - cj);
    for (let r = off; r <= far; r++) {
      const least = r > 0 ? (r - 1) * cell + aside : 0;
      if (least * least > best || (bestEdge >= 0 && best <= enough * enough)) break;
      const jLow = Math.max(0, cj - r);
      const jHigh = Math.min(rows - 1, cj + r);
      for (let j = jLow; j <= jHigh; j++) {
        const whole = j === cj - r || j === cj + r;
        const step = whole || r === 0 ? 1 : 2 * r;
        for (let i = ci - r; i <= ci + r; i += step) {
          if (i < 0 || i >= columns) continue;
          const c = j * columns + i;
          for (let k = first[c], end = first[c + 1]; k < end; k++) {
            const e = list[k];
            if (met[e] === search) continue;
            met[e] = search;
            const ax = ends[4 * e];
            const ay = ends[4 * e + 1];
            const dx = ends[4 * e + 2] - ax;
            const dy = ends[4 * e + 3] - ay;
            const l2 = dx * dx + dy * dy;
            let t = l2 > 0 ? ((x - ax) * dx + (y - ay) * dy) / l2 : 0;
            t = t > 1 ? 1 : t > 0 ? t : 0;
            const ox = ax + dx * t - x;
            const oy = ay + dy * t - y;
            const d = ox * ox + oy * oy;
            if (d <= best) {
              best = d;
              bestEdge = e;
              bestT = t;
            }
          }
        }
      }
    }
    if (bestEdge < 0) return null;
    const e = 4 * bestEdge;
    const at = {
      x: ends[e] + (ends[e + 2] - ends[e]) * bestT,
      y: ends[e + 1] + (ends[e + 3] - ends[e + 1]) * bestT,
    };
    return {
      ring: this.ringOf[bestEdge],
      edge: this.edgeOf[bestEdge],
      t: bestT,
      at,
      distance: Math.sqrt(best),
    };
  }

  /**
   * Whether (x, y) lies inside, by the even-odd rule. It is looked along the row of cells to the right, up to the first
   * one without edges: all of that lies inside, or none, which is remembered.
   */
  inside(x: number, y: number): boolean {
    const column = Math.floor((x - this.minX) / this.cell);
    const row = Math.floor((y - this.minY) / this.cell);
    if (column < 0 || row < 0 || column >= this.columns || row >= this.rows) return false;
    const from = row * this.columns;
    let clear = column;
    while (clear < this.columns && this.first[from + clear] !== this.first[from + clear + 1]) clear++;
    if (clear === this.columns) return this.odd(x, y, column, this.columns, Infinity);
    const left = this.minX + clear * this.cell;
    if (this.state[from + clear] === 0) {
      const middle = this.minY + (row + 0.5) * this.cell;
      this.state[from + clear] = this.odd(left + this.cell / 2, middle, clear, this.columns, Infinity)
        ? 1
        : 2;
    }
    const beyond = this.state[from + clear] === 1;
    return clear === column ? beyond : this.odd(x, y, column, clear, left) !== beyond;
  }

  /** Whether a level line from (x, y) to the right, up to `until`, crosses an odd number of edges of these cells. */
  private odd(x: number, y: number, column: number, end: number, until: number): boolean {
    const row = Math.floor((y - this.minY) / this.cell);
    const { ends, list, first, met } = this;
    let odd = false;
    const search = ++this.search;
    for (let c = row * this.columns + column; c < row * this.columns + end; c++) {
      for (let k = first[c]; k < first[c + 1]; k++) {
        const e = list[k];
        if (met[e] === search) continue;
        met[e] = search;
        const ay = ends[4 * e + 1];
        const by = ends[4 * e + 3];
        if (ay > y === by > y) continue;
        const at = ((ends[4 * e + 2] - ends[4 * e]) * (y - ay)) / (by - ay) + ends[4 * e];
        if (x < at && at <= until) odd = !odd;
      }
    }
    return odd;
  }
}
