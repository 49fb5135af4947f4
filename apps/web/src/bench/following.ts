// The way to the same design otherwise; and a design that follows another, which takes over what changed there when it is
// opened.
import { markRaw, ref } from 'vue';
import type { Router } from 'vue-router';
import type { AdaptChoices, Design } from '@rosehip/core';
import { api, ApiError } from '../api.ts';
import type { useBench } from '../stores/bench/bench.ts';
import { packed, useChecker } from '../workers/engine.ts';

/** Ids of designs that are followed, and are no longer there. */
export const goneFirst = ref('');

const counted = (n: number, one: string, many: string): string => (n === 1 ? `one ${one}` : `${n} ${many}`);

/** The page on which a design is adapted, with what is chosen already; what is not saved yet is saved first. */
export async function goAdapt(
  bench: ReturnType<typeof useBench>,
  router: Router,
  chosen: AdaptChoices = {},
): Promise<void> {
  if (!bench.design?.objects.length) {
    bench.message = 'Draw something first, then adapt it.';
    return;
  }
  await bench.settle();
  const { cloth, size } = chosen;
  await router.push({
    name: 'adapt',
    params: { id: bench.id },
    query: {
      ...(cloth && { cloth: cloth.kind, colour: cloth.colour }),
      ...(size && { by: size.by, to: String(size.to) }),
    },
  });
}

/** The page of its sewing sheet; what is not saved yet is saved first. */
export async function goSheet(bench: ReturnType<typeof useBench>, router: Router): Promise<void> {
  await bench.settle();
  await router.push({ name: 'sheet', params: { id: bench.id } });
}

/** The page of steps that makes stitches of a picture for it; what is not saved yet is saved first. */
export async function goPicture(bench: ReturnType<typeof useBench>, router: Router): Promise<void> {
  await bench.settle();
  await router.push({ name: 'bench-picture', params: { id: bench.id } });
}

/** A revision of a design; where that was thinned out, the one nearest to it. */
async function asItWas(id: string, number: number): Promise<Design> {
  try {
    return (await api.revision(id, number)).design;
  } catch (error) {
    if (!(error instanceof ApiError && error.status === 404)) throw error;
    const { revisions } = await api.revisions(id);
    const near = revisions.reduce((a, b) =>
      Math.abs(b.number - number) < Math.abs(a.number - number) ? b : a,
    );
    return (await api.revision(id, near.number)).design;
  }
}

/** Brings over what changed in the design that this one follows, as one step. Says what was done. */
export async function followFirst(bench: ReturnType<typeof useBench>): Promise<void> {
  const { adapted } = bench.committed ?? {};
  const { id } = bench;
  goneFirst.value = '';
  if (!adapted) return;
  try {
    const first = await api.load(adapted.from);
    if (first.revision <= adapted.revision) return;
    const was = await asItWas(adapted.from, adapted.revision);
    const before = bench.committed;
    if (bench.id !== id || !before) return;
    const answer = await useChecker().follow(
      packed(useChecker(), before),
      markRaw(was),
      markRaw(first.design),
      adapted.choices,
    );
    // Somebody was faster than this: the next opening takes it over.
    if (bench.id !== id || bench.committed !== before) return;
    if ('problem' in answer) {
      bench.message = `${first.design.name}, which this follows, can’t be taken over: ${answer.problem}`;
      return;
    }
    const { design, taken, kept } = answer;
    if (!taken && JSON.stringify({ ...design, adapted }) === JSON.stringify(before)) return;
    const done = bench.run({
      do: 'become',
      label: `Follow ${first.design.name}`,
      design: { ...design, adapted: { ...adapted, revision: first.revision, name: first.design.name } },
    });
    if (done)
      bench.message = `${first.design.name} has changed: ${
        taken ? `${counted(taken, 'thing is', 'things are')} taken over` : 'what it is sewn on is taken over'
      }${kept ? `, ${counted(kept, 'thing stays as you changed it here', 'things stay as you changed them here')}` : ''}. Undo takes that back.`;
  } catch (error) {
    if (error instanceof ApiError && error.status === 404) goneFirst.value = adapted.from;
    else
      bench.message = `${adapted.name}, which this follows, could not be looked at: ${(error as Error).message}`;
  }
}
