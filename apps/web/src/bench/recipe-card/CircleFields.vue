<script setup lang="ts">
// The numbers of a circle repeat. Radius and start angle are where what is repeated stands: changing them moves it.
import { computed } from 'vue';
import { multiply, rotation, translation, type CircleLayout } from '@rosehip/core';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import { useRepeatEdit } from '../repeat-edit.ts';

const props = defineProps<{ circle: CircleLayout }>();
const edit = useRepeatEdit();
const { placed, count } = edit;

const FITS = [
  { value: 'place', label: 'as placed' },
  { value: 'gap', label: 'by the gap: radius follows' },
  { value: 'count', label: 'by the gap: count follows' },
];

const set = (change: Partial<CircleLayout>, label: string, live = false): void =>
  edit.apply(edit.withLayout(change), label, live);

const startAngle = computed(() => {
  const at = placed.value?.middle;
  const { x, y } = props.circle.centre;
  return at ? (Math.atan2(at.x - x, y - at.y) * 180) / Math.PI : 0;
});

function setRadius(radius: number, live: boolean): void {
  const from = edit.committedMiddle();
  if (!from) return;
  const { centre } = props.circle;
  const away = { x: from.x - centre.x, y: from.y - centre.y };
  const d = Math.hypot(away.x, away.y);
  const u = d > 1e-6 ? { x: away.x / d, y: away.y / d } : { x: 0, y: -1 };
  const by = radius - d;
  // A radius that is typed stands, whatever gap comes of it.
  const fit = props.circle.fit === 'gap' ? ({ fit: 'place' } as const) : {};
  edit.apply(edit.movedInside(translation(u.x * by, u.y * by), fit), 'Radius', live);
}

/** A gap that is typed is kept to: the radius follows, unless the count does already. */
function setGap(gap: number, live: boolean): void {
  set({ gap, ...(props.circle.fit === 'place' && { fit: 'gap' }) }, 'Gap', live);
}

function setStart(angle: number, live: boolean): void {
  const from = edit.committedMiddle();
  if (!from) return;
  const { centre, upright } = props.circle;
  const now = (Math.atan2(from.x - centre.x, centre.y - from.y) * 180) / Math.PI;
  const turn = rotation(angle - now, centre);
  const to = multiply(turn, translation(from.x, from.y));
  const m = upright ? translation(to[4] - from.x, to[5] - from.y) : turn;
  edit.apply(edit.movedInside(m), 'Start angle', live);
}
</script>

<template>
  <ChoiceField
    label="Placed"
    :value="circle.fit"
    :choices="FITS"
    @change="set({ fit: $event as CircleLayout['fit'] }, 'Placing')"
  />
  <div class="grid grid-cols-2 gap-2">
    <NumberField
      label="Copies"
      :value="count"
      unit=""
      :least="1"
      :most="500"
      :step="1"
      :blocked="circle.fit === 'count' ? 'The count follows from the gap.' : undefined"
      @live="set({ count: Math.round($event) }, 'Copies', true)"
      @change="set({ count: Math.round($event) }, 'Copies')"
    />
    <NumberField
      label="Gap"
      :value="circle.fit === 'place' ? null : circle.gap"
      :least="-50"
      :most="200"
      help="Between the threads of neighbours: 0 and they touch, below 0 they overlap."
      @live="setGap($event, true)"
      @change="setGap($event, false)"
    />
    <NumberField
      label="Radius"
      :value="placed?.radius ?? 0"
      :least="0"
      :most="600"
      help="From the centre to the middle of what is repeated."
      @live="setRadius($event, true)"
      @change="setRadius($event, false)"
    />
    <NumberField
      label="Start angle"
      :value="startAngle"
      unit="°"
      :least="-360"
      :most="360"
      :step="1"
      help="Where the first copy stands, clockwise from the top."
      @live="setStart($event, true)"
      @change="setStart($event, false)"
    />
    <NumberField
      label="Part"
      :value="circle.sweep"
      unit="°"
      :least="-360"
      :most="360"
      :step="5"
      help="360 all round; less for a part of the circle; below 0 anticlockwise."
      @live="set({ sweep: $event }, 'Part of a circle', true)"
      @change="set({ sweep: $event }, 'Part of a circle')"
    />
    <NumberField
      v-for="axis in ['x', 'y'] as const"
      :key="axis"
      :label="axis === 'x' ? 'Centre across' : 'Centre down'"
      :value="circle.centre[axis]"
      :least="-1000"
      :most="1000"
      :step="0.5"
      @live="set({ centre: { ...circle.centre, [axis]: $event } }, 'Centre', true)"
      @change="set({ centre: { ...circle.centre, [axis]: $event } }, 'Centre')"
    />
  </div>
</template>
