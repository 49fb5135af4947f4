<script setup lang="ts">
// What the Shapes tool draws next.
import { Upload } from '@lucide/vue';
import { outlinePaths, pathData, readyShape, type BoxOutline } from '@rosehip/core';
import { useAskForFiles } from '../bring-in.ts';
import MotifShelf from './MotifShelf.vue';
import { chosenShape, SHAPE_CHOICES } from '../tools/shape-tool.ts';

const ask = useAskForFiles();

const box = { x: 0, y: 0, width: 40, height: 40, turn: 0 };

/** A small picture of a choice, in its proportion. */
function drawing(id: string): string {
  const plain: Record<string, BoxOutline> = {
    polygon: { kind: 'polygon', ...box, corners: 6 },
    star: { kind: 'star', ...box, corners: 5, inner: 0.5 },
    spiral: { kind: 'spiral', ...box, rounds: 3, inner: 0 },
    arc: { kind: 'ellipse', ...box, arc: { from: 0, sweep: 270, ends: 'slice' } },
  };
  const k = readyShape(id)?.proportion ?? 1;
  const fitted = { ...box, width: 40 * Math.min(1, k), height: 40 / Math.max(1, k) };
  return pathData(outlinePaths(plain[id] ?? { kind: 'ready', ...fitted, shape: id }));
}
const drawings = SHAPE_CHOICES.map((c) => ({ ...c, data: drawing(c.id) }));
</script>

<template>
  <section class="p-4" aria-label="Shapes">
    <h2 class="text-lg">Shapes</h2>
    <p class="mb-3 text-muted">Choose one, then drag on the cloth; its size is typed on the recipe card.</p>
    <button
      type="button"
      class="button mb-3 w-full justify-center"
      title="Or drop files on the cloth"
      @click="ask()"
    >
      <Upload :size="16" aria-hidden="true" /> Bring in a drawing or stitches
    </button>
    <ul class="grid grid-cols-4 gap-1.5">
      <li v-for="c in drawings" :key="c.id">
        <button
          type="button"
          class="w-full rounded-card border px-0.5 py-1.5 text-center text-[11px] leading-4 hover:bg-linen"
          :class="chosenShape === c.id ? 'border-rosehip bg-blush' : 'border-line'"
          :aria-pressed="chosenShape === c.id"
          @click="chosenShape = c.id"
        >
          <svg viewBox="-24 -24 48 48" class="mx-auto mb-0.5 size-9" aria-hidden="true">
            <path
              :d="c.data"
              :fill="c.id === 'spiral' ? 'none' : '#f8e6e4'"
              fill-rule="evenodd"
              stroke="#2a1c2b"
              stroke-width="1.6"
              stroke-linejoin="round"
            />
          </svg>
          {{ c.label }}
        </button>
      </li>
    </ul>
    <MotifShelf />
  </section>
</template>
