// Stitches that are too short, too long, or none at all.
import { allRecords, RecordList } from '../../design/stitch-blocks.ts';
import { findItem } from '../../design/tree.ts';
import type { Design } from '../../design/types.ts';
import type { Bounds } from '../../geometry/points.ts';
import { LIMITS } from '../../materials/machine.ts';
import { Move } from '../../sewing/plan.ts';
import { JobBuilder, JobError, type Job } from '../../jobs/job.ts';
import { completeSettings } from '../../stitches/kind.ts';
import { stitchKind } from '../../stitches/kinds.ts';
import { Part } from '../../stitches/thread.ts';
import type { Check, Checked, Found, SewnItem } from '../finding.ts';
import { clothById } from '../../materials/cloths.ts';

/** Places closer than this are one needle hole, in mm. */
const SAME_HOLE = 0.05;
/** Rounding to the machine's grid may take this much from a stitch, in mm. */
const ROUNDING = 0.006;
/** What is shown of a place, in mm to each side. */
const ROOM = 4;

interface Counted {
  count: number;
  first: number;
  worst: number;
}

/** Counts an item's stitches whose length is of a sort. */
function counted(
  { plan }: Checked,
  { share }: SewnItem,
  sort: (length: number, i: number) => boolean,
): Counted | null {
  const { x, y, move } = plan;
  let out: Counted | null = null;
  for (let i = Math.max(1, share.from); i < share.to; i++) {
    if (move[i] !== Move.stitch || (move[i - 1] !== Move.stitch && move[i - 1] !== Move.jump)) continue;
    const d = Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]);
    if (!sort(d, i)) continue;
    out ??= { count: 0, first: i, worst: d };
    out.count++;
  }
  return out;
}

const around = ({ plan }: Checked, i: number): Bounds => ({
  minX: plan.x[i] - ROOM,
  maxX: plan.x[i] + ROOM,
  minY: plan.y[i] - ROOM,
  maxY: plan.y[i] + ROOM,
});

const times = (n: number, what: string): string => `${n} ${n === 1 ? what : `${what}es`}`;

function perItem(
  checked: Checked,
  sort: (item: SewnItem) => (length: number, i: number) => boolean,
  say: (item: SewnItem, c: Counted) => Pick<Found, 'weight' | 'sentence' | 'fix'>,
): Found[] {
  return checked.sewn.flatMap((item) => {
    const c = counted(checked, item, sort(item));
    if (!c) return [];
    return [{ objects: [item.leaf.id], at: around(checked, c.first), record: c.first + 1, ...say(item, c) }];
  });
}

/** Brought-in stitches put right: each run of stitches without a trim or jump is given to `mend`. */
function mendedJob(
  design: Design,
  id: string,
  label: string,
  mend: (run: [number, number][]) => [number, number][],
): Job {
  const item = findItem(design, id);
  if (item?.kind !== 'stitches') throw new JobError('These stitches are gone.');
  const { x, y, move } = allRecords(item.blocks);
  const out = new RecordList();
  let run: [number, number][] = [];
  const end = (): void => {
    const kept = run.length > 1 ? mend(run) : run;
    kept.forEach(([x, y], i) => {
      // The first place of a run is where it was come to: it is there already.
      if (i === 0) return;
      out.add(x, y);
    });
    run = [];
  };
  for (let i = 0; i < move.length; i++) {
    const p: [number, number] = [x[i], y[i]];
    if (move[i] === 0 && i > 0) {
      run.push(p);
      continue;
    }
    end();
    out.add(...p, move[i]);
    run = [p];
  }
  end();
  const builder = new JobBuilder(design, label);
  builder.replace({ ...item, blocks: out.blocks() });
  return builder.job([id]);
}

const apart = ([ax, ay]: [number, number], [bx, by]: [number, number]): number =>
  Math.hypot(bx - ax, by - ay) / 10;

/** Leaves out needle points nearer than `least` mm to the one before; the last one is kept. */
const without =
  (least: number) =>
  (run: [number, number][]): [number, number][] => {
    const out = [run[0]];
    run.slice(1).forEach((p, i) => {
      const last = i === run.length - 2;
      if (apart(out[out.length - 1], p) >= least - ROUNDING) out.push(p);
      else if (last && out.length > 1 && apart(out[out.length - 1], p) > SAME_HOLE) out[out.length - 1] = p;
    });
    return out;
  };

const parted =
  (most: number) =>
  (run: [number, number][]): [number, number][] =>
    run.flatMap((p, i) => {
      const from = run[i - 1];
      const parts = from ? Math.ceil(apart(from, p) / most - 1e-6) : 1;
      return Array.from({ length: Math.max(1, parts) }, (_, k): [number, number] =>
        from && k + 1 < parts
          ? [
              Math.round(from[0] + ((p[0] - from[0]) * (k + 1)) / parts),
              Math.round(from[1] + ((p[1] - from[1]) * (k + 1)) / parts),
            ]
          : p,
      );
    });

export const zeroCheck: Check = {
  id: 'zero-length',
  find: (checked) =>
    perItem(
      checked,
      () => (d) => d < SAME_HOLE,
      ({ leaf }, { count }) => ({
        weight: 2,
        sentence: `${leaf.name} has ${times(count, 'stitch')} of no length: the needle goes twice into one hole, which wears the thread through.`,
        fix: leaf.kind === 'stitches' ? 'Leave them out' : undefined,
      }),
    ),
  fix: (design, { objects }) =>
    mendedJob(design, objects[0], 'Leave out stitches of no length', without(SAME_HOLE)),
};

export const shortCheck: Check = {
  id: 'stitch-short',
  find: (checked) =>
    perItem(
      checked,
      ({ leaf }) => {
        // Short stitches at tight inside curves of a satin may be a little shorter.
        const least = leaf.kind === 'stitches' ? LIMITS.shortest : LIMITS.shortestAtCurve;
        return (d, i) => d >= SAME_HOLE && d < least - ROUNDING && checked.plan.part[i] !== Part.tie;
      },
      ({ leaf }, { count }) => ({
        weight: 2,
        sentence: `${leaf.name} has ${times(count, 'stitch')} shorter than 0.4 mm: they can break the thread.`,
        fix: leaf.kind === 'stitches' ? 'Join them to their neighbours' : undefined,
      }),
    ),
  fix: (design, { objects }) =>
    mendedJob(design, objects[0], 'Join short stitches', without(LIMITS.shortest)),
};

export const longCheck: Check = {
  id: 'stitch-long',
  find(checked) {
    const most = checked.materials.cloth.longest ?? LIMITS.longest;
    return perItem(
      checked,
      () => (d) => d > most + 0.05,
      ({ leaf }, { count }) => ({
        weight: 2,
        sentence: `${leaf.name} has ${times(count, 'stitch')} longer than ${most} mm: they snag on ${checked.materials.cloth.name.toLowerCase()}.`,
        fix: leaf.kind === 'stitches' || shorterFor(checked.design, leaf.id) ? 'Part them' : undefined,
      }),
    );
  },
  fix(design, { objects }) {
    const [id] = objects;
    const most = clothById(design.cloth.kind).longest ?? LIMITS.longest;
    const shorter = shorterFor(design, id);
    if (!shorter) return mendedJob(design, id, 'Part long stitches', parted(most));
    const builder = new JobBuilder(design, 'Shorter stitches');
    builder.replace(shorter);
    return builder.job([id]);
  },
};

/** The object with a stitch length that the cloth can bear; null when its recipe has none that is too long. */
function shorterFor(design: Design, id: string) {
  const item = findItem(design, id);
  const cloth = clothById(design.cloth.kind);
  const most = cloth.longest ?? LIMITS.longest;
  if (item?.kind !== 'object') return null;
  const kind = stitchKind(item.recipe.kind);
  const { length } = kind ? completeSettings(kind, item.recipe, cloth) : {};
  if (typeof length !== 'number' || length <= most) return null;
  return { ...item, recipe: { ...item.recipe, settings: { ...item.recipe.settings, length: most } } };
}
