// Satin where it can't be satin: too narrow, too wide, without its second line, or on a shape that is no column and is filled.
import { findItem } from '../../design/tree.ts';
import type { Design, Recipe } from '../../design/types.ts';
import { objectRemarks } from '../../sewing/stitch-object.ts';
import { JobBuilder, JobError, type Job } from '../../jobs/job.ts';
import { lineWidthOf } from '../../stitches/kinds.ts';
import type { Remark } from '../../stitches/kind.ts';
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
        return [{ objects: [leaf.id], at: boundsOf(item), record: share.from, ...say(item, checked) }];
      }),
    fix,
  };
}

export const narrowCheck = remarkCheck(
  'satin-narrow',
  ({ leaf }) => ({
    weight: 1,
    sentence: `${leaf.name} is narrower than 0.7 mm: too narrow for satin, so it is sewn as a bean run.`,
    fix: leaf.kind === 'object' && lineWidthOf(leaf) !== null ? 'Make it 1.5 mm wide' : undefined,
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

export const filledCheck = remarkCheck(
  'satin-filled',
  ({ leaf }) => ({
    weight: 1,
    sentence: `${leaf.name} is no narrow shape that satin could run across, or wider than 14 mm: it is sewn in rows, as a fill.`,
    fix: 'Sew it as a fill',
  }),
  splitCheck.fix,
);
