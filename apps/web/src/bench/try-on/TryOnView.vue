<script setup lang="ts">
// In the cloth's place: the thing that the design is tried on. It is moved and turned by hand; all else pulls the view.
import * as Comlink from 'comlink';
import { computed, onBeforeUnmount, onMounted, ref, useTemplateRef, watch } from 'vue';
import { OWN_PHOTO, type Point } from '@rosehip/core';
import { useSeenSize } from '../../parts/seen-size.ts';
import { wheelFactor } from '../../parts/viewport.ts';
import { useBench } from '../../stores/bench/bench.ts';
import { useSewing } from '../../stores/sewing.ts';
import { useView } from '../../stores/view.ts';
import { startPainter } from '../../workers/painter.ts';
import { usePainted, type PaintedView } from '../cloth/painted.ts';
import { usePainterTold } from '../cloth/painter-told.ts';
import { decodePicture } from '../read-picture.ts';
import { useTryOn } from './try-on.ts';

const bench = useBench();
const sewing = useSewing();
const benchView = useView();
const tried = useTryOn();
const { view } = tried;
const area = useTemplateRef<HTMLElement>('area');
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');
const { width, height } = useSeenSize(area);
watch([width, height], ([w, h]) => view.sized(w, h));

const { painter, end } = startPainter();
/** Where the thing's origin is seen, in CSS pixels, and back. */
const toPx = (p: Point): Point => ({
  x: width.value / 2 + (p.x - view.seen.value.centre.x) * view.seen.value.scale,
  y: height.value / 2 + (p.y - view.seen.value.centre.y) * view.seen.value.scale,
});
const toMm = (x: number, y: number): Point => ({
  x: (x - width.value / 2) / view.seen.value.scale + view.seen.value.centre.x,
  y: (y - height.value / 2) / view.seen.value.scale + view.seen.value.centre.y,
});

/** As the painter needs it: without the bytes of a photograph, which it has. */
const onIt = computed(() => {
  const { photo, ...rest } = tried.tryOn.value;
  return { ...rest, ...(photo && { photo: { ...photo, data: '' } }) };
});

const { paint, drawSoon, settled } = usePainted(
  canvas,
  () => {
    const { x, y } = toPx({ x: 0, y: 0 });
    const { scale } = view.seen.value;
    return { width: width.value, height: height.value, scale, originX: x, originY: y };
  },
  (seen) => painted(seen),
);

/** The thing with the design on it; null, and a word about it, when it could not be painted. */
async function painted(seen: PaintedView): Promise<{ image: ImageBitmap; done: boolean } | null> {
  try {
    const image = await painter.tryOn({ ...seen, tryOn: onIt.value, light: benchView.light });
    return image && { image, done: true };
  } catch (error) {
    bench.message = `It could not be painted: ${(error as Error).message}`;
    return null;
  }
}

usePainterTold(painter, () => void paint());
watch(
  () => (tried.thing.value.id === OWN_PHOTO ? tried.tryOn.value.photo?.data : undefined),
  async (data) => {
    const image = data ? await decodePicture(data) : null;
    await painter.setPicture(image && Comlink.transfer(image, [image]));
    void paint();
  },
  { immediate: true },
);
// Once, however many of them change together: another thing is fitted into the view as well.
watch([onIt, view.seen, width, height, () => benchView.light, () => bench.design?.cloth], () => {
  drawSoon();
  void paint();
});

/** The whole thing, at so many pixels on its longer side, as a picture. */
const PICTURE = 2400;
async function picture(): Promise<Blob | null> {
  const b = tried.thing.value.bounds;
  const [w, h] = [b.maxX - b.minX, b.maxY - b.minY];
  const scale = PICTURE / Math.max(w, h);
  const { image } =
    (await painted({
      width: Math.round(w * scale),
      height: Math.round(h * scale),
      scale,
      originX: -b.minX * scale,
      originY: -b.minY * scale,
    })) ?? {};
  if (!image) return null;
  const whole = document.createElement('canvas');
  [whole.width, whole.height] = [image.width, image.height];
  whole.getContext('2d')!.drawImage(image, 0, 0);
  image.close();
  return new Promise((done) => whole.toBlob(done, 'image/png'));
}
defineExpose({ picture });

/* Hands */
const outlines = computed(() => tried.places.value.map((_, k) => tried.outlines(k)));
const written = (points: readonly Point[]): string =>
  points
    .map(toPx)
    .map((p) => `${p.x},${p.y}`)
    .join(' ');
/** The handle that turns, above the middle copy of the place that is worked on. */
const OUT = 28;
const turning = computed(() => {
  const b = tried.bounds.value;
  const own = outlines.value[tried.at.value];
  if (!b || !own?.length || bench.looking !== null) return null;
  const { bend } = own[Math.floor(own.length / 2)];
  const [middle, top] = [
    bend((b.minX + b.maxX) / 2, (b.minY + b.maxY) / 2),
    bend((b.minX + b.maxX) / 2, b.minY),
  ];
  if (!middle || !top) return null;
  const [m, foot] = [toPx(middle), toPx(top)];
  const length = Math.hypot(foot.x - m.x, foot.y - m.y) || 1;
  return {
    middle,
    foot,
    at: { x: foot.x + ((foot.x - m.x) / length) * OUT, y: foot.y + ((foot.y - m.y) / length) * OUT },
  };
});

type Pull =
  | { does: 'pan'; x: number; y: number }
  | { does: 'move'; offset: Point; moved: boolean }
  | { does: 'turn'; middle: Point; moved: boolean }
  | { does: 'mark'; from: Point };
let pull: Pull | null = null;
const pulling = ref<Pull['does'] | null>(null);
const here = (e: PointerEvent): Point => {
  const box = area.value!.getBoundingClientRect();
  return toMm(e.clientX - box.left, e.clientY - box.top);
};

function begin(e: PointerEvent, next: Pull): void {
  if (e.button !== 0) return;
  e.stopPropagation();
  area.value!.setPointerCapture(e.pointerId);
  pull = next;
  pulling.value = next.does;
}
function onPlace(e: PointerEvent, k: number): void {
  if (tried.marking.value || bench.looking !== null) return;
  tried.index.value = k;
  const seen = tried.seenAt(k);
  const at = here(e);
  if (seen) begin(e, { does: 'move', offset: { x: at.x - seen.x, y: at.y - seen.y }, moved: false });
}
function onTurn(e: PointerEvent): void {
  if (turning.value) begin(e, { does: 'turn', middle: turning.value.middle, moved: false });
}
function onThing(e: PointerEvent): void {
  if (tried.marking.value) {
    const from = here(e);
    tried.marked.value = [from, from];
    begin(e, { does: 'mark', from });
  } else begin(e, { does: 'pan', x: e.clientX, y: e.clientY });
}
function move(e: PointerEvent): void {
  if (!pull) return;
  if (pull.does === 'pan') {
    view.pan(e.clientX - pull.x, e.clientY - pull.y);
    [pull.x, pull.y] = [e.clientX, e.clientY];
    return;
  }
  const at = here(e);
  if (pull.does === 'mark') tried.marked.value = [pull.from, at];
  else if (pull.does === 'move') {
    pull.moved = true;
    const target = { x: at.x - pull.offset.x, y: at.y - pull.offset.y };
    tried.showPlace(tried.under(target, tried.place.value));
  } else {
    pull.moved = true;
    const degrees = (Math.atan2(at.y - pull.middle.y, at.x - pull.middle.x) * 180) / Math.PI + 90;
    const step = e.shiftKey ? 15 : 0.5;
    const turn = Math.round(degrees / step) * step;
    tried.showPlace({ turn: turn > 180 ? turn - 360 : turn });
  }
}
function up(): void {
  const was = pull;
  pull = pulling.value = null;
  if (was?.does === 'mark') tried.marking.value = false;
  else if ((was?.does === 'move' || was?.does === 'turn') && was.moved)
    tried.setPlace({}, was.does === 'move' ? 'Move on the thing' : 'Turn on the thing');
}
function cancel(): void {
  pull = pulling.value = null;
  tried.drop();
}

onMounted(() =>
  area.value!.addEventListener(
    'wheel',
    (e) => {
      e.preventDefault();
      const box = area.value!.getBoundingClientRect();
      view.zoom(wheelFactor(e), e.clientX - box.left, e.clientY - box.top);
    },
    { passive: false },
  ),
);
onBeforeUnmount(() => {
  tried.drop();
  tried.marking.value = false;
  end();
});
</script>

<template>
  <div
    ref="area"
    class="relative h-full w-full touch-none overflow-hidden outline-none"
    :class="tried.marking.value ? 'cursor-crosshair' : pulling === 'pan' ? 'cursor-grabbing' : 'cursor-grab'"
    role="application"
    aria-label="Try on"
    tabindex="0"
    :data-settled="settled && !sewing.busy"
    :data-scale="view.seen.value.scale"
    @pointerdown="onThing"
    @pointermove="move"
    @pointerup="up"
    @pointercancel="cancel"
  >
    <canvas ref="canvas" class="absolute inset-0 h-full w-full" aria-hidden="true" />
    <svg class="absolute inset-0 h-full w-full" aria-hidden="true">
      <template v-for="(copies, k) in outlines" :key="k">
        <polygon
          v-for="(copy, i) in copies"
          :key="i"
          :points="written(copy.points)"
          class="cursor-move fill-transparent"
          :class="k === tried.at.value ? 'stroke-ink/60' : 'stroke-transparent hover:stroke-ink/40'"
          stroke-dasharray="3 4"
          data-copy
          @pointerdown="onPlace($event, k)"
        />
      </template>
      <template v-if="turning && !tried.marking.value">
        <line
          :x1="turning.foot.x"
          :y1="turning.foot.y"
          :x2="turning.at.x"
          :y2="turning.at.y"
          class="stroke-ink/60"
        />
        <circle
          :cx="turning.at.x"
          :cy="turning.at.y"
          r="6"
          class="disc cursor-pointer"
          data-turn
          @pointerdown="onTurn"
        />
      </template>
      <template v-if="tried.marked.value && tried.thing.value.id === OWN_PHOTO">
        <polyline :points="written(tried.marked.value)" class="fill-none stroke-rosehip" stroke-width="2" />
        <circle
          v-for="(p, i) in tried.marked.value.map(toPx)"
          :key="i"
          :cx="p.x"
          :cy="p.y"
          r="4"
          class="disc"
        />
      </template>
    </svg>
  </div>
</template>

<style scoped>
.disc {
  fill: #fbf4e6;
  stroke: #2a1c2b;
  stroke-width: 1.4;
}
</style>
