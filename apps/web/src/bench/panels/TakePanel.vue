<script setup lang="ts">
// Take to machine: files to take away, with what is in them told before.
import { computed, reactive, ref, watch } from 'vue';
import { FILE_FORMATS, type FileFormat } from '@rosehip/core';
import { showNumber } from '../../fields/arithmetic.ts';
import { counted, sewingTime } from '../../parts/time.ts';
import { useBench } from '../../stores/bench/bench.ts';
import { useSettings } from '../../stores/settings.ts';
import { useSewing } from '../../stores/sewing.ts';
import { saveFile } from '../../parts/save-file.ts';
import { useEngine, packed } from '../../workers/engine.ts';
import { useView } from '../../stores/view.ts';
import type { PictureOptions } from '../../workers/engine-work.ts';

const bench = useBench();
const sewing = useSewing();
const settings = useSettings();

/** A picture is painted, not written: it is offered among the files all the same. */
const PICTURE = {
  id: 'png' as const,
  name: 'Picture',
  about: 'Of any view, for a screen or a page.',
  ending: '.png',
  mediaType: 'image/png',
  stitched: true,
  suffix: '',
};
type Offered = typeof PICTURE | FileFormat;

/** What can be made of this design: the picture before what few designs have. */
const offered = computed<Offered[]>(() => {
  const { design } = bench;
  const always = FILE_FORMATS.filter((format) => !format.suits);
  const some = FILE_FORMATS.filter((format) => design && format.suits?.(design));
  return [...always, PICTURE, ...some];
});

const chosen = ref<Offered['id']>((useBench().design?.hoopings?.length ?? 0) > 1 ? 'hoopings' : 'dst');
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

const entry = computed(() => offered.value.find(({ id }) => id === chosen.value) ?? offered.value[0]);
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
  if (entry.value.stitched && !sewing.figures?.stitches)
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
      entry.value.id === 'png'
        ? await useEngine().picture(packed(useEngine(), bench.design), { ...picture })
        : await useEngine().writeFile(bench.design, entry.value.id);
    const { suffix = '', ending, mediaType } = entry.value;
    saveFile(`${name.value.trim() || 'design'}${suffix}${ending}`, mediaType, bytes as BlobPart);
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
        v-for="k in offered"
        :key="k.id"
        class="flex gap-2 rounded-card border px-2 py-1"
        :class="chosen === k.id ? 'border-rosehip bg-blush' : 'border-line hover:bg-linen'"
      >
        <input v-model="chosen" type="radio" name="take-kind" :value="k.id" class="mt-1 accent-rosehip" />
        <span>
          <b class="font-semibold">{{ k.name }}</b> <span class="text-muted">{{ k.ending }}</span><br /><span
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
