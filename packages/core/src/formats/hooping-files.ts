// One stitch file a hooping, numbered by order, in one zip.
import { zipSync } from 'fflate';
import type { Design } from '../design/types.ts';
import { hoopingPlans, type HoopingPlans } from '../hooping/plans.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { writeDst } from './dst/write.ts';
import { fileNameOf } from './file-name.ts';

export interface HoopingFile {
  name: string;
  bytes: Uint8Array;
  /** What the file's stitches are in the hoop. */
  plan: HoopingPlans['plans'][number];
}

/** Files of one design are the same each time: the zip says a day of its own rather than today. */
const DAY = new Date('2026-01-01T12:00:00');

/** The stitch files of a design, in the order in which they are sewn; hoopings in which nothing is sewn have none. */
export function hoopingFiles(design: Design): HoopingFile[] {
  const { plans } = hoopingPlans(resolveDesign(design));
  const name = fileNameOf(design.name);
  const digits = String(plans.length).length;
  return plans.flatMap((plan, k): HoopingFile[] => {
    if (!plan.things) return [];
    const number = String(k + 1).padStart(digits, '0');
    return [{ name: `${number} ${name}.dst`, bytes: writeDst(plan.plan, `${number} ${design.name}`), plan }];
  });
}

/** The same in one zip. */
export const hoopingZip = (design: Design): Uint8Array<ArrayBuffer> =>
  zipSync(Object.fromEntries(hoopingFiles(design).map(({ name, bytes }) => [name, [bytes, { mtime: DAY }]])));
