<script setup lang="ts">
// The motif shelf as drawings: each can be laid on the cloth as an object of its own, to be shaped and repeated.
import { onMounted, computed } from 'vue';
import { X } from '@lucide/vue';
import {
  boundsOfItems,
  MOTIF_UNITS,
  newId,
  outlineBounds,
  outlinePaths,
  parsePathData,
  pasteJob,
  pathData,
  scaling,
  multiply,
  threadDrawing,
  transformOutline,
  translation,
  type Group,
  type PlainOutline,
  type StitchesObject,
} from '@rosehip/core';
import { useBench } from '../../stores/bench/bench.ts';
import { useMotifs } from '../../stores/motifs.ts';
import { useView } from '../../stores/view.ts';
import { addObject } from '../tools/make.ts';

/** How large a motif is laid on the cloth, in mm. */
const SIZE = 20;

const bench = useBench();
const motifs = useMotifs();
const view = useView();
onMounted(motifs.load);

const UNITS = MOTIF_UNITS.map(({ id, name, d }) => ({
  id,
  name,
  outline: { kind: 'path', paths: parsePathData(d).paths } satisfies PlainOutline,
}));
/** Stitches that are kept as they are, each thread in its colour. */
const stitched = computed(() =>
  motifs.all.flatMap(({ id, name, stitches, width, height }) => {
    if (!stitches) return [];
    const threads = stitches.map((item) => ({
      data: pathData(threadDrawing([item]).paths),
      colour: bench.materials.thread(item.thread).colour,
    }));
    const box = boxOf(threadDrawing(stitches));
    return [{ id, name, stitches, threads, box, size: `${width.toFixed(1)} × ${height.toFixed(1)} mm` }];
  }),
);
const all = computed(() =>
  [
    ...motifs.all.filter((m) => !m.stitches).map(({ id, name, outline }) => ({ id, name, outline })),
    ...UNITS,
  ].map((m) => ({
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

/** In the middle of what is seen, at its true size. */
function layStitches(name: string, stitches: StitchesObject[]): void {
  const b = boundsOfItems(stitches);
  if (!b) return;
  const { x, y } = view.centre;
  // Whole tenths of a millimetre: the stitches keep their lengths exactly.
  const [dx, dy] = [x - (b.minX + b.maxX) / 2, y - (b.minY + b.maxY) / 2].map((v) => Math.round(10 * v) / 10);
  const group: Group = { id: newId(), name, kind: 'group', visible: true, locked: false, objects: stitches };
  const item = stitches.length === 1 ? { ...stitches[0], name } : group;
  if (
    bench.does((design) =>
      pasteJob(design, [item], new Set([item.id]), translation(dx, dy), `Lay ${name}`.slice(0, 120)),
    )
  )
    view.showCard();
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
  <ul v-if="stitched.length" class="mb-2 grid grid-cols-3 gap-1.5" aria-label="Motifs of stitches">
    <li v-for="m in stitched" :key="m.id" class="relative">
      <button
        type="button"
        class="w-full rounded-card border border-line p-1 text-[11px] leading-4 hover:bg-linen"
        :title="`${m.name}, stitch by stitch, ${m.size}`"
        @click="layStitches(m.name, m.stitches)"
      >
        <svg :viewBox="m.box" class="mx-auto size-14" aria-hidden="true">
          <path
            v-for="(t, k) in m.threads"
            :key="k"
            :d="t.data"
            fill="none"
            :stroke="t.colour"
            stroke-width="0.4"
            stroke-linejoin="round"
          />
        </svg>
        <span class="block truncate">{{ m.name }}</span>
        <span class="block text-muted">{{ m.size }}</span>
      </button>
      <button
        type="button"
        class="button button-quiet absolute top-0.5 right-0.5 size-5 p-0"
        :aria-label="`Take ${m.name} off the shelf`"
        title="Take it off the shelf"
        @click="motifs.remove(m.id)"
      >
        <X :size="13" aria-hidden="true" />
      </button>
    </li>
  </ul>
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
