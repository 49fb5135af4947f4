<script setup lang="ts">
// What can be made of what is selected, as pictures of it, by what a person wants.
import { computed } from 'vue';
import { CommandError, JobError, making, PURPOSES, subjectOf } from '@rosehip/core';
import CommandButton from '../../parts/CommandButton.vue';
import { useBench } from '../../stores/bench/bench.ts';
import type { MakingCommand } from '../commands/command.ts';
import type { Commands } from '../commands/commands.ts';
import { useOutcomes } from '../outcomes.ts';
import DistanceSection from './DistanceSection.vue';
import MakingButton from './MakingButton.vue';

const props = defineProps<{ commands: Commands }>();
const bench = useBench();

/** CSS pixels. */
const SIZE = 64;
const outcomes = useOutcomes(SIZE);

/** Why it can't be made now; null when it can. */
const reason = (c: MakingCommand): string | null => c.blocked ?? outcomes.value?.get(c.id)?.problem ?? null;
const all = computed(() => [...props.commands.makings.value, ...props.commands.others.value]);
const sections = computed(() =>
  PURPOSES.map(({ id, title }) => {
    const ready = all.value.filter((c) => c.purpose === id && !reason(c));
    return { title, pictured: ready.filter((c) => c.pictured), plain: ready.filter((c) => !c.pictured) };
  }).filter(({ pictured, plain }) => pictured.length + plain.length),
);
const notNow = computed(() => all.value.flatMap((c) => (reason(c) ? [{ ...c, why: reason(c)! }] : [])));
const hint = (c: MakingCommand): string => (c.keys ? `${c.help} (${c.keys})` : (c.help ?? c.label));

/** Something is shown on the cloth that is not made. */
let shown = false;
function show(c: MakingCommand): void {
  const { committed } = bench;
  // One that was pressed meanwhile has changed what is selected.
  if (!committed || bench.design !== committed || reason(c)) return;
  try {
    const one = making(c.id);
    bench.previewJob(one.job(committed, subjectOf(one, committed, bench.selection)));
    shown = true;
  } catch (error) {
    // What can't be made is not shown; pressing it says why.
    if (!(error instanceof JobError || error instanceof CommandError)) throw error;
  }
}
function hide(): void {
  if (shown) bench.cancelPreview();
  shown = false;
}
</script>

<template>
  <section class="grid gap-5 p-4" aria-label="Make">
    <h2 class="sr-only">Make</h2>
    <p v-if="!bench.design?.objects.length" class="text-muted">
      Draw something first: here you see what can be made of it.
    </p>
    <p v-else-if="!outcomes" role="status" class="text-muted">Looking what can be made of this …</p>
    <template v-else>
      <p v-if="!bench.selected.length" class="text-muted">
        Of everything on the cloth. Select something to see what can be made of it alone.
      </p>
      <div v-for="s in sections" :key="s.title" class="grid gap-2">
        <h3 class="text-sm">{{ s.title }}</h3>
        <div v-if="s.pictured.length" class="grid grid-cols-3 gap-1.5">
          <MakingButton
            v-for="c in s.pictured"
            :key="c.id"
            :label="c.label"
            :hint="hint(c)"
            :size="SIZE"
            :picture="outcomes?.get(c.id)?.picture"
            @press="c.run()"
            @rest="show(c)"
            @leave="hide"
          />
        </div>
        <div v-if="s.plain.length" class="grid grid-cols-2 gap-1.5">
          <CommandButton v-for="c in s.plain" :key="c.id" :label="c.label" :hint="hint(c)" @press="c.run()" />
        </div>
      </div>
      <DistanceSection v-if="bench.selected.length" :commands="commands" />
      <details v-if="notNow.length && bench.selected.length">
        <summary class="cursor-pointer text-muted">Not of this: {{ notNow.length }}</summary>
        <dl class="mt-2 grid gap-1.5 text-[13px]">
          <div v-for="c in notNow" :key="c.id">
            <dt class="font-medium">{{ c.label }}</dt>
            <dd class="text-muted">{{ c.why }}</dd>
          </div>
        </dl>
      </details>
    </template>
  </section>
</template>
