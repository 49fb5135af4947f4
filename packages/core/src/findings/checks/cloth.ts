// Recipes that do not suit the cloth.
import { findItem } from '../../design/tree.ts';
import type { Design } from '../../design/types.ts';
import { JobBuilder, JobError } from '../../jobs/job.ts';
import { knockdownJob } from '../../jobs/surround.ts';
import { isMesh, unfitOn } from '../../jobs/unfit.ts';
import type { Cloth } from '../../materials/cloths.ts';
import type { Check, Found } from '../finding.ts';
import { materialsOf } from '../../materials/materials.ts';

/** The run at the edge of a knockdown, which is to sink in. */
function isEdgeOfMesh(design: Design, id: string, cloth: Cloth): boolean {
  const item = findItem(design, id);
  if (item?.kind !== 'object' || item.outline.kind !== 'edge') return false;
  const source = findItem(design, item.outline.of[0]);
  return source?.kind === 'object' && isMesh(source, cloth);
}

export const suitCheck: Check = {
  id: 'unsuited',
  find: (checked) =>
    checked.sewn.flatMap(({ leaf, extent, share }) => {
      const wrong = leaf.kind === 'object' ? unfitOn(leaf, checked.materials.cloth) : null;
      if (!wrong || isEdgeOfMesh(checked.design, leaf.id, checked.materials.cloth)) return [];
      const { reason, fix } = wrong;
      const sentence = `${leaf.name} ${reason}`;
      const at = extent.bounds ?? undefined;
      return [{ weight: 1 as const, sentence, fix, objects: [leaf.id], at, record: share.from }];
    }),
  fix(design, { objects }) {
    const item = findItem(design, objects[0]);
    const cloth = materialsOf(design).cloth;
    const wrong = item?.kind === 'object' ? unfitOn(item, cloth) : null;
    if (item?.kind !== 'object' || !wrong) throw new JobError('This suits the cloth now.');
    const builder = new JobBuilder(design, wrong.fix);
    builder.replace({ ...item, recipe: wrong.better });
    return builder.job([item.id]);
  },
};

export const knockdownCheck: Check = {
  id: 'loops',
  find(checked): Found[] {
    const {
      materials: { cloth },
      sewn,
    } = checked;
    if (cloth.weave !== 'pile') return [];
    const dense = sewn.filter((s) => s.cover);
    if (!dense.length) return [];
    const [first] = sewn;
    const mesh = first.leaf.kind === 'object' && !first.cover && isMesh(first.leaf, cloth);
    if (mesh) return [];
    return [
      {
        weight: 1,
        sentence: `The loops of ${cloth.name.toLowerCase()} will poke through: sew a light mesh beneath everything, or lay film on top.`,
        objects: [],
        at: checked.figures.bounds ?? undefined,
        record: 0,
        fix: 'Sew a light mesh beneath',
      },
    ];
  },
  fix(design) {
    const of = design.objects.filter((o) => o.visible && !(o.kind === 'object' && o.unsewn)).map((o) => o.id);
    if (!of.length) throw new JobError('There is nothing to lay a mesh beneath.');
    return knockdownJob(design, of);
  },
};
