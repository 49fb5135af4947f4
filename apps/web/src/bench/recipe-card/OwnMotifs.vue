<script setup lang="ts">
// The person's own motifs: repeated by the selected object, kept, taken away, and exchanged as SVG.
import { Download, X } from '@lucide/vue';
import { computed, onMounted } from 'vue';
import {
  motifFrom,
  outlineBounds,
  outlinePaths,
  OWN_MOTIF,
  pathData,
  type PlainOutline,
} from '@rosehip/core';
import type { KeptMotif } from '@rosehip/wire';
import { useBench } from '../../stores/bench/bench.ts';
import { drawingOf, useMotifs } from '../../stores/motifs.ts';
import { useEngine } from '../../workers/engine.ts';
import { saveFile } from '../../parts/save-file.ts';
import { mapObjects, useRecipeEdit } from './recipe-edit.ts';

/** The setting that takes the motif. */
const props = defineProps<{ setting: string }>();
const bench = useBench();
const motifs = useMotifs();
const edit = useRecipeEdit();
onMounted(motifs.load);

/** Drawings: stitches that are kept as they are can't be repeated by others. */
const drawings = computed(() => motifs.all.filter((m) => !m.stitches));
/** Name of the own motif that all selected objects repeat. */
const current = computed(() =>
  edit.valueOf(props.setting) === OWN_MOTIF ? (edit.objects.value[0]?.motif?.name ?? null) : null,
);

function choose(kept: KeptMotif): void {
  const motif = motifFrom(kept.name, kept.outline);
  if (!motif) {
    bench.message = `${kept.name} can’t be repeated: it begins where it ends.`;
    return;
  }
  const items = mapObjects(bench.committedSelected, (o) => ({
    ...o,
    motif,
    recipe: { ...o.recipe, settings: { ...o.recipe.settings, [props.setting]: OWN_MOTIF } },
  }));
  bench.replace(items, 'Motif');
}

const viewBox = (outline: PlainOutline): string => {
  const b = outlineBounds(outline);
  if (!b) return '0 0 1 1';
  const room = 0.06 * Math.max(b.maxX - b.minX, b.maxY - b.minY, 1);
  return [b.minX - room, b.minY - room, b.maxX - b.minX + 2 * room, b.maxY - b.minY + 2 * room].join(' ');
};
const dataOf = (outline: PlainOutline): string => pathData(outlinePaths(outline));

function take({ name, outline }: KeptMotif): void {
  const path = `<path fill="none" stroke="#2a1c2b" stroke-width="0.4" d="${dataOf(outline)}"/>`;
  const [, , width, height] = viewBox(outline).split(' ');
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="${viewBox(outline)}">${path}</svg>\n`;
  saveFile(`${name.replace(/[^\p{L}\p{N} _-]/gu, '') || 'motif'}.svg`, 'image/svg+xml', svg);
}

/** Puts drawings from SVG files on the shelf, a motif a file. */
async function bringIn(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  for (const file of input.files ?? []) {
    const result = await useEngine().bringIn(file.name, new Uint8Array(await file.arrayBuffer()));
    const outline = 'problem' in result ? null : drawingOf(result.design.objects as never);
    if (outline) await motifs.keep(file.name.replace(/\.svg$/i, ''), outline);
    else
      bench.message = `${file.name}: ${'problem' in result ? result.problem : 'it holds nothing that can be drawn.'}`;
  }
  input.value = '';
}
</script>

<template>
  <div class="grid gap-1.5" role="group" aria-label="Your motifs">
    <p class="label">Your motifs</p>
    <p v-if="motifs.problem" class="text-rosehip" role="alert">{{ motifs.problem }}</p>
    <ul v-if="drawings.length" class="grid grid-cols-4 gap-1">
      <li
        v-for="m in drawings"
        :key="m.id"
        class="group relative rounded-card border text-center text-[11px] leading-4 hover:bg-linen"
        :class="current === m.name ? 'border-rosehip bg-blush' : 'border-line'"
      >
        <button type="button" class="w-full p-0.5" :aria-pressed="current === m.name" @click="choose(m)">
          <svg :viewBox="viewBox(m.outline)" class="mx-auto h-8" aria-hidden="true">
            <path
              :d="dataOf(m.outline)"
              fill="none"
              stroke="currentColor"
              stroke-width="1"
              vector-effect="non-scaling-stroke"
            />
          </svg>
          <span class="block truncate">{{ m.name }}</span>
        </button>
        <div class="flex justify-center gap-0.5 pb-0.5">
          <button
            type="button"
            class="button button-quiet size-5 p-0"
            :aria-label="`Take ${m.name} as SVG`"
            title="Take it as SVG"
            @click="take(m)"
          >
            <Download :size="13" aria-hidden="true" />
          </button>
          <button
            type="button"
            class="button button-quiet size-5 p-0"
            :aria-label="`Take ${m.name} off the shelf`"
            title="Take it off the shelf; designs that use it keep it"
            @click="motifs.remove(m.id)"
          >
            <X :size="13" aria-hidden="true" />
          </button>
        </div>
      </li>
    </ul>
    <p v-else class="text-xs text-muted">
      None yet. Select any drawing and press <i>Keep as motif</i> on <i>Make</i>, or bring one in.
    </p>
    <label class="button h-8 justify-center focus-within:outline-2 focus-within:outline-rosehip">
      Bring in motifs (.svg)
      <input type="file" class="sr-only" accept=".svg" multiple @change="bringIn" />
    </label>
  </div>
</template>
