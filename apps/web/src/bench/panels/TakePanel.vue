<script setup lang="ts">
// Take to machine: files to take away, with what is in them told before.
import { computed, ref, watch } from 'vue';
import { showNumber } from '../../fields/arithmetic.ts';
import { counted, sewingTime } from '../../parts/time.ts';
import { useBench } from '../../stores/bench.ts';
import { useSettings } from '../../stores/settings.ts';
import { useSewing } from '../../stores/sewing.ts';
import { useEngine } from '../../workers/engine.ts';
import type { FileKind } from '../../workers/engine.worker.ts';

const bench = useBench();
const sewing = useSewing();
const settings = useSettings();

const KINDS: { kind: FileKind; ending: string; label: string; about: string; type: string }[] = [
  {
    kind: 'dst',
    ending: '.dst',
    label: 'Stitch file',
    about: 'For machines of every make.',
    type: 'application/octet-stream',
  },
  {
    kind: 'design',
    ending: '.rosehip.json',
    label: 'Design file',
    about: 'To be changed again later.',
    type: 'application/json',
  },
  {
    kind: 'svg',
    ending: '.svg',
    label: 'Drawing',
    about: 'Outlines and a stitches layer.',
    type: 'image/svg+xml',
  },
  { kind: 'png', ending: '.png', label: 'Picture', about: 'As it will look.', type: 'image/png' },
];

const chosen = ref<FileKind>('dst');
const name = ref('');
const problem = ref('');
const working = ref(false);

watch(
  () => bench.design?.name,
  (n) => (name.value = (n ?? 'design').replace(/[\\/:*?"<>|]+/g, ' ').trim()),
  { immediate: true },
);

const entry = computed(() => KINDS.find((k) => k.kind === chosen.value)!);
const size = computed(() => {
  const f = sewing.figures;
  if (!f) return '';
  return `${showNumber(f.width, settings.units, 1)} × ${showNumber(f.height, settings.units, 1)} ${settings.units}`;
});
const blocked = computed(() =>
  chosen.value !== 'design' && !sewing.figures?.stitches
    ? 'There are no stitches yet: draw something first.'
    : undefined,
);

async function download(): Promise<void> {
  if (blocked.value || !bench.design) return;
  working.value = true;
  problem.value = '';
  try {
    const bytes = await useEngine().writeFile(bench.design, chosen.value);
    const url = URL.createObjectURL(new Blob([bytes as BlobPart], { type: entry.value.type }));
    const link = document.createElement('a');
    link.href = url;
    link.download = `${name.value.trim() || 'design'}${entry.value.ending}`;
    link.click();
    setTimeout(() => URL.revokeObjectURL(url), 10_000);
  } catch (error) {
    problem.value = `The file could not be made: ${(error as Error).message}`;
  } finally {
    working.value = false;
  }
}
</script>

<template>
  <section class="grid gap-3 p-4" aria-label="Take to machine">
    <h2 class="text-lg">Take to machine</h2>
    <p
      v-if="sewing.warning"
      role="alert"
      class="rounded-card border border-amber/40 bg-[#fdf3e0] px-3 py-2 text-amber-deep"
    >
      {{ sewing.warning }}
    </p>
    <fieldset class="grid gap-1.5">
      <legend class="label mb-1">What to take</legend>
      <label
        v-for="k in KINDS"
        :key="k.kind"
        class="flex gap-2 rounded-card border px-2 py-1"
        :class="chosen === k.kind ? 'border-rosehip bg-blush' : 'border-line hover:bg-linen'"
      >
        <input v-model="chosen" type="radio" name="take-kind" :value="k.kind" class="mt-1 accent-rosehip" />
        <span>
          <b class="font-semibold">{{ k.label }}</b> <span class="text-muted">{{ k.ending }}</span><br /><span
            class="text-muted"
            >{{ k.about }}</span
          >
        </span>
      </label>
    </fieldset>
    <div>
      <label class="label" for="take-name">File name</label>
      <div class="flex items-center gap-1">
        <input id="take-name" v-model="name" class="field" maxlength="100" @keydown.stop />
        <span class="text-muted">{{ entry.ending }}</span>
      </div>
    </div>
    <dl v-if="sewing.figures?.stitches" class="grid grid-cols-[auto_1fr] gap-x-4 gap-y-0.5">
      <dt class="text-muted">Size</dt>
      <dd>{{ size }}</dd>
      <dt class="text-muted">Stitches</dt>
      <dd>{{ counted(sewing.figures.stitches) }}</dd>
      <dt class="text-muted">Colour changes</dt>
      <dd>{{ sewing.figures.colourChanges }}</dd>
      <dt class="text-muted">Trims</dt>
      <dd>{{ sewing.figures.trims }}</dd>
      <dt class="text-muted">Sewing time</dt>
      <dd>{{ sewingTime(sewing.figures.seconds) }}</dd>
    </dl>
    <p v-if="problem" role="alert" class="text-rosehip">{{ problem }}</p>
    <button
      type="button"
      class="button button-primary justify-center"
      :aria-disabled="!!blocked || undefined"
      :title="blocked"
      @click="download"
    >
      {{ working ? 'Being written …' : `Take ${entry.ending}` }}
    </button>
    <p v-if="blocked" class="text-muted">{{ blocked }}</p>
  </section>
</template>
