// Colours of pixels in a space where distances are about as they are seen: Oklab (B. Ottosson, 2020), times 100.
import { converter } from 'culori';
import type { Bitmap } from './bitmap.ts';

/** Lightness, green to red, blue to yellow. */
export type Tone = readonly [number, number, number];

const oklab = converter('oklab');

export function toneOf(r: number, g: number, b: number): Tone {
  const c = oklab({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 });
  return [100 * c.l, 100 * c.a, 100 * c.b];
}

/** The tone of #rrggbb. */
export function toneOfHex(colour: string): Tone {
  const v = parseInt(colour.slice(1), 16);
  return toneOf(v >> 16, (v >> 8) & 255, v & 255);
}

export const toneDistance = (p: Tone, q: Tone): number => Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);

const LINEAR = Float64Array.from({ length: 256 }, (_, v) => {
  const c = v / 255;
  return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
});

/** Cube roots of 0 to 1 in so many steps: taken between two of them they are right to 1/50,000, but for the darkest. */
const STEPS = 4096;
const ROOTS = Float64Array.from({ length: STEPS + 2 }, (_, i) => Math.cbrt(i / STEPS));
const DARKEST = 16 / STEPS;

function root(v: number): number {
  if (v < DARKEST) return Math.cbrt(v);
  const at = v * STEPS;
  const i = at | 0;
  return ROOTS[i] + (at - i) * (ROOTS[i + 1] - ROOTS[i]);
}

/** The tones of all pixels, three numbers each. Written out: a million pixels are too many for a general converter. */
export function tonesOf({ data }: Bitmap): Float32Array {
  const out = new Float32Array((data.length / 4) * 3);
  let [last, k0, k1, k2] = [-1, 0, 0, 0];
  for (let i = 0, o = 0; i < data.length; i += 4, o += 3) {
    const key = (data[i] << 16) | (data[i + 1] << 8) | data[i + 2];
    if (key !== last) {
      const [r, g, b] = [LINEAR[data[i]], LINEAR[data[i + 1]], LINEAR[data[i + 2]]];
      const l = root(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
      const m = root(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
      const s = root(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
      k0 = 100 * (0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s);
      k1 = 100 * (1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s);
      k2 = 100 * (0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s);
      last = key;
    }
    out[o] = k0;
    out[o + 1] = k1;
    out[o + 2] = k2;
  }
  return out;
}
