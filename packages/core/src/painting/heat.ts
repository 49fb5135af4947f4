// The heat map: how many layers of thread lie on the cloth, as colours.
import type { LayerGrid } from '../findings/layers.ts';

/** One step of the heat map: from so many layers on, painted so (CSS colour, and as red, green, blue, alpha 0–255). */
export interface HeatStep {
  from: number;
  colour: string;
  rgba: [number, number, number, number];
}

const step = (from: number, colour: string, alpha: number): HeatStep => ({
  from,
  colour,
  rgba: [1, 3, 5].map((i) => parseInt(colour.slice(i, i + 2), 16)).concat(alpha) as HeatStep['rgba'],
});

/** From one layer to more than a needle goes through. */
export const HEAT: HeatStep[] = [
  step(1, '#dfe9d2', 190),
  step(2, '#b9d3a0', 205),
  step(4, '#f0d98c', 215),
  step(6, '#e8a94e', 225),
  step(8, '#d9652f', 235),
  step(11, '#b3263f', 245),
];

/** The grid as pixels, one a square: red, green, blue, alpha. */
export function heatPixels({ layers, width, height }: LayerGrid): Uint8ClampedArray<ArrayBuffer> {
  const out = new Uint8ClampedArray(4 * width * height);
  for (let i = 0; i < layers.length; i++) {
    const of = HEAT.findLast((s) => layers[i] >= s.from);
    if (of) out.set(of.rgba, 4 * i);
  }
  return out;
}
