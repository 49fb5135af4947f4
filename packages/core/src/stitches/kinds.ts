// The table of stitch kinds. The recipe card, the validation, the command line and the docs are made from it.
import { fill } from './fill.ts';
import type { DesignObject, Recipe } from '../design/types.ts';
import { ownSettings, type Apart, type Setting, type StitchKind, type Values } from './kind.ts';
import { motifLine } from './motif-line.ts';
import { contour } from './open/contour/contour.ts';
import { crosshatch } from './open/crosshatch.ts';
import { motifFill } from './open/motif-fill.ts';
import { radial } from './open/radial.ts';
import { relief } from './open/relief.ts';
import { shaded } from './open/shaded/shaded.ts';
import { spiral } from './open/spiral.ts';
import { sprig } from './open/sprig/sprig.ts';
import { stipple } from './open/stipple/stipple.ts';
import { redwork } from './redwork.ts';
import { run } from './run.ts';
import { lettering } from './satin/lettering.ts';
import { satin } from './satin/satin.ts';

/** Every kind's threads are tied where they begin and end. */
const tiesSetting: Setting = {
  name: 'ties',
  label: 'Ties',
  type: 'choice',
  more: true,
  choices: [
    { value: 'along', label: 'along the line' },
    { value: 'star', label: 'small star' },
    { value: 'none', label: 'none' },
  ],
  default: 'along',
  help: 'The small stitches that hold the thread where it begins and ends.',
};

export const STITCH_KINDS: StitchKind[] = [
  run,
  redwork,
  motifLine,
  satin,
  lettering,
  fill,
  stipple,
  contour,
  crosshatch,
  radial,
  spiral,
  relief,
  shaded,
  motifFill,
  sprig,
].map((kind) => ({
  ...kind,
  settings: [...kind.settings, tiesSetting],
}));

const byId = new Map(STITCH_KINDS.map((kind) => [kind.id, kind]));

export const stitchKind = (id: string): StitchKind | undefined => byId.get(id);

/** Whether a recipe follows the outline's lines or covers what it encloses; unknown kinds cover it. */
export function sewnFrom(recipe: Recipe): 'lines' | 'region' {
  const kind = byId.get(recipe.kind);
  return kind ? kind.from(ownSettings(kind, recipe)) : 'region';
}

/** How far an object's thread lies beside the lines that it follows, in mm; 0 for what covers a region. */
export function reachOf({ recipe, widths }: Pick<DesignObject, 'recipe' | 'widths'>): number {
  const kind = byId.get(recipe.kind);
  if (!kind) return 0;
  const settings = ownSettings(kind, recipe);
  return kind.from(settings) === 'lines' ? (kind.reach?.(settings, widths) ?? 0) : 0;
}

/** How wide a band an object covers along the lines that it follows, in mm; 0 when it covers none. */
export const bandOf = (object: Pick<DesignObject, 'recipe' | 'widths'>): number =>
  byId.get(object.recipe.kind)?.band ? 2 * reachOf(object) : 0;

/** Does its thread cover a band beside lines, or across a narrow shape? */
export const coversBand = (recipe: Recipe): boolean => byId.get(recipe.kind)?.band ?? false;

/** How wide an object is along its line, in mm, where other widths can be drawn on it; null where none can. */
export function lineWidthOf({ recipe }: Pick<DesignObject, 'recipe'>): number | null {
  const kind = byId.get(recipe.kind);
  return kind?.lineWidth?.(ownSettings(kind, recipe)) ?? null;
}

/** How an object can be taken apart into others of its kind; null when it can't. */
export function apartOf({ recipe }: Pick<DesignObject, 'recipe'>): Apart | null {
  const kind = byId.get(recipe.kind);
  return kind?.apart?.(ownSettings(kind, recipe)) ?? null;
}

/**
 * The settings of an object's kind that change something about it as it is: others are of no use with what is chosen, or
 * since its lines go like a drawn one or are led by guide lines. `values` are its settings, defaults filled in.
 */
export function settingsInUse(
  { recipe, linesLike, guideLines }: Pick<DesignObject, 'recipe' | 'linesLike' | 'guideLines'>,
  values: Values,
): Setting[] {
  const kind = byId.get(recipe.kind);
  const like = !!kind?.usesLine && !!linesLike;
  const guided = !!guideLines?.length;
  return (kind?.settings ?? []).filter(
    (s) => (s.when?.(values) ?? true) && !(like && s.unlessLike) && !(guided && s.unlessGuided),
  );
}

/** What guide lines do to an object's stitches, as a sentence; null when they would do nothing. */
export function guidedBy({ recipe }: Pick<DesignObject, 'recipe'>): string | null {
  const kind = byId.get(recipe.kind);
  return kind?.guided?.(ownSettings(kind, recipe)) ?? null;
}
