<script setup lang="ts">
// What the checks found, worst first: each with a way to see it, a fix where there is one, and a way to ignore it.
import { findItem, ignoreJob, type Finding, type Job } from '@rosehip/core';
import { computed, nextTick, onBeforeUnmount, ref, shallowRef, watch } from 'vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useRehearsal } from '../../stores/rehearsal.ts';
import { useSewing } from '../../stores/sewing.ts';
import { useView } from '../../stores/view.ts';
import { useChecker, packed } from '../../workers/engine.ts';
import { marked } from '../finding-mark.ts';
import { lookAt, showFinding } from '../show-finding.ts';

const bench = useBench();
const sewing = useSewing();
const rehearsal = useRehearsal();
const view = useView();

/** The fix that is shown on the cloth, until it is taken or left. */
const trying = shallowRef<{ key: string; job: Job; before: Finding[] } | null>(null);
/** The finding whose note is being written. */
const noting = ref<string | null>(null);
const note = ref('');

/** While a fix is tried the list stays as it was, though the checks already look at what is tried. */
const listed = computed(() => trying.value?.before ?? sewing.findings);
const minded = computed(() => listed.value.filter((f) => f.ignored === undefined));
const ignored = computed(() => listed.value.filter((f) => f.ignored !== undefined));
const tried = computed(() => {
  if (sewing.checked !== bench.design) return 'The cloth shows it mended.';
  const n = sewing.minded.length;
  return `The cloth shows it mended: ${n ? `${n} ${n === 1 ? 'finding is' : 'findings are'} left` : 'nothing else is found'}.`;
});

function show(f: Finding): void {
  leave();
  showFinding(f);
}

/** Stitches that can be mended by hand where the finding is. */
const mendable = (f: Finding): string | undefined =>
  f.objects.find((id) => bench.design && findItem(bench.design, id)?.kind === 'stitches');
/** How far about a finding the cloth is shown for mending, at least, in mm. */
const AROUND = 8;
/** Takes up the tool for single stitches, with the one that is meant chosen. */
function mendByHand(f: Finding): void {
  show(f);
  // What lies about it is needed to mend it, and what is pulled straight must stay in sight.
  if (f.at) {
    const { minX, minY, maxX, maxY } = f.at;
    const room = Math.max(AROUND, maxX - minX, maxY - minY);
    view.fit({ minX: minX - room, minY: minY - room, maxX: maxX + room, maxY: maxY + room });
  }
  bench.selection = [mendable(f)!];
  view.panel = 'card';
  view.tool = 'mend';
}

async function tryFix(f: Finding): Promise<void> {
  leave();
  const { committed } = bench;
  if (!committed) return;
  const job = await useChecker().fix(
    packed(useChecker(), committed),
    JSON.parse(JSON.stringify(f)) as Finding,
  );
  if (bench.committed !== committed) return;
  if ('problem' in job) {
    bench.message = job.problem;
    return;
  }
  trying.value = { key: f.key, job, before: sewing.findings };
  bench.previewJob(job);
  lookAt(f, true);
}

function take(): void {
  const { value } = trying;
  trying.value = null;
  if (value) bench.does(() => value.job);
}

function leave(): void {
  if (trying.value) bench.cancelPreview();
  trying.value = null;
}

async function startNote(f: Finding): Promise<void> {
  noting.value = f.key;
  note.value = '';
  await nextTick();
  document.getElementById('ignore-note')?.focus();
}

function ignore(key: string): void {
  const text = note.value.trim();
  noting.value = null;
  bench.does((design) => ignoreJob(design, key, text));
}

// What was tried was made for the design as it was.
watch(
  () => bench.committed,
  () => (trying.value = null),
);
onBeforeUnmount(() => {
  leave();
  marked.value = null;
});

const TONE: Record<number, string> = {
  3: 'border-rosehip/50 bg-blush',
  2: 'border-amber/50 bg-[#fdf3e0]',
  1: 'border-line',
};
</script>

<template>
  <section class="grid gap-3 p-4" aria-label="Findings" :aria-busy="sewing.checking">
    <h2 class="text-lg">Findings</h2>
    <p v-if="!sewing.checked" class="text-muted">The checks are running …</p>
    <p v-else-if="!minded.length" class="text-muted">
      Nothing {{ ignored.length ? 'else ' : '' }}was found: this design will sew as it is.
    </p>
    <ul v-if="minded.length" class="grid gap-2">
      <li v-for="f in minded" :key="f.key" class="rounded-card border p-3" :class="TONE[f.weight]">
        <p :role="f.weight === 3 ? 'alert' : undefined">{{ f.sentence }}</p>
        <div v-if="trying?.key === f.key" class="mt-2 grid gap-1">
          <p class="text-muted" role="status">{{ tried }}</p>
          <div class="flex gap-1">
            <button type="button" class="button button-primary h-8" @click="take">Take it</button>
            <button type="button" class="button h-8" @click="leave">Leave it</button>
          </div>
        </div>
        <form v-else-if="noting === f.key" class="mt-2 grid gap-1" @submit.prevent="ignore(f.key)">
          <label class="label" for="ignore-note">Why it does not matter</label>
          <input
            id="ignore-note"
            v-model="note"
            class="field"
            maxlength="200"
            @keydown.stop
            @keydown.esc="noting = null"
          />
          <div class="flex gap-1">
            <button type="submit" class="button h-8">Ignore it</button>
            <button type="button" class="button button-quiet h-8" @click="noting = null">Back</button>
          </div>
        </form>
        <div v-else class="mt-2 flex flex-wrap gap-1">
          <button v-if="f.at || f.objects.length" type="button" class="button h-8 px-2" @click="show(f)">
            Show me
          </button>
          <button v-if="mendable(f)" type="button" class="button h-8 px-2" @click="mendByHand(f)">
            Mend it
          </button>
          <button type="button" class="button button-quiet h-8 px-2 text-muted" @click="startNote(f)">
            Ignore
          </button>
          <button
            v-for="way in [f.fix, f.or].filter((one) => one)"
            :key="way"
            type="button"
            class="button h-auto min-h-8 px-2 text-left whitespace-normal"
            @click="tryFix({ ...f, fix: way })"
          >
            {{ way }} …
          </button>
        </div>
      </li>
    </ul>
    <details v-if="ignored.length" class="rounded-card border border-line p-3">
      <summary class="cursor-pointer text-muted">Ignored: {{ ignored.length }}</summary>
      <ul class="mt-2 grid gap-2">
        <li v-for="f in ignored" :key="f.key" class="grid gap-1 border-t border-line pt-2">
          <p>{{ f.sentence }}</p>
          <p v-if="f.ignored" class="text-muted">“{{ f.ignored }}”</p>
          <div>
            <button
              type="button"
              class="button h-8 px-2"
              @click="bench.does((design) => ignoreJob(design, f.key, null))"
            >
              Mind it again
            </button>
          </div>
        </li>
      </ul>
    </details>
    <label class="flex items-center gap-2">
      <input v-model="rehearsal.heat" type="checkbox" class="accent-rosehip" />
      Heat map of thread layers
    </label>
    <button type="button" class="button justify-center" @click="view.panel = 'card'">
      To the recipe card
    </button>
  </section>
</template>
