// The table of stitch kinds. The recipe card, the validation, the command line and the docs are made from it.
import { fill } from './fill.ts';
import type { Recipe } from '../design/types.ts';
import { CLOTHS } from '../materials/cloths.ts';
import { completeSettings, type StitchKind } from './kind.ts';
import { motifRun } from './motif-run.ts';
import { redwork } from './redwork.ts';
import { run } from './run.ts';
import { satin } from './satin/satin.ts';

export const STITCH_KINDS: StitchKind[] = [run, redwork, motifRun, satin, fill];

const byId = new Map(STITCH_KINDS.map((kind) => [kind.id, kind]));

export const stitchKind = (id: string): StitchKind | undefined => byId.get(id);

/** Whether a recipe follows the outline's lines or covers what it encloses; unknown kinds cover it. */
export function sewnFrom(recipe: Recipe): 'lines' | 'region' {
  const kind = byId.get(recipe.kind);
  return kind ? kind.from(completeSettings(kind, recipe, CLOTHS[0])) : 'region';
}
