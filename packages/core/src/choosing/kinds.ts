// Which stitches a region takes: satin where it is a column, a line along its middle where it is one, else a fill.
import { Memo } from '../design/memo.ts';
import type { PathOutline, Recipe } from '../design/types.ts';
import { regionArea, type Region } from '../geometry/region.ts';
import { broaderThan, shareBroader, usualBreadth } from './breadths.ts';
import { middleLines } from './middle-lines.ts';

/** Narrower than this a region is a line, in mm. */
export const LINE = 1;
/** What is so broad for the most part is no line, without a closer look; mm. */
const SURELY_NO_LINE = 2.5;
/** A line narrower than this is sewn once, in mm; else every stitch three times. */
const ONE_THREAD = 0.55;
/** Columns up to this width are satin whatever is preferred; wider than the last one never, in mm. */
const [NARROWEST, WIDEST] = [2, 12.4];
/** A region is no column when more than this share of it is too broad for one. */
const TOO_BROAD = 0.3;
/** Fills smaller than this have no room for rows beneath, in mm². */
const SMALL_FILL = 15;

export type ChosenKind =
  | { as: 'satin' | 'fill'; recipe: Recipe }
  /** Along its middle. */
  | { as: 'line'; recipe: Recipe; outline: PathOutline };

/** How many objects are sewn in which way. */
export interface KindCounts {
  satin: number;
  fill: number;
  line: number;
}

/** What an object counts as; kinds that are neither satin nor fill follow lines. */
export const kindCounted = ({ kind }: Recipe): keyof KindCounts =>
  kind === 'satin' || kind === 'fill' ? kind : 'line';

/** The widest column that is satin, in mm. `satin` is 0 for more fill to 1 for more satin. */
export const widestSatin = (satin: number): number => NARROWEST + (WIDEST - NARROWEST) * satin;

const narrow = new Memo<ChosenKind | null>();
const fills = new Memo<ChosenKind>();

/** A line or satin, where the region is narrow enough; null where it is to be filled. */
export const narrowKind = (region: Region, satin: number): ChosenKind | null =>
  narrow.get(region, [satin], () => narrowKindOf(region, satin));

function narrowKindOf(region: Region, satin: number): ChosenKind | null {
  const breadth = usualBreadth(region);
  // The line is found where it is a line: what is broader than one in it would be lost.
  if (breadth < SURELY_NO_LINE && shareBroader(region, LINE) < 0.12) {
    const outline = middleLines(region);
    if (outline.paths.length) {
      const { paths } = outline;
      if (paths.length > 1) return { as: 'line', outline, recipe: { kind: 'redwork', settings: {} } };
      const passes = breadth < ONE_THREAD ? 1 : 3;
      return {
        as: 'line',
        outline,
        recipe: { kind: 'run', settings: { passes, length: passes > 1 ? 2 : 2.5 } },
      };
    }
  }
  if (shareBroader(region, widestSatin(satin)) < TOO_BROAD)
    return { as: 'satin', recipe: { kind: 'satin', settings: { sides: 'shape' } } };
  return null;
}

/** A fill whose rows lie at an angle, in degrees. */
export const fillKind = (region: Region, angle: number): ChosenKind =>
  fills.get(region, [angle], () => {
    const small = regionArea(region) < 4 * SMALL_FILL && regionArea(broaderThan(region, 2)) < SMALL_FILL;
    return {
      as: 'fill',
      recipe: { kind: 'fill', settings: { angle, ...(small && { underlay: 'edge' }) } },
    };
  });

/** `angle` of rows, in degrees, when it is to be filled. */
export const kindFor = (region: Region, satin: number, angle: () => number): ChosenKind =>
  narrowKind(region, satin) ?? fillKind(region, angle());
