<script setup lang="ts">
// One side of a comparison: a design, sewn up to a share of its time.
import { onBeforeUnmount, shallowRef, useTemplateRef, watch } from 'vue';
import { recordAt, type Design, type Figures, type Point, type ViewName } from '@rosehip/core';
import { useSeenSize } from '../parts/seen-size.ts';
import { wheelFactor } from '../parts/viewport.ts';
import { packed, packedPlan, sewnBy, useChecker } from '../workers/engine.ts';
import { useView } from '../stores/view.ts';
import { startPainter } from '../workers/painter.ts';

const props = defineProps<{
  label: string;
  design: Design | null;
  machine: string;
  view: ViewName;
  /** CSS pixels a millimetre, and what lies in the middle, in mm. */
  scale: number;
  centre: Point;
  /** How much is sewn, 0 to 1 of the whole time. */
  share: number;
}>();
const emit = defineEmits<{
  figures: [figures: Figures | null];
  pan: [dx: number, dy: number];
  zoom: [factor: number, x: number, y: number];
  sized: [width: number, height: number];
}>();

const area = useTemplateRef<HTMLElement>('area');
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');
const { width, height } = useSeenSize(area);
const { painter, end } = startPainter();
/** When each record is done; the plan itself stays with the painter. */
const time = shallowRef<Float32Array | null>(null);
const problem = shallowRef('');
let painting = false;
let again = false;
const look = useView();

async function paint(): Promise<void> {
  if (painting) {
    again = true;
    return;
  }
  const target = canvas.value;
  if (!width.value || !time.value || !target) return;
  painting = true;
  do {
    again = false;
    const ratio = devicePixelRatio;
    const [w, h] = [Math.round(width.value * ratio), Math.round(height.value * ratio)];
    const scale = props.scale * ratio;
    const times = time.value;
    const { image, done } = await painter.paint({
      view: props.view,
      width: Math.max(1, w),
      height: Math.max(1, h),
      scale,
      originX: w / 2 - props.centre.x * scale,
      originY: h / 2 - props.centre.y * scale,
      playhead: times ? sewnAt(times) : 0,
      focus: null,
      light: look.light,
    });
    if (target.width !== w || target.height !== h) [target.width, target.height] = [w, h];
    target.getContext('2d')!.drawImage(image, 0, 0);
    image.close();
    again ||= !done;
  } while (again);
  painting = false;
}

const sewnAt = (times: Float32Array): number =>
  props.share >= 1 ? times.length : recordAt({ time: times }, props.share * (times.at(-1) ?? 0));

watch(
  [() => props.design, () => props.machine],
  async ([design, machine]) => {
    if (!design) return;
    try {
      const sewn = await sewnBy(useChecker(), design, machine, []);
      if (props.design !== design) return;
      problem.value = '';
      time.value = sewn.plan.time;
      await painter.setDesign(packed(painter, design));
      await painter.setPlan(packedPlan(painter, sewn.plan));
      emit('figures', sewn.figures);
      void paint();
    } catch (error) {
      problem.value = `The stitches could not be made: ${(error as Error).message}`;
      emit('figures', null);
    }
  },
  { immediate: true },
);
watch([width, height], ([w, h]) => emit('sized', w, h));
watch([() => props.view, () => props.scale, () => props.centre, () => props.share, width, height], paint);
onBeforeUnmount(end);

let last: { x: number; y: number } | null = null;
function down(e: PointerEvent): void {
  (e.currentTarget as HTMLElement).setPointerCapture(e.pointerId);
  last = { x: e.clientX, y: e.clientY };
}
function move(e: PointerEvent): void {
  if (!last) return;
  emit('pan', e.clientX - last.x, e.clientY - last.y);
  last = { x: e.clientX, y: e.clientY };
}
function wheel(e: WheelEvent): void {
  const box = area.value!.getBoundingClientRect();
  emit('zoom', wheelFactor(e), e.clientX - box.left, e.clientY - box.top);
}
</script>

<template>
  <div
    ref="area"
    class="relative min-h-0 min-w-0 touch-none overflow-hidden bg-[#efe7d9]"
    :class="last ? 'cursor-grabbing' : 'cursor-grab'"
    role="img"
    :aria-label="label"
    @pointerdown="down"
    @pointermove="move"
    @pointerup="last = null"
    @pointercancel="last = null"
    @wheel.prevent="wheel"
  >
    <canvas ref="canvas" class="absolute inset-0 h-full w-full" aria-hidden="true" />
    <p v-if="problem" role="alert" class="relative p-4 text-rosehip">{{ problem }}</p>
  </div>
</template>
