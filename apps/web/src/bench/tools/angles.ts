// Steps of 15° while Shift is held.
import { distance, type Point } from '@rosehip/core';

const STEP = Math.PI / 12;

/** `to`, brought to the nearest multiple of 15° about `from`. */
export function constrained(from: Point, to: Point): Point {
  const angle = Math.round(Math.atan2(to.y - from.y, to.x - from.x) / STEP) * STEP;
  const length = distance(from, to);
  return { x: from.x + length * Math.cos(angle), y: from.y + length * Math.sin(angle) };
}
