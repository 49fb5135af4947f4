// Jobs that make live outlines: shapes combined, split and cut, outlines at a distance, bands and edges.
import { findItem } from '../design/tree.ts';
import {
  newId,
  type BandOutline,
  type CombineOutline,
  type Design,
  type DesignObject,
  type Group,
  type Item,
  type LiveOutline,
  type PathOutline,
  type PlainOutline,
  type Recipe,
} from '../design/types.ts';
import { outlinePaths } from '../outlines/flatten.ts';
import { edgeOutline } from '../outlines/live/around.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { sewnFrom, apartOf } from '../stitches/kinds.ts';
import { switchKind } from '../shaping/switch-kind.ts';
import { grouped } from './groups.ts';
import { JobBuilder, JobError, objectsIn, outlinesOnly, type Job } from './job.ts';

export const plainOf = (design: Design, id: string): PlainOutline[] => {
  const item = findItem(resolveDesign(design), id);
  const visit = (i: Item<PlainOutline>): PlainOutline[] =>
    i.kind === 'group' ? i.objects.flatMap(visit) : i.kind === 'object' ? [i.outline] : [];
  return item ? visit(item) : [];
};

/** Only open lines: there is nothing that it could enclose. */
export const isOpen = (design: Design, item: Item): boolean =>
  plainOf(design, item.id)
    .flatMap(outlinePaths)
    .every((path) => !path.closed);

/** The first object of an item tells how the result is stitched. */
function modelOf(item: Item): DesignObject {
  const [first] = objectsIn([item]);
  if (!first) throw new JobError(`${item.name} holds no outline.`);
  return first;
}

/** A new object with a live outline, stitched as its model is. */
export const made = (model: DesignObject, outline: LiveOutline, name: string): DesignObject => {
  const { start: _, end: __, unsewn: ___, ...rest } = model;
  return { ...rest, id: newId(), name: name.slice(0, 120), outline };
};

/** Shapes that a result is made from are not sewn any more. */
export function keepUnsewn(builder: JobBuilder, items: readonly Item[]): void {
  for (const object of objectsIn(items)) if (!object.unsewn) builder.replace({ ...object, unsewn: true });
}

const LABELS = { unite: 'Unite', subtract: 'Subtract', intersect: 'Intersect' };

/**
 * Combines shapes: the first in sewing order with all others. With `keep` the others stay sewn themselves.
 * Open lines are cropped.
 */
export function combineJob(
  design: Design,
  ids: readonly string[],
  op: CombineOutline['op'],
  keep = false,
): Job {
  const label = LABELS[op];
  const [first, ...others] = outlinesOnly(design, ids, 2, label);
  if (first.kind === 'group' && first.repeat && op !== 'unite')
    return combinedInside(design, first, others, op, label, keep);
  const lines = isOpen(design, first);
  if (lines && op === 'unite')
    throw new JobError('Lines can’t be united with shapes: make a band of them first.');
  return combined(design, first, others, { op, ...(lines && { lines }) }, label, keep);
}

/** Keeps the parts of lines that lie inside, or outside, of the shapes above them. */
export function cropJob(design: Design, ids: readonly string[], keep: 'inside' | 'outside'): Job {
  const label = 'Crop lines';
  const [first, ...others] = outlinesOnly(design, ids, 2, label);
  return combined(
    design,
    first,
    others,
    { op: keep === 'inside' ? 'intersect' : 'subtract', lines: true },
    label,
    false,
  );
}

/** Shapes are taken from all that a repeat holds, so that it stays a repeat and every copy is cut alike. */
function combinedInside(
  design: Design,
  repeat: Group,
  others: readonly Item[],
  op: CombineOutline['op'],
  label: string,
  keep: boolean,
): Job {
  const builder = new JobBuilder(design, label);
  const of = others.map((i) => i.id);
  for (const object of objectsIn(repeat.objects).filter((o) => !o.unsewn)) {
    const lines = isSewnAlong(design, object) ? { lines: true } : {};
    const outline: LiveOutline = { kind: 'combine', op, of: [object.id, ...of], ...lines };
    const result = made(object, outline, object.name);
    builder.insertAfter([result], object.id);
    keepUnsewn(builder, [object]);
  }
  if (!keep) keepUnsewn(builder, others);
  return builder.job([repeat.id]);
}

function combined(
  design: Design,
  first: Item,
  others: readonly Item[],
  how: Pick<CombineOutline, 'op' | 'lines'>,
  label: string,
  keep: boolean,
): Job {
  const builder = new JobBuilder(design, label);
  const result = made(
    modelOf(first),
    { kind: 'combine', of: [first, ...others].map((i) => i.id), ...how },
    first.name,
  );
  builder.insertAfter([result], first.id);
  keepUnsewn(builder, keep ? [first] : [first, ...others]);
  return builder.job([result.id]);
}

/** Splits the first shape along the edges of the others: what lies inside of them and what lies outside. */
export function splitJob(design: Design, ids: readonly string[]): Job {
  const [first, ...others] = outlinesOnly(design, ids, 2, 'Split');
  if (others.every((o) => isOpen(design, o)))
    return cutJob(
      design,
      [first.id],
      others.map((o) => o.id),
    );
  const builder = new JobBuilder(design, 'Split');
  const model = modelOf(first);
  const of = [first, ...others].map((i) => i.id);
  const lines = isOpen(design, first) ? { lines: true } : {};
  const results = [
    made(model, { kind: 'combine', op: 'subtract', of, ...lines }, `${first.name}, outside`),
    made(model, { kind: 'combine', op: 'intersect', of, ...lines }, `${first.name}, inside`),
  ];
  builder.insertAfter(results, first.id);
  keepUnsewn(builder, [first, ...others]);
  return builder.job(results.map((r) => r.id));
}

/** Cuts shapes and lines along lines that are in the design; each becomes the two sides of every line. */
function cutJob(design: Design, targets: readonly string[], knives: readonly string[]): Job {
  const builder = new JobBuilder(design, 'Cut');
  let pieces = [...targets];
  for (const knife of knives) {
    const next: string[] = [];
    for (const id of pieces) {
      const target = findItem(builder.design, id)!;
      const lines = isSewnAlong(builder.design, target) ? { lines: true } : {};
      const results = (['left', 'right'] as const).map((side, i) =>
        made(modelOf(target), { kind: 'cut', side, of: [id, knife], ...lines }, `${target.name} ${'ab'[i]}`),
      );
      builder.insertAfter(results, id);
      const parted = results.every((r) => plainOf(builder.design, r.id).some((o) => outlinePaths(o).length));
      if (!parted) {
        for (const r of results) builder.remove(r.id);
        next.push(id);
        continue;
      }
      keepUnsewn(builder, [target]);
      next.push(...results.map((r) => r.id));
    }
    pieces = next;
  }
  if (pieces.length === targets.length) throw new JobError('The line doesn’t part any of these shapes.');
  keepUnsewn(
    builder,
    knives.map((id) => findItem(builder.design, id)!),
  );
  return builder.job(pieces);
}

/** Stitched along its line, or open anyway: then the line is cut and not what it encloses. */
export const isSewnAlong = (design: Design, item: Item): boolean =>
  isOpen(design, item) || objectsIn([item]).every((o) => sewnFrom(o.recipe) === 'lines');

/** Draws a knife line through shapes. The line stays in the design, unsewn, and can be moved. */
export function knifeJob(design: Design, ids: readonly string[], knife: PathOutline): Job {
  const targets = outlinesOnly(design, ids, 1, 'Knife');
  const line: DesignObject = {
    id: newId(),
    name: 'Knife line',
    kind: 'object',
    visible: true,
    locked: false,
    outline: knife,
    recipe: { kind: 'run', settings: {} },
    thread: modelOf(targets[0]).thread,
    unsewn: true,
  };
  const builder = new JobBuilder(design, 'Cut');
  builder.insertBefore([line], targets[0].id);
  const cut = cutJob(
    builder.design,
    targets.map((t) => t.id),
    [line.id],
  );
  const { command } = builder.job([]);
  return { command: { do: 'batch', label: 'Cut', commands: [command, cut.command] }, select: cut.select };
}

/** A live outline from all of the selection, as a new object just before (under) or after it. */
function derived(
  design: Design,
  ids: readonly string[],
  outline: LiveOutline,
  label: string,
  name: string,
  change: (o: DesignObject) => DesignObject = (o) => o,
): Job {
  const items = outlinesOnly(design, ids, 1, label);
  const builder = new JobBuilder(design, label);
  const result = change(made(modelOf(items[0]), { ...outline, of: items.map((i) => i.id) }, name));
  builder.insertAfter([result], items[items.length - 1].id);
  return builder.job([result.id]);
}

/** Lines as shapes with a width; the lines are set aside. */
export function bandJob(
  design: Design,
  ids: readonly string[],
  { width, ends, corners }: Pick<BandOutline, 'width' | 'ends' | 'corners'>,
): Job {
  const items = outlinesOnly(design, ids, 1, 'Band');
  const builder = new JobBuilder(design, 'Band');
  const results = items.map((item) => {
    const model = modelOf(item);
    const outline: LiveOutline = { kind: 'band', of: [item.id], width, ends, corners };
    const result: DesignObject = {
      ...made(model, outline, `${item.name} band`),
      recipe: { kind: 'fill', settings: {} },
    };
    builder.insertAfter([result], item.id);
    return result.id;
  });
  keepUnsewn(builder, items);
  return builder.job(results);
}

const EDGES: Record<'run' | 'satin' | 'blanket', { label: string; recipe: Recipe }> = {
  run: { label: 'Edge line', recipe: { kind: 'run', settings: {} } },
  satin: { label: 'Satin edge', recipe: { kind: 'satin', settings: { width: 2 } } },
  blanket: {
    label: 'Blanket edge',
    recipe: { kind: 'motif-line', settings: { unit: 'blanket', size: 3, height: 0.7, corners: 'bend' } },
  },
};

/** The edge of shapes as lines of their own, as narrow satin, or in blanket stitch that reaches inwards; they follow them. */
export function edgeJob(design: Design, ids: readonly string[], stitch: keyof typeof EDGES = 'run'): Job {
  const { label, recipe } = EDGES[stitch];
  // An outline around them runs so that what it encloses lies on its right, which drawn lines need not.
  const outline: LiveOutline =
    stitch === 'blanket'
      ? { kind: 'surround', of: [], distance: 0, corners: 'mitre' }
      : { kind: 'edge', of: [], which: 'all' };
  return derived(design, ids, outline, label, 'Edge', (o) => ({ ...o, recipe }));
}

/** Mesh of the embossing grids and width of their rim, in mm. */
const EMBOSS = { mesh: 2.5, rim: 3 };

/**
 * Embosses a shape: two light grids over one another, square and diamond, and a satin rim. Grids and rim follow the
 * shape, which carries the first grid itself.
 */
export function embossJob(design: Design, ids: readonly string[]): Job {
  const items = outlinesOnly(design, ids, 1, 'Emboss').flatMap((item) => objectsIn([item]));
  const shapes = items.filter((o) => !isOpen(design, o));
  if (!shapes.length) throw new JobError('Emboss needs a closed shape: lines enclose nothing.');
  const builder = new JobBuilder(design, 'Emboss');
  const results = shapes.map((shape) => {
    const grid = (form: string): DesignObject['recipe'] => ({
      kind: 'crosshatch',
      settings: { shape: form, spacing: EMBOSS.mesh },
    });
    const whole: LiveOutline = { kind: 'surround', of: [shape.id], distance: 0, corners: 'mitre' };
    const edge: LiveOutline = { kind: 'edge', of: [shape.id], which: 'all' };
    const diamond = { ...made(shape, whole, `${shape.name}, diamond grid`), recipe: grid('diamond') };
    const rim: DesignObject = {
      ...made(shape, edge, `${shape.name}, rim`),
      recipe: { kind: 'satin', settings: { width: EMBOSS.rim } },
    };
    builder.replace({ ...switchKind(shape, 'crosshatch'), recipe: grid('square') });
    builder.insertAfter([diamond, rim], shape.id);
    // One thing to take hold of: together they are moved, and leave room around what is put on them.
    return grouped(builder, [shape, diamond, rim], `${shape.name}, embossed`).id;
  });
  return builder.job(results);
}

/**
 * Leaves, blossoms and stems of a sprig as objects of their own, which can have threads of their own. Leaves and
 * blossoms follow the shape of the stems, which are sewn last and cover the ways between them.
 */
export function sprigPartsJob(design: Design, ids: readonly string[]): Job {
  const label = 'Sprig in parts';
  const sprigs = outlinesOnly(design, ids, 1, label)
    .flatMap((item) => objectsIn([item]))
    .flatMap((object) => {
      const apart = apartOf(object);
      return apart ? [{ object, apart }] : [];
    });
  if (!sprigs.length) throw new JobError(`${label} needs an object that is stitched as a sprig.`);
  const builder = new JobBuilder(design, label);
  const results = sprigs.flatMap(({ object, apart }) => {
    const sewing = (settings: Recipe['settings']): Recipe => ({
      ...object.recipe,
      settings: { ...object.recipe.settings, ...settings },
    });
    const whole: LiveOutline = { kind: 'surround', of: [object.id], distance: 0, corners: 'mitre' };
    const parts = apart.others.map(({ name, settings }) => ({
      ...made(object, whole, `${object.name}, ${name}`),
      recipe: sewing(settings),
    }));
    builder.replace({ ...object, recipe: sewing(apart.stays) });
    builder.insertBefore(parts, object.id);
    return [...parts.map((p) => p.id), object.id];
  });
  return builder.job(results);
}

/** Shapes with their holes filled, or the holes as shapes of their own. */
export function holesJob(design: Design, ids: readonly string[], which: 'outer' | 'holes'): Job {
  const label = which === 'outer' ? 'Fill holes' : 'Holes as shapes';
  const items = outlinesOnly(design, ids, 1, label);
  const holed = items.filter(
    (item) => outlinePaths(edgeOutline({ which: 'holes' }, plainOf(design, item.id))).length,
  );
  if (!holed.length) throw new JobError('There are no holes in this.');
  const builder = new JobBuilder(design, label);
  const results = holed.map((item) => {
    const name = which === 'outer' ? item.name : `${item.name} holes`;
    const result = made(modelOf(item), { kind: 'edge', of: [item.id], which }, name);
    builder.insertAfter([result], item.id);
    return result.id;
  });
  if (which === 'outer') keepUnsewn(builder, holed);
  return builder.job(results);
}

/** Sewn again, or only a shape for others. */
export function setUnsewnJob(design: Design, ids: readonly string[], unsewn: boolean): Job {
  const label = unsewn ? 'Leave unsewn' : 'Sew it';
  const objects = objectsIn(outlinesOnly(design, ids, 1, label)).filter((o) => !o.unsewn === unsewn);
  if (!objects.length) throw new JobError(unsewn ? 'This is not sewn anyway.' : 'This is sewn already.');
  const builder = new JobBuilder(design, label);
  for (const object of objects) {
    const { unsewn: _, ...rest } = object;
    builder.replace(unsewn ? { ...object, unsewn } : rest);
  }
  return builder.job([...ids]);
}
