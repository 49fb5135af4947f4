<script setup lang="ts">
// The picture that the selected objects' stitches follow: chosen, taken from beneath, fitted to the shape, placed by numbers.
import { computed, ref, useTemplateRef, watch } from 'vue';
import {
  boundsOfItems,
  levelsOf,
  MOST_TONES,
  PICTURE_TYPES,
  PictureFileError,
  placeOfReference,
  placeOver,
  stitchKind,
  tonesOfPicture,
  type Bitmap,
  type DesignObject,
  type Matrix,
  type Tones,
} from '@rosehip/core';
import NumberField from '../../fields/NumberField.vue';
import FileButton from '../../parts/FileButton.vue';
import { openPicture } from '../../picture/open-picture.ts';
import { useBench } from '../../stores/bench/bench.ts';
import { decodePicture } from '../read-picture.ts';

const bench = useBench();
const follows = (item: { kind: string }): item is DesignObject =>
  item.kind === 'object' && !!stitchKind((item as DesignObject).recipe.kind)?.usesTones;
const objects = computed(() => {
  const all = bench.selected.filter(follows);
  return all.length === bench.selected.length ? all : [];
});
const tones = computed<Tones | null>(() => objects.value[0]?.tones ?? null);
const problem = ref('');
watch(objects, (now, before) => {
  if (now[0]?.id !== before[0]?.id) problem.value = '';
});

function pixelsOf(image: ImageBitmap): Bitmap {
  const k = Math.min(1, MOST_TONES / Math.max(image.width, image.height));
  const [w, h] = [Math.max(1, Math.round(image.width * k)), Math.max(1, Math.round(image.height * k))];
  const canvas = new OffscreenCanvas(w, h);
  const ctx = canvas.getContext('2d', { willReadFrequently: true })!;
  ctx.imageSmoothingQuality = 'high';
  ctx.drawImage(image, 0, 0, w, h);
  image.close();
  const { data } = ctx.getImageData(0, 0, w, h);
  return { width: w, height: h, data };
}

function put(change: (o: DesignObject) => DesignObject, label: string): void {
  bench.replace(bench.committedSelected.filter(follows).map(change), label);
}
const box = () => boundsOfItems(bench.selectedPlain);

async function choose(file: File): Promise<void> {
  problem.value = '';
  try {
    const { image, name } = await openPicture(file);
    const pixels = pixelsOf(image);
    const around = box();
    if (!around) return;
    const next = tonesOfPicture(pixels, { name, place: placeOver(pixels, around) });
    put((o) => ({ ...o, tones: next }), 'Follow a picture');
  } catch (error) {
    problem.value = error instanceof PictureFileError ? error.message : String(error);
  }
}
async function takeBeneath(): Promise<void> {
  const picture = bench.design?.picture;
  const image = picture && (await decodePicture(picture.data));
  if (!picture || !image) {
    problem.value = 'The picture beneath can’t be read.';
    return;
  }
  const next = tonesOfPicture(pixelsOf(image), { name: picture.name, place: placeOfReference(picture) });
  put((o) => ({ ...o, tones: next }), 'Follow a picture');
}
function placed(place: Matrix, label = 'Place the picture'): void {
  put((o) => (o.tones ? { ...o, tones: { ...o.tones, place } } : o), label);
}
function fit(): void {
  const around = box();
  const now = tones.value;
  if (around && now) placed(placeOver({ width: now.columns, height: now.rows }, around), 'Fit the picture');
}
const without = (): void => put(({ tones: _, ...rest }) => rest, 'Without a picture');

const width = computed(() => (tones.value ? Math.hypot(tones.value.place[0], tones.value.place[1]) : 0));
const middle = computed(() => {
  const [a, b, c, d, e, f] = tones.value?.place ?? [0, 0, 0, 0, 0, 0];
  return { x: e + (a + c) / 2, y: f + (b + d) / 2 };
});
/** As wide as this, its middle where it is. */
function widen(to: number): void {
  const [a, b, c, d] = tones.value!.place;
  const k = to / (width.value || 1);
  const { x, y } = middle.value;
  placed([a * k, b * k, c * k, d * k, x - (k * (a + c)) / 2, y - (k * (b + d)) / 2]);
}
function shift(dx: number, dy: number): void {
  const [a, b, c, d, e, f] = tones.value!.place;
  placed([a, b, c, d, e + dx, f + dy]);
}

/* What it looks like, light and dark */
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');
watch(
  [tones, canvas],
  ([now, to]) => {
    if (!now || !to) return;
    [to.width, to.height] = [now.columns, now.rows];
    const image = new ImageData(now.columns, now.rows);
    levelsOf(now).forEach((level, i) => {
      const v = Math.round(255 * (1 - level));
      image.data.set([v, v, v, 255], 4 * i);
    });
    to.getContext('2d')!.putImageData(image, 0, 0);
  },
  { flush: 'post' },
);
</script>

<template>
  <div v-if="objects.length" class="grid gap-2">
    <h4 class="text-sm">Picture</h4>
    <div v-if="tones" class="flex gap-2">
      <canvas
        ref="canvas"
        class="max-h-20 max-w-24 rounded-card border border-line"
        role="img"
        :aria-label="`How dark ${tones.name} is`"
      />
      <p class="min-w-0 text-muted">
        The lines follow <span class="break-words">{{ tones.name }}</span>.
      </p>
    </div>
    <p v-else class="text-muted">
      Choose a picture that the lines follow. Without one the shape itself is shaded.
    </p>
    <div class="grid grid-cols-2 gap-2">
      <FileButton
        asks="Picture that the lines follow"
        :accept="PICTURE_TYPES"
        class="justify-center px-1"
        @files="choose($event[0])"
        >{{ tones ? 'Another picture' : 'Choose a picture' }}</FileButton
      >
      <button
        v-if="bench.design?.picture"
        type="button"
        class="button justify-center px-1"
        @click="takeBeneath"
      >
        The one beneath
      </button>
      <template v-if="tones">
        <button type="button" class="button justify-center px-1" @click="fit">Fit the shape</button>
        <button type="button" class="button justify-center px-1" @click="without">Without it</button>
      </template>
    </div>
    <div v-if="tones" class="grid grid-cols-2 gap-2">
      <NumberField
        label="Picture’s width"
        :value="width"
        :least="2"
        :most="2000"
        :step="1"
        :places="1"
        @change="widen"
      />
      <NumberField
        label="Middle, across"
        :value="middle.x"
        :least="-1000"
        :most="1000"
        :step="0.5"
        :places="1"
        help="Where the picture’s middle lies."
        @change="shift($event - middle.x, 0)"
      />
      <NumberField
        label="Middle, down"
        :value="middle.y"
        :least="-1000"
        :most="1000"
        :step="0.5"
        :places="1"
        help="Where the picture’s middle lies."
        @change="shift(0, $event - middle.y)"
      />
    </div>
    <p v-if="problem" role="alert" class="text-rosehip">{{ problem }}</p>
  </div>
</template>
