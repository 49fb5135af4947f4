<script setup lang="ts">
// Outlines and handles above the thread: light enough to follow every move of the hand.
import { computed, shallowRef } from 'vue';
import { isPlain, pathData, referencesFor, resolvedItem, shapedBy } from '@rosehip/core';
import { useBench } from '../../stores/bench/bench.ts';
import { useRehearsal } from '../../stores/rehearsal.ts';
import { useSewing } from '../../stores/sewing.ts';
import { useView } from '../../stores/view.ts';
import AngleHandle from './AngleHandle.vue';
import ClothOutlines from './ClothOutlines.vue';
import FrameHandles from './FrameHandles.vue';
import HoopingHandles from './HoopingHandles.vue';
import { outlinePieces } from './outline-pieces.ts';
import RepeatHandles from './RepeatHandles.vue';
import ThreadHandles from './ThreadHandles.vue';
import type { Tool } from '../tools/tool.ts';

const props = defineProps<{ tool: Tool }>();

const bench = useBench();
const sewing = useSewing();
const rehearsal = useRehearsal();
const view = useView();

const matrix = computed(() => `matrix(${view.scale} 0 0 ${view.scale} ${view.originX} ${view.originY})`);

/** The Points tool draws its outline itself: on the flat sheet, before any bend of the group around. */
const outlines = computed(() => {
  const [only] = bench.selected;
  if (view.tool === 'points' && only?.kind === 'object' && isPlain(only.outline)) return [];
  return outlinePieces(bench.selectedPlain);
});
/** What the selected objects are made from, or show, dashed. */
const sources = computed(() => {
  const { design } = bench;
  if (!design) return [];
  const ids = bench.selected.flatMap((item) => [
    ...shapedBy(item),
    ...referencesFor(item, 'shows'),
    ...referencesFor(item, 'goes like'),
  ]);
  return outlinePieces(ids.flatMap((id) => resolvedItem(design, id) ?? []));
});
/** What takes too much to be sewn, as its outline in its thread's colour: in the Lines view that is drawn anyway. */
const unsewn = computed(() => {
  const { planned, plan } = sewing;
  if (!planned || !plan || view.view === 'lines') return [];
  return plan.objects.flatMap(({ id, thread, excess }) => {
    const item = excess && excess.why !== 'far' ? resolvedItem(planned, id) : null;
    return item ? [{ id, pieces: outlinePieces([item]), colour: plan.threads[thread].colour }] : [];
  });
});
const previewData = computed(() =>
  props.tool.preview.paths.length ? pathData(props.tool.preview.paths) : '',
);
const previewPoints = computed(() => props.tool.preview.points.map((p) => view.toPx(p)));
const lasso = computed(() =>
  props.tool.preview.lasso
    ?.map((p) => view.toPx(p))
    .map((p) => `${p.x},${p.y}`)
    .join(' '),
);
const box = computed(() => {
  const corners = props.tool.preview.box?.map((p) => view.toPx(p));
  if (!corners) return null;
  const [a, b] = corners;
  return {
    x: Math.min(a.x, b.x),
    y: Math.min(a.y, b.y),
    width: Math.abs(a.x - b.x),
    height: Math.abs(a.y - b.y),
  };
});

const svg = shallowRef<SVGSVGElement | null>(null);
const handling = computed(() => view.tool === 'select' && bench.selected.length > 0);

/* The needle, while a rehearsal stands or runs somewhere inside the design. */
const needle = computed(() => {
  const { plan } = sewing;
  const { playhead } = rehearsal;
  if (!plan || !rehearsal.showNeedle || rehearsal.atEnd || playhead < 1) return null;
  return view.toPx({ x: plan.x[playhead - 1], y: plan.y[playhead - 1] });
});
</script>

<template>
  <ClothOutlines :unsewn="unsewn" :sources="sources" :outlines="outlines" />
  <svg
    ref="svg"
    class="pointer-events-none absolute inset-0 h-full w-full overflow-visible"
    aria-hidden="true"
  >
    <g :transform="matrix">
      <path
        v-if="previewData"
        :d="previewData"
        fill="none"
        stroke="#fffdf8"
        stroke-width="4"
        stroke-opacity="0.6"
        vector-effect="non-scaling-stroke"
      />
      <path
        v-if="previewData"
        :d="previewData"
        fill="none"
        stroke="#b3263f"
        stroke-width="1.75"
        vector-effect="non-scaling-stroke"
        data-testid="drawing"
      />
    </g>
    <circle v-for="(p, i) in previewPoints" :key="i" :cx="p.x" :cy="p.y" r="4" class="disc" />
    <polyline
      v-if="lasso"
      :points="lasso"
      fill="#b3263f"
      fill-opacity="0.07"
      stroke="#b3263f"
      stroke-dasharray="4 3"
    />
    <rect
      v-if="box"
      v-bind="box"
      fill="#b3263f"
      fill-opacity="0.07"
      stroke="#b3263f"
      stroke-dasharray="4 3"
    />
    <!-- Under the frame: on a small shape the handles of its size come first. -->
    <AngleHandle v-if="handling" :svg="svg" />
    <FrameHandles v-if="handling" :svg="svg" />
    <ThreadHandles v-if="handling" :svg="svg" />
    <RepeatHandles v-if="handling" :svg="svg" />
    <HoopingHandles :svg="svg" />
    <g v-if="needle" data-testid="needle">
      <circle :cx="needle.x" :cy="needle.y" r="5" fill="none" stroke="#fffdf8" stroke-width="4" />
      <circle :cx="needle.x" :cy="needle.y" r="5" fill="none" stroke="#2a1c2b" stroke-width="1.5" />
      <circle :cx="needle.x" :cy="needle.y" r="1.5" fill="#2a1c2b" />
    </g>
  </svg>
</template>

<style scoped src="./handles.css"></style>
