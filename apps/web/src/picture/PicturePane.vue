<script setup lang="ts">
// The picture as a step leaves it, seen like the cloth beside it: pulled, zoomed, pressed; with corners to drag while it is cut.
import { computed, onBeforeUnmount, shallowRef, useTemplateRef, watch } from 'vue';
import { goRound, WHOLE, type Point, type TakenPicture } from '@rosehip/core';
import { useSeenSize } from '../parts/seen-size.ts';
import { wheelFactor, type Viewport } from '../parts/viewport.ts';
import type { PictureStepsState, StepName } from './steps.ts';

const props = defineProps<{ steps: PictureStepsState; step: StepName; seen: Viewport }>();
const emit = defineEmits<{ pan: [dx: number, dy: number]; zoom: [factor: number, x: number, y: number] }>();

const area = useTemplateRef<HTMLElement>('area');
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');
const { width, height } = useSeenSize(area);
const image = shallowRef<ImageBitmap | null>(null);
const { steps } = props;
const cutting = computed(() => steps.cutting.value !== 'off');
/** Shaded lines follow the picture itself, not its colours' outlines. */
const shaded = computed(() => props.step === 'stitches' && steps.choices.value.stitches.as === 'shaded');
const what = computed(() => {
  if (cutting.value) return 'uncut' as const;
  if (shaded.value) return 'ground' as const;
  if (props.step === 'ground' || props.step === 'colours') return props.step;
  return 'taken' as const;
});
const drawsOutlines = computed(
  () => !cutting.value && !shaded.value && (props.step === 'outlines' || props.step === 'stitches'),
);

let asked = 0;
watch(
  [steps.seen, what],
  async () => {
    const number = ++asked;
    const next = await steps.view(what.value);
    if (number !== asked) return next?.close();
    image.value?.close();
    image.value = next;
    paint();
  },
  { immediate: true },
);
onBeforeUnmount(() => image.value?.close());

/** Where the picture lies: CSS pixels of its upper left corner, and how many a pixel of it has. */
const lies = computed(() => {
  const now = steps.seen.value;
  const shown = image.value;
  if (!now || !shown) return null;
  const { scale, centre } = props.seen;
  if (what.value === 'uncut') {
    // As large as it goes: it has no place on the cloth while it is cut.
    const k = Math.min((width.value - 48) / shown.width, (height.value - 48) / shown.height);
    return { x: (width.value - shown.width * k) / 2, y: (height.value - shown.height * k) / 2, k };
  }
  const k = scale * now.scale;
  const { x0, y0, x1, y1 } = now.ink;
  return {
    x: width.value / 2 - centre.x * scale - ((x0 + x1) / 2) * k,
    y: height.value / 2 - centre.y * scale - ((y0 + y1) / 2) * k,
    k,
  };
});

/** The outlines, made ready to be drawn at any place. */
const shapes = computed(() => {
  const now = steps.seen.value;
  return (
    now?.outlines.map(({ d, colour }) => ({ path: new Path2D(d), colour: now.colours[colour].colour })) ?? []
  );
});

function paint(): void {
  const target = canvas.value;
  const now = steps.seen.value;
  const at = lies.value;
  if (!target || !width.value) return;
  const ratio = devicePixelRatio;
  [target.width, target.height] = [Math.round(width.value * ratio), Math.round(height.value * ratio)];
  const ctx = target.getContext('2d')!;
  ctx.scale(ratio, ratio);
  if (!now || !at || !image.value) return;
  if (!drawsOutlines.value) {
    ctx.imageSmoothingEnabled = at.k * ratio < 3;
    ctx.drawImage(image.value, at.x, at.y, image.value.width * at.k, image.value.height * at.k);
    return;
  }
  const { scale, centre } = props.seen;
  ctx.translate(width.value / 2 - centre.x * scale, height.value / 2 - centre.y * scale);
  ctx.scale(scale, scale);
  for (const { path, colour } of shapes.value) {
    ctx.fillStyle = colour;
    ctx.fill(path, 'evenodd');
    ctx.lineWidth = 1.2 / scale;
    ctx.strokeStyle = '#b3263f';
    ctx.stroke(path);
  }
}
watch([() => props.seen, width, height, steps.seen, lies, drawsOutlines], paint, { flush: 'post' });

/** The place under a press, as shares of the picture. */
function shareAt(e: PointerEvent): Point | null {
  const box = area.value!.getBoundingClientRect();
  const at = lies.value;
  if (!at || !image.value) return null;
  return {
    x: (e.clientX - box.left - at.x) / at.k / image.value.width,
    y: (e.clientY - box.top - at.y) / at.k / image.value.height,
  };
}

let last: { x: number; y: number } | null = null;
let moved = false;
function down(e: PointerEvent): void {
  area.value!.setPointerCapture(e.pointerId);
  last = { x: e.clientX, y: e.clientY };
  moved = false;
}
function move(e: PointerEvent): void {
  if (dragging !== null) return drag(e);
  if (!last) return;
  if (!moved && Math.hypot(e.clientX - last.x, e.clientY - last.y) < 4) return;
  moved = true;
  if (!cutting.value) emit('pan', e.clientX - last.x, e.clientY - last.y);
  last = { x: e.clientX, y: e.clientY };
}
function up(e: PointerEvent): void {
  if (dragging !== null) endDrag();
  else if (last && !moved && props.step === 'ground' && !cutting.value) {
    const at = shareAt(e);
    if (at && at.x >= 0 && at.y >= 0 && at.x <= 1 && at.y <= 1) {
      const { ground } = steps.choices.value;
      const places = ground.from === 'places' ? ground.places : [];
      steps.change({ ground: { ...ground, from: 'places', places: [...places, at].slice(-50) } });
    }
  }
  last = null;
}
function wheel(e: WheelEvent): void {
  const box = area.value!.getBoundingClientRect();
  if (!cutting.value) emit('zoom', wheelFactor(e), e.clientX - box.left, e.clientY - box.top);
}

/* Corners that are dragged while the picture is cut */
const NAMES = ['upper left', 'upper right', 'lower right', 'lower left'];
const corners = shallowRef<TakenPicture['corners']>(WHOLE);
watch([() => steps.choices.value.taken.corners, cutting], ([now]) => (corners.value = now), {
  immediate: true,
});
const handles = computed(() => {
  const at = lies.value;
  const shown = image.value;
  if (!cutting.value || !at || !shown) return [];
  return corners.value.map((c) => ({
    x: at.x + c.x * shown.width * at.k,
    y: at.y + c.y * shown.height * at.k,
  }));
});
let dragging: number | null = null;
function grab(e: PointerEvent, index: number): void {
  dragging = index;
  area.value!.setPointerCapture(e.pointerId);
}
/** With one corner; of a rectangle its neighbours keep it one. */
function withCorner(index: number, to: Point): TakenPicture['corners'] {
  const next = corners.value.map((c) => ({ ...c }));
  next[index] = to;
  if (steps.cutting.value === 'crop') {
    const [level, upright] =
      index % 2 ? [(index + 3) % 4, (index + 1) % 4] : [(index + 1) % 4, (index + 3) % 4];
    next[level].y = to.y;
    next[upright].x = to.x;
  }
  return next as unknown as TakenPicture['corners'];
}
const inside = (v: number): number => Math.min(1, Math.max(0, v));
function drag(e: PointerEvent): void {
  const at = shareAt(e);
  if (!at || dragging === null) return;
  const next = withCorner(dragging, { x: inside(at.x), y: inside(at.y) });
  if (goRound(next)) corners.value = next;
}
function endDrag(): void {
  dragging = null;
  steps.change({ taken: { ...steps.choices.value.taken, corners: corners.value } });
}
/** Corners by the arrow keys: a hundredth of the picture, with Shift a tenth. */
function nudge(e: KeyboardEvent, index: number): void {
  const ways: Record<string, [number, number]> = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, -1],
    ArrowDown: [0, 1],
  };
  const way = ways[e.key];
  if (!way) return;
  e.preventDefault();
  const by = e.shiftKey ? 0.1 : 0.01;
  const c = corners.value[index];
  const next = withCorner(index, { x: inside(c.x + way[0] * by), y: inside(c.y + way[1] * by) });
  if (!goRound(next)) return;
  corners.value = next;
  endDrag();
}
</script>

<template>
  <div
    ref="area"
    class="relative min-h-0 min-w-0 touch-none overflow-hidden bg-linen"
    :class="step === 'ground' && !cutting ? 'cursor-crosshair' : 'cursor-grab'"
    @pointerdown="down"
    @pointermove="move"
    @pointerup="up"
    @pointercancel="((last = null), (dragging = null))"
    @wheel.prevent="wheel"
  >
    <canvas
      ref="canvas"
      class="absolute inset-0 h-full w-full"
      role="img"
      :aria-label="`The picture as the step ${step} leaves it`"
    />
    <template v-if="handles.length">
      <svg class="absolute inset-0 h-full w-full" aria-hidden="true">
        <path
          :d="`M0 0H${width}V${height}H0Z M${handles.map((h) => `${h.x} ${h.y}`).join('L')}Z`"
          fill="#2a1c2b66"
          fill-rule="evenodd"
          stroke="#fffdf8"
        />
      </svg>
      <button
        v-for="(h, i) in handles"
        :key="i"
        type="button"
        class="absolute size-5 -translate-x-1/2 -translate-y-1/2 cursor-move rounded-full border-2 border-rosehip bg-panel"
        :style="{ left: `${h.x}px`, top: `${h.y}px` }"
        :aria-label="`Corner ${NAMES[i]}`"
        @pointerdown.stop="grab($event, i)"
        @keydown="nudge($event, i)"
      />
    </template>
  </div>
</template>
