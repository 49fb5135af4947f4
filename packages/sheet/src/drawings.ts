// The stitches of each step as lines, without needle points that nobody would miss.
import { Move, type Plan } from '@rosehip/core';
import type { SheetStep } from './contents.ts';
import type { Drawing } from './page.ts';

/** A line may be so far from the stitches that it stands for, in mm. */
const LOOSE = 0.06;

/** How far a point lies from the line through two others. */
function off(px: number, py: number, ax: number, ay: number, bx: number, by: number): number {
  const [dx, dy] = [bx - ax, by - ay];
  const length = Math.hypot(dx, dy);
  if (length < 1e-9) return Math.hypot(px - ax, py - ay);
  return Math.abs((px - ax) * dy - (py - ay) * dx) / length;
}

/** Stitches that go straight on are one line: no needle point lies farther from it than `LOOSE`, and it never turns back. */
function thinned(points: readonly number[]): Float32Array {
  const out = [points[0], points[1]];
  let [ax, ay] = [points[0], points[1]];
  let first = 2;
  for (let i = 2; i + 2 < points.length; i += 2) {
    const [nx, ny] = [points[i + 2], points[i + 3]];
    const forward = (points[i] - ax) * (nx - points[i]) + (points[i + 1] - ay) * (ny - points[i + 1]) >= 0;
    let straight = forward;
    for (let k = first; straight && k <= i; k += 2)
      straight = off(points[k], points[k + 1], ax, ay, nx, ny) < LOOSE;
    if (straight) continue;
    [ax, ay] = [points[i], points[i + 1]];
    out.push(ax, ay);
    first = i + 2;
  }
  out.push(points[points.length - 2], points[points.length - 1]);
  return Float32Array.from(out);
}

/** One step's stitches, as lines that are cut wherever the needle jumps. */
export function drawingOf({ x, y, move }: Plan, { from, to }: Pick<SheetStep, 'from' | 'to'>): Drawing {
  const out: Drawing = [];
  let line: number[] = [];
  const close = (): void => {
    if (line.length >= 4) out.push(thinned(line));
    line = [];
  };
  for (let i = Math.max(1, from); i < to; i++) {
    if (move[i] !== Move.stitch) {
      close();
      continue;
    }
    if (!line.length) line.push(x[i - 1], y[i - 1]);
    line.push(x[i], y[i]);
  }
  close();
  return out;
}
