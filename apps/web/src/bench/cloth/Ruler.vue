<script setup lang="ts">
// A ruler along the top or the left edge of the cloth; guides are dragged out of it.
import { computed } from 'vue';
import type { Guide } from '@rosehip/core';
import { useBench } from '../../stores/bench/bench.ts';
import { useSettings } from '../../stores/settings.ts';
import { useGesture } from '../tools/gesture.ts';
import { useView } from '../../stores/view.ts';

const props = defineProps<{ axis: 'x' | 'y' }>();
const bench = useBench();
const view = useView();
const settings = useSettings();

const WIDE = 18;
/** Numbers stand at least this far apart, in CSS pixels. */
const APART = 54;

const across = computed(() => props.axis === 'x');
const length = computed(() => (across.value ? view.width : view.height));
const unit = computed(() => (settings.units === 'mm' ? 1 : 25.4));

/** Steps of 1, 2 or 5 of the unit, whichever is the first that leaves room for numbers. */
const step = computed(() => {
  for (let size = 0.01; ; size *= 10)
    for (const k of [1, 2, 5]) if (k * size * unit.value * view.scale >= APART) return k * size;
});

const ticks = computed(() => {
  const origin = across.value ? view.originX : view.originY;
  const small = (step.value / 5) * unit.value * view.scale;
  const out: { at: number; text: string }[] = [];
  for (let i = Math.ceil(-origin / small); origin + i * small <= length.value; i++) {
    const value = (i * step.value) / 5;
    out.push({
      at: origin + i * small,
      text: i % 5 ? '' : String(Number(value.toFixed(2))).replace('-', '−'),
    });
  }
  return out;
});

/** From the ruler on to the cloth: the guide runs along this ruler's own direction. */
function drag(e: PointerEvent): void {
  if (e.button !== 0) return;
  e.stopPropagation();
  const target = e.currentTarget as HTMLElement;
  target.setPointerCapture(e.pointerId);
  const area = target.parentElement!.getBoundingClientRect();
  const guides = bench.committed?.guides ?? [];
  const gesture = useGesture();
  let made: Guide | null = null;
  const move = (ev: PointerEvent): void => {
    const p = view.toMm(ev.clientX - area.left, ev.clientY - area.top);
    const beyond = across.value ? ev.clientY - area.top : ev.clientX - area.left;
    const at = Math.round((across.value ? p.y : p.x) * 10) / 10;
    made = beyond > WIDE ? { axis: across.value ? 'y' : 'x', at } : null;
    gesture.showDesign({ guides: made ? [...guides, made] : guides });
  };
  const end = (ev: PointerEvent): void => {
    target.removeEventListener('pointermove', move);
    target.removeEventListener('pointerup', end);
    target.removeEventListener('pointercancel', end);
    if (made && ev.type === 'pointerup') gesture.commit('Add guide');
    else gesture.cancel();
  };
  target.addEventListener('pointermove', move);
  target.addEventListener('pointerup', end);
  target.addEventListener('pointercancel', end);
}
</script>

<template>
  <div
    class="absolute top-0 left-0 touch-none bg-panel/95 text-[10px] text-muted select-none"
    :class="
      across
        ? 'h-[18px] w-full cursor-row-resize border-b border-line'
        : 'h-full w-[18px] cursor-col-resize border-r border-line'
    "
    :title="across ? 'Drag down for a level guide' : 'Drag to the right for an upright guide'"
    :data-testid="`ruler-${axis}`"
    @pointerdown="drag"
    @pointermove.stop
    @pointerup.stop
  >
    <svg class="h-full w-full" aria-hidden="true">
      <template v-for="t in ticks" :key="t.at">
        <line
          :x1="across ? t.at : t.text ? 8 : 13"
          :x2="across ? t.at : 18"
          :y1="across ? (t.text ? 8 : 13) : t.at"
          :y2="across ? 18 : t.at"
          stroke="#6d5f6b"
        />
        <text v-if="t.text && across" :x="t.at + 3" y="9" fill="#6d5f6b">{{ t.text }}</text>
        <text v-else-if="t.text" x="8" :y="t.at - 3" fill="#6d5f6b" :transform="`rotate(-90 8 ${t.at - 3})`">
          {{ t.text }}
        </text>
      </template>
    </svg>
  </div>
</template>
