// Where an object's thread ends on the cloth, as an outline: what gaps, overlaps and surrounds are measured from.
import type { DesignObject, PlainOutline } from '../design/types.ts';
import { bandRegion } from '../geometry/clip.ts';
import { clothById } from '../materials/cloths.ts';
import { outlineLines } from '../outlines/flatten.ts';
import { outlineOfRegion } from '../outlines/live/region-outline.ts';
import { completeSettings } from '../stitches/kind.ts';
import { sewnFrom, stitchKind } from '../stitches/kinds.ts';

interface Known {
  of: DesignObject<PlainOutline>;
  made: PlainOutline;
}
const known = new WeakMap<PlainOutline, Known>();

function make({ outline, recipe, widths }: DesignObject<PlainOutline>): PlainOutline {
  const kind = stitchKind(recipe.kind);
  if (!kind || sewnFrom(recipe) === 'region') return outline;
  const cloth = clothById('');
  const settings = completeSettings(kind, recipe, cloth);
  if (kind.id === 'motif-run')
    return outlineOfRegion(bandRegion(outlineLines(outline), settings.size as number, 'flat', 'round'));
  const covered = kind.cover({ outline, settings, cloth, widths });
  return covered.length ? outlineOfRegion(covered) : outline;
}

/**
 * The outline of the cloth that an object's stitches take: a satin along a line is a band, a run is its line, a fill
 * is its shape (without pull compensation, which the pull takes back).
 */
export function threadOutline(object: DesignObject<PlainOutline>): PlainOutline {
  const before = known.get(object.outline);
  if (before && before.of.recipe === object.recipe && before.of.widths === object.widths) return before.made;
  const made = make(object);
  known.set(object.outline, { of: object, made });
  return made;
}
