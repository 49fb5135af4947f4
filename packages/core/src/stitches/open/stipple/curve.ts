// Rounds a line of short straight steps.
import type { Coords } from '../../../geometry/polyline.ts';

/** The line with its corners cut once (G. M. Chaikin, 1974), so with twice as many points; an open one keeps its ends. */
export function cornersCut(p: Coords, closed: boolean): Float64Array {
  const n = p.length / 2;
  const steps = closed ? n : n - 1;
  const out = new Float64Array(4 * steps + (closed ? 0 : 4));
  let k = 0;
  const put = (a: number, b: number, share: number): void => {
    for (let axis = 0; axis < 2; axis++) out[k++] = p[2 * a + axis] * (1 - share) + p[2 * b + axis] * share;
  };
  if (!closed) put(0, 0, 0);
  for (let i = 0; i < steps; i++) {
    const next = (i + 1) % n;
    put(i, next, 0.25);
    put(i, next, 0.75);
  }
  if (!closed) put(n - 1, n - 1, 0);
  return out;
}
