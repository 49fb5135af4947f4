// Pile of towelling and fleece: little loops on the cloth, and over stitches that are too few to press it down.
import type { Bounds } from '../geometry/points.ts';
import { Move } from '../sewing/moves.ts';
import type { ThreadPlan } from '../sewing/plan-parcel.ts';
import type { Canvas2D } from './paint.ts';
import { mixed } from './shades.ts';

/** Loops stand about so far apart, in mm. */
const APART = 0.75;
/** Loops are drawn from so many pixels a millimetre on: smaller ones would only be noise. */
const FROM = 3;
/** Side of the squares in which thread is counted, in mm, and over how many of them around it presses pile down. */
const CELL = 1;
const AROUND = 2;
/** Less thread than this leaves the pile standing, in mm of thread on a square millimetre of cloth. */
const PRESSED = 0.7;

/** A number from 0 to 1 that belongs to a place and never changes. */
function chance(i: number, j: number, k: number): number {
  let h = Math.imul(i, 374761393) ^ Math.imul(j, 668265263) ^ Math.imul(k, 2246822519);
  h = Math.imul(h ^ (h >>> 13), 1274126177);
  return ((h ^ (h >>> 16)) >>> 0) / 4294967296;
}

/** Draws the loops of an area, in mm, those for which `stands` says so. Three shades, one path each. */
function loops(
  ctx: Canvas2D,
  colour: string,
  area: Bounds,
  scale: number,
  stands: (x: number, y: number) => boolean,
): void {
  if (scale < FROM) return;
  const shades = [
    mixed(colour, '#2a1c18', 0.14),
    mixed(colour, '#ffffff', 0.05),
    mixed(colour, '#ffffff', 0.15),
  ];
  ctx.save();
  ctx.lineCap = 'round';
  ctx.lineWidth = 0.34;
  shades.forEach((shade, k) => {
    ctx.beginPath();
    for (let j = Math.floor(area.minY / APART); j <= area.maxY / APART; j++)
      for (let i = Math.floor(area.minX / APART); i <= area.maxX / APART; i++) {
        if (Math.floor(chance(i, j, 3) * shades.length) !== k) continue;
        const x = (i + chance(i, j, 1) - 0.5) * APART;
        const y = (j + chance(i, j, 2) - 0.5) * APART;
        if (!stands(x, y)) continue;
        const lean = chance(i, j, 4) * 2 * Math.PI;
        const [dx, dy] = [Math.cos(lean) * 0.24, Math.sin(lean) * 0.24];
        // Both ends stand in the cloth, the bow between them lies over to one side.
        const [bx, by] = [-dy * 2.2, dx * 2.2];
        ctx.moveTo(x - dx, y - dy);
        ctx.bezierCurveTo(x - dx + bx, y - dy + by, x + dx + bx, y + dy + by, x + dx, y + dy);
      }
    ctx.strokeStyle = shade;
    ctx.stroke();
  });
  ctx.restore();
}

/** Loops all over an area, in mm; `scale` is pixels a millimetre. */
export function paintPile(ctx: Canvas2D, colour: string, area: Bounds, scale: number): void {
  loops(ctx, colour, area, scale, () => true);
}

/** Where pile stands over the thread of a plan: squares of 1 mm, row by row. */
export interface Pile {
  x0: number;
  y0: number;
  width: number;
  height: number;
  /** 1 where loops stand over thread. */
  over: Uint8Array;
}

/**
 * Finds where too little thread lies to press the pile down: a single line sinks in, a mesh of lines all about
 * holds it. Null when nothing is sewn.
 */
export function pileOver({ x, y, move }: ThreadPlan): Pile | null {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < x.length; i++) {
    minX = Math.min(minX, x[i]);
    maxX = Math.max(maxX, x[i]);
    minY = Math.min(minY, y[i]);
    maxY = Math.max(maxY, y[i]);
  }
  if (!(minX <= maxX)) return null;
  const edge = AROUND + 1;
  const [x0, y0] = [Math.floor(minX) - edge, Math.floor(minY) - edge];
  const [width, height] = [Math.ceil(maxX) - x0 + edge + 1, Math.ceil(maxY) - y0 + edge + 1];
  // Length of thread on each square, in mm: stitches are walked in steps that are shorter than a square.
  const length = new Float64Array(width * height);
  for (let i = 1; i < x.length; i++) {
    if (move[i] !== Move.stitch) continue;
    const all = Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]);
    const steps = Math.max(1, Math.ceil(all / (CELL / 2)));
    for (let s = 0; s < steps; s++) {
      const t = (s + 0.5) / steps;
      const column = Math.floor(x[i - 1] + (x[i] - x[i - 1]) * t - x0);
      const row = Math.floor(y[i - 1] + (y[i] - y[i - 1]) * t - y0);
      length[row * width + column] += all / steps;
    }
  }
  // Sums over squares of squares, from sums over the rectangle up to each place.
  const sums = new Float64Array((width + 1) * (height + 1));
  for (let r = 0; r < height; r++)
    for (let c = 0; c < width; c++)
      sums[(r + 1) * (width + 1) + c + 1] =
        length[r * width + c] +
        sums[r * (width + 1) + c + 1] +
        sums[(r + 1) * (width + 1) + c] -
        sums[r * (width + 1) + c];
  const over = new Uint8Array(width * height);
  const side = 2 * AROUND + 1;
  for (let r = AROUND; r < height - AROUND; r++)
    for (let c = AROUND; c < width - AROUND; c++) {
      const at = (row: number, column: number): number => sums[row * (width + 1) + column];
      const thread =
        at(r + AROUND + 1, c + AROUND + 1) -
        at(r - AROUND, c + AROUND + 1) -
        at(r + AROUND + 1, c - AROUND) +
        at(r - AROUND, c - AROUND);
      if (thread > 0 && thread / (side * side * CELL * CELL) < PRESSED) over[r * width + c] = 1;
    }
  return { x0, y0, width, height, over };
}

/** Loops over thread that lies too low, within an area in mm. */
export function paintPileOver(ctx: Canvas2D, pile: Pile, colour: string, area: Bounds, scale: number): void {
  const shared: Bounds = {
    minX: Math.max(area.minX, pile.x0),
    minY: Math.max(area.minY, pile.y0),
    maxX: Math.min(area.maxX, pile.x0 + pile.width),
    maxY: Math.min(area.maxY, pile.y0 + pile.height),
  };
  loops(ctx, colour, shared, scale, (x, y) => {
    const [c, r] = [Math.floor(x - pile.x0), Math.floor(y - pile.y0)];
    return c >= 0 && r >= 0 && c < pile.width && r < pile.height && pile.over[r * pile.width + c] === 1;
  });
}
