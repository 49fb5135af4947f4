// "Adapt": the same design for another cloth, another size, a cap, another hoop; and what changed, with why.
import type { AdaptChoices, Design } from '../design/types.ts';
import { clothById } from '../materials/cloths.ts';
import { CAP_HOOP } from '../materials/hoops.ts';
import type { Bounds } from '../geometry/points.ts';
import { HOOP_EDGE } from '../hooping/field.ts';
import { JobError } from '../jobs/job.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { edgeRuns, followCloth, mesh, suitCloth, takeCloth } from './cloth.ts';
import { takeHoop } from './hoop.ts';
import { sewOutwards } from './order.ts';
import { heightOf, sewnBounds, widthOf } from './sewn-bounds.ts';
import { resize } from './size.ts';
import { simplify } from './small.ts';
import { idsBetween, withSteadyIds } from './steady-ids.ts';
import { Adapting, type AdaptRow } from './work.ts';

export interface AdaptedDesign {
  design: Design;
  rows: AdaptRow[];
}

/**
 * The design otherwise. The same choices give the same of it, ids and all. Throws JobError when nothing is sewn in it.
 */
export function adaptDesign(original: Design, choices: AdaptChoices): AdaptedDesign {
  if (!sewnBounds(resolveDesign(original)))
    throw new JobError('Nothing is sewn yet: draw something first, then adapt it.');
  const work = new Adapting(original, choices);
  takeCloth(work);
  followCloth(work);
  suitCloth(work);
  edgeRuns(work);
  resize(work);
  simplify(work);
  mesh(work);
  sewOutwards(work);
  takeHoop(work);
  const design = withSteadyIds(work.design, work.original);
  const ids = idsBetween(work.design, design);
  const rows = work.rows.map((row) => ({ ...row, of: row.of.map((id) => ids.get(id) ?? id) }));
  // On another cloth it is for another thing.
  const { tryOn, ...plain } = design;
  const kept = tryOn && design.cloth.kind === original.cloth.kind ? { tryOn } : {};
  return { design: { ...plain, ...kept, name: nameFor(original, choices) }, rows };
}

/** What goes with choices, but for what was chosen by hand: a cap's front is low, and has a hoop of its own. */
export function proposedWith(
  original: Design,
  choices: AdaptChoices,
  byHand: readonly ('size' | 'hoop')[] = [],
): AdaptChoices {
  const highest = choices.cloth && clothById(choices.cloth.kind).highest;
  if (highest === undefined) return choices;
  const b = sewnBounds(resolveDesign(original));
  const { name, width, height } = choices.hoop ?? (byHand.includes('hoop') ? original.hoop : CAP_HOOP);
  const size = b && sizeWithin(b, width - 2 * HOOP_EDGE, Math.min(highest, height - 2 * HOOP_EDGE));
  return {
    ...choices,
    ...(!choices.size && size && !byHand.includes('size') && { size }),
    ...(!choices.hoop && !byHand.includes('hoop') && { hoop: { name, width, height } }),
  };
}

/** The size at which all of it lies in a field; null when it does already. mm. */
export function sizeWithin(b: Bounds, width: number, height: number): AdaptChoices['size'] | null {
  const [byWidth, byHeight] = [width / widthOf(b), height / heightOf(b)];
  if (Math.min(byWidth, byHeight) >= 1) return null;
  return byWidth < byHeight ? { by: 'width', to: width } : { by: 'height', to: height };
}

function nameFor({ name, cloth }: Design, choices: AdaptChoices): string {
  const parts = [
    choices.cloth && choices.cloth.kind !== cloth.kind && clothById(choices.cloth.kind).name.toLowerCase(),
    choices.size && `${Math.round(choices.size.to * 10) / 10} mm`,
    choices.hoop && !choices.cloth && !choices.size && choices.hoop.name,
  ].filter(Boolean);
  const added = parts.length ? `, ${parts.join(', ')}` : ', again';
  return `${name.slice(0, 120 - added.length)}${added}`;
}
