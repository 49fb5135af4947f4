// Which squares of a grid lie inside of a region.
import { regionBounds, ringsOf, type Region } from './region.ts';
import type { Squares } from './squares-under.ts';

/** Calls `span` for every stretch of squares, from and up to, whose middles lie inside the region. */
export function eachInside(region: Region, grid: Squares, span: (from: number, to: number) => void): void {
  const { x0, y0, cell, width, height } = grid;
  const rings = region.flatMap(ringsOf);
  const b = regionBounds(region);
  if (!b) return;
  const j0 = Math.max(0, Math.floor((b.minY - y0) / cell));
  const j1 = Math.min(height, Math.ceil((b.maxY - y0) / cell));
  for (let j = j0; j < j1; j++) {
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
      if (to >= from) span(j * width + from, j * width + to + 1);
    }
  }
}
