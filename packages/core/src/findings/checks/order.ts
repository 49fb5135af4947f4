// Orders that cost colour changes, and the order that a cap asks for.
import { findPlace } from '../../design/tree.ts';
import type { Design, Item, PlainOutline } from '../../design/types.ts';
import { regionArea } from '../../geometry/region.ts';
import type { Cloth } from '../../materials/cloths.ts';
import { resolveDesign } from '../../resolve/resolve.ts';
import { mustFollow, overlapOf, sewnExtent } from '../../sewing/extent.ts';
import { JobBuilder, JobError } from '../../jobs/job.ts';
import { reorderJob } from '../../jobs/order.ts';
import type { Check, Found, SewnItem } from '../finding.ts';
import { materialsOf } from '../../materials/materials.ts';

/** Overlaps smaller than this are none, in mm². */
const TOUCH = 0.05;

/** Neighbours of one thread in the running order. */
function colourRuns(sewn: readonly SewnItem[]): SewnItem[][] {
  const runs: SewnItem[][] = [];
  for (const item of sewn) {
    if (item.share.to === item.share.from) continue;
    const last = runs.at(-1);
    const goesOn =
      last?.[0].leaf.thread === item.leaf.thread &&
      last[0].hooping === item.hooping &&
      last.at(-1)!.leaf.stopAfter === undefined;
    if (last && goesOn) last.push(item);
    else runs.push([item]);
  }
  return runs;
}

export const mergeCheck: Check = {
  id: 'colour-again',
  find({ sewn, design, materials }) {
    const runs = colourRuns(sewn);
    const out: Found[] = [];
    runs.forEach((run, k) => {
      let before = k - 2;
      while (before >= 0 && runs[before][0].leaf.thread !== run[0].leaf.thread) before--;
      // What is sewn in another hooping can't be sewn together.
      if (before < 0 || runs[before][0].hooping !== run[0].hooping) return;
      const between = runs.slice(before + 1, k).flat();
      // Stops stay where they are, and what lies above what too.
      if (between.some(({ leaf }) => leaf.stopAfter !== undefined)) return;
      if (runs[before].at(-1)!.leaf.stopAfter !== undefined) return;
      const free = run.every((a) => between.every((b) => regionArea(overlapOf(a.extent, b.extent)) <= TOUCH));
      if (!free) return;
      const target = runs[before].at(-1)!.leaf;
      // Only within one list: moving things out of their group would change what belongs together.
      const home = findPlace(design.objects, target.id)?.parent?.id;
      if (!run.every(({ leaf }) => findPlace(design.objects, leaf.id)?.parent?.id === home)) return;
      const { name } = materials.thread(run[0].leaf.thread);
      const names = run.map(({ leaf }) => leaf.name);
      const what = names.length > 2 ? `${names[0]} and ${names.length - 1} more` : names.join(' and ');
      out.push({
        weight: 1,
        sentence: `${name} is threaded again for ${what}, which could be sewn with ${target.name}: a colour change less.`,
        objects: [target.id, ...run.map(({ leaf }) => leaf.id)],
        at: run[0].extent.bounds ?? undefined,
        record: run[0].share.from,
        fix: 'Sew them together',
      });
    });
    return out;
  },
  fix: (design, { objects: [target, ...run] }) => reorderJob(design, run, { after: target }),
};

/** Something this much nearer to a cap's middle should be sewn before, in mm. */
const NEARER = 15;

const fromMiddle = (item: Item<PlainOutline>, cloth: Cloth): number => {
  const { bounds: b } = sewnExtent(item, cloth);
  if (!b) return 0;
  return b.minX <= 0 && b.maxX >= 0 ? 0 : Math.min(Math.abs(b.minX), Math.abs(b.maxX));
};

/** The design's items from the middle out, as far as what lies above what allows; indexes. */
function capOrder(design: Design, cloth: Cloth): { order: number[]; away: number[] } {
  const items = resolveDesign(design).objects;
  const away = items.map((item) => fromMiddle(item, cloth));
  const after = mustFollow(items.map((item) => sewnExtent(item, cloth)));
  const order: number[] = [];
  while (order.length < items.length) {
    const free = items.flatMap((_, i) =>
      !order.includes(i) && after[i].every((b) => order.includes(b)) ? [i] : [],
    );
    // Bands of 15 mm: within one of them the order stays as it is.
    const band = (i: number): number => Math.floor(away[i] / NEARER);
    order.push(free.reduce((a, b) => (band(b) < band(a) ? b : a)));
  }
  return { order, away };
}

export const capCheck: Check = {
  id: 'cap-order',
  find({ design, materials: { cloth }, plain }) {
    if (cloth.id !== 'cap') return [];
    const { order, away } = capOrder(design, cloth);
    const place = new Map(order.map((i, k) => [i, k]));
    for (let i = 0; i < away.length; i++)
      for (let j = i + 1; j < away.length; j++) {
        if (away[j] + NEARER > away[i] || place.get(j)! > place.get(i)!) continue;
        const [far, near] = [plain.objects[i], plain.objects[j]];
        return [
          {
            weight: 2,
            sentence: `A cap is sewn from the middle out, but ${far.name} comes before ${near.name}, which lies nearer to the middle: the cloth can be pushed into folds.`,
            objects: [far.id, near.id],
            at: sewnExtent(near, cloth).bounds ?? undefined,
            fix: 'Sew from the middle out',
          },
        ];
      }
    return [];
  },
  fix(design) {
    const { order } = capOrder(design, materialsOf(design).cloth);
    const builder = new JobBuilder(design, 'From the middle out');
    const ids = order.map((i) => design.objects[i].id);
    ids.forEach((id, k) => {
      if (builder.design.objects[k].id !== id) builder.move(id, null, k);
    });
    if (!ids.length) throw new JobError('There is nothing to be put in order.');
    return builder.job([]);
  },
};
