<script setup lang="ts">
// One font of the list: a word sewn in it, its name, and from which size on it sews well.
import { useIntersectionObserver } from '@vueuse/core';
import { computed, useTemplateRef, watch } from 'vue';
import { fontPicture, wantPicture } from './font-pictures.ts';
import type { Listed } from './faces.ts';
import { useSettings } from '../../stores/settings.ts';
import { showNumber } from '../../fields/arithmetic.ts';

const props = defineProps<{
  face: Listed;
  word: string;
  colour: string;
  /** Height of capitals that it would have, in mm. */
  height: number;
}>();

const HEIGHT = 40;
const WIDTH = 240;
const settings = useSettings();
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');
const picture = computed(() => fontPicture(props.word, props.face.id, props.colour));
const tooSmall = computed(() => props.height < props.face.smallest);

const { isSupported } = useIntersectionObserver(canvas, ([entry]) => {
  if (entry?.isIntersecting) wantPicture(props.word, props.face.id, props.colour, HEIGHT * devicePixelRatio);
});
if (!isSupported.value) wantPicture(props.word, props.face.id, props.colour, HEIGHT * devicePixelRatio);

watch(
  [picture, canvas],
  ([image, target]) => {
    if (!target) return;
    const ratio = devicePixelRatio;
    target.width = WIDTH * ratio;
    target.height = HEIGHT * ratio;
    if (!image) return;
    const ctx = target.getContext('2d')!;
    const k = Math.min(1, target.width / image.width);
    ctx.drawImage(image, 0, (target.height - image.height * k) / 2, image.width * k, image.height * k);
  },
  { immediate: true, flush: 'post' },
);
</script>

<template>
  <canvas ref="canvas" :style="{ width: `${WIDTH}px`, height: `${HEIGHT}px` }" aria-hidden="true" />
  <span class="flex items-baseline justify-between gap-2">
    <span class="truncate">{{ face.name }}</span>
    <span class="shrink-0 text-xs" :class="tooSmall ? 'text-amber' : 'text-muted'">
      <template v-if="face.capitals">
        stitched, {{ showNumber(face.capitals, settings.units, 2) }} {{ settings.units }} high
      </template>
      <template v-else-if="face.smallest">
        from {{ showNumber(face.smallest, settings.units, 2) }} {{ settings.units }}
      </template>
    </span>
  </span>
</template>
