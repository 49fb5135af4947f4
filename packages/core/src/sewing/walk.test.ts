import fc from 'fast-check';
import { expect, test } from 'vitest';
import type { Records } from '../design/stitch-blocks.ts';
import { LARKMOOR_CHART } from '../materials/threads.ts';
import { Move } from './moves.ts';
import { figuresOf, PlanBuilder, type Plan } from './plan.ts';
import { openPlan, packPlan, type ThreadPlan } from './plan-parcel.ts';

const place = fc.integer({ min: -90, max: 90 });
const block = fc
  .array(fc.record({ x: place, y: place, move: fc.integer({ min: 0, max: 2 }) }), {
    minLength: 1,
    maxLength: 8,
  })
  .map((all): Records => ({
    x: Int32Array.from(all, ({ x }) => x),
    y: Int32Array.from(all, ({ y }) => y),
    move: Uint8Array.from(all, ({ move }) => move),
    part: new Uint8Array(all.length),
  }));
/** Objects of blocks, each after a record of its own, with changes of thread between. */
const built = (objects: readonly Records[][]): Plan => {
  const builder = new PlanBuilder(LARKMOOR_CHART);
  objects.forEach((blocks, k) => {
    if (k) builder.add(builder.atX, builder.atY, Move.change, 0);
    builder.beginObject({ id: `o${k}`, name: 'o', thread: '101' });
    if (k % 2) builder.add(1, 1, Move.jump, 0);
    blocks.forEach((records, b) => builder.addAll(records, k % 2 && !b ? 1 : 0));
  });
  return builder.build();
};
const anew = (records: Records): Records => ({ ...records, x: records.x.slice() });

test('blocks that are known already come to what they come to when they are gone through anew, and travel as well', () => {
  const designs = fc.array(fc.array(block, { minLength: 1, maxLength: 4 }), { minLength: 1, maxLength: 3 });
  fc.assert(
    fc.property(
      designs,
      fc.array(fc.tuple(fc.nat(2), fc.nat(3), fc.option(block)), { maxLength: 5 }),
      (first, edits) => {
        let objects = first;
        let there: ThreadPlan | null = null;
        let told: Plan | null = null;
        for (const [k, b, now] of [null, ...edits].map((e) => e ?? ([-1, -1, null] as const))) {
          objects = objects.map((blocks, i) =>
            i === k ? blocks.toSpliced(b, 1, ...(now ? [now] : [])) : blocks,
          );
          const plan = built(objects);
          const fresh = built(objects.map((blocks) => blocks.map(anew)));
          plan.time.forEach((t, i) => expect(t).toBeCloseTo(fresh.time[i], 4));
          const [figures, wanted] = [figuresOf(plan), figuresOf(fresh)];
          expect(figures.bounds).toEqual(wanted.bounds);
          expect(figures.threadMetres).toBeCloseTo(wanted.threadMetres, 9);
          expect([figures.shortest, figures.longest]).toEqual([wanted.shortest, wanted.longest]);
          const parcel = packPlan(told, plan);
          // Nothing less is found to be the same than by looking at every record.
          expect(parcel.kept).toEqual(packPlan(told && { ...told, x: told.x.slice() }, plan).kept);
          there = openPlan(there, structuredClone(parcel));
          const { time: _, ...thread } = plan;
          expect(there).toEqual(thread);
          told = plan;
        }
      },
    ),
  );
});
