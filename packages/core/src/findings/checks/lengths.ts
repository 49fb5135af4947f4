// Stitches that are too short, too long, or none at all.
import { findItem } from '../../design/tree.ts';
import type { Design } from '../../design/types.ts';
import type { Bounds } from '../../geometry/points.ts';
import { LIMITS } from '../../materials/machine.ts';
import { Move } from '../../sewing/moves.ts';
import { JobBuilder, type Job } from '../../jobs/job.ts';
import { mendJob } from '../../jobs/mend.ts';
import type { MarkedRecords } from '../../mending/marked.ts';
import { joined, parted } from '../../mending/points.ts';
import { completeSettings } from '../../stitches/kind.ts';
import { stitchKind } from '../../stitches/kinds.ts';
import { Part } from '../../stitches/thread.ts';
import type { Check, Checked, Found, SewnItem } from '../finding.ts';
import { clothUnder } from '../../materials/cloths.ts';
import { materialsOf } from '../../materials/materials.ts';

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

/** A way of mending all stitches of an object. */
const mended = (
  design: Design,
  id: string,
  label: string,
  mend: (all: MarkedRecords) => MarkedRecords,
): Job =>
  mendJob(design, id, label, (records) => mend({ records, marked: records.move.map(() => 1) }).records);

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
    mended(design, objects[0], 'Leave out stitches of no length', (all) => joined(all, SAME_HOLE)),
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
    mended(design, objects[0], 'Join short stitches', (all) => joined(all, LIMITS.shortest - ROUNDING)),
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
    const most = materialsOf(design).cloth.longest ?? LIMITS.longest;
    const shorter = shorterFor(design, id);
    if (!shorter) return mended(design, id, 'Part long stitches', (all) => parted(all, most));
    const builder = new JobBuilder(design, 'Shorter stitches');
    builder.replace(shorter);
    return builder.job([id]);
  },
};

/** The object with a stitch length that the cloth can bear; null when its recipe has none that is too long. */
function shorterFor(design: Design, id: string) {
  const item = findItem(design, id);
  const cloth = materialsOf(design).cloth;
  const most = cloth.longest ?? LIMITS.longest;
  if (item?.kind !== 'object') return null;
  const kind = stitchKind(item.recipe.kind);
  const { length } = kind ? completeSettings(kind, item.recipe, clothUnder(cloth, item.thread)) : {};
  if (typeof length !== 'number' || length <= most) return null;
  return { ...item, recipe: { ...item.recipe, settings: { ...item.recipe.settings, length: most } } };
}
