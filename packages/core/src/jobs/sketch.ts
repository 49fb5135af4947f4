// A design for a small picture of it: covering stitches only as close as can be told apart there.
import { Memo } from '../design/memo.ts';
import type { DesignObject, Item, PlainOutline, ResolvedDesign } from '../design/types.ts';

/** How far apart rows of covering stitches lie, in mm: few steps, so that what was sewn for one picture serves others. */
const STEPS = [0.6, 0.9, 1.4, 2, 3];
/** Of a pixel: rows so far apart leave nothing open between them. */
const APART = 0.8;
const COVERING = ['satin', 'fill'];

const sketches = new Memo<DesignObject<PlainOutline>>(2);

/**
 * What a picture with pixels of `pixel` mm shows of a design: satin and fill in rows not closer than a pixel, without
 * underlay. Everything else, and rows whose distance tells something (it changes, or is thinned), stays as it is; so does
 * what stands in groups.
 */
export function sketched(design: ResolvedDesign, pixel: number): ResolvedDesign {
  const spacing = STEPS.findLast((step) => step <= pixel * APART);
  if (!spacing) return design;
  const sketch = (item: Item<PlainOutline>): Item<PlainOutline> => {
    if (item.kind !== 'object' || !COVERING.includes(item.recipe.kind)) return item;
    const { kind, settings } = item.recipe;
    const closer = Number(settings.spacing ?? 0.4) < spacing;
    if (settings.density || settings.spacingEnd || !closer) return item;
    return sketches.get(item, [spacing], () => ({
      ...item,
      recipe: { kind, settings: { ...settings, spacing, underlay: 'none' } },
    }));
  };
  return { ...design, objects: design.objects.map(sketch) };
}
