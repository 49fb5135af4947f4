// Another hoop, or another size in the same one: turned where that fits, in several hoopings where it must be.
import type { Design } from '../design/types.ts';
import { fits } from '../hooping/lay.ts';
import { grownBounds } from '../geometry/points.ts';
import { HOOP_EDGE, holds } from '../hooping/field.ts';
import { JobError } from '../jobs/job.ts';
import { layHoopingsJob } from '../jobs/hoopings.ts';
import { turnedHoop } from '../materials/hoops.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { heightOf, sewnBounds, widthOf } from './sewn-bounds.ts';
import { centre, sizeSaid } from './size.ts';
import type { Adapting } from './work.ts';

/** A design without the hoopings that it had. */
function inOne({ hoopings: _, marks: __, ...rest }: Design): Design {
  return rest;
}

export function takeHoop(work: Adapting): void {
  const { hoop } = work.choices;
  const before = work.design.hoop;
  if (hoop) work.design = { ...work.design, hoop };
  const other = before.width !== work.design.hoop.width || before.height !== work.design.hoop.height;
  const sized = work.scale !== 1;
  if (!other && !sized) return;
  if (hoop) centre(work);
  const b = sewnBounds(resolveDesign(work.design));
  if (!b) return;
  const { hoopings } = work.design;
  if (fits(b, work.design.hoop)) {
    const { width, height } = work.design.hoop;
    const upright = widthOf(b) + 2 * HOOP_EDGE <= width && heightOf(b) + 2 * HOOP_EDGE <= height;
    const taken = upright ? work.design.hoop : turnedHoop(work.design.hoop);
    // It may be small enough, and still lie beside the hoop's middle.
    if (!holds({ id: '', x: 0, y: 0, turn: 0 }, taken, grownBounds(b, HOOP_EDGE))) centre(work);
    work.design = { ...inOne(work.design), hoop: taken };
    if (other || !upright || hoopings)
      work.say({
        step: 'hoop',
        change: `${before.name} → ${taken.name}${upright ? '' : ', turned'}${hoopings ? ', one hooping' : ''}`,
        why: `${sizeSaid(b)} lies whole in it.`,
      });
    return;
  }
  try {
    const { job, count, tooLarge } = layHoopingsJob(inOne(work.design));
    work.run(job);
    work.say({
      step: 'hoop',
      change: `${before.name} → ${work.design.hoop.name}, ${count} hoopings`,
      why: tooLarge
        ? `${sizeSaid(b)} is larger than the hoop, and ${tooLarge === 1 ? 'one thing does' : `${tooLarge} things do`} not fit it at all.`
        : `${sizeSaid(b)} is larger than the hoop.`,
      told: tooLarge > 0,
    });
  } catch (error) {
    if (!(error instanceof JobError)) throw error;
    work.say({
      step: 'hoop',
      change: `${sizeSaid(b)} in ${work.design.hoop.name}`,
      why: error.message,
      told: true,
    });
  }
}
