// A line of thread that is as strong as is wanted along it: a zigzag that grows wider, or whose stitches draw together;
// where little is wanted, a plain line of stitches.
import type { EdgeIndex } from '../../../geometry/edge-index.ts';
import type { Point } from '../../../geometry/points.ts';
import { arcLengths, pointAt, type Line } from '../../../geometry/polyline.ts';
import { LIMITS } from '../../../materials/machine.ts';
import type { ToneField } from './tone-field.ts';

/** A thread is so wide, in mm: two stitches of a zigzag that is twice as long cover its band. */
export const THREAD = 0.4;
/** A zigzag that would be narrower than this is a line, in mm. */
const NARROWEST = 0.5;
/** Stitches of a zigzag never lie farther apart than this, from point to point on one side, in mm. */
const LONGEST = 5;
/** While a plain line is sewn, so often is looked whether more is wanted, in mm. */
const LOOK = 0.5;
/** The line's direction is taken over this far to both sides, in mm. */
const ALONG = 0.4;
/** A point that would lie outside the shape is drawn in by halves, so many times. */
const HALVES = 6;

export interface ZigzagChoice {
  /** How far lines lie apart, in mm. */
  spacing: number;
  /** What follows the tones. */
  by: 'width' | 'closeness';
  /** From point to point on one side where most is wanted, in mm. */
  zigzag: number;
  /** How much of the spacing the zigzag takes where all is wanted. */
  fullest: number;
  /** Of plain stitches, in mm. */
  length: number;
}

/** How wide a zigzag is, in mm, and how far it lies from point to point; null for a plain line. */
export function zigzagFor(
  wanted: number,
  { spacing, by, zigzag, fullest }: ZigzagChoice,
): { width: number; step: number } | null {
  const share = wanted * fullest;
  if (by === 'width') {
    // Where its stitches lie apart, a wider zigzag is as dark as a narrower one of closed stitches.
    const width = Math.min(spacing * fullest, (share * spacing) / Math.min(1, (2 * THREAD) / zigzag));
    return width < NARROWEST ? null : { width, step: zigzag };
  }
  const width = spacing * fullest;
  const step = Math.max(zigzag, (2 * THREAD * width) / Math.max(1e-6, share * spacing));
  return width < NARROWEST || step > LONGEST ? null : { width, step };
}

/** The needle points along a line (mm), from its first point to its last; none lies outside `edges`. */
export function zigzagPoints(
  line: Line,
  field: Pick<ToneField, 'at'>,
  edges: Pick<EdgeIndex, 'inside'>,
  choice: ZigzagChoice,
): Point[] {
  const lengths = arcLengths(line);
  const total = lengths.at(-1) ?? 0;
  const at = (s: number): Point => pointAt(line, lengths, Math.min(total, Math.max(0, s)));
  const wantedAt = (s: number): ReturnType<typeof zigzagFor> => {
    const p = at(s);
    return zigzagFor(field.at(p.x, p.y), choice);
  };
  /** A place beside the line, as far out as the shape allows. */
  const beside = (s: number, out: number): Point => {
    const p = at(s);
    const [a, b] = [at(s - ALONG), at(s + ALONG)];
    const length = Math.hypot(b.x - a.x, b.y - a.y) || 1;
    const [nx, ny] = [((a.y - b.y) / length) * out, ((b.x - a.x) / length) * out];
    let [near, far] = [0, 1];
    if (edges.inside(p.x + nx, p.y + ny)) near = 1;
    else
      for (let k = 0; k < HALVES; k++) {
        const middle = (near + far) / 2;
        if (edges.inside(p.x + nx * middle, p.y + ny * middle)) near = middle;
        else far = middle;
      }
    return { x: p.x + nx * near, y: p.y + ny * near };
  };
  const out: Point[] = [at(0)];
  let side = 1;
  for (let s = 0; s < total;) {
    const now = wantedAt(s);
    if (now) {
      s += now.step / 2;
      if (s > total - LIMITS.shortest) break;
      out.push(beside(s, (side * now.width) / 2));
      side = -side;
      continue;
    }
    // A plain stitch: as long as it may be, and no longer than little is wanted.
    const from = s;
    while (s < total && s - from < choice.length - 1e-6) {
      s = Math.min(from + choice.length, s + LOOK);
      if (wantedAt(s)) break;
    }
    if (s > total - LIMITS.shortest) break;
    out.push(at(s));
  }
  out.push(at(total));
  return out;
}
