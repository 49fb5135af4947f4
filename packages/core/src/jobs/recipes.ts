// Recipes from one object to others: pasted, put on from those that are kept, taken over when the kept one changed.
import { everyItem, everyLeaf } from '../design/tree.ts';
import type { Design, DesignObject, Recipe } from '../design/types.ts';
import { stitchKind } from '../stitches/kinds.ts';
import { inOrder, JobBuilder, JobError, type Job } from './job.ts';

/** The object with another recipe; that of its old kind is remembered, as when the kind is changed by hand. */
function withRecipe(object: DesignObject, recipe: Recipe): DesignObject {
  const { otherRecipes = [], ...rest } = object;
  const old = object.recipe;
  const others = otherRecipes.filter((r) => r.kind !== recipe.kind && r.kind !== old.kind);
  const kept = old.kind !== recipe.kind && Object.keys(old.settings).length ? [...others, old] : others;
  return { ...rest, recipe, ...(kept.length && { otherRecipes: kept }) };
}

/**
 * Puts a recipe on every object among the items, those in groups too. `kept`: the id of the kept recipe that it is.
 * Throws JobError when none of them is sewn by a recipe.
 */
export function recipeJob(design: Design, ids: readonly string[], recipe: Recipe, kept?: string): Job {
  const { kept: _, ...plain } = recipe;
  const next: Recipe = kept ? { ...plain, kept } : plain;
  const objects = [...everyLeaf(inOrder(design, ids))].filter((l): l is DesignObject => l.kind === 'object');
  if (!objects.length)
    throw new JobError(
      ids.length ? 'Stitches that are kept have no recipe.' : 'Select what is to get the recipe first.',
    );
  const builder = new JobBuilder(design, `Stitch as ${stitchKind(recipe.kind)?.name.toLowerCase()}`);
  for (const object of objects) builder.replace(withRecipe(object, next));
  return builder.job([...ids]);
}

/** Objects whose recipes were taken from a kept one, whether or not they were changed since. */
export const usersOf = (design: Design, kept: string): DesignObject[] =>
  [...everyItem(design.objects)].filter(
    (i): i is DesignObject => i.kind === 'object' && i.recipe.kept === kept,
  );

/** What a kept recipe says now, put on all that use it. Throws JobError when all of them have it already. */
export function takeOverJob(design: Design, kept: string, recipe: Recipe): Job {
  const objects = usersOf(design, kept).filter((o) => !sameRecipe(o.recipe, recipe));
  if (!objects.length) throw new JobError('All that use this recipe have it as it is now.');
  const { kept: _, ...plain } = recipe;
  const builder = new JobBuilder(design, 'Take over the recipe');
  for (const object of objects) builder.replace(withRecipe(object, { ...plain, kept }));
  return builder.job(objects.map((o) => o.id));
}

/** Do they sew alike, wherever they were taken from? */
export function sameRecipe(a: Recipe, b: Recipe): boolean {
  const names = new Set([...Object.keys(a.settings), ...Object.keys(b.settings)]);
  return a.kind === b.kind && [...names].every((name) => a.settings[name] === b.settings[name]);
}
