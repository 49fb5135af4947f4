// Going from one stitch kind to another: what both know is carried over, what only the other knew is remembered.
import type { DesignObject, Recipe, SettingValue } from '../design/types.ts';
import type { Setting } from '../stitches/kind.ts';
import { sewnFrom, stitchKind } from '../stitches/kinds.ts';

/** Settings that mean the same whatever the kind. */
const SHARED = ['spacing', 'length', 'passes', 'angle', 'ties', 'density', 'seed'];

const fits = (setting: Setting, value: SettingValue): boolean =>
  setting.type === 'number'
    ? typeof value === 'number' && value >= setting.least && value <= setting.most
    : setting.choices.some((c) => c.value === value);

/**
 * The object stitched as another kind. It gets back the numbers that it had when it was of that kind last; what the
 * person has set of spacing, length and the like is kept where the new kind can take it.
 */
export function switchKind<O extends Pick<DesignObject, 'recipe' | 'otherRecipes'>>(
  object: O,
  id: string,
): O {
  const kind = stitchKind(id);
  const { recipe, otherRecipes = [] } = object;
  if (!kind || recipe.kind === id) return object;
  const before = otherRecipes.find((r) => r.kind === id);
  const settings = { ...before?.settings };
  for (const name of SHARED) {
    const value = recipe.settings[name];
    const setting = kind.settings.find((s) => s.name === name);
    if (value !== undefined && setting && fits(setting, value)) settings[name] = value;
  }
  // What was covered stays covered: satin runs across the shape, not as a band along its edge.
  if (id === 'satin' && !before && sewnFrom(recipe) === 'region') settings.sides = 'shape';
  const others = otherRecipes.filter((r) => r.kind !== id && r.kind !== recipe.kind);
  const kept: Recipe[] = Object.keys(recipe.settings).length ? [...others, recipe] : others;
  const { otherRecipes: _, ...rest } = object;
  return { ...(rest as O), recipe: { kind: id, settings }, ...(kept.length && { otherRecipes: kept }) };
}
