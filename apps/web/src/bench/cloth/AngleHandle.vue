<script setup lang="ts">
// The stitch angle of one selected object, as a line that is dragged.
import { computed, toRef } from 'vue';
import {
  clothUnder,
  completeSettings,
  numberOf,
  settingsInUse,
  stitchKind,
  type DesignObject,
} from '@rosehip/core';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import { frameOf } from '../items.ts';
import { useFollow } from './follow.ts';

const props = defineProps<{ svg: SVGSVGElement | null }>();
const bench = useBench();
const view = useView();
const { follow } = useFollow(toRef(props, 'svg'));
const frame = computed(() => frameOf(bench.selectedPlain));

const angled = computed(() => {
  const [only] = bench.selected;
  if (bench.selected.length !== 1 || only.kind !== 'object') return null;
  const kind = stitchKind(only.recipe.kind);
  if (!kind || !bench.design) return null;
  const settings = completeSettings(kind, only.recipe, clothUnder(bench.materials.cloth, only.thread));
  if (!settingsInUse(only, settings).some((s) => s.name === 'angle')) return null;
  return { object: only, angle: numberOf(settings, 'angle', 0) };
});
const angleLine = computed(() => {
  if (!angled.value || !frame.value) return null;
  const centre = view.toPx(frame.value);
  const reach = Math.max(24, (Math.min(frame.value.width, frame.value.height) / 2) * view.scale * 0.62);
  const a = (-angled.value.angle * Math.PI) / 180;
  const [dx, dy] = [Math.cos(a) * reach, Math.sin(a) * reach];
  return {
    from: { x: centre.x - dx, y: centre.y - dy },
    to: { x: centre.x + dx, y: centre.y + dy },
    centre,
  };
});

function dragAngle(e: PointerEvent, flip: 1 | -1): void {
  const { object } = angled.value!;
  const centre = frame.value!;
  follow(e, 'Stitch angle', (at, ev) => {
    let angle = (-Math.atan2(flip * (at.y - centre.y), flip * (at.x - centre.x)) * 180) / Math.PI;
    angle = ev.shiftKey ? Math.round(angle / 15) * 15 : Math.round(angle);
    const settings = { ...object.recipe.settings, angle: angle <= -180 ? angle + 360 : angle };
    const next: DesignObject = { ...object, recipe: { ...object.recipe, settings } };
    return [next];
  });
}
</script>

<template>
  <g v-if="angleLine">
    <line
      :x1="angleLine.from.x"
      :y1="angleLine.from.y"
      :x2="angleLine.to.x"
      :y2="angleLine.to.y"
      stroke="#fffdf8"
      stroke-width="4"
      stroke-opacity="0.75"
    />
    <line
      :x1="angleLine.from.x"
      :y1="angleLine.from.y"
      :x2="angleLine.to.x"
      :y2="angleLine.to.y"
      stroke="#4f6f3d"
      stroke-width="1.6"
    />
    <g class="grab" data-testid="angle-handle" @pointerdown="dragAngle($event, 1)">
      <circle :cx="angleLine.to.x" :cy="angleLine.to.y" r="12" fill="transparent" />
      <circle :cx="angleLine.to.x" :cy="angleLine.to.y" r="5" class="disc leaf" />
    </g>
    <g class="grab" @pointerdown="dragAngle($event, -1)">
      <circle :cx="angleLine.from.x" :cy="angleLine.from.y" r="12" fill="transparent" />
      <circle :cx="angleLine.from.x" :cy="angleLine.from.y" r="5" class="disc leaf" />
    </g>
  </g>
</template>

<style scoped src="./handles.css"></style>
