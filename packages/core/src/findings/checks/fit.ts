// Does the design fit the hoop and the machine?
import { everyLeaf } from '../../design/tree.ts';
import { adaptDesign, sizeWithin } from '../../adapting/adapt.ts';
import type { AdaptChoices, Design } from '../../design/types.ts';
import { HOOP_EDGE } from '../../hooping/field.ts';
import { translation } from '../../geometry/matrix.ts';
import type { Bounds } from '../../geometry/points.ts';
import { HOOPS, turnedHoop } from '../../materials/hoops.ts';
import { needlesOfMachine } from '../../materials/machine.ts';
import type { Materials } from '../../materials/materials.ts';
import { differenceOfThreads, type Thread } from '../../materials/threads.ts';
import { belonging, hoopingsOf, sewnBoxes, wholeOf } from '../../hooping/belong.ts';
import { marksBetween } from '../../hooping/marks.ts';
import { fits } from '../../hooping/lay.ts';
import { layHoopingsJob } from '../../jobs/hoopings.ts';
import { partForHoopJob } from '../../jobs/part-for-hoop.ts';
import { JobError } from '../../jobs/job.ts';
import { recolourJob } from '../../jobs/order.ts';
import { stitchesAmong } from '../../jobs/read-objects.ts';
import { transformDesign } from '../../resolve/transform-design.ts';
import { Move } from '../../sewing/moves.ts';
import { intoHoop, outsideHoop } from '../outside-hoop.ts';
import type { Check, Checked, Found, SewnItem } from '../finding.ts';

const PART = 'Part it for the hoop';
const MOVE = 'Move it into the hoop';
const SMALLER = 'Make it smaller, to fit';
/** It is not offered to be made smaller than this share of its size: little of it would be left as it was. */
const LEAST = 0.5;

/** The size at which a design fits its hoop. */
const sizeFor = ({ hoop }: Design, b: Bounds): AdaptChoices['size'] | null =>
  sizeWithin(b, hoop.width - 2 * HOOP_EDGE, hoop.height - 2 * HOOP_EDGE);

/**
 * The other way: no larger hoop is needed for something a little smaller. Stitches that were brought in would become objects for that,
 * which only the page where a design is adapted tells.
 */
function orSmaller(design: Design, bounds: Bounds | null): Pick<Found, 'or'> {
  const size = bounds && sizeFor(design, bounds);
  if (!size || stitchesAmong(design, []).length) return {};
  const { minX, maxX, minY, maxY } = bounds;
  const now = size.by === 'width' ? maxX - minX : maxY - minY;
  return size.to >= LEAST * now ? { or: SMALLER } : {};
}

/** What is wrong between hoopings: things that none holds whole, what is sewn too early, marks that find no room. */
function betweenHoopings({ design, plain, plan, sewn }: Checked): Found[] {
  const boxes = sewnBoxes(plan);
  const { cut, early } = belonging(plain, boxes);
  const names = new Map(sewn.map(({ leaf }) => [leaf.id, leaf.name]));
  const about = (id: string): Pick<Found, 'objects' | 'at'> => ({ objects: [id], at: boxes.get(id) });
  const hoopings = hoopingsOf(design);
  return [
    ...cut.map((id) => ({
      weight: 3 as const,
      sentence: `No hooping holds ${names.get(id) ?? 'this'} whole: lay the hoopings anew, move one, or part it.`,
      ...about(id),
      fix: fits(boxes.get(id)!, design.hoop) ? 'Lay the hoopings anew' : PART,
    })),
    ...early.map((id) => ({
      weight: 2 as const,
      sentence: `${names.get(id) ?? 'This'} lies on something that is sewn in a later hooping: put both into one.`,
      ...about(id),
    })),
    ...hoopings.slice(1).flatMap((next, k) =>
      design.marks && !marksBetween(hoopings[k], next, plain)
        ? [
            {
              weight: 2 as const,
              sentence: `No marks fit between hooping ${k + 1} and ${k + 2}: let them share more of the cloth.`,
              objects: [],
            },
          ]
        : [],
    ),
  ];
}

export const hoopCheck: Check = {
  id: 'outside-hoop',
  find(checked) {
    const { design, figures, machine } = checked;
    if (design.hoopings?.length) return betweenHoopings(checked);
    const outside = outsideHoop(design, figures, machine);
    if (!outside) return [];
    const { sentence, fits, moved } = outside;
    const told = { weight: 3 as const, sentence, objects: [], at: figures.bounds ?? undefined };
    if (!fits) return [{ ...told, fix: 'Lay several hoopings', ...orSmaller(design, figures.bounds) }];
    const take = `Take the ${fits.name} hoop`;
    const fix = fits === design.hoop ? MOVE : moved ? `${take}, in its middle` : take;
    const other = fits === design.hoop ? {} : orSmaller(design, figures.bounds);
    return [{ ...told, fix, takes: fits.name, ...other }];
  },
  fix(design, { at, takes, fix }) {
    if (fix === PART) return partForHoopJob(design).job;
    if (fix === SMALLER) {
      const size = at && sizeFor(design, at);
      if (!size) throw new JobError('It fits the hoop by now.');
      const { hoop, name } = design;
      const smaller = { ...adaptDesign(design, { size, hoop }).design, name };
      return { command: { do: 'become', label: 'Make smaller', design: smaller }, select: [] };
    }
    if (!takes) return layHoopingsJob(design).job;
    const hoops = HOOPS.filter((h) => h.name === takes).flatMap((h) => [h, turnedHoop(h)]);
    const into = at && intoHoop(fix === MOVE ? [design.hoop] : hoops, at);
    if (!into) throw new JobError('No hoop on the shelf would hold it.');
    const changes = { hoop: { ...into.hoop } };
    const { x, y } = into.by;
    if (!x && !y) return { command: { do: 'set-design', label: 'Change hoop', changes }, select: [] };
    const label = fix === MOVE ? 'Move into the hoop' : 'Change hoop';
    const moved = transformDesign({ ...design, ...changes }, translation(x, y));
    return { command: { do: 'become', label, design: moved }, select: [] };
  },
};

/** Stitches of each file that is written: of the design, or of each of its hoopings without their marks. */
function stitchesOfFiles({ design, plain, plan, figures }: Checked): number[] {
  const hoopings = hoopingsOf(design);
  if (hoopings.length < 2) return [figures.stitches];
  const { of } = belonging(plain, sewnBoxes(plan));
  const out = hoopings.map(() => 0);
  for (const { id, from, to } of plan.objects) {
    const k = of.get(wholeOf(id));
    if (k !== undefined) for (let i = from; i < to; i++) if (plan.move[i] === Move.stitch) out[k]++;
  }
  return out;
}

/** Does the machine's reader take the file? */
export const fileCheck: Check = {
  id: 'file-too-large',
  find(checked) {
    const { machine, figures } = checked;
    const told = { weight: 3 as const, objects: [] };
    const said = (n: number): string => n.toLocaleString('en-GB');
    const out: Found[] = [];
    // In hoopings no file is larger than the whole: only then they are counted.
    if (figures.stitches > machine.mostStitches) {
      const most = Math.max(...stitchesOfFiles(checked));
      if (most > machine.mostStitches)
        out.push({
          ...told,
          sentence: `${said(most)} stitches are more than ${machine.name} reads in one file (${said(machine.mostStitches)}): part the design, or choose another machine.`,
        });
    }
    const colours = figures.threads.length;
    if (colours > machine.mostColours)
      out.push({
        ...told,
        sentence: `${colours} colours one after another are more than ${machine.name} reads (${machine.mostColours}): put them in order, or sew some alike.`,
      });
    return out;
  },
};

/** Threads of the design, the one with the fewest stitches first. */
function threadsByUse(sewn: readonly SewnItem[], { thread }: Materials): Thread[] {
  const used = new Map<string, number>();
  for (const { leaf, share } of sewn)
    if (share.to > share.from) used.set(leaf.thread, (used.get(leaf.thread) ?? 0) + share.to - share.from);
  return [...used.keys()].sort((a, b) => used.get(a)! - used.get(b)!).map(thread);
}

/** Says that one thread could be sewn as another. */
function sewnAs(design: Design, from: Thread, into: Thread): Pick<Found, 'objects' | 'fix' | 'takes'> {
  return {
    objects: [...everyLeaf(design.objects)].filter((l) => l.thread === from.code).map((l) => l.id),
    fix: `Sew ${from.name} in ${named(into)}`,
    takes: into.code,
  };
}

const named = ({ name, code }: Thread): string => `${name} ${code}`;

export const needlesCheck: Check = {
  id: 'too-many-colours',
  find({ design, machine, materials, sewn }) {
    const threads = threadsByUse(sewn, materials);
    // On a machine with one needle every colour is threaded by hand anyway.
    const needles = needlesOfMachine(machine);
    if (needles < 2 || threads.length <= needles) return [];
    const [least, ...others] = threads;
    const to = others.reduce((a, b) =>
      differenceOfThreads(least, b) < differenceOfThreads(least, a) ? b : a,
    );
    return [
      {
        weight: 2,
        sentence: `${threads.length} colours, but ${machine.name} holds ${needles}: one has to be threaded anew while it sews. ${named(least)} is used least; ${named(to)} is nearest to it.`,
        ...sewnAs(design, least, to),
      },
    ];
  },
  fix(design, { objects, takes }) {
    if (!takes) throw new JobError('This colour is gone.');
    return recolourJob(design, objects, takes);
  },
};

/** Threads nearer than this in CIEDE2000 look alike on cloth. */
const ALIKE = 4;

export const alikeCheck: Check = {
  id: 'colours-alike',
  find({ design, materials, sewn }) {
    const threads = threadsByUse(sewn, materials);
    return threads.flatMap((one, i) => {
      const near = threads.slice(i + 1).find((other) => differenceOfThreads(one, other) < ALIKE);
      if (!near) return [];
      return [
        {
          weight: 1 as const,
          sentence: `${named(one)} and ${named(near)} look alike on cloth: one of them would do, with a colour change less.`,
          ...sewnAs(design, one, near),
        },
      ];
    });
  },
  fix: needlesCheck.fix,
};
