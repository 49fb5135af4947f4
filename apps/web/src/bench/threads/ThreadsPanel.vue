<script setup lang="ts">
// The threads of the design in the order in which they are put on the machine; others for them one by one, from a list, or
// as another design has them.
import {
  readThreadList,
  recolourJob,
  resolveDesign,
  threadsJob,
  threadSteps,
  type Design,
} from '@rosehip/core';
import type { ShelfEntry } from '@rosehip/wire';
import { computed, onMounted, ref, shallowRef } from 'vue';
import { api } from '../../api.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import CommandButton from '../../parts/CommandButton.vue';
import { useBench } from '../../stores/bench/bench.ts';
import ThreadPicker from '../recipe-card/ThreadPicker.vue';
import ChartMove from './ChartMove.vue';
import NeedleList from './NeedleList.vue';
import OtherColours from './OtherColours.vue';
import { droppedThread, holdsThread } from './dragged-thread.ts';

const bench = useBench();
const steps = computed(() => (bench.plain ? threadSteps(bench.plain) : []));
/** The step whose thread is chosen now; -1: none. */
const chosen = ref(-1);
const over = ref(-1);
const list = ref('');
const others = shallowRef<ShelfEntry[]>([]);
const other = ref('');
/** What came of it, or why not. */
const said = ref('');

onMounted(async () => {
  try {
    others.value = (await api.designs()).designs.filter(({ id }) => id !== bench.id);
  } catch (error) {
    said.value = (error as Error).message;
  }
});

const read = computed(() => readThreadList(list.value, bench.materials.chart));
const known = computed(() => read.value.threads.filter(Boolean).length);

function give(step: number, code: string): void {
  const { ids } = steps.value[step];
  bench.does((design) => ({ ...recolourJob(design, ids, code), select: [...bench.selection] }));
  chosen.value = -1;
  over.value = -1;
}

/** Threads in order, for as many steps as there are. */
function giveAll(threads: readonly (string | null)[], from: string): void {
  const done = bench.does((design) => ({
    ...threadsJob(design, steps.value, threads),
    select: [...bench.selection],
  }));
  const count = Math.min(threads.length, steps.value.length);
  said.value = done
    ? `${count} of ${steps.value.length} steps have their thread from ${from}.`
    : bench.message;
}

async function asOther(): Promise<void> {
  const entry = others.value.find(({ id }) => id === other.value);
  if (!entry) return;
  try {
    const { design } = await api.load(entry.id);
    giveAll(
      threadSteps(resolveDesign(design as Design)).map((s) => s.thread),
      entry.name,
    );
  } catch (error) {
    said.value = (error as Error).message;
  }
}
</script>

<template>
  <section class="grid content-start gap-4 p-4" aria-label="Threads">
    <header>
      <h2 class="text-lg">Threads</h2>
      <p class="text-muted">
        {{
          steps.length
            ? 'As they are put on the machine. Press one for the chart, or drag a thread on to it.'
            : 'Nothing is sewn yet.'
        }}
      </p>
    </header>
    <ol class="grid gap-1" aria-label="Steps">
      <li v-for="(step, k) in steps" :key="k">
        <button
          type="button"
          class="flex w-full items-center gap-2 rounded-card border px-2 py-1 text-left hover:bg-linen"
          :class="over === k || chosen === k ? 'border-rosehip bg-blush' : 'border-line'"
          :aria-expanded="chosen === k"
          @click="chosen = chosen === k ? -1 : k"
          @dragover="holdsThread($event) && (over = k)"
          @dragleave="over = -1"
          @drop="droppedThread($event) && give(k, droppedThread($event))"
        >
          <span class="w-5 text-right text-muted tabular-nums">{{ k + 1 }}</span>
          <span
            class="size-5 shrink-0 rounded-full border border-line"
            :style="{ background: bench.materials.thread(step.thread).colour }"
          />
          <span class="min-w-0 grow truncate">{{ bench.materials.thread(step.thread).name }}</span>
          <span class="text-muted tabular-nums">{{ step.thread }}</span>
        </button>
        <ThreadPicker v-if="chosen === k" class="mt-1 mb-2" :code="step.thread" @choose="give(k, $event)" />
      </li>
    </ol>
    <template v-if="steps.length">
      <ThreadPicker v-if="chosen < 0" :code="null" @choose="said = 'Drag it on to a step.'" />
      <div class="grid gap-1.5">
        <label class="label" for="thread-list">From a list, a thread a line</label>
        <textarea
          id="thread-list"
          v-model="list"
          class="field h-20 resize-y"
          placeholder="222&#10;Rosehip&#10;#6bbb92"
          spellcheck="false"
          @keydown.stop
        />
        <p v-if="read.unknown.length" class="text-muted">
          Not known: {{ read.unknown.slice(0, 3).join(', ') }}.
        </p>
        <CommandButton
          :label="known ? `Use these ${read.threads.length} in order` : 'Use them in order'"
          :blocked="known ? undefined : 'Write codes, names or colours of threads, one a line.'"
          @press="giveAll(read.threads, 'the list')"
        />
      </div>
      <div v-if="others.length" class="grid gap-1.5">
        <ChoiceField
          label="As another design has them"
          :value="other"
          :choices="[
            { value: '', label: 'a design' },
            ...others.map(({ id, name }) => ({ value: id, label: name })),
          ]"
          @change="other = $event"
        />
        <CommandButton
          label="Use its threads in order"
          :blocked="other ? undefined : 'Choose a design first.'"
          @press="asOther"
        />
      </div>
    </template>
    <NeedleList v-if="steps.length" />
    <ChartMove />
    <OtherColours v-if="steps.length" />
    <p v-if="said" role="status">{{ said }}</p>
  </section>
</template>
