<script setup lang="ts">
// A direction as a dial: dragged, or turned with the arrow keys. Degrees clockwise from the top.
import { computed } from 'vue';

const props = defineProps<{ label: string; value: number }>();
const emit = defineEmits<{ change: [degrees: number] }>();

/** Keys turn by so much, and drags hold at multiples of it; with Shift by a single degree. */
const STEP = 15;
const SIDE = 64;
const knob = computed(() => {
  const a = ((props.value - 90) * Math.PI) / 180;
  return { x: SIDE / 2 + Math.cos(a) * (SIDE / 2 - 10), y: SIDE / 2 + Math.sin(a) * (SIDE / 2 - 10) };
});
/** From -180 up to, but without, 180. */
const within = (degrees: number): number => ((((degrees + 180) % 360) + 360) % 360) - 180;

function drag(e: PointerEvent): void {
  const dial = e.currentTarget as SVGSVGElement;
  if (e.type === 'pointerdown') dial.setPointerCapture(e.pointerId);
  else if (!dial.hasPointerCapture(e.pointerId)) return;
  const box = dial.getBoundingClientRect();
  const [dx, dy] = [e.clientX - box.left - SIDE / 2, e.clientY - box.top - SIDE / 2];
  if (Math.hypot(dx, dy) < 4) return;
  const degrees = (Math.atan2(dy, dx) * 180) / Math.PI + 90;
  emit('change', within(e.shiftKey ? Math.round(degrees) : Math.round(degrees / STEP) * STEP));
}
function key(e: KeyboardEvent): void {
  const way = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[e.key];
  if (!way) return;
  e.preventDefault();
  e.stopPropagation();
  emit('change', within(props.value + way * (e.shiftKey ? 1 : STEP)));
}
</script>

<template>
  <svg
    :width="SIDE"
    :height="SIDE"
    class="shrink-0 cursor-grab touch-none rounded-full"
    role="slider"
    tabindex="0"
    :aria-label="label"
    aria-valuemin="-180"
    aria-valuemax="180"
    :aria-valuenow="value"
    :aria-valuetext="`${value}°`"
    @pointerdown="drag"
    @pointermove="drag"
    @keydown="key"
  >
    <circle
      :cx="SIDE / 2"
      :cy="SIDE / 2"
      :r="SIDE / 2 - 1"
      fill="var(--color-linen)"
      stroke="var(--color-line)"
    />
    <line
      :x1="knob.x"
      :y1="knob.y"
      :x2="SIDE / 2"
      :y2="SIDE / 2"
      stroke="var(--color-amber)"
      stroke-width="1.5"
      stroke-dasharray="3 3"
    />
    <circle :cx="knob.x" :cy="knob.y" r="8" fill="#fff6d8" stroke="var(--color-amber)" stroke-width="2" />
  </svg>
</template>
