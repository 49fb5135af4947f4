// Another hoop, or another size in the same one: turned where that fits, in several hoopings where it must be.
import { fits } from '../hooping/lay.ts';
import { HOOP_EDGE } from '../hooping/field.ts';
import { JobError } from '../jobs/job.ts';
import { layHoopingsJob } from '../jobs/hoopings.ts';
import { turnedHoop } from '../materials/hoops.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { heightOf, sewnBounds, widthOf } from './sewn-bounds.ts';
import { centre, sizeSaid } from './size.ts';
import type { Adapting } from './work.ts';

export function takeHoop(work: Adapting): void {
  const { hoop } = work.choices;
  const before = work.design.hoop;
  if (hoop) work.design = { ...work.design, hoop };
  const other = before.width !== work.design.hoop.width || before.height !== work.design.hoop.height;
  const sized = work.scale !== 1;
  if (!other && !sized) return;
  if (hoop || sewnBounds(resolveDesign(work.design)) === null) centre(work);
  const b = sewnBounds(resolveDesign(work.design));
  if (!b) return;
  const { width, height } = work.design.hoop;
  const upright = widthOf(b) + 2 * HOOP_EDGE <= width && heightOf(b) + 2 * HOOP_EDGE <= height;
  const { hoopings, marks, ...alone } = work.design;
  if (fits(b, work.design.hoop)) {
    if (!upright) centre(work);
    work.design = {
      ...(hoopings || marks ? alone : work.design),
      hoop: upright ? work.design.hoop : turnedHoop(work.design.hoop),
    };
    if (other || !upright || hoopings)
      work.say({
        step: 'hoop',
        change: `${before.name} → ${work.design.hoop.name}${upright ? '' : ', turned'}${hoopings ? ', one hooping' : ''}`,
        why: `${sizeSaid(b)} lies whole in it.`,
      });
    return;
  }
  try {
    const { job, count, tooLarge } = layHoopingsJob(alone);
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
