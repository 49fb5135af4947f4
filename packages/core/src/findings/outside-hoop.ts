// Finding: stitches outside the hoop, and which hoop of the shelf would hold them.
import type { Design } from '../design/types.ts';
import { onMachineGrid, type Bounds, type Point } from '../geometry/points.ts';
import { CAP_HOOP, HOOPS, turnedHoop, type Hoop } from '../materials/hoops.ts';
import type { Machine } from '../materials/machine.ts';
import type { Figures } from '../sewing/plan.ts';

export interface OutsideHoop {
  /** How far stitches reach beyond the hoop, in mm. */
  over: number;
  /** The design's own hoop, where that is large enough, else the smallest one of the machine's, or of all, that is, turned or not; null when there is none. */
  fits: Hoop | null;
  /** Whether it must be moved for that. */
  moved: boolean;
  /** A plain sentence for the person. */
  sentence: string;
}

/** Half a step of the machine: less is no reason to worry. */
const TOLERANCE = 0.05;

/** How far stitches reach from the hoop's middle, to either side, in mm. */
const reachOf = (b: Bounds): [w: number, h: number] => [Math.max(-b.minX, b.maxX), Math.max(-b.minY, b.maxY)];

const hoopsOf = (machine: Machine): Hoop[] => HOOPS.filter(({ name }) => machine.hoops.includes(name));

/** Hoops that go with the cloth: a cap's own holds nothing else. */
const suiting = ({ cloth }: Design, hoops: readonly Hoop[]): Hoop[] =>
  hoops.filter((hoop) => hoop.name !== CAP_HOOP.name || cloth.kind === 'cap');

const holds = (hoop: Hoop, bounds: Bounds): boolean => {
  const [w, h] = reachOf(bounds);
  return hoop.width / 2 >= w && hoop.height / 2 >= h;
};

/** Does the hoop hold something so large, wherever it lies? */
const couldHold = (hoop: Hoop, b: Bounds): boolean =>
  b.maxX - b.minX <= hoop.width && b.maxY - b.minY <= hoop.height;

/** The smallest of some hoops that holds all stitches as they lie, or could, turned or not; null when none does. */
function smallestOf(hoops: readonly Hoop[], { bounds }: Figures, does = holds): Hoop | null {
  if (!bounds) return hoops[0] ?? null;
  const able = hoops.filter((hoop) => does(hoop, bounds) || does(turnedHoop(hoop), bounds));
  return able.sort((a, c) => a.width * a.height - c.width * c.height)[0] ?? null;
}

/** Null when all stitches lie inside the hoop, or when there are none. A hoop of the machine's own is told before others. */
export function outsideHoop(design: Design, figures: Figures, machine?: Machine): OutsideHoop | null {
  const b = figures.bounds;
  if (!b) return null;
  const [w, h] = reachOf(b);
  const over = Math.max(w - design.hoop.width / 2, h - design.hoop.height / 2);
  if (over <= TOLERANCE) return null;
  const told = `The design reaches ${over.toFixed(1)} mm outside the hoop`;
  if (couldHold(design.hoop, b))
    return { over, fits: design.hoop, moved: true, sentence: `${told}, but is small enough for it.` };
  const smallest = (hoops: readonly Hoop[]): Hoop | null =>
    smallestOf(suiting(design, hoops), figures, couldHold);
  const fits = (machine && smallest(hoopsOf(machine))) ?? smallest(HOOPS);
  const moved = !!fits && !holds(fits, b) && !holds(turnedHoop(fits), b);
  const help = fits
    ? `It would fit the ${fits.name} hoop ${moved ? 'in its middle' : 'as it lies'}.`
    : 'No hoop on the shelf would hold it.';
  return { over, fits, moved, sentence: `${told}. ${help}` };
}

/**
 * The first of these hoops that holds the design as it lies, else the first one that could; and how far it must be moved for that, by
 * whole steps of the machine: to the middle, where it reaches out. Null when none could.
 */
export function intoHoop(hoops: readonly Hoop[], b: Bounds): { hoop: Hoop; by: Point } | null {
  const hoop = hoops.find((one) => holds(one, b)) ?? hoops.find((one) => couldHold(one, b));
  if (!hoop) return null;
  const [w, h] = reachOf(b);
  return {
    hoop,
    by: {
      x: w > hoop.width / 2 ? onMachineGrid(-(b.minX + b.maxX) / 2) : 0,
      y: h > hoop.height / 2 ? onMachineGrid(-(b.minY + b.maxY) / 2) : 0,
    },
  };
}

/** A hoop that holds all stitches, turned when it must be. */
const asItLies = (hoop: Hoop, { bounds }: Figures): Hoop =>
  bounds && !holds(hoop, bounds) ? turnedHoop(hoop) : hoop;

/**
 * The smallest of the machine's own hoops that holds the design as it lies, turned if need be, when that is smaller than the
 * one it is in; null otherwise, and when it is sewn in several.
 */
export function smallerHoop(design: Design, figures: Figures, machine: Machine): Hoop | null {
  if (design.hoopings?.length || !figures.bounds) return null;
  const hoop = smallestOf(suiting(design, hoopsOf(machine)), figures);
  const smaller = hoop && hoop.width * hoop.height < design.hoop.width * design.hoop.height - 1;
  return smaller ? asItLies(hoop, figures) : null;
}

export interface StrangeHoop {
  sentence: string;
  /** The smallest of the machine's own hoops that would hold the design as it lies, turned if need be; null when none does. */
  fits: Hoop | null;
}

/** Null when the hoop is one of the machine's, or one that the person has beside those of the shelf. */
export function strangeHoop(design: Design, figures: Figures, machine: Machine): StrangeHoop | null {
  const { hoop } = design;
  if (machine.hoops.includes(hoop.name) || !HOOPS.some(({ name }) => name === hoop.name)) return null;
  const own = hoopsOf(machine);
  const fits = design.hoopings?.length ? null : smallestOf(suiting(design, own), figures);
  const help = fits
    ? `Its ${fits.name} would hold the design as it lies.`
    : `None of its own holds the design as it lies: choose another machine, or lay several hoopings in its ${own.at(-1)?.name}.`;
  return {
    fits: fits && asItLies(fits, figures),
    sentence: `${machine.name} has no ${hoop.name} hoop. ${help}`,
  };
}
