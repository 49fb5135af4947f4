// Finding: stitches outside the hoop, and which hoop of the shelf would hold them.
import type { Design } from '../design/types.ts';
import { HOOPS, type Hoop } from '../materials/hoops.ts';
import type { Figures } from '../sewing/plan.ts';

export interface OutsideHoop {
  /** How far stitches reach beyond the hoop, in mm. */
  over: number;
  /** The smallest hoop that would hold the design as it lies, turned or not; null when there is none. */
  fits: Hoop | null;
  /** A plain sentence for the person. */
  sentence: string;
}

/** Half a step of the machine: less is no reason to worry. */
const TOLERANCE = 0.05;

/** Null when all stitches lie inside the hoop, or when there are none. */
export function outsideHoop(design: Design, figures: Figures): OutsideHoop | null {
  const b = figures.bounds;
  if (!b) return null;
  const w = Math.max(-b.minX, b.maxX);
  const h = Math.max(-b.minY, b.maxY);
  const over = Math.max(w - design.hoop.width / 2, h - design.hoop.height / 2);
  if (over <= TOLERANCE) return null;
  const holds = (hoop: Hoop): boolean =>
    (hoop.width / 2 >= w && hoop.height / 2 >= h) || (hoop.height / 2 >= w && hoop.width / 2 >= h);
  const fits = HOOPS.filter(holds).sort((a, c) => a.width * a.height - c.width * c.height)[0] ?? null;
  const help = fits
    ? `It would fit the ${fits.name} hoop as it lies.`
    : 'No hoop on the shelf would hold it as it lies.';
  return { over, fits, sentence: `The design reaches ${over.toFixed(1)} mm outside the hoop. ${help}` };
}
