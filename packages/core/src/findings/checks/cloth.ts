// Recipes that do not suit the cloth.
import { findItem } from '../../design/tree.ts';
import type { Design, DesignObject, Recipe } from '../../design/types.ts';
import { JobBuilder, JobError } from '../../jobs/job.ts';
import { knockdownJob } from '../../jobs/surround.ts';
import { QUILT_SPACING } from '../../stitches/fill.ts';
import { completeSettings, numberOf, type Unsuited } from '../../stitches/kind.ts';
import { stitchKind } from '../../stitches/kinds.ts';
import { clothById, type Cloth } from '../../materials/cloths.ts';
import type { Check, Found } from '../finding.ts';

type Sewn = Pick<DesignObject, 'name' | 'recipe'>;

interface Wrong {
  sentence: string;
  fix: string;
  /** The recipe that suits. */
  better: Recipe;
}

const withSettings = ({ recipe }: Sewn, settings: Recipe['settings']): Recipe => ({
  ...recipe,
  settings: { ...recipe.settings, ...settings },
});

/** What is said of an object that does not suit its cloth, and what is done about it. */
const WRONG: Record<Unsuited, (object: Sewn, cloth: Cloth) => Wrong> = {
  'rows-too-close': (object) => ({
    sentence: `${object.name} is too close for a quilt: rows less than ${QUILT_SPACING} mm apart press the wadding flat.`,
    fix: `Set its rows ${QUILT_SPACING} mm apart`,
    better: withSettings(object, { spacing: QUILT_SPACING }),
  }),
  'presses-flat': (object) => ({
    sentence: `${object.name} is satin, which presses a quilt’s wadding flat: a bean run shows as well.`,
    fix: 'Sew it as a bean run',
    better: { kind: 'run', settings: { passes: 3 } },
  }),
  'sinks-in': (object, cloth) => ({
    sentence: `${object.name} is a single run, which sinks between the loops of ${cloth.name.toLowerCase()}.`,
    fix: 'Sew it as bean',
    better: withSettings(object, { passes: 3 }),
  }),
  'no-underlay': (object, cloth) => ({
    sentence: `${object.name} has no underlay: on ${cloth.name.toLowerCase()}, which stretches, its edges will wander.`,
    fix: 'Give it underlay',
    better: withSettings(object, { underlay: 'auto' }),
  }),
};

/** What a cloth asks of an object; null when the object suits it. */
function unsuited(object: Sewn, cloth: Cloth): Wrong | null {
  const kind = stitchKind(object.recipe.kind);
  const why = kind?.unsuited?.(completeSettings(kind, object.recipe, cloth), cloth);
  return why ? WRONG[why](object, cloth) : null;
}

/** A first object this open holds the loops down, in mm. */
const MESH = 1;

/** How far an object's lines lie apart, in mm; 0 when its kind has no spacing. */
function spacingOf(recipe: Recipe, cloth: Cloth): number {
  const kind = stitchKind(recipe.kind);
  return kind ? numberOf(completeSettings(kind, recipe, cloth), 'spacing', 0) : 0;
}

/** Is it sewn so openly that it holds loops down and hides nothing? */
const isMesh = (recipe: Recipe, cloth: Cloth): boolean =>
  !!stitchKind(recipe.kind)?.mesh && spacingOf(recipe, cloth) >= MESH;

/** The run at the edge of a knockdown, which is to sink in. */
function isEdgeOfMesh(design: Design, id: string, cloth: Cloth): boolean {
  const item = findItem(design, id);
  if (item?.kind !== 'object' || item.outline.kind !== 'edge') return false;
  const source = findItem(design, item.outline.of[0]);
  return source?.kind === 'object' && isMesh(source.recipe, cloth);
}

export const suitCheck: Check = {
  id: 'unsuited',
  find: (checked) =>
    checked.sewn.flatMap(({ leaf, extent, share }) => {
      const wrong = leaf.kind === 'object' ? unsuited(leaf, checked.materials.cloth) : null;
      if (!wrong || isEdgeOfMesh(checked.design, leaf.id, checked.materials.cloth)) return [];
      const { sentence, fix } = wrong;
      const at = extent.bounds ?? undefined;
      return [{ weight: 1 as const, sentence, fix, objects: [leaf.id], at, record: share.from }];
    }),
  fix(design, { objects }) {
    const item = findItem(design, objects[0]);
    const cloth = clothById(design.cloth.kind);
    const wrong = item?.kind === 'object' ? unsuited(item, cloth) : null;
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
    const mesh = first.leaf.kind === 'object' && !first.cover && isMesh(first.leaf.recipe, cloth);
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
