// "Choose stitches": kinds, angles, order and overlaps for shapes that are there, as one step.
import { chooseStitches, lineRecipe } from '../choosing/choose.ts';
import { kindCounted, kindFor, type KindCounts } from '../choosing/kinds.ts';
import { angleApart } from '../choosing/angles.ts';
import type { Piece } from '../choosing/parts.ts';
import { isLive } from '../design/live-outline.ts';
import { referencesOf } from '../design/references.ts';
import { everyItem, findItem, findPlace } from '../design/tree.ts';
import {
  newId,
  type Design,
  type DesignObject,
  type Group,
  type Item,
  type PlainOutline,
  type Recipe,
} from '../design/types.ts';
import { outlineRegion } from '../outlines/region.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { sewnFrom, stitchKind } from '../stitches/kinds.ts';
import { inOrder, JobBuilder, JobError, type Job } from './job.ts';
import { materialsOf } from '../materials/materials.ts';

export interface StitchesChosen {
  job: Job;
  /** How many of each kind. */
  counts: KindCounts;
  /** How many lay hidden beneath others and are left out. */
  hidden: number;
}

interface Leaf {
  object: DesignObject;
  /** Where it stands: its list is its group's, or the design's. */
  parent: Group | null;
  /** Its outline is made from others, is what others are made from, or lies in a bend or a repeat: it can't be cut. */
  fixed: boolean;
}

/** The objects among items that stitches can be chosen for. Words have stitches of their own, and stay. */
function leavesOf(design: Design, items: readonly Item[]): Leaf[] {
  const used = new Set([...everyItem(design.objects)].flatMap(referencesOf));
  const out: Leaf[] = [];
  const visit = (list: readonly Item[], held: boolean): void => {
    for (const item of list) {
      if (item.kind === 'group') visit(item.objects, held || !!item.bend || !!item.repeat);
      else if (
        item.kind === 'object' &&
        !item.locked &&
        item.visible &&
        !item.unsewn &&
        item.outline.kind !== 'text'
      ) {
        const fixed = held || isLive(item.outline) || used.has(item.id);
        out.push({ object: item, parent: findPlace(design.objects, item.id)!.parent, fixed });
      }
    }
  };
  visit(items, false);
  return out;
}

/** The width of a line that is sewn along, in mm; undefined for what covers what it encloses. */
function lineWidth({ recipe, widths }: DesignObject): number | undefined {
  if (sewnFrom(recipe) !== 'lines') return undefined;
  if (widths?.length) return Infinity;
  return stitchKind(recipe.kind)?.lineWidth?.(recipe.settings) ?? Infinity;
}

/**
 * Chooses stitches for objects; `satin` is 0 for more fill to 1 for more satin. Shapes that can be cut lose what lies
 * hidden and reach beneath their later neighbours. Throws JobError when there is nothing to choose for.
 */
export function chooseStitchesJob(design: Design, ids: readonly string[], satin: number): StitchesChosen {
  const leaves = leavesOf(design, inOrder(design, ids));
  if (!leaves.length)
    throw new JobError(
      'Choose stitches: select shapes first. Words, plain stitches and what is locked have theirs already.',
    );
  const resolved = resolveDesign(design);
  const cloth = materialsOf(design).cloth;
  const builder = new JobBuilder(design, 'Choose stitches');
  const counts: KindCounts = { satin: 0, fill: 0, line: 0 };
  let hidden = 0;
  const count = (recipe: Recipe): void => void counts[kindCounted(recipe)]++;
  const select: string[] = [];

  const cut = leaves.filter((l) => !l.fixed);
  const parents = new Set(leaves.map((l) => l.parent));
  const parent = leaves[0].parent;
  const list = parent?.objects ?? design.objects;
  const chosenIds = new Set(leaves.map((l) => l.object.id));
  // Another order is only free where nothing stands between that has a place of its own.
  const first = list.findIndex((i) => chosenIds.has(i.id));
  const slots = list.slice(first, first + leaves.length);
  const keepOrder =
    cut.length < leaves.length ||
    parents.size > 1 ||
    slots.some((i) => !chosenIds.has(i.id)) ||
    cut.some(({ object }) => object.stopAfter !== undefined);
  const pieces = cut.map(({ object }): Piece => {
    const line = lineWidth(object);
    return {
      outline: object.outline as PlainOutline,
      thread: object.thread,
      ...(line !== undefined && { line }),
    };
  });
  const { chosen, hidden: unseen } = chooseStitches(pieces, {
    satin,
    compensation: cloth.compensation,
    keepOrder,
  });
  const taken = new Set<number>();
  const order: string[] = [];
  for (const { piece, outline, recipe } of chosen) {
    const { object } = cut[piece];
    if (taken.has(piece)) {
      // A column of a shape that is broad elsewhere: an object of its own, just after it.
      const column = { ...object, id: newId(), outline, recipe };
      builder.insertAfter([column], order.at(-1)!);
      count(recipe);
      select.push(column.id);
      order.push(column.id);
      continue;
    }
    taken.add(piece);
    order.push(object.id);
    const line = pieces[piece].line;
    // A drawn line keeps its recipe but where its width can't be sewn so.
    const own = line !== undefined && (line >= 1 || object.recipe.kind !== 'satin');
    const next = own
      ? object
      : { ...object, outline, recipe: line === undefined ? recipe : lineRecipe(line) };
    if (next !== object) builder.replace(next);
    count(next.recipe);
    select.push(object.id);
  }
  for (const piece of unseen) {
    builder.remove(cut[piece].object.id);
    hidden++;
  }
  const angles: number[] = [];
  for (const { object } of leaves.filter((l) => l.fixed)) {
    select.push(object.id);
    const plain = findItem(resolved, object.id);
    if (plain?.kind !== 'object' || lineWidth(object) !== undefined) {
      count(object.recipe);
      continue;
    }
    const region = outlineRegion(plain.outline as PlainOutline);
    const kind = kindFor(region, satin, () => angleApart(region, angles));
    // Its outline stays what it is made from, so no line takes its place.
    const recipe = kind.as === 'line' ? { kind: 'satin', settings: { sides: 'shape' } } : kind.recipe;
    if (kind.as === 'fill') angles.push(Number(recipe.settings.angle));
    builder.replace({ ...(findItem(builder.design, object.id) as DesignObject), recipe });
    count(recipe);
  }
  if (!keepOrder) order.forEach((id, k) => builder.move(id, parent?.id ?? null, first + k));
  if (!select.length) throw new JobError('Choose stitches: nothing of these shapes is seen.');
  return { job: builder.job(select), counts, hidden };
}
