<script setup lang="ts">
// The motif shelf as drawings: each can be laid on the cloth as an object of its own, to be shaped and repeated.
import { onMounted, computed } from 'vue';
import {
  MOTIF_UNITS,
  outlineBounds,
  outlinePaths,
  parsePathData,
  pathData,
  scaling,
  multiply,
  transformOutline,
  translation,
  type PlainOutline,
} from '@rosehip/core';
import { useMotifs } from '../../stores/motifs.ts';
import { useView } from '../../stores/view.ts';
import { addObject } from '../tools/make.ts';

/** How large a motif is laid on the cloth, in mm. */
const SIZE = 20;

const motifs = useMotifs();
const view = useView();
onMounted(motifs.load);

const UNITS = MOTIF_UNITS.map(({ id, name, d }) => ({
  id,
  name,
  outline: { kind: 'path', paths: parsePathData(d).paths } satisfies PlainOutline,
}));
const all = computed(() =>
  [...motifs.all.map(({ id, name, outline }) => ({ id, name, outline })), ...UNITS].map((m) => ({
    ...m,
    data: pathData(outlinePaths(m.outline)),
    box: boxOf(m.outline),
  })),
);

function boxOf(outline: PlainOutline): string {
  const b = outlineBounds(outline) ?? { minX: 0, minY: 0, maxX: 1, maxY: 1 };
  const side = 1.15 * Math.max(b.maxX - b.minX, b.maxY - b.minY, 0.1);
  return [(b.minX + b.maxX - side) / 2, (b.minY + b.maxY - side) / 2, side, side].join(' ');
}

/** In the middle of what is seen, as lines that are sewn there and back. */
function lay(name: string, outline: PlainOutline): void {
  const b = outlineBounds(outline);
  if (!b) return;
  const k = SIZE / Math.max(b.maxX - b.minX, b.maxY - b.minY, 0.1);
  const { x, y } = view.centre;
  const at = translation(Math.round(x), Math.round(y));
  const middle = translation(-(b.minX + b.maxX) / 2, -(b.minY + b.maxY) / 2);
  addObject(transformOutline(outline, multiply(at, multiply(scaling(k, k), middle))), 'run', name);
}
</script>

<template>
  <h3 class="mt-5 mb-1 text-sm">Motifs</h3>
  <p class="mb-2 text-muted">Press one: it is laid in the middle of the cloth, ready to be repeated.</p>
  <ul class="grid grid-cols-5 gap-1.5" aria-label="Motifs">
    <li v-for="m in all" :key="m.id">
      <button
        type="button"
        class="w-full rounded-card border border-line p-1 hover:bg-linen"
        :aria-label="m.name"
        :title="m.name"
        @click="lay(m.name, m.outline)"
      >
        <svg :viewBox="m.box" class="mx-auto size-9" aria-hidden="true">
          <path
            :d="m.data"
            fill="none"
            stroke="#2a1c2b"
            stroke-width="1.2"
            vector-effect="non-scaling-stroke"
          />
        </svg>
      </button>
    </li>
  </ul>
</template>
