// Thread layers on a grid: how often each small square of cloth is covered, and what that says against a shape.
import type { Bounds } from '../geometry/points.ts';
import { ringsOf, type Region } from '../geometry/region.ts';
import { Move, type Plan } from '../sewing/plan.ts';

export interface LayerGrid {
  /** Left and top edge in mm. */
  x0: number;
  y0: number;
  /** Size of a square, mm. */
  cell: number;
  width: number;
  height: number;
  /** Stitches over each square, row by row. */
  layers: Uint8Array;
}

export interface CoverMeasure {
  /** Share of the shape that thread covers. */
  coverage: number;
  /** Radius of the largest bare spot in the shape, in mm. */
  worstGap: number;
  /** How far thread reaches beyond the shape, in mm. */
  spill: number;
  layers: { median: number; p99: number; most: number };
}

const THREAD = 0.4;

/** Counts the stitches of a plan over each square of a grid. `thread` is its width, mm. */
export function layersOf(plan: Plan, area: Bounds, cell: number, thread = THREAD): LayerGrid {
  const [x0, y0] = [area.minX, area.minY];
  const width = Math.max(1, Math.ceil((area.maxX - x0) / cell));
  const height = Math.max(1, Math.ceil((area.maxY - y0) / cell));
  const layers = new Uint8Array(width * height);
  const r = thread / 2;
  // Squares whose middle lies just on the thread's edge are under it.
  const reach2 = r * r + 1e-4;
  const { x, y, move } = plan;
  for (let i = 1; i < x.length; i++) {
    if (move[i] !== Move.stitch) continue;
    const [ax, ay, bx, by] = [x[i - 1], y[i - 1], x[i], y[i]];
    const [dx, dy] = [bx - ax, by - ay];
    const l2 = dx * dx + dy * dy;
    const j0 = Math.max(0, Math.floor((Math.min(ay, by) - r - y0) / cell));
    const j1 = Math.min(height - 1, Math.ceil((Math.max(ay, by) + r - y0) / cell));
    for (let j = j0; j <= j1; j++) {
      const py = y0 + (j + 0.5) * cell - ay;
      // Only the part of the row that the stitch can reach.
      const [xa, xb] = reachAt(ax, dx, dy, py, r);
      const i0 = Math.max(0, Math.floor((xa - x0) / cell));
      const i1 = Math.min(width - 1, Math.ceil((xb - x0) / cell));
      for (let k = i0; k <= i1; k++) {
        const px = x0 + (k + 0.5) * cell - ax;
        const t = l2 ? Math.max(0, Math.min(1, (px * dx + py * dy) / l2)) : 0;
        const at = j * width + k;
        if ((px - t * dx) ** 2 + (py - t * dy) ** 2 <= reach2 && layers[at] < 255) layers[at]++;
      }
    }
  }
  return { x0, y0, cell, width, height, layers };
}

/** From where to where, across, a stitch can reach at a height `py` above its begin. */
function reachAt(ax: number, dx: number, dy: number, py: number, r: number): [number, number] {
  if (Math.abs(dy) < 1e-9) return [Math.min(ax, ax + dx) - r, Math.max(ax, ax + dx) + r];
  const [t0, t1] = [(py - r) / dy, (py + r) / dy].sort((a, b) => a - b);
  const [a, b] = [Math.max(0, Math.min(1, t0)), Math.max(0, Math.min(1, t1))];
  const slant = r * Math.hypot(dx, dy);
  const over = Math.min(r + slant / Math.abs(dy), r * 4 + Math.abs(dx));
  return [Math.min(ax + a * dx, ax + b * dx) - over, Math.max(ax + a * dx, ax + b * dx) + over];
}

/** Which squares have their middle inside the region. */
function squaresInside(region: Region, grid: LayerGrid): Uint8Array {
  const { x0, y0, cell, width, height } = grid;
  const inside = new Uint8Array(width * height);
  const rings = region.flatMap(ringsOf);
  for (let j = 0; j < height; j++) {
    const y = y0 + (j + 0.5) * cell;
    const xs: number[] = [];
    for (const ring of rings)
      for (let i = 0, k = ring.length - 2; i < ring.length; k = i, i += 2)
        if (ring[i + 1] > y !== ring[k + 1] > y)
          xs.push(ring[k] + ((y - ring[k + 1]) / (ring[i + 1] - ring[k + 1])) * (ring[i] - ring[k]));
    xs.sort((a, b) => a - b);
    for (let i = 0; i + 1 < xs.length; i += 2) {
      const from = Math.max(0, Math.ceil((xs[i] - x0) / cell - 0.5));
      const to = Math.min(width - 1, Math.floor((xs[i + 1] - x0) / cell - 0.5));
      if (to >= from) inside.fill(1, j * width + from, j * width + to + 1);
    }
  }
  return inside;
}

/**
 * Distance in squares from each one to the nearest that is set (Felzenszwalb and Huttenlocher, "Distance
 * transforms of sampled functions", 2012).
 */
function distances(set: (i: number) => boolean, width: number, height: number): Float64Array {
  const FAR = 1e12;
  const f = new Float64Array(width * height);
  for (let i = 0; i < f.length; i++) f[i] = set(i) ? 0 : FAR;
  const n = Math.max(width, height);
  const [row, v, z] = [new Float64Array(n), new Int32Array(n), new Float64Array(n + 1)];
  const pass = (count: number, start: number, step: number): void => {
    for (let q = 0; q < count; q++) row[q] = f[start + q * step];
    let k = 0;
    [v[0], z[0], z[1]] = [0, -FAR, FAR];
    for (let q = 1; q < count; q++) {
      let s = (row[q] + q * q - row[v[k]] - v[k] * v[k]) / (2 * q - 2 * v[k]);
      while (k > 0 && s <= z[k]) {
        k--;
        s = (row[q] + q * q - row[v[k]] - v[k] * v[k]) / (2 * q - 2 * v[k]);
      }
      if (s > z[k]) k++;
      [v[k], z[k], z[k + 1]] = [q, k ? s : -FAR, FAR];
    }
    for (let q = 0, m = 0; q < count; q++) {
      while (z[m + 1] < q) m++;
      f[start + q * step] = (q - v[m]) ** 2 + row[v[m]];
    }
  };
  for (let i = 0; i < width; i++) pass(height, i, width);
  for (let j = 0; j < height; j++) pass(width, j * width, 1);
  return f.map(Math.sqrt);
}

/** How well a plan's thread covers a region. The grid has to reach a millimetre or two beyond it. */
export function coverOfRegion(grid: LayerGrid, region: Region): CoverMeasure {
  const { layers, width, height, cell } = grid;
  const inside = squaresInside(region, grid);
  const toThread = distances((i) => layers[i] > 0, width, height);
  const toShape = distances((i) => inside[i] > 0, width, height);
  let [all, covered, worstGap, spill] = [0, 0, 0, 0];
  const counts = new Float64Array(256);
  for (let i = 0; i < layers.length; i++) {
    if (inside[i]) {
      all++;
      counts[layers[i]]++;
      if (layers[i]) covered++;
      else worstGap = Math.max(worstGap, toThread[i] * cell);
    } else if (layers[i]) spill = Math.max(spill, toShape[i] * cell);
  }
  const share = (p: number): number => {
    let sum = 0;
    for (let k = 0; k < 256; k++) if ((sum += counts[k]) >= p * all) return k;
    return 0;
  };
  let most = 255;
  while (most > 0 && !counts[most]) most--;
  return {
    coverage: all ? covered / all : 1,
    worstGap,
    spill,
    layers: { median: share(0.5), p99: share(0.99), most },
  };
}
