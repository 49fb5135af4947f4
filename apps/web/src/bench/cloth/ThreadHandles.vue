<script setup lang="ts">
// Where the selected object's thread begins (ring) and ends (dot), the centre it goes about (cross), and its drawn
// widths: handles that are dragged.
import { arcLengths, outlineLines, pointAt, type DesignObject, type Point, lineWidthOf } from '@rosehip/core';
import { computed, toRef } from 'vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import { useThreadEnds, type EndName } from '../thread-ends.ts';
import { useCentre } from '../centre.ts';
import { useFollow } from './follow.ts';

const props = defineProps<{ svg: SVGSVGElement | null }>();
const bench = useBench();
const view = useView();
const { object, placeOf, withEnd, LABEL } = useThreadEnds();
const { follow } = useFollow(toRef(props, 'svg'));

/** Handles nearer than this to each other stand side by side, in CSS pixels. */
const BESIDE = 14;
const ends = computed(() => {
  const all = (['start', 'end'] as const).flatMap((name) => {
    const at = placeOf(name);
    return at ? [{ name, fixed: !!object.value?.[name], p: view.toPx(at) }] : [];
  });
  if (all.length === 2 && Math.hypot(all[0].p.x - all[1].p.x, all[0].p.y - all[1].p.y) < BESIDE)
    all.forEach((e, i) => (e.p = { x: e.p.x + (i ? BESIDE / 2 : -BESIDE / 2), y: e.p.y }));
  return all;
});

function dragEnd(e: PointerEvent, name: EndName): void {
  const [committed] = bench.committedSelected;
  if (committed?.kind !== 'object' || committed.locked) return;
  follow(e, LABEL[name], (at) => [withEnd(committed, name, at)]);
}

const { centre, withCentre } = useCentre();
const centreAt = computed(() => (centre.value ? view.toPx(centre.value) : null));
function dragCentre(e: PointerEvent): void {
  const [committed] = bench.committedSelected;
  if (committed?.kind !== 'object' || committed.locked) return;
  follow(e, 'Centre', (at) => [withCentre(committed, at)]);
}

/** The line that drawn widths are measured on, as it lies on the cloth. */
const widths = computed(() => {
  const [plain] = bench.selectedPlain;
  const of = object.value;
  if (!of?.widths?.length || plain?.kind !== 'object' || lineWidthOf(of) === null) return [];
  const [line] = outlineLines(plain.outline);
  if (!line) return [];
  const lengths = arcLengths(line);
  const total = lengths.at(-1)!;
  return of.widths.map(({ at, width }, i) => {
    const s = at * total;
    const p = pointAt(line, lengths, s);
    const [a, b] = [
      pointAt(line, lengths, Math.max(0, s - 0.3)),
      pointAt(line, lengths, Math.min(total, s + 0.3)),
    ];
    const d = Math.hypot(b.x - a.x, b.y - a.y) || 1;
    const normal = { x: -(b.y - a.y) / d, y: (b.x - a.x) / d };
    const side = (k: number): Point =>
      view.toPx({ x: p.x + (k * normal.x * width) / 2, y: p.y + (k * normal.y * width) / 2 });
    return { i, p, normal, right: side(1), left: side(-1) };
  });
});

function dragWidth(e: PointerEvent, i: number): void {
  const [committed] = bench.committedSelected;
  if (committed?.kind !== 'object' || !committed.widths) return;
  const { p, normal } = widths.value[i];
  follow(e, 'Width', (at) => {
    const off = Math.abs((at.x - p.x) * normal.x + (at.y - p.y) * normal.y);
    const width = Math.round(Math.min(60, 2 * off) * 20) / 20;
    const next: DesignObject = {
      ...committed,
      widths: committed.widths!.with(i, { ...committed.widths![i], width }),
    };
    return [next];
  });
}
</script>

<template>
  <g>
    <g v-for="w in widths" :key="w.i">
      <line
        :x1="w.left.x"
        :y1="w.left.y"
        :x2="w.right.x"
        :y2="w.right.y"
        stroke="#4f6f3d"
        stroke-dasharray="3 3"
      />
      <g
        v-for="(p, k) in [w.left, w.right]"
        :key="k"
        class="grab"
        :data-testid="`width-handle-${w.i}-${k}`"
        @pointerdown="dragWidth($event, w.i)"
      >
        <circle :cx="p.x" :cy="p.y" r="9" fill="transparent" />
        <rect :x="p.x - 3.5" :y="p.y - 3.5" width="7" height="7" rx="2" class="disc leaf" />
      </g>
    </g>
    <g v-if="centreAt" class="grab" data-testid="about-handle" @pointerdown="dragCentre">
      <title>The lines go about this place: drag it</title>
      <circle :cx="centreAt.x" :cy="centreAt.y" r="12" fill="transparent" />
      <circle :cx="centreAt.x" :cy="centreAt.y" r="7" class="disc" />
      <path
        :d="`M${centreAt.x - 4} ${centreAt.y}h8M${centreAt.x} ${centreAt.y - 4}v8`"
        stroke="#2a1c2b"
        stroke-width="1.5"
      />
    </g>
    <g
      v-for="e in ends"
      :key="e.name"
      class="grab"
      :data-testid="`${e.name}-handle`"
      :opacity="e.fixed ? 1 : 0.75"
      @pointerdown="dragEnd($event, e.name)"
    >
      <title>{{ e.name === 'start' ? 'Sewing begins here' : 'Sewing ends here' }}: drag to fix it</title>
      <circle :cx="e.p.x" :cy="e.p.y" r="9" fill="transparent" />
      <circle :cx="e.p.x" :cy="e.p.y" r="6" class="disc" :class="{ leaf: e.fixed }" />
      <circle v-if="e.name === 'start'" :cx="e.p.x" :cy="e.p.y" r="3" fill="none" stroke="#2a1c2b" />
      <circle v-else :cx="e.p.x" :cy="e.p.y" r="2.6" fill="#2a1c2b" />
    </g>
  </g>
</template>

<style scoped src="./handles.css"></style>
