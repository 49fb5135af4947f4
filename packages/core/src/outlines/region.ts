// The region that an outline encloses.
import { regionFromRings } from '../geometry/clip.ts';
import type { Region } from '../geometry/region.ts';
import type { Outline } from '../design/types.ts';
import { outlineLines } from './flatten.ts';

/** What the outline encloses; open paths are closed by a straight line. Crossings are put right. */
export function outlineRegion(outline: Outline): Region {
  const rule = outline.kind === 'path' ? (outline.fillRule ?? 'evenodd') : 'nonzero';
  return regionFromRings(
    outlineLines(outline).map((line) => line.coords),
    rule,
  );
}
