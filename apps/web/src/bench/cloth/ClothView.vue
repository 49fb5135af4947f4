<script setup lang="ts">
// The cloth: the painter's last bitmap, moved at once with every pan and zoom, and the handles above it.
import * as Comlink from 'comlink';
import { computed, onBeforeUnmount, onMounted, useTemplateRef, watch } from 'vue';
import { everyLeaf, findItem, recipeJob } from '@rosehip/core';
import { useSeenSize } from '../../parts/seen-size.ts';
import { wheelFactor } from '../../parts/viewport.ts';
import { tellPainter } from '../../workers/engine.ts';
import { startPainter } from '../../workers/painter.ts';
import { useBench } from '../../stores/bench/bench.ts';
import { useRecipes } from '../../stores/recipes.ts';
import { useRehearsal } from '../../stores/rehearsal.ts';
import { useSewing } from '../../stores/sewing.ts';
import { useView } from '../../stores/view.ts';
import { useBringIn } from '../bring-in.ts';
import { DRAGGED_RECIPE } from '../dragged-recipe.ts';
import { usePicking } from '../picking.ts';
import { decodePicture } from '../read-picture.ts';
import { snapMarks } from '../snapping.ts';
import type { Tool } from '../tools/tool.ts';
import { useAids } from '../../stores/aids.ts';
import ClothMarks from './ClothMarks.vue';
import ClothOverlay from './ClothOverlay.vue';
import { usePainted } from './painted.ts';
import { usePainterTold } from './painter-told.ts';
import { useClothPointers } from './pointers.ts';
import Ruler from './Ruler.vue';
import WaysIn from './WaysIn.vue';
import WordsInput from '../words/WordsInput.vue';
import { useWriting } from '../words/writing.ts';

const props = defineProps<{
  tool: Tool;
  /** Nothing can be changed here. */
  looking?: boolean;
}>();

const bench = useBench();
const sewing = useSewing();
const rehearsal = useRehearsal();
const view = useView();
const aids = useAids();
const recipes = useRecipes();
const picking = usePicking();
const area = useTemplateRef<HTMLElement>('area');
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');
const { width, height } = useSeenSize(area);
const bringIn = useBringIn();
const writing = useWriting();
const words = useTemplateRef('words');
const emit = defineEmits<{ sized: [] }>();
/** Nothing is there yet, and no tool was taken up: the ways to begin are shown. */
const isEmpty = computed(
  () =>
    !bench.design?.objects.length &&
    !bench.design?.picture &&
    !bench.design?.guides?.length &&
    view.tool === 'select' &&
    bench.looking === null,
);

const { painter, end } = startPainter();
onBeforeUnmount(tellPainter(painter));
const { paint, drawSoon, settled } = usePainted(
  canvas,
  () => view,
  (seen, after) =>
    painter.paint(
      {
        ...seen,
        view: view.view,
        playhead: rehearsal.playhead,
        focus: focus.value,
        hideRest: rehearsal.rest === 'hidden',
        dimUnderlay: rehearsal.dimUnderlay,
        thread: rehearsal.onlyThread ?? undefined,
        heat: rehearsal.heat,
        light: view.light,
      },
      after,
    ),
);

watch([width, height], ([w, h]) => {
  view.width = w;
  view.height = h;
  emit('sized');
});

/** What is worked on while the rest is dimmed: by the tool, or the inside of a group. */
const focus = computed<string[] | null>(() => {
  if (props.tool.focus) return [...props.tool.focus];
  const group = bench.inside && bench.design ? findItem(bench.design, bench.inside) : null;
  return group ? [...everyLeaf([group])].map((l) => l.id) : null;
});

usePainterTold(
  painter,
  () => void paint(),
  () => view.view === 'lines',
);
watch(
  () => bench.design?.picture?.data,
  async (data) => {
    const image = data ? await decodePicture(data) : null;
    await painter.setPicture(image && Comlink.transfer(image, [image]));
    void paint();
  },
  { immediate: true },
);
watch(focus, (now, before) => now?.join() !== before?.join() && void paint());
watch(
  () => sewing.layers,
  async (layers) => {
    await painter.setLayers(layers);
    if (rehearsal.heat) void paint();
  },
  { immediate: true },
);
watch(
  () => [
    rehearsal.playhead,
    rehearsal.rest,
    rehearsal.dimUnderlay,
    rehearsal.onlyThread,
    rehearsal.heat,
    view.light,
  ],
  paint,
);

/** The needle is kept this far from the cloth's edge, as a share of its size. */
const FOLLOW_ROOM = 0.2;
// The cloth follows the needle: only when it nears the edge, so that the eye has rest.
watch(
  () => rehearsal.playhead,
  (playhead) => {
    const { plan } = sewing;
    if (!rehearsal.follow || !rehearsal.playing || !plan || playhead < 1) return;
    const p = { x: plan.x[playhead - 1], y: plan.y[playhead - 1] };
    const at = view.toPx(p);
    const [w, h] = [view.width, view.height];
    const inside =
      at.x > w * FOLLOW_ROOM &&
      at.x < w * (1 - FOLLOW_ROOM) &&
      at.y > h * FOLLOW_ROOM &&
      at.y < h * (1 - FOLLOW_ROOM);
    if (!inside) view.centre = p;
  },
);
watch([() => view.view, () => view.scale, () => view.centre, width, height], () => {
  drawSoon();
  void paint();
});

const {
  pulling,
  spaceHeld,
  pointer,
  down,
  move,
  up: raise,
  cancel,
  doubleClick,
} = useClothPointers(
  area,
  () => props.tool,
  () => props.looking,
);

/** The hand is lifted; what is typed next goes into the words that are written. */
function up(e: PointerEvent): void {
  raise(e);
  void words.value?.take();
}

/** A kept recipe goes on what it is let go over; with several selected, on all of them. */
function dropRecipe(id: string, e: DragEvent): void {
  const kept = recipes.all.find((r) => r.id === id);
  const [over] = picking.found(pointer(e).at);
  if (!kept) return;
  if (!over) {
    bench.message = 'Let the recipe go over something that is stitched.';
    return;
  }
  const ids = bench.selection.includes(over) ? [...bench.selection] : [over];
  bench.does((design) => recipeJob(design, ids, kept.recipe, kept.id));
}

function drop(e: DragEvent): void {
  const recipe = e.dataTransfer?.getData(DRAGGED_RECIPE);
  if (recipe) return dropRecipe(recipe, e);
  const files = [...(e.dataTransfer?.files ?? [])];
  if (files.length) void bringIn(files, pointer(e).at);
}

function wheel(e: WheelEvent): void {
  const box = area.value!.getBoundingClientRect();
  view.zoomAt(wheelFactor(e), e.clientX - box.left, e.clientY - box.top);
}

onMounted(() => {
  area.value!.addEventListener('wheel', (e) => (e.preventDefault(), wheel(e)), { passive: false });
});
onBeforeUnmount(end);

const cursor = (): string =>
  pulling.value
    ? 'grabbing'
    : spaceHeld.value || props.looking
      ? 'grab'
      : view.tool === 'select'
        ? 'default'
        : 'crosshair';
</script>

<template>
  <div
    ref="area"
    class="relative h-full w-full touch-none overflow-hidden outline-none"
    role="application"
    aria-label="Cloth"
    tabindex="0"
    :data-settled="settled && !sewing.busy"
    :data-snapped="snapMarks.map((m) => m.says).join(', ')"
    :data-scale="view.scale"
    :data-origin="`${view.originX} ${view.originY}`"
    :style="{ cursor: cursor() }"
    @pointerdown="down"
    @pointermove="move"
    @pointerup="up"
    @pointercancel="cancel"
    @dblclick="doubleClick"
    @dragover.prevent
    @drop.prevent="drop"
  >
    <canvas ref="canvas" class="absolute inset-0 h-full w-full" aria-hidden="true" />
    <ClothOverlay v-if="!looking" :tool="tool" />
    <ClothMarks v-if="!looking" :tool="tool" />
    <WordsInput v-if="view.tool === 'words' && writing.writing.value && !looking" ref="words" />
    <WaysIn v-if="isEmpty && !looking" />
    <template v-if="aids.rulers">
      <Ruler axis="x" />
      <Ruler axis="y" />
    </template>
  </div>
</template>
