// Thread layers on a grid: how often each small square of cloth is covered, and what that says against a shape.
import type { Bounds, Point } from '../geometry/points.ts';
import type { Region } from '../geometry/region.ts';
import { eachInside } from '../geometry/squares-inside.ts';
import { reachOfThread, squaresUnder, type Squares } from '../geometry/squares-under.ts';
import { Move } from '../sewing/moves.ts';
import type { Plan } from '../sewing/plan.ts';

export interface LayerGrid extends Squares {
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
  /** How many squares of the shape lie under so many stitches. */
  squares: Float64Array;
}

const THREAD = 0.4;

/**
 * Counts the stitches of a plan, or of a file as places in mm, over each square of a grid. `thread` is its width, mm: that of
 * all, or of each record's.
 */
export function layersOf(
  plan: Pick<Plan, 'x' | 'y' | 'move'>,
  area: Bounds,
  cell: number,
  thread: number | ((record: number) => number) = THREAD,
): LayerGrid {
  const [x0, y0] = [area.minX, area.minY];
  const width = Math.max(1, Math.ceil((area.maxX - x0) / cell));
  const height = Math.max(1, Math.ceil((area.maxY - y0) / cell));
  const layers = new Uint8Array(width * height);
  const widthOf = typeof thread === 'number' ? null : thread;
  const all = typeof thread === 'number' ? reachOfThread(thread) : 0;
  const grid: Squares = { x0, y0, cell, width, height };
  const spans: number[] = [];
  const { x, y, move } = plan;
  for (let i = 1; i < x.length; i++) {
    if (move[i] !== Move.stitch) continue;
    const r = widthOf ? reachOfThread(widthOf(i)) : all;
    const [ax, ay, bx, by] = [x[i - 1], y[i - 1], x[i], y[i]];
    const n = squaresUnder(grid, ax, ay, bx, by, r, spans);
    for (let k = 0; k < n; k += 2)
      for (let at = spans[k]; at < spans[k + 1]; at++) if (layers[at] < 255) layers[at]++;
  }
  return { ...grid, layers };
}

/** Which squares have their middle inside the region. */
function squaresInside(region: Region, grid: LayerGrid): Uint8Array {
  const inside = new Uint8Array(grid.layers.length);
  eachInside(region, grid, (from, to) => inside.fill(1, from, to));
  return inside;
}

/**
 * Distance in squares from each one to the nearest that is set (Felzenszwalb and Huttenlocher, "Distance
 * transforms of sampled functions", 2012).
 */
export function distances(set: (i: number) => boolean, width: number, height: number): Float64Array {
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
    squares: counts,
  };
}

/** A connected place of many layers. */
export interface LayerBlob {
  bounds: Bounds;
  /** mm². */
  area: number;
  most: number;
  /** A place with that many, mm. */
  highest: Point;
}

/** Connected places with at least `least` layers and `area` mm², the highest first. */
export function layerBlobs(grid: LayerGrid, least: number, area: number): LayerBlob[] {
  const { layers, width, height, cell, x0, y0 } = grid;
  const seen = new Uint8Array(layers.length);
  const out: LayerBlob[] = [];
  const stack: number[] = [];
  for (let start = 0; start < layers.length; start++) {
    if (layers[start] < least || seen[start]) continue;
    let [count, most, top, i0, i1, j0, j1] = [0, 0, start, width, 0, height, 0];
    stack.push(start);
    seen[start] = 1;
    while (stack.length) {
      const at = stack.pop()!;
      const [i, j] = [at % width, Math.floor(at / width)];
      count++;
      if (layers[at] > most) [most, top] = [layers[at], at];
      [i0, i1, j0, j1] = [Math.min(i0, i), Math.max(i1, i), Math.min(j0, j), Math.max(j1, j)];
      for (const next of [i > 0 ? at - 1 : -1, i + 1 < width ? at + 1 : -1, at - width, at + width])
        if (next >= 0 && next < layers.length && !seen[next] && layers[next] >= least) {
          seen[next] = 1;
          stack.push(next);
        }
    }
    if (count * cell * cell < area) continue;
    const bounds = {
      minX: x0 + i0 * cell,
      maxX: x0 + (i1 + 1) * cell,
      minY: y0 + j0 * cell,
      maxY: y0 + (j1 + 1) * cell,
    };
    const highest = { x: x0 + ((top % width) + 0.5) * cell, y: y0 + (Math.floor(top / width) + 0.5) * cell };
    out.push({ bounds, area: count * cell * cell, most, highest });
  }
  return out.sort((a, b) => b.most - a.most || b.area - a.area);
}

/** How much of a region no thread covers, in mm². */
export function bareArea(grid: LayerGrid, region: Region): number {
  let bare = 0;
  eachInside(region, grid, (from, to) => {
    for (let i = from; i < to; i++) if (!grid.layers[i]) bare++;
  });
  return bare * grid.cell * grid.cell;
}

/** How many squares there are of each count of layers; entry k holds those with k layers. */
export function layerCounts({ layers }: LayerGrid): Uint32Array {
  const counts = new Uint32Array(256);
  for (const v of layers) counts[v]++;
  return counts;
}
