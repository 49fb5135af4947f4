<script setup lang="ts">
// Signs to put among letters, as they are in the font of the words.
import { computed, watch } from 'vue';
import { fontOf, outlineBounds, pathData, setText } from '@rosehip/core';
import { bringFont, fontsCame } from '../../stores/fonts.ts';
import { SIGNS } from './signs.ts';

const props = defineProps<{ font: string }>();
const emit = defineEmits<{ put: [sign: string] }>();

watch(
  () => props.font,
  (font) => void bringFont(font, SIGNS.map(([sign]) => sign).join('')),
  { immediate: true },
);

/** Room about a sign, as a share of its larger side. */
const ROOM = 0.12;
const drawn = computed(() =>
  SIGNS.map(([sign, name]) => {
    const font = fontsCame.value >= 0 && fontOf(props.font);
    const set = font && setText({ kind: 'text', of: [], text: sign, font: props.font, height: 10 }, font);
    const box = set && !set.letters[0]?.missing ? outlineBounds(set.outline) : null;
    if (!set || !box) return { sign, name, box: '0 0 1 1', path: '' };
    const [w, h] = [box.maxX - box.minX, box.maxY - box.minY];
    const side = Math.max(w, h) * (1 + 2 * ROOM);
    const [x, y] = [(box.minX + box.maxX - side) / 2, (box.minY + box.maxY - side) / 2];
    return { sign, name, box: `${x} ${y} ${side} ${side}`, path: pathData(set.outline.paths) };
  }),
);
</script>

<template>
  <!-- A press leaves the caret where it is. -->
  <div class="mt-1 grid grid-cols-8 gap-1" role="group" aria-label="Signs" @mousedown.prevent>
    <button
      v-for="{ sign, name, box, path } in drawn"
      :key="sign"
      type="button"
      class="grid h-7 place-items-center rounded-card border border-line bg-panel hover:bg-linen"
      :aria-label="`Put in: ${name}`"
      :title="name"
      @click="emit('put', sign)"
    >
      <svg :viewBox="box" class="size-5" aria-hidden="true"><path :d="path" fill="currentColor" /></svg>
    </button>
  </div>
</template>
