<script setup lang="ts">
// The machine's bed from above: the hoop with its cloth, what is sewn, and the needle over it.
import { computed, onMounted, onUnmounted, ref, useTemplateRef, watch } from 'vue';
import { useElementSize } from '@vueuse/core';
import { edgeOf } from '../machine/job.ts';
import { drawGhost, layThread } from './thread.ts';
import { useMachine } from './use-machine.ts';

const { hoop, lying, placing, colours, sewing, followers, hindrance } = useMachine();

/** As in life the frame moves under the needle; or the needle over the frame, which is easier to look at. */
const { frameMoves } = defineProps<{ frameMoves: boolean }>();
const bed = useTemplateRef<HTMLElement>('bed');
const { width, height } = useElementSize(bed);
const base = useTemplateRef<HTMLCanvasElement>('base');
const cloth = useTemplateRef<HTMLCanvasElement>('cloth');

/** Width of the hoop's own ring, in mm. */
const RING = 7;
/** Space around the hoop, in px. */
const AROUND = 34;
const scale = computed(() => {
  const room = frameMoves ? 1.7 : 1;
  const [w, h] = [hoop.value.width + 2 * RING, hoop.value.height + 2 * RING];
  return Math.max(
    0.2,
    Math.min((width.value - 2 * AROUND) / (w * room), (height.value - 2 * AROUND) / (h * room)),
  );
});
/** The frame's outer size, in px. */
const frame = computed(() => ({
  width: (hoop.value.width + 2 * RING) * scale.value,
  height: (hoop.value.height + 2 * RING) * scale.value,
}));

/** Where the needle is, in mm from the hoop's middle. */
const needle = ref({ x: 0, y: 0 });
const traced = ref<{ x: number; y: number } | null>(null);
const at = computed(() => traced.value ?? needle.value);
const frameStyle = computed(() => {
  const [dx, dy] = frameMoves ? [-at.value.x * scale.value, -at.value.y * scale.value] : [0, 0];
  const { width: w, height: h } = frame.value;
  return {
    width: `${w}px`,
    height: `${h}px`,
    transform: `translate(${width.value / 2 - w / 2 + dx}px, ${height.value / 2 - h / 2 + dy}px)`,
  };
});
const needleStyle = computed(() => {
  const [dx, dy] = frameMoves ? [0, 0] : [at.value.x * scale.value, at.value.y * scale.value];
  return { transform: `translate(${width.value / 2 + dx}px, ${height.value / 2 + dy}px)` };
});

const threadOf = (colour: number): string =>
  (sewing.value?.colours ?? colours.value)[colour]?.thread ?? '#8c8577';

function prepared(canvas: HTMLCanvasElement): CanvasRenderingContext2D {
  const ratio = window.devicePixelRatio || 1;
  canvas.width = Math.max(1, Math.round(frame.value.width * ratio));
  canvas.height = Math.max(1, Math.round(frame.value.height * ratio));
  const ctx = canvas.getContext('2d')!;
  const s = scale.value * ratio;
  ctx.setTransform(s, 0, 0, s, canvas.width / 2, canvas.height / 2);
  return ctx;
}

function drawBase(): void {
  if (!base.value) return;
  const ctx = prepared(base.value);
  const { width: w, height: h } = hoop.value;
  const ring = (out: number, fill: string): void => {
    ctx.fillStyle = fill;
    ctx.beginPath();
    ctx.roundRect(-w / 2 - out, -h / 2 - out, w + 2 * out, h + 2 * out, 5 + out);
    ctx.fill();
  };
  ring(RING, '#8f8879');
  ring(RING - 0.6, '#b9b2a3');
  ring(2.2, '#8f8879');
  ring(1.6, '#f6f0e2');
  // The inner edge, which the needle must not pass, and the middle.
  ctx.strokeStyle = '#c3b9a5';
  ctx.lineWidth = 0.25;
  ctx.setLineDash([1.2, 1.2]);
  ctx.strokeRect(-w / 2, -h / 2, w, h);
  ctx.setLineDash([]);
  ctx.beginPath();
  ctx.moveTo(-3, 0);
  ctx.lineTo(3, 0);
  ctx.moveTo(0, -3);
  ctx.lineTo(0, 3);
  ctx.stroke();
  if (lying.value) drawGhost(ctx, lying.value, threadOf);
}

let sewn: CanvasRenderingContext2D | null = null;
function drawSewn(): void {
  if (!cloth.value) return;
  sewn = prepared(cloth.value);
  const of = sewing.value;
  if (of) layThread(sewn, of.job, 0, of.job.x.length, of.laid, threadOf);
}

watch([frame, hoop, lying, colours], drawBase, { deep: true, flush: 'post' });
watch([frame, () => sewing.value?.job], drawSewn, { flush: 'post' });
watch(
  [sewing, lying],
  () => {
    const of = sewing.value;
    const i = of ? Math.min(of.at, of.job.x.length) - 1 : -1;
    needle.value = of && i >= 0 ? { x: of.job.x[i], y: of.job.y[i] } : { x: placing.x, y: placing.y };
  },
  { immediate: true },
);
const follow = (from: number, to: number): void => {
  const of = sewing.value;
  if (of && sewn) layThread(sewn, of.job, from, to, of.laid, threadOf);
};
onMounted(() => {
  drawBase();
  drawSewn();
  followers.add(follow);
});
onUnmounted(() => followers.delete(follow));

/* Moving the design in the hoop by hand, before it is sewn. */
const movable = computed(() => !!lying.value && !sewing.value);
let from: { x: number; y: number; px: number; py: number } | null = null;
function take(event: PointerEvent): void {
  if (!movable.value || event.button) return;
  from = { x: placing.x, y: placing.y, px: event.clientX, py: event.clientY };
  (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
}
const tenths = (v: number): number => Math.round(v * 10) / 10;
function drag(event: PointerEvent): void {
  if (!from) return;
  placing.x = tenths(from.x + (event.clientX - from.px) / scale.value);
  placing.y = tenths(from.y + (event.clientY - from.py) / scale.value);
}
const drop = (): void => void (from = null);

/** How fast the frame goes around the edge, in mm a second. */
const TRACE = 60;
/** Lets the needle, up, go around the design. */
function trace(): Promise<void> {
  const way = lying.value ? edgeOf(lying.value) : [];
  if (way.length < 2 || traced.value) return Promise.resolve();
  return new Promise((done) => {
    let k = 1;
    let gone = 0;
    let last = performance.now();
    const step = (now: number): void => {
      gone += (TRACE * Math.min(100, now - last)) / 1000;
      last = now;
      for (; k < way.length; k++) {
        const [a, b] = [way[k - 1], way[k]];
        const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
        if (gone < length) {
          traced.value = {
            x: a[0] + ((b[0] - a[0]) * gone) / length,
            y: a[1] + ((b[1] - a[1]) * gone) / length,
          };
          requestAnimationFrame(step);
          return;
        }
        gone -= length;
      }
      traced.value = null;
      done();
    };
    requestAnimationFrame(step);
  });
}
defineExpose({ trace });

const down = computed(() => sewing.value?.status === 'sewing');
const colourNow = computed(() => threadOf(sewing.value?.colour ?? 0));
</script>

<template>
  <div
    ref="bed"
    class="relative h-full overflow-hidden rounded-2xl bg-bed"
    :class="movable ? 'cursor-move touch-none' : ''"
    @pointerdown="take"
    @pointermove="drag"
    @pointerup="drop"
    @pointercancel="drop"
  >
    <!-- The plate under the needle, where the frame moves. -->
    <div v-if="frameMoves" class="absolute inset-y-0 left-1/2 w-24 -translate-x-1/2 bg-[#ddd5c5]" />
    <div class="absolute top-0 left-0" :style="frameStyle" :data-hindered="!!hindrance || undefined">
      <canvas ref="base" class="absolute inset-0 h-full w-full" />
      <canvas
        ref="cloth"
        class="absolute inset-0 h-full w-full"
        role="img"
        :aria-label="`The hoop ${hoop.name} with what is sewn in it`"
      />
    </div>
    <svg
      class="pointer-events-none absolute top-0 left-0 overflow-visible"
      width="1"
      height="1"
      aria-hidden="true"
      :style="needleStyle"
    >
      <path
        :d="down ? 'M0 0C8 -10 14 -34 40 -60' : 'M0 -4C10 -14 18 -34 40 -60'"
        fill="none"
        :stroke="colourNow"
        stroke-width="1.6"
      />
      <circle r="9" fill="none" stroke="#2a1c2b" stroke-opacity="0.55" stroke-width="1.5" />
      <circle :r="down ? 2.4 : 3.4" fill="#2a1c2b" />
      <circle r="1.1" fill="#fbf8f1" />
    </svg>
  </div>
</template>
