<script setup lang="ts">
// Outlines above the thread as a layer of their own: while the cloth is pulled or zoomed what is drawn moves along, and is drawn anew at rest.
import { computed, shallowRef, watch } from 'vue';
import { refDebounced } from '@vueuse/core';
import { useView } from '../../stores/view.ts';
import { movedFrom, wantsAnew, type Seen } from './drawn-layer.ts';
import type { Piece } from './outline-pieces.ts';
import OutlineStrokes from './OutlineStrokes.vue';

const props = defineProps<{
  /** What takes too much to be sewn. */
  unsewn: readonly { id: string; pieces: readonly Piece[]; colour: string }[];
  /** What the selected objects are made from, or show. */
  sources: readonly Piece[];
  /** The selected objects. */
  outlines: readonly Piece[];
}>();

/** Lines along what is smaller than this would cover the thread that they show the edge of: they are fine then, in CSS pixels. */
const SMALL = 28;
/** The cloth rests once it was not moved for so long, in ms. */
const REST = 150;

const view = useView();
const seen = computed<Seen>(() => ({ scale: view.scale, x: view.originX, y: view.originY }));
const rested = refDebounced(seen, REST);
/** How the cloth was seen when the lines were drawn. */
const drawn = shallowRef(seen.value);
watch([seen, rested], ([now, still]) => {
  if (wantsAnew(drawn.value, now, now === still)) drawn.value = now;
});
const matrix = computed(() => {
  const { scale, x, y } = drawn.value;
  return `matrix(${scale} 0 0 ${scale} ${x} ${y})`;
});
const isSmall = ({ size }: Piece): boolean => size * drawn.value.scale < SMALL;
const fine = computed(() => props.outlines.filter(isSmall));
const broad = computed(() => props.outlines.filter((piece) => !isSmall(piece)));
const moved = computed(() => movedFrom(drawn.value, seen.value));
</script>

<template>
  <svg
    v-if="outlines.length || sources.length || unsewn.length"
    class="pointer-events-none absolute inset-0 h-full w-full origin-top-left overflow-visible will-change-transform"
    aria-hidden="true"
    :style="{ transform: moved }"
  >
    <g :transform="matrix">
      <OutlineStrokes
        v-for="one in unsewn"
        :key="one.id"
        :pieces="one.pieces"
        :stroke="one.colour"
        stroke-width="2"
        stroke-dasharray="8 5"
        data-testid="unsewn-outline"
      />
      <OutlineStrokes :pieces="sources" stroke="#6d5f6b" stroke-width="1.2" stroke-dasharray="5 4" />
      <OutlineStrokes :pieces="broad" stroke="#fffdf8" stroke-width="4" stroke-opacity="0.8" />
      <g stroke="#b3263f" data-testid="selection-outline">
        <OutlineStrokes :pieces="broad" stroke-width="1.5" />
        <OutlineStrokes :pieces="fine" stroke-width="0.75" />
      </g>
    </g>
  </svg>
</template>
