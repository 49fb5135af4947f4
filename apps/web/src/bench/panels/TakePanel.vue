<script setup lang="ts">
// Take to machine: files to take away, with what is in them told before.
import { computed, reactive, ref, watch } from 'vue';
import { everyLeaf } from '@rosehip/core';
import { showNumber } from '../../fields/arithmetic.ts';
import { counted, sewingTime } from '../../parts/time.ts';
import { useBench } from '../../stores/bench.ts';
import { useSettings } from '../../stores/settings.ts';
import { useSewing } from '../../stores/sewing.ts';
import { saveFile } from '../save-file.ts';
import { useEngine, packed } from '../../workers/engine.ts';
import { useView } from '../../stores/view.ts';
import type { FileKind, PictureOptions } from '../../workers/engine-work.ts';

const bench = useBench();
const sewing = useSewing();
const settings = useSettings();

const ALL_KINDS: { kind: FileKind | 'png'; ending: string; label: string; about: string; type: string }[] = [
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
  {
    kind: 'png',
    ending: '.png',
    label: 'Picture',
    about: 'Of any view, for a screen or a page.',
    type: 'image/png',
  },
  {
    kind: 'cut',
    ending: '.svg',
    label: 'Cut lines',
    about: 'Of appliqué cloths, in true size.',
    type: 'image/svg+xml',
  },
];
const hasPatch = computed(() =>
  [...everyLeaf(bench.design?.objects ?? [])].some((l) => l.kind === 'object' && l.patch && l.visible),
);
const KINDS = computed(() => ALL_KINDS.filter((k) => k.kind !== 'cut' || hasPatch.value));

const chosen = ref<FileKind | 'png'>('dst');
/** How the picture is painted; it begins with what is looked at now. */
const picture = reactive<PictureOptions>({
  view: useView().view,
  ground: 'cloth',
  scale: 300 / 25.4,
  area: 'stitches',
});
/** Dots an inch that can be chosen. */
const DOTS = [96, 150, 300, 600];
/** Neither side of a canvas can be larger, in pixels. */
const MOST_PIXELS = 16_000;
const name = ref('');
const problem = ref('');
const working = ref(false);

watch(
  () => bench.design?.name,
  (n) => (name.value = (n ?? 'design').replace(/[\\/:*?"<>|]+/g, ' ').trim()),
  { immediate: true },
);

const entry = computed(() => KINDS.value.find((k) => k.kind === chosen.value) ?? KINDS.value[0]);
const size = computed(() => {
  const f = sewing.figures;
  if (!f) return '';
  return `${showNumber(f.width, settings.units, 1)} × ${showNumber(f.height, settings.units, 1)} ${settings.units}`;
});
/** Width and height of the picture, in pixels. */
const pixels = computed(() => {
  const { hoop } = bench.design!;
  const f = sewing.figures;
  const [w, h] =
    picture.area === 'hoop' || !f?.stitches ? [hoop.width, hoop.height] : [f.width + 8, f.height + 8];
  return [w, h].map((v) => Math.round(v * picture.scale));
});
const blocked = computed(() => {
  if (chosen.value !== 'design' && !sewing.figures?.stitches)
    return 'There are no stitches yet: draw something first.';
  if (chosen.value === 'png' && Math.max(...pixels.value) > MOST_PIXELS)
    return 'The picture would be too large: take fewer dots an inch.';
  return undefined;
});

async function download(): Promise<void> {
  if (blocked.value || !bench.design) return;
  working.value = true;
  problem.value = '';
  try {
    const bytes =
      chosen.value === 'png'
        ? await useEngine().picture(packed(useEngine(), bench.design), { ...picture })
        : await useEngine().writeFile(bench.design, entry.value.kind as FileKind);
    const cut = entry.value.kind === 'cut' ? ' cut lines' : '';
    saveFile(
      `${name.value.trim() || 'design'}${cut}${entry.value.ending}`,
      entry.value.type,
      bytes as BlobPart,
    );
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
    <div v-if="chosen === 'png'" class="grid grid-cols-2 gap-2">
      <div>
        <label class="label" for="picture-view">View</label>
        <select id="picture-view" v-model="picture.view" class="field">
          <option value="lines">Lines</option>
          <option value="needle">Needle</option>
          <option value="cloth">Cloth</option>
        </select>
      </div>
      <div>
        <label class="label" for="picture-ground">Ground</label>
        <select id="picture-ground" v-model="picture.ground" class="field">
          <option value="cloth">the cloth</option>
          <option value="clear">transparent</option>
        </select>
      </div>
      <div>
        <label class="label" for="picture-area">Shows</label>
        <select id="picture-area" v-model="picture.area" class="field">
          <option value="stitches">the stitches</option>
          <option value="hoop">the whole hoop</option>
        </select>
      </div>
      <div>
        <label class="label" for="picture-dots">Dots an inch</label>
        <select id="picture-dots" v-model.number="picture.scale" class="field">
          <option v-for="d in DOTS" :key="d" :value="d / 25.4">{{ d }}</option>
        </select>
      </div>
      <p class="col-span-2 text-muted">{{ pixels[0] }} × {{ pixels[1] }} dots</p>
    </div>
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
