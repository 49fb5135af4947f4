<script setup lang="ts">
// Every stitch kind with a small picture of this very object stitched that way.
import { nextTick, ref, watch, type ComponentPublicInstance } from 'vue';
import { paintNeedle, paintThread, STITCH_KINDS, figuresOf, type Canvas2D, type Plan } from '@rosehip/core';
import { useBench } from '../../stores/bench/bench.ts';
import { useChecker, packed } from '../../workers/engine.ts';
import KeptRecipes from './KeptRecipes.vue';
import { useResting } from '../resting.ts';
import { useRecipeEdit } from './recipe-edit.ts';

const emit = defineEmits<{ choose: [kind: string] }>();
const bench = useBench();
const edit = useRecipeEdit();
const canvases = new Map<string, HTMLCanvasElement>();
const empty = ref<Record<string, boolean>>({});

function keep(kind: string, el: Element | ComponentPublicInstance | null): void {
  if (el) canvases.set(kind, el as HTMLCanvasElement);
}

const SIZE = 72;

function paint(kind: string, plan: Plan, covers: boolean): void {
  const canvas = canvases.get(kind);
  const { bounds } = figuresOf(plan);
  empty.value[kind] = !bounds;
  if (!canvas || !bounds) return;
  const ratio = devicePixelRatio;
  canvas.width = canvas.height = SIZE * ratio;
  const ctx = canvas.getContext('2d')!;
  const room = Math.max(bounds.maxX - bounds.minX, bounds.maxY - bounds.minY, 4) * 1.1;
  const scale = (SIZE * ratio) / room;
  ctx.setTransform(
    scale,
    0,
    0,
    scale,
    canvas.width / 2 - (scale * (bounds.minX + bounds.maxX)) / 2,
    canvas.height / 2 - (scale * (bounds.minY + bounds.maxY)) / 2,
  );
  // So small, the lines of an open kind would run together if they were as wide as thread.
  const draw = covers ? paintThread : paintNeedle;
  draw(ctx as unknown as Canvas2D, plan, scale);
}

// What is rested on is shown on the cloth; what was chosen stays so meanwhile.
const { come, go } = useResting(
  (kind: string) => edit.previewKind(kind),
  () => bench.cancelPreview(),
);

watch(
  [() => bench.committed, () => edit.objects.value[0]?.id],
  async ([committed, id]) => {
    if (!id || !committed) return;
    // Beside the engine that sews the design: a large shape takes some seconds in all kinds.
    const swatches = await useChecker().swatches(id, packed(useChecker(), committed));
    await nextTick();
    for (const { kind, plan, covers } of swatches) paint(kind, plan, covers);
  },
  { immediate: true },
);
</script>

<template>
  <ul class="grid grid-cols-3 gap-2" aria-label="Stitch kinds">
    <li v-for="kind in STITCH_KINDS" :key="kind.id">
      <button
        type="button"
        class="w-full rounded-card border px-0.5 py-1.5 text-center hover:bg-linen"
        :class="edit.committedKind.value === kind.id ? 'border-rosehip bg-blush' : 'border-line'"
        :aria-pressed="edit.committedKind.value === kind.id"
        :title="empty[kind.id] ? `${kind.summary} There is no room for it in this shape.` : kind.summary"
        @click="(go(), emit('choose', kind.id))"
        @pointerenter="come(kind.id)"
        @pointerleave="go"
        @focus="come(kind.id)"
        @blur="go"
      >
        <canvas :ref="(el) => keep(kind.id, el)" class="mx-auto size-[72px]" aria-hidden="true" />
        {{ kind.name }}
      </button>
    </li>
  </ul>
  <KeptRecipes class="mt-4" />
</template>
