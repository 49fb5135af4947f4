// Recipes that do not suit the cloth.
import { findItem } from '../../design/tree.ts';
import type { Design, DesignObject, SettingValue } from '../../design/types.ts';
import { JobBuilder, JobError } from '../../jobs/job.ts';
import { knockdownJob } from '../../jobs/surround.ts';
import { completeSettings } from '../../stitches/kind.ts';
import { stitchKind } from '../../stitches/kinds.ts';
import { clothById, type Cloth } from '../../materials/cloths.ts';
import type { Check, Found } from '../finding.ts';

const settingsOf = (object: Pick<DesignObject, 'recipe'>, cloth: Cloth): Record<string, SettingValue> => {
  const kind = stitchKind(object.recipe.kind);
  return kind ? completeSettings(kind, object.recipe, cloth) : {};
};

/** What a cloth asks of an object; null when the object suits it. */
function unsuited(
  object: Pick<DesignObject, 'name' | 'recipe'>,
  cloth: Cloth,
): { sentence: string; fix: string; settings: Record<string, SettingValue>; kind?: string } | null {
  const s = settingsOf(object, cloth);
  const { kind } = object.recipe;
  const name = object.name;
  if (cloth.id === 'quilt' && kind === 'fill' && (s.spacing as number) < 3)
    return {
      sentence: `${name} is too close for a quilt: rows less than 3 mm apart press the wadding flat.`,
      fix: 'Set its rows 3 mm apart',
      settings: { spacing: 3 },
    };
  if (cloth.id === 'quilt' && kind === 'satin')
    return {
      sentence: `${name} is satin, which presses a quilt’s wadding flat: a bean run shows as well.`,
      fix: 'Sew it as a bean run',
      kind: 'run',
      settings: { passes: 3 },
    };
  if (cloth.weave === 'pile' && kind === 'run' && s.passes === 1)
    return {
      sentence: `${name} is a single run, which sinks between the loops of ${cloth.name.toLowerCase()}.`,
      fix: 'Sew it as bean',
      settings: { passes: 3 },
    };
  if (cloth.weave === 'knit' && (kind === 'fill' || kind === 'satin') && s.underlay === 'none')
    return {
      sentence: `${name} has no underlay: on ${cloth.name.toLowerCase()}, which stretches, its edges will wander.`,
      fix: 'Give it underlay',
      settings: { underlay: 'auto' },
    };
  return null;
}

/** The run at the edge of a knockdown, which is to sink in. */
function isEdgeOfMesh(design: Design, id: string): boolean {
  const item = findItem(design, id);
  if (item?.kind !== 'object' || item.outline.kind !== 'edge') return false;
  const source = findItem(design, item.outline.of[0]);
  return source?.kind === 'object' && source.recipe.kind === 'crosshatch';
}

export const suitCheck: Check = {
  id: 'unsuited',
  find: (checked) =>
    checked.sewn.flatMap(({ leaf, extent, share }) => {
      const wrong = leaf.kind === 'object' ? unsuited(leaf, checked.cloth) : null;
      if (!wrong || isEdgeOfMesh(checked.design, leaf.id)) return [];
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
    const { kind, settings } = wrong;
    builder.replace({
      ...item,
      recipe: kind
        ? { kind, settings }
        : { ...item.recipe, settings: { ...item.recipe.settings, ...settings } },
    });
    return builder.job([item.id]);
  },
};

/** A first object this open holds the loops down, in mm. */
const MESH = 1;
const MESHES = ['fill', 'crosshatch'];

export const knockdownCheck: Check = {
  id: 'loops',
  find(checked): Found[] {
    const { cloth, sewn } = checked;
    if (cloth.weave !== 'pile') return [];
    const dense = sewn.filter((s) => s.cover);
    if (!dense.length) return [];
    const [first] = sewn;
    const mesh =
      first.leaf.kind === 'object' &&
      !first.cover &&
      MESHES.includes(first.leaf.recipe.kind) &&
      (settingsOf(first.leaf, cloth).spacing as number) >= MESH;
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
