/** From 0 to 1 as `t` goes from 0 to 1, without a corner at either end: Hermite's cubic. */
export function smoothStep(t: number): number {
  const u = Math.min(1, Math.max(0, t));
  return u * u * (3 - 2 * u);
}
