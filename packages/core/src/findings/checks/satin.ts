// Satin where it can't be satin: too narrow, too wide, without its second line, or on a shape that is no column.
import { coversBand, sewnFrom } from '../../stitches/kinds.ts';
import { findItem } from '../../design/tree.ts';
import type { Design, Recipe } from '../../design/types.ts';
import { regionArea } from '../../geometry/region.ts';
import { outlineRegion } from '../../outlines/region.ts';
import { objectRemarks } from '../../sewing/stitch-object.ts';
import { JobBuilder, JobError, type Job } from '../../jobs/job.ts';
import type { Remark } from '../../stitches/kind.ts';
import { bareArea } from '../layers.ts';
import type { Check, Checked, Found, SewnItem } from '../finding.ts';

/** Stitched with another recipe; settings that both kinds have are kept. */
export function restitched(design: Design, id: string, recipe: Recipe, label: string): Job {
  const item = findItem(design, id);
  if (item?.kind !== 'object') throw new JobError('This object is gone.');
  const builder = new JobBuilder(design, label);
  builder.replace({ ...item, recipe });
  return builder.job([id]);
}

const boundsOf = ({ extent }: SewnItem): Found['at'] => extent.bounds ?? undefined;

/** A check that passes on what the satin kind remarks. */
function remarkCheck(
  id: Remark,
  say: (item: SewnItem, checked: Checked) => Pick<Found, 'weight' | 'sentence' | 'fix'>,
  fix?: Check['fix'],
): Check {
  return {
    id,
    find: (checked) =>
      checked.sewn.flatMap((item) => {
        const { leaf, share } = item;
        if (leaf.kind !== 'object' || !objectRemarks(leaf, checked.materials.cloth).includes(id)) return [];
        // A shape that is no column at all is told by its own check.
        if (id === 'satin-split' && bareShare(checked, item) > BARE) return [];
        return [{ objects: [leaf.id], at: boundsOf(item), record: share.from, ...say(item, checked) }];
      }),
    fix,
  };
}

/** A satin that leaves more than this share of its shape bare is none. */
const BARE = 0.03;

function bareShare(checked: Checked, { leaf }: SewnItem): number {
  if (leaf.kind !== 'object' || !coversBand(leaf.recipe) || sewnFrom(leaf.recipe) !== 'region') return 0;
  const region = outlineRegion(leaf.outline);
  const area = regionArea(region);
  return area ? bareArea(checked.layers(), region) / area : 0;
}

export const narrowCheck = remarkCheck(
  'satin-narrow',
  ({ leaf }) => ({
    weight: 1,
    sentence: `${leaf.name} is narrower than 1 mm: too narrow for satin, so it is sewn as a bean run.`,
    fix: leaf.kind === 'object' && leaf.recipe.settings.sides !== 'shape' ? 'Make it 1.5 mm wide' : undefined,
  }),
  (design, { objects }) => {
    const item = findItem(design, objects[0]);
    if (item?.kind !== 'object') throw new JobError('This object is gone.');
    const builder = new JobBuilder(design, 'Wider satin');
    const { widths: _, ...rest } = item;
    builder.replace({
      ...rest,
      recipe: { ...item.recipe, settings: { ...item.recipe.settings, width: 1.5 } },
    });
    return builder.job([item.id]);
  },
);

export const splitCheck = remarkCheck(
  'satin-split',
  ({ leaf }, { materials: { cloth } }) => ({
    weight: 1,
    sentence: `${leaf.name} is wider than ${cloth.longest ?? 7} mm: its stitches are split, so it will shine less than narrow satin.`,
    fix: leaf.kind === 'object' && leaf.recipe.settings.sides === 'shape' ? 'Sew it as a fill' : undefined,
  }),
  (design, { objects }) => restitched(design, objects[0], { kind: 'fill', settings: {} }, 'Sew as fill'),
);

export const twoLinesCheck = remarkCheck('two-lines', ({ leaf }) => ({
  weight: 2,
  sentence: `${leaf.name} needs two lines for a column between them; it has only one.`,
}));

export const noColumnCheck: Check = {
  id: 'no-column',
  find: (checked) =>
    checked.sewn.flatMap((item) => {
      const bare = bareShare(checked, item);
      if (bare <= BARE) return [];
      return [
        {
          weight: 2 as const,
          sentence: `${item.leaf.name} is no narrow shape that satin could run across: ${(100 * bare).toFixed(0)} % of it would stay bare.`,
          objects: [item.leaf.id],
          at: boundsOf(item),
          record: item.share.to,
          fix: 'Sew it as a fill',
        },
      ];
    }),
  fix: splitCheck.fix,
};
