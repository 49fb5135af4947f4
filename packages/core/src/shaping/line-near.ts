// The line of the design that a place lies on.
import { originOf, visibleLeaves } from '../design/tree.ts';
import type { ResolvedDesign } from '../design/types.ts';
import type { Point } from '../geometry/points.ts';
import { arcLengths, nearestOnLine } from '../geometry/polyline.ts';
import { outlineLines } from '../outlines/flatten.ts';
import { outlineBounds } from '../outlines/transform.ts';

/** Flat enough for nearness, in mm. */
const FLAT = 0.1;

/**
 * The object whose outline passes within so many mm of a place, the topmost of several as near, and how far along its line
 * that is, as a share; null without any. Words and copies have no line of their own.
 */
export function lineNear(
  design: ResolvedDesign,
  at: Point,
  within: number,
): { id: string; share: number } | null {
  let best: { id: string; share: number; distance: number } | null = null;
  for (const leaf of visibleLeaves(design.objects)) {
    if (leaf.kind !== 'object' || leaf.letters || originOf(leaf.id) !== leaf.id) continue;
    const b = outlineBounds(leaf.outline);
    if (!b || at.x < b.minX - within || at.x > b.maxX + within) continue;
    if (at.y < b.minY - within || at.y > b.maxY + within) continue;
    for (const line of outlineLines(leaf.outline, FLAT)) {
      const lengths = arcLengths(line);
      const near = nearestOnLine(line, lengths, at);
      if (near.distance > within || (best && near.distance > best.distance + 0.05)) continue;
      best = { id: leaf.id, share: near.s / (lengths.at(-1) || 1), distance: near.distance };
    }
  }
  return best && { id: best.id, share: best.share };
}
