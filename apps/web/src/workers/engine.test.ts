import { afterEach, expect, test, vi } from 'vitest';
import { emptyDesign, openPlan, packPlan, type ThreadPlan } from '@rosehip/core';
import { packedPlan, sewnBy } from './engine.ts';

type Engine = Parameters<typeof sewnBy>[0];

const planOf = (...x: number[]): ThreadPlan => ({
  x: Float32Array.from(x),
  y: new Float32Array(x.length),
  move: new Uint8Array(x.length),
  part: new Uint8Array(x.length),
  object: new Int32Array(x.length),
  objects: [{ id: 'a', name: 'a', thread: 't', from: 0, to: x.length }],
  threads: {},
});

/** An engine that sews these plans, one after the other, and sends only what changed. */
function engineOf(...plans: ThreadPlan[]): Engine {
  let last: ThreadPlan | null = null;
  return {
    sew: () => {
      const plan = plans.shift()!;
      const parcel = packPlan(last, plan);
      last = plan;
      return Promise.resolve({ parcel, time: new Float32Array(plan.x.length) });
    },
  } as unknown as Engine;
}

const design = emptyDesign('a', { name: 'h', width: 100, height: 100 });

afterEach(() => vi.unstubAllGlobals());

test('what changed goes on as it came to who has the plan before, and all of it to who has none or another', async () => {
  const engine = engineOf(planOf(0, 1, 2, 3), planOf(0, 1, 5, 3));
  const first = (await sewnBy(engine, design, '', [])).plan;
  const [follows, late] = [{}, {}];
  const there = openPlan(null, packedPlan(follows, first));
  const second = (await sewnBy(engine, design, '', [])).plan;
  const change = packedPlan(follows, second);
  expect([...change.between.x]).toEqual([5]);
  expect([...openPlan(there, change).x]).toEqual([0, 1, 5, 3]);
  expect([...openPlan(null, packedPlan(late, second)).x]).toEqual([0, 1, 5, 3]);
});

test('who comes after the plan before is gone from memory is sent all of the plan', async () => {
  vi.stubGlobal(
    'WeakRef',
    class {
      deref(): undefined {}
    },
  );
  const engine = engineOf(planOf(0, 1, 2, 3), planOf(0, 1, 5, 3));
  await sewnBy(engine, design, '', []);
  const { plan } = await sewnBy(engine, design, '', []);
  expect([...openPlan(null, packedPlan({}, plan)).x]).toEqual([0, 1, 5, 3]);
});
