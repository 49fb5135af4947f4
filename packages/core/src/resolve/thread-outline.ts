// Where an object's thread ends on the cloth, as an outline: what gaps, overlaps and surrounds are measured from.
import { Memo } from '../design/memo.ts';
import type { DesignObject, PlainOutline } from '../design/types.ts';
import { bandRegion } from '../geometry/clip.ts';
import { clothUnder, type Cloth } from '../materials/cloths.ts';
import { outlineLines } from '../outlines/flatten.ts';
import { outlineOfRegion } from '../outlines/live/region-outline.ts';
import { completeSettings } from '../stitches/kind.ts';
import { reachOf, sewnFrom, stitchKind } from '../stitches/kinds.ts';

const made = new Memo<PlainOutline>();

function make({ outline, recipe, widths }: DesignObject<PlainOutline>, cloth: Cloth): PlainOutline {
  const kind = stitchKind(recipe.kind);
  if (!kind || sewnFrom(recipe) === 'region') return outline;
  const settings = completeSettings(kind, recipe, cloth);
  const covered = kind.cover({ outline, settings, cloth, widths });
  if (covered.length) return outlineOfRegion(covered);
  const reach = reachOf({ recipe, widths });
  return reach ? outlineOfRegion(bandRegion(outlineLines(outline), 2 * reach, 'flat', 'round')) : outline;
}

/**
 * The outline of the cloth that an object's stitches take: a satin along a line is a band, a run is its line, a fill
 * is its shape (without pull compensation, which the pull takes back).
 */
export function threadOutline(object: DesignObject<PlainOutline>, cloth: Cloth): PlainOutline {
  const under = clothUnder(cloth, object.thread);
  const parts = [JSON.stringify(object.recipe), object.widths, under.id, under.threadWidth];
  return made.get(object.outline, parts, () => make(object, under));
}
