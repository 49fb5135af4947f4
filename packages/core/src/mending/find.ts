// What of plain stitches lies at a place, in a box or in a loop; and stitches by their length.
import Flatbush from 'flatbush';
import { allRecords, blockRecords, type Records, type StitchBlock } from '../design/stitch-blocks.ts';
import { emptyBounds, growBounds, nearestShare, type Bounds, type Point } from '../geometry/points.ts';
import { Move } from '../sewing/moves.ts';
import { stitchLength } from './marked.ts';

/** Needle points of one block, found by place; made once a block. */
const indexes = new WeakMap<StitchBlock, Flatbush | null>();

function indexOf(block: StitchBlock): Flatbush | null {
  let index = indexes.get(block);
  if (index === undefined) {
    const { x, y } = blockRecords(block);
    index = x.length ? new Flatbush(x.length, 16, Int32Array) : null;
    for (let i = 0; index && i < x.length; i++) index.add(x[i], y[i], x[i], y[i]);
    index?.finish();
    indexes.set(block, index);
  }
  return index;
}

const extents = new WeakMap<StitchBlock, Bounds>();

/** What the needle points of a block reach, in tenths of a millimetre. */
function extentOf(block: StitchBlock): Bounds {
  let b = extents.get(block);
  if (!b) {
    b = emptyBounds();
    const { x, y } = blockRecords(block);
    for (let i = 0; i < x.length; i++) growBounds(b, x[i], y[i]);
    extents.set(block, b);
  }
  return b;
}

/** Numbers of the records in a box, in mm, in no order. */
export function recordsInBox(blocks: readonly StitchBlock[], box: Bounds): number[] {
  const out: number[] = [];
  const [minX, minY, maxX, maxY] = [10 * box.minX, 10 * box.minY, 10 * box.maxX, 10 * box.maxY];
  let first = 0;
  for (const block of blocks) {
    const { length } = blockRecords(block).x;
    const b = extentOf(block);
    // Only blocks on the edge of the box are looked into.
    if (b.minX >= minX && b.maxX <= maxX && b.minY >= minY && b.maxY <= maxY)
      for (let i = 0; i < length; i++) out.push(first + i);
    else if (b.minX <= maxX && b.maxX >= minX && b.minY <= maxY && b.maxY >= minY)
      for (const i of indexOf(block)?.search(minX, minY, maxX, maxY) ?? []) out.push(first + i);
    first += length;
  }
  return out;
}

/** The needle point nearest to a place, at most `reach` mm away; -1 when there is none. */
export function pointAt(blocks: readonly StitchBlock[], p: Point, reach: number): number {
  const box = { minX: p.x - reach, minY: p.y - reach, maxX: p.x + reach, maxY: p.y + reach };
  const { x, y } = allRecords(blocks);
  let best = -1;
  let least = reach;
  for (const i of recordsInBox(blocks, box)) {
    const d = Math.hypot(x[i] / 10 - p.x, y[i] / 10 - p.y);
    // Of points in one hole the last one is meant: it lies on top.
    if (d < least || (d === least && i > best)) [best, least] = [i, d];
  }
  return best;
}

/** The longest stitch that is looked for around a place, in mm. */
const LONGEST = 13;

/** The stitch nearest to a place, at most `reach` mm away, as the record at which it arrives; -1 when there is none. */
export function stitchAt(blocks: readonly StitchBlock[], p: Point, reach: number): number {
  const room = reach + LONGEST;
  const box = { minX: p.x - room, minY: p.y - room, maxX: p.x + room, maxY: p.y + room };
  const { x, y, move } = allRecords(blocks);
  let best = -1;
  let least = reach;
  const look = (i: number): void => {
    if (i < 1 || i >= move.length || move[i] !== Move.stitch) return;
    const [ax, ay, bx, by] = [x[i - 1] / 10, y[i - 1] / 10, x[i] / 10, y[i] / 10];
    const t = nearestShare(ax, ay, bx, by, p.x, p.y);
    const d = Math.hypot(ax + t * (bx - ax) - p.x, ay + t * (by - ay) - p.y);
    if (d < least || (d === least && i > best)) [best, least] = [i, d];
  };
  for (const i of recordsInBox(blocks, box)) {
    look(i);
    look(i + 1);
  }
  return best;
}

/** Marks, and those of the needle points that lie within `radius` mm of the way from a to b. */
export function marksAlong(
  blocks: readonly StitchBlock[],
  marks: Uint8Array,
  a: Point,
  b: Point,
  radius: number,
): Uint8Array {
  const { x, y } = allRecords(blocks);
  const out = marks.slice();
  const box = {
    minX: Math.min(a.x, b.x) - radius,
    minY: Math.min(a.y, b.y) - radius,
    maxX: Math.max(a.x, b.x) + radius,
    maxY: Math.max(a.y, b.y) + radius,
  };
  for (const i of recordsInBox(blocks, box)) {
    const [px, py] = [x[i] / 10, y[i] / 10];
    const t = nearestShare(a.x, a.y, b.x, b.y, px, py);
    if (Math.hypot(a.x + t * (b.x - a.x) - px, a.y + t * (b.y - a.y) - py) <= radius) out[i] = 1;
  }
  return out;
}

/** Marks of stitches whose length is within bounds, in mm. */
export function marksByLength(records: Records, least: number, most: number): Uint8Array {
  const out = new Uint8Array(records.x.length);
  for (let i = 1; i < out.length; i++) {
    if (records.move[i] !== Move.stitch) continue;
    const length = stitchLength(records, i);
    if (length >= least - 1e-6 && length <= most + 1e-6) out[i] = 1;
  }
  return out;
}

/** How many stitches have which length: one number a tenth of a millimetre, the last one for all that are longer. */
export function lengthCounts(records: Records, most = 12.5): number[] {
  const out = new Array<number>(Math.round(10 * most) + 1).fill(0);
  for (let i = 1; i < records.x.length; i++)
    if (records.move[i] === Move.stitch)
      out[Math.min(out.length - 1, Math.round(10 * stitchLength(records, i)))]++;
  return out;
}
