import fc from 'fast-check';
import { expect, test } from 'vitest';
import type { Plan } from './plan.ts';
import { openPlan, packPlan, type ThreadPlan } from './plan-parcel.ts';

interface Rec {
  x: number;
  y: number;
  move: number;
  part: number;
  object: number;
}
const rec = fc.record({
  x: fc.integer({ min: -3, max: 3 }),
  y: fc.integer({ min: -3, max: 3 }),
  move: fc.integer({ min: 0, max: 2 }),
  part: fc.integer({ min: 0, max: 2 }),
  object: fc.integer({ min: 0, max: 1 }),
});

const planOf = (all: readonly Rec[], name: string): Plan => ({
  x: Float32Array.from(all, ({ x }) => x / 10),
  y: Float32Array.from(all, ({ y }) => y / 10),
  move: Uint8Array.from(all, ({ move }) => move),
  part: Uint8Array.from(all, ({ part }) => part),
  object: Int32Array.from(all, ({ object }) => object),
  time: Float32Array.from(all, (_, i) => i),
  objects: [{ id: name, name, thread: 't', from: 0, to: all.length }],
  threads: {},
});

test('plans that are told one by the other arrive whole, and of one edit only the records about it are sent', () => {
  fc.assert(
    fc.property(
      fc.array(rec, { maxLength: 40 }),
      fc.array(fc.record({ at: fc.nat(40), out: fc.nat(4), put: fc.array(rec, { maxLength: 4 }) }), {
        minLength: 1,
        maxLength: 6,
      }),
      (first, edits) => {
        let records = first;
        let told: Plan | null = null;
        let there: ThreadPlan | null = null;
        [null, ...edits].forEach((edit, k) => {
          if (edit) records = records.toSpliced(Math.min(edit.at, records.length), edit.out, ...edit.put);
          const plan = planOf(records, `plan ${k}`);
          const parcel = packPlan(told, plan);
          if (edit) expect(parcel.between.x.length).toBeLessThanOrEqual(edit.put.length);
          there = openPlan(there, structuredClone(parcel));
          const { time: _, ...wanted } = plan;
          expect(there).toEqual(wanted);
          told = plan;
        });
      },
    ),
  );
});

test('an object that comes or goes is all that is sent, although those after it have other numbers', () => {
  const records = fc.array(rec, { minLength: 1, maxLength: 9 });
  fc.assert(
    fc.property(fc.array(records, { maxLength: 5 }), records, fc.nat(5), (others, one, at) => {
      const made = (objects: readonly Rec[][]): Plan => {
        const plan = planOf(
          objects.flatMap((own, object) => own.map((r) => ({ ...r, object }))),
          'plan',
        );
        let to = 0;
        return {
          ...plan,
          objects: objects.map((own, k) => ({
            id: `o${k}`,
            name: 'o',
            thread: 't',
            from: to,
            to: (to += own.length),
          })),
        };
      };
      const [without, with_] = [made(others), made(others.toSpliced(at, 0, one))];
      for (const [before, after] of [
        [without, with_],
        [with_, without],
      ]) {
        const parcel = packPlan(before, after);
        expect(parcel.between.x.length).toBeLessThanOrEqual(after === with_ ? one.length : 0);
        const { time: _, ...wanted } = after;
        expect(openPlan(before, parcel)).toEqual(wanted);
      }
    }),
  );
});
