// Parts of a shape whose corners and sides were drawn by hand.
import type { PartPull, TextOutline } from '../design/types.ts';
import type { Point } from '../geometry/points.ts';
import type { Part } from './parts.ts';

type Pulls = Pick<PartPull, 'corners' | 'sides'>;

/** A part with its corners and sides drawn by so much; `width` and `height` are the shape's, in mm. */
export function pulledPart(part: Part, { corners, sides }: Pulls, width: number, height: number): Part {
  const [tl, tr, br, bl] = corners;
  const [top, right, bottom, left] = sides;
  return (u, v) => {
    const p = part(u, v);
    const [a, b] = [4 * u * (1 - u), 4 * v * (1 - v)];
    const by = (k: 'x' | 'y'): number =>
      (1 - v) * ((1 - u) * tl[k] + u * tr[k] + a * top[k]) +
      v * ((1 - u) * bl[k] + u * br[k] + a * bottom[k]) +
      b * ((1 - u) * left[k] + u * right[k]);
    return { x: p.x + width * by('x'), y: p.y + height * by('y') };
  };
}

const NONE: Point[] = Array.from({ length: 4 }, () => ({ x: 0, y: 0 }));

/** A handle of a part: one of its corners, or the middle of one of its sides. */
export type PartHandle = { of: 'corners' | 'sides'; place: number };

/** The text with a handle of one of its parts drawn on by so much, in shares of the shape. */
export function withPull(
  outline: TextOutline,
  at: number,
  { of, place }: PartHandle,
  by: Point,
): TextOutline {
  const { baseline } = outline;
  if (baseline?.kind !== 'within') return outline;
  const before = baseline.pulls?.find((pull) => pull.at === at) ?? { at, corners: NONE, sides: NONE };
  const tidy = (v: number): number => Math.round(Math.min(10, Math.max(-10, v)) * 1e5) / 1e5;
  const moved = before[of].map((p, i) => (i === place ? { x: tidy(p.x + by.x), y: tidy(p.y + by.y) } : p));
  const others = baseline.pulls?.filter((pull) => pull.at !== at) ?? [];
  const pulls = [...others, { ...before, [of]: moved }].sort((p, q) => p.at - q.at);
  return { ...outline, baseline: { ...baseline, pulls } };
}

/** The text with a part as it would lie by itself. */
export function withoutPull(outline: TextOutline, at: number): TextOutline {
  const { baseline } = outline;
  if (baseline?.kind !== 'within') return outline;
  const { pulls, ...rest } = baseline;
  const others = pulls?.filter((pull) => pull.at !== at) ?? [];
  return { ...outline, baseline: others.length ? { ...rest, pulls: others } : rest };
}
