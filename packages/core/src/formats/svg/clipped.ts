// What is left of drawn shapes within a clip.
import type { PlainOutline } from '../../design/types.ts';
import { Memo } from '../../design/memo.ts';
import { cropLines, intersect, offsetRegion } from '../../geometry/clip.ts';
import { lengthOf, type Line } from '../../geometry/polyline.ts';
import { regionArea, type Region } from '../../geometry/region.ts';
import { outlineLines } from '../../outlines/flatten.ts';
import { outlineOfLines, outlineOfRegion } from '../../outlines/live/region-outline.ts';
import { outlineRegion } from '../../outlines/region.ts';
import { pathOutline } from '../../shaping/plain.ts';

/** Less than this share of an area, or of a length, is nothing. */
const NOTHING = 1e-3;

/** What a clip (mm) leaves of a filled shape: the very same outline when that is all of it, null when it is nothing. */
export function clippedFill(outline: PlainOutline, clip: Region): PlainOutline | null {
  const whole = outlineRegion(outline);
  const left = intersect(whole, clip);
  const [area, all] = [regionArea(left), regionArea(whole)];
  if (area > (1 - NOTHING) * all) return outline;
  return area < NOTHING * all ? null : pathOutline(outlineOfRegion(left), true);
}

/** A line along the very edge of a clip is seen; mm. */
const EDGE = 0.02;
const withEdge = new Memo<Region>(1);

const lengthOfAll = (lines: readonly Line[]): number => lines.reduce((sum, line) => sum + lengthOf(line), 0);

/** The same of the lines that are drawn along an outline. */
export function clippedStroke(outline: PlainOutline, clip: Region): PlainOutline | null {
  const whole = outlineLines(outline);
  const left = cropLines(
    whole,
    withEdge.get(clip, [], () => offsetRegion(clip, EDGE)),
    'inside',
  );
  const [length, all] = [lengthOfAll(left), lengthOfAll(whole)];
  if (length > (1 - NOTHING) * all) return outline;
  return length < NOTHING * all ? null : pathOutline(outlineOfLines(left), true);
}
