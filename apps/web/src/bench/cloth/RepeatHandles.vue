<script setup lang="ts">
// Handles of a repeat on the cloth: centre, radius and start angle, how many, how far apart.
import { computed, toRef } from 'vue';
import {
  applyMatrix,
  arcLengths,
  findItem,
  inverse,
  multiply,
  nearestOnLine,
  outlineLines,
  rotation,
  translation,
  type Point,
} from '@rosehip/core';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import { useRepeatEdit } from '../repeat-edit.ts';
import { useFollow } from './follow.ts';

const props = defineProps<{ svg: SVGSVGElement | null }>();

const bench = useBench();
const view = useView();
const { follow } = useFollow(toRef(props, 'svg'));
const { group: selected, placed, withLayout, movedInside } = useRepeatEdit();
/** Locked repeats keep their places. */
const group = computed(() => (selected.value?.locked ? null : selected.value));

/** The middle of a copy, in mm. */
function middleOf(i: number): Point | null {
  const p = placed.value;
  const back = p && inverse(p.maps[0]);
  return p && back && p.maps[i] ? applyMatrix(multiply(p.maps[i], back), p.middle) : null;
}

interface Handle {
  name: 'centre' | 'radius' | 'count' | 'step' | 'end' | 'down';
  title: string;
  at: Point;
}

const handles = computed<Handle[]>(() => {
  const layout = group.value?.repeat.layout;
  const count = placed.value?.maps.length ?? 0;
  if (!layout) return [];
  const out: Handle[] = [];
  const add = (name: Handle['name'], title: string, at: Point | null): void => {
    if (at) out.push({ name, title, at });
  };
  if (layout.kind === 'circle') {
    add('centre', 'Centre of the circle: drag it', layout.centre);
    add('radius', 'Radius and start angle: drag it (Shift: radius only)', middleOf(0));
    if (count > 1) add('count', 'How many copies: drag it along the circle', middleOf(1));
  } else {
    add('step', 'How far apart: drag it', middleOf(1));
    if (layout.kind === 'row' && count > 2)
      add('end', 'How many, and the direction: drag it', middleOf(count - 1));
    if (layout.kind === 'grid') {
      const across = Math.max(1, Math.round(count / Math.max(1, layout.down.count)));
      if (layout.down.count > 1) add('down', 'How far apart downwards: drag it', middleOf(across));
    }
  }
  return out;
});
const circleLine = computed(() => {
  const layout = group.value?.repeat.layout;
  if (layout?.kind !== 'circle' || !placed.value?.radius) return null;
  const c = view.toPx(layout.centre);
  return { cx: c.x, cy: c.y, r: placed.value.radius * view.scale };
});

const tidy = (v: number): number => Math.round(v * 10) / 10;
const angleOf = (p: Point, about: Point): number =>
  (Math.atan2(p.y - about.y, p.x - about.x) * 180) / Math.PI;

function dragRadius(e: PointerEvent): void {
  const from = placed.value!.middle;
  const layout = group.value!.repeat.layout;
  if (layout.kind !== 'circle') return;
  const { centre, upright, fit } = layout;
  follow(e, 'Radius', (at, ev) => {
    const before = Math.hypot(from.x - centre.x, from.y - centre.y);
    const turn = ev.shiftKey ? 0 : angleOf(at, centre) - angleOf(from, centre);
    const turned = applyMatrix(rotation(turn, centre), from);
    const wanted = fit === 'gap' ? before : tidy(Math.hypot(at.x - centre.x, at.y - centre.y));
    const k = before > 1e-6 ? wanted / before : 1;
    const to = { x: centre.x + (turned.x - centre.x) * k, y: centre.y + (turned.y - centre.y) * k };
    if (upright) return movedInside(translation(to.x - from.x, to.y - from.y));
    return movedInside(multiply(translation(to.x - turned.x, to.y - turned.y), rotation(turn, centre)));
  });
}

/** The pointer's angle from the first copy tells the step, and so how many fit. */
function dragCount(e: PointerEvent): void {
  const layout = group.value!.repeat.layout;
  if (layout.kind !== 'circle') return;
  const first = angleOf(placed.value!.middle, layout.centre);
  follow(e, 'Copies', (at) => {
    const way = layout.sweep < 0 ? -1 : 1;
    const step = ((((angleOf(at, layout.centre) - first) * way) % 360) + 360) % 360;
    const sweep = Math.abs(layout.sweep);
    const parts = Math.round(sweep / Math.max(sweep / 500, step || sweep));
    const count = Math.min(500, Math.max(1, sweep >= 360 ? parts : parts + 1));
    return withLayout({ count, ...(layout.fit === 'count' && { fit: 'place' }) });
  });
}

function dragStep(e: PointerEvent, down: boolean): void {
  const layout = group.value!.repeat.layout;
  const from = placed.value!.middle;
  if (layout.kind === 'row' || layout.kind === 'grid') {
    const angle = layout.angle + (down ? 90 : 0);
    const u = applyMatrix(rotation(angle), { x: 1, y: 0 });
    follow(e, 'Step', (at) => {
      const step = tidy((at.x - from.x) * u.x + (at.y - from.y) * u.y);
      const row = down && layout.kind === 'grid' ? layout.down : layout.across;
      return withLayout({ [down ? 'down' : 'across']: { ...row, count: row.count, fit: 'step', step } });
    });
  } else if (layout.kind === 'path') {
    const along = bench.plain && findItem(bench.plain, layout.along);
    const [line] = along?.kind === 'object' ? outlineLines(along.outline) : [];
    if (!line) return;
    const lengths = arcLengths(line);
    follow(e, 'Step', (at) => {
      const step = tidy(
        Math.max(0.5, nearestOnLine(line, lengths, at).s - nearestOnLine(line, lengths, from).s),
      );
      return withLayout({ fit: 'step', step });
    });
  }
}

function dragEnd(e: PointerEvent): void {
  const layout = group.value!.repeat.layout;
  if (layout.kind !== 'row') return;
  const from = placed.value!.middle;
  const { step } = placed.value!;
  follow(e, 'Copies', (at, ev) => {
    const angle = Math.round(angleOf(at, from) / (ev.shiftKey ? 15 : 1)) * (ev.shiftKey ? 15 : 1);
    const far = Math.hypot(at.x - from.x, at.y - from.y);
    const { across } = layout;
    if (across.fit === 'length') {
      // A filled length grows and shrinks with the last copy.
      const grown = across.length + far - step * (placed.value!.maps.length - 1);
      return withLayout({ angle, across: { ...across, length: Math.max(1, tidy(grown)) } });
    }
    const count = Math.max(2, Math.min(500, Math.round(far / Math.max(0.5, step)) + 1));
    return withLayout({ angle, across: { ...across, count } });
  });
}

function drag(e: PointerEvent, name: Handle['name']): void {
  if (name === 'centre')
    follow(e, 'Centre', (at) => withLayout({ centre: { x: tidy(at.x), y: tidy(at.y) } }));
  else if (name === 'radius') dragRadius(e);
  else if (name === 'count') dragCount(e);
  else if (name === 'end') dragEnd(e);
  else dragStep(e, name === 'down');
}
</script>

<template>
  <g v-if="group">
    <circle
      v-if="circleLine"
      v-bind="circleLine"
      fill="none"
      stroke="#4f6f3d"
      stroke-dasharray="3 4"
      stroke-opacity="0.8"
    />
    <g
      v-for="h in handles"
      :key="h.name"
      class="grab"
      :data-testid="`repeat-${h.name}-handle`"
      :transform="`translate(${view.toPx(h.at).x} ${view.toPx(h.at).y})`"
      @pointerdown="drag($event, h.name)"
    >
      <title>{{ h.title }}</title>
      <circle r="12" fill="transparent" />
      <circle r="7" class="disc" :class="{ leaf: h.name !== 'centre' }" />
      <path v-if="h.name === 'centre'" d="M-4 0h8M0-4v8" stroke="#2a1c2b" stroke-width="1.5" />
      <path v-else-if="h.name === 'radius'" d="M0-3.5v7M-2-1.5L0-3.5L2-1.5M-2 1.5L0 3.5L2 1.5" class="mark" />
      <path v-else-if="h.name === 'count' || h.name === 'end'" d="M-3 0h6M0-3v6" class="mark" />
      <path v-else d="M-3.5 0h7M-1.5-2L-3.5 0L-1.5 2M1.5-2L3.5 0L1.5 2" class="mark" />
    </g>
  </g>
</template>

<style scoped src="./handles.css"></style>
<style scoped>
.mark {
  fill: none;
  stroke: #2a1c2b;
  stroke-width: 1.2;
}
</style>
