// The region that an outline encloses.
import { regionFromRings, type FillRuleName } from '../geometry/clip.ts';
import type { Region } from '../geometry/region.ts';
import type { PlainOutline } from '../design/types.ts';
import { outlineLines } from './flatten.ts';

/** How the outline's overlapping paths make holes. */
export const fillRuleOf = (outline: PlainOutline): FillRuleName =>
  outline.kind === 'path' ? (outline.fillRule ?? 'evenodd') : 'evenodd';

/** What the outline encloses; open paths are closed by a straight line. Crossings are put right. */
export function outlineRegion(outline: PlainOutline): Region {
  const rule = fillRuleOf(outline);
  return regionFromRings(
    outlineLines(outline).map((line) => line.coords),
    rule,
  );
}
