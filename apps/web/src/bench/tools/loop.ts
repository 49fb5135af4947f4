// Loops that are drawn round what is to be chosen.
import type { Point } from '@rosehip/core';

/** Does a place lie inside a closed line? (even and odd crossings) */
export function insideLoop(loop: readonly Point[], p: Point): boolean {
  let inside = false;
  for (let i = 0, j = loop.length - 1; i < loop.length; j = i++) {
    const [a, b] = [loop[i], loop[j]];
    if (a.y > p.y !== b.y > p.y && p.x < ((b.x - a.x) * (p.y - a.y)) / (b.y - a.y) + a.x) inside = !inside;
  }
  return inside;
}
