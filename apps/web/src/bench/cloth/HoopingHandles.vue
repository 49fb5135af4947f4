<script setup lang="ts">
// Hoopings that are placed by hand: each is dragged by its number, and falls in line with the others.
import { hoopingsOf, placeHoopingJob, toCloth, applyMatrix, type Hooping, type Point } from '@rosehip/core';
import { computed, ref, toRef } from 'vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import { useFollow } from './follow.ts';

const props = defineProps<{ svg: SVGSVGElement | null }>();
const bench = useBench();
const view = useView();
const { mmOf, pull } = useFollow(toRef(props, 'svg'));

/** A hooping falls in line with another within so many CSS pixels. */
const NEAR = 6;
/** Where its number stands, in CSS pixels from the hoop's corner. */
const CORNER = 14;

/** The one that is dragged, as it is now. */
const dragged = ref<Hooping | null>(null);
const shown = computed(() => {
  const { design } = bench;
  if (view.panel !== 'hoop' || !design?.hoopings) return [];
  const { width, height } = design.hoop;
  return hoopingsOf(design).map((hooping, k) => {
    const now = dragged.value?.id === hooping.id ? dragged.value : hooping;
    const map = toCloth(now);
    const away = CORNER / view.scale;
    const corner = (x: number, y: number): Point => view.toPx(applyMatrix(map, { x, y }));
    const [w, h] = [width / 2, height / 2];
    const frame = [corner(-w, -h), corner(w, -h), corner(w, h), corner(-w, h)];
    return {
      hooping,
      number: k + 1,
      at: corner(-w + away, -h + away),
      frame: frame.map(({ x, y }) => `${x},${y}`).join(' '),
      moving: now !== hooping,
    };
  });
});

function drag(e: PointerEvent, hooping: Hooping): void {
  if (!bench.design || !props.svg) return;
  const from = mmOf(e);
  const others = hoopingsOf(bench.design).filter((h) => h.id !== hooping.id);
  const inLine = (v: number, lines: number[]): number =>
    lines.find((l) => Math.abs(l - v) * view.scale < NEAR) ?? Math.round(v * 2) / 2;
  pull(
    e,
    (at) => {
      const x = inLine(hooping.x + at.x - from.x, [0, ...others.map((o) => o.x)]);
      const y = inLine(hooping.y + at.y - from.y, [0, ...others.map((o) => o.y)]);
      dragged.value = { ...hooping, x, y };
    },
    (done) => {
      const to = dragged.value;
      dragged.value = null;
      if (!done || !to || (to.x === hooping.x && to.y === hooping.y)) return;
      bench.does((d) => ({
        ...placeHoopingJob(d, hooping.id, { x: to.x, y: to.y }),
        select: [...bench.selection],
      }));
    },
  );
}
</script>

<template>
  <g>
    <g v-for="h in shown" :key="h.hooping.id">
      <polygon
        v-if="h.moving"
        :points="h.frame"
        fill="#b3263f"
        fill-opacity="0.05"
        stroke="#b3263f"
        stroke-dasharray="4 3"
      />
      <g class="grab" :data-testid="`hooping-handle-${h.number}`" @pointerdown="drag($event, h.hooping)">
        <title>Hooping {{ h.number }}: drag it</title>
        <circle :cx="h.at.x" :cy="h.at.y" r="12" fill="transparent" />
        <circle :cx="h.at.x" :cy="h.at.y" r="10" class="disc" />
        <text
          :x="h.at.x"
          :y="h.at.y + 4"
          text-anchor="middle"
          font-size="12"
          font-weight="600"
          fill="#2a1c2b"
          >{{ h.number }}</text
        >
      </g>
    </g>
  </g>
</template>

<style scoped src="./handles.css"></style>
