// The stitches of each step as lines, without needle points that nobody would miss.
import { Move, type Plan } from '@rosehip/core';
import simplify from 'simplify-js';
import type { SheetStep } from './contents.ts';
import type { Drawing } from './page.ts';

/** A line may be so far from the stitches that it stands for, in mm. */
const LOOSE = 0.06;

/** So many points are looked at together: there and back of a satin would take squares of their number, and as many calls. */
const TOGETHER = 300;

/** A thread's line without the needle points that nobody would miss. */
function thinned(points: { x: number; y: number }[]): Float32Array {
  const kept = [points[0]];
  for (let at = 0; at + 1 < points.length; at += TOGETHER)
    kept.push(...simplify(points.slice(at, at + TOGETHER + 1), LOOSE, true).slice(1));
  const out = new Float32Array(2 * kept.length);
  kept.forEach(({ x, y }, i) => out.set([x, y], 2 * i));
  return out;
}

/** One step's stitches, as lines that are cut wherever the needle jumps. */
export function drawingOf({ x, y, move }: Plan, { from, to }: Pick<SheetStep, 'from' | 'to'>): Drawing {
  const out: Drawing = [];
  let line: { x: number; y: number }[] = [];
  const close = (): void => {
    if (line.length) out.push(thinned(line));
    line = [];
  };
  for (let i = Math.max(1, from); i < to; i++) {
    if (move[i] !== Move.stitch) {
      close();
      continue;
    }
    if (!line.length) line.push({ x: x[i - 1], y: y[i - 1] });
    line.push({ x: x[i], y: y[i] });
  }
  close();
  return out;
}
