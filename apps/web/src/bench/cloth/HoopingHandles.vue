<script setup lang="ts">
// Hoopings on the cloth: dragged by their numbers, in line with others, and turned by the ring above those; what is sewn in
// each has its tint; in a rehearsal the one that is mounted is shown.
import {
  fieldOf,
  hoopingsOf,
  markPlaces,
  nearestMarkPlace,
  placeHoopingJob,
  placeMarkJob,
  toCloth,
  applyMatrix,
  regionBounds,
  type Hooping,
  type Point,
} from '@rosehip/core';
import { computed, ref, toRef } from 'vue';
import { showNumber } from '../../fields/arithmetic.ts';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import { tintOf, useHoopings } from '../hoopings.ts';
import { useFollow } from './follow.ts';

const props = defineProps<{ svg: SVGSVGElement | null }>();
const bench = useBench();
const view = useView();
const { several, belongs, mounted, error } = useHoopings();
const { mmOf, pull } = useFollow(toRef(props, 'svg'));

/** A hooping falls in line with another within so many CSS pixels … */
const NEAR = 6;
/** … and is turned like another, or square to the cloth, within so many degrees. */
const ALIKE = 3;
/** The ring that turns it stands so many CSS pixels above its number. */
const OUT = 25;
/** The one that is dragged, as it is now. */
const dragged = ref<Hooping | null>(null);
const shown = computed(() => {
  const { design } = bench;
  if (view.panel !== 'hoop' || !design?.hoopings) return [];
  const { height } = design.hoop;
  return hoopingsOf(design).map((hooping, k) => {
    const now = dragged.value?.id === hooping.id ? dragged.value : hooping;
    const top: Point = applyMatrix(toCloth(now), { x: 0, y: -height / 2 });
    const ring: Point = applyMatrix(toCloth(now), { x: 0, y: -height / 2 - OUT / view.scale });
    return {
      hooping,
      number: k + 1,
      at: view.toPx(top),
      ring: view.toPx(ring),
      turned: now.turn === hooping.turn ? '' : `${showNumber(now.turn, 'plain', 1)}°`,
      frame: frameOf(now),
      tint: tintOf(k),
      moving: now !== hooping,
    };
  });
});

/** The hoop's corners, as points of a polygon in CSS pixels. */
function frameOf(hooping: Hooping): string {
  const { width, height } = bench.design!.hoop;
  const map = toCloth(hooping);
  const [w, h] = [width / 2, height / 2];
  return [
    [-w, -h],
    [w, -h],
    [w, h],
    [-w, h],
  ]
    .map(([x, y]) => view.toPx(applyMatrix(map, { x, y })))
    .map(({ x, y }) => `${x},${y}`)
    .join(' ');
}

/** What is sewn in each hooping, as boxes in its tint. */
const tinted = computed(() => {
  if (view.panel !== 'hoop' || !several.value || error.value) return [];
  return [...belongs.value.of].flatMap(([id, k]) => {
    const b = belongs.value.boxes.get(id);
    if (!b) return [];
    const [a, c] = [view.toPx({ x: b.minX, y: b.minY }), view.toPx({ x: b.maxX, y: b.maxY })];
    return [{ id, x: a.x, y: a.y, width: c.x - a.x, height: c.y - a.y, tint: tintOf(k) }];
  });
});
const mountedFrame = computed(() => {
  const hooping = mounted.value && bench.design && hoopingsOf(bench.design)[mounted.value.number - 1];
  return hooping ? { points: frameOf(hooping), tint: mounted.value!.tint } : null;
});

/* Marks that lead from one hooping to the next */
const markDragged = ref<{ id: string; which: 0 | 1; at: Point } | null>(null);
/** Where they stand on the cloth: that follows from the design, and not from how it is looked at. */
const marks = computed(() => {
  const { plain } = bench;
  if (view.panel !== 'hoop' || !plain?.marks || plain.marks.as === 'frame') return [];
  const all = hoopingsOf(plain);
  return all.slice(1).flatMap((next, k) =>
    (markPlaces(all[k], next, plain) ?? []).map((place, which) => ({
      hooping: all[k],
      next,
      which: which as 0 | 1,
      key: `${all[k].id} ${which}`,
      place,
      says: `Mark ${which + 1} between hooping ${k + 1} and ${k + 2}: drag it`,
    })),
  );
});
const markHandles = computed(() =>
  marks.value.map((mark) => {
    const held = markDragged.value?.id === mark.hooping.id && markDragged.value.which === mark.which;
    return { ...mark, at: view.toPx(held ? markDragged.value!.at : mark.place) };
  }),
);

function dragMark(e: PointerEvent, hooping: Hooping, next: Hooping, which: 0 | 1): void {
  const { plain } = bench;
  if (!plain || !props.svg) return;
  pull(
    e,
    (at) => {
      const to = nearestMarkPlace(hooping, next, plain, at);
      if (to) markDragged.value = { id: hooping.id, which, at: to };
    },
    (done) => {
      const to = markDragged.value;
      markDragged.value = null;
      if (!done || !to) return;
      bench.does((d) => ({
        ...placeMarkJob(d, hooping.id, which, to.at),
        select: [...bench.selection],
      }));
    },
  );
}

function drag(e: PointerEvent, hooping: Hooping): void {
  if (!bench.design || !props.svg) return;
  const from = mmOf(e);
  const others = hoopingsOf(bench.design).filter((h) => h.id !== hooping.id);
  // Its middle and its edges fall in line with guides, too.
  const box = regionBounds(fieldOf({ ...hooping, x: 0, y: 0 }, bench.design.hoop))!;
  const guides = (axis: 'x' | 'y'): number[] =>
    (bench.design!.guides ?? [])
      .filter((g) => g.axis === axis)
      .flatMap(({ at }) =>
        axis === 'x' ? [at, at - box.minX, at - box.maxX] : [at, at - box.minY, at - box.maxY],
      );
  const [across, down] = [guides('x'), guides('y')];
  const inLine = (v: number, lines: number[]): number =>
    lines.find((l) => Math.abs(l - v) * view.scale < NEAR) ?? Math.round(v * 2) / 2;
  pull(
    e,
    (at) => {
      const x = inLine(hooping.x + at.x - from.x, [0, ...others.map((o) => o.x), ...across]);
      const y = inLine(hooping.y + at.y - from.y, [0, ...others.map((o) => o.y), ...down]);
      dragged.value = { ...hooping, x, y };
    },
    (done) => placed(done, hooping),
  );
}

/** Where a hand has let go of a hooping: as one step, unless it is as it was or the hand took it back. */
function placed(done: boolean, was: Hooping): void {
  const to = dragged.value;
  dragged.value = null;
  if (!done || !to || (to.x === was.x && to.y === was.y && to.turn === was.turn)) return;
  const { x, y, turn } = to;
  bench.does((d) => ({ ...placeHoopingJob(d, was.id, { x, y, turn }), select: [...bench.selection] }));
}

/** From -180 up to 180°, as the number field has it. */
const upright = (degrees: number): number => ((((degrees + 180) % 360) + 360) % 360) - 180;

function turn(e: PointerEvent, hooping: Hooping): void {
  if (!bench.design || !props.svg) return;
  const angle = (p: Point): number => (Math.atan2(p.y - hooping.y, p.x - hooping.x) * 180) / Math.PI;
  const from = angle(mmOf(e));
  const others = hoopingsOf(bench.design).flatMap((h) => (h.id === hooping.id ? [] : [h.turn]));
  const alike = [-180, -90, 0, 90, 180, ...others];
  pull(
    e,
    (at) => {
      const to = upright(hooping.turn + angle(at) - from);
      const near = alike.find((a) => Math.abs(a - to) < ALIKE);
      dragged.value = { ...hooping, turn: near === undefined ? Math.round(to) : upright(near) };
    },
    (done) => placed(done, hooping),
  );
}
</script>

<template>
  <g>
    <polygon
      v-if="mountedFrame"
      data-testid="mounted-hoop"
      :points="mountedFrame.points"
      fill="none"
      :stroke="mountedFrame.tint"
      stroke-width="3"
    />
    <rect
      v-for="t in tinted"
      :key="t.id"
      :x="t.x"
      :y="t.y"
      :width="t.width"
      :height="t.height"
      rx="3"
      class="pointer-events-none"
      :fill="t.tint"
      fill-opacity="0.12"
      :stroke="t.tint"
      stroke-opacity="0.6"
    />
    <g
      v-for="m in markHandles"
      :key="m.key"
      class="grab"
      data-testid="mark-handle"
      @pointerdown="dragMark($event, m.hooping, m.next, m.which)"
    >
      <title>{{ m.says }}</title>
      <circle :cx="m.at.x" :cy="m.at.y" r="12" fill="transparent" />
      <circle :cx="m.at.x" :cy="m.at.y" r="9" fill="none" stroke="#fff" stroke-width="3" />
      <circle :cx="m.at.x" :cy="m.at.y" r="9" fill="none" stroke="#b3263f" stroke-width="1.5" />
    </g>
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
        <circle :cx="h.at.x" :cy="h.at.y" r="10" class="disc" :style="{ fill: h.tint, stroke: '#fff' }" />
        <text :x="h.at.x" :y="h.at.y + 4" text-anchor="middle" font-size="12" font-weight="600" fill="#fff">{{
          h.number
        }}</text>
      </g>
      <g class="grab" :data-testid="`hooping-turn-${h.number}`" @pointerdown="turn($event, h.hooping)">
        <title>Hooping {{ h.number }}: turn it</title>
        <circle :cx="h.ring.x" :cy="h.ring.y" r="12" fill="transparent" />
        <circle :cx="h.ring.x" :cy="h.ring.y" r="6" class="disc" :style="{ stroke: h.tint }" />
        <text
          v-if="h.turned"
          :x="h.ring.x + 12"
          :y="h.ring.y + 4"
          font-size="12"
          font-weight="600"
          class="pointer-events-none"
          fill="#fff"
          stroke="#2a1c2b"
          stroke-width="3"
          paint-order="stroke"
          >{{ h.turned }}</text
        >
      </g>
    </g>
  </g>
</template>

<style scoped src="./handles.css"></style>
