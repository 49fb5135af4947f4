<script setup lang="ts">
// An appliqué: the look of its cloth, how it is tacked down and covered.
import { computed, onMounted, ref, useTemplateRef, watch } from 'vue';
import {
  appliqueNotes,
  BORDER_RECIPES,
  OWN_PRINT,
  paintPrint,
  PRINTS,
  TACK_RECIPES,
  type BorderStitch,
  type DesignObject,
  type Group,
  type Item,
  type Patch,
  type PatchCanvas,
  type Recipe,
  type TackStitch,
} from '@rosehip/core';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import { useBench } from '../../stores/bench/bench.ts';
import { PictureError, readPicture } from '../read-picture.ts';

const bench = useBench();

/** The group that holds the appliqué's lines, or its placement line by itself. */
const chosenIn = (items: readonly Item[]): Item | null => {
  const [only] = items;
  return items.length === 1 ? only : null;
};
const lines = (item: Item | null): DesignObject[] =>
  item?.kind === 'group'
    ? item.objects.filter((o): o is DesignObject => o.kind === 'object')
    : item?.kind === 'object'
      ? [item]
      : [];
const chosen = computed(() => chosenIn(bench.selected));
const holder = computed(() => lines(chosen.value).find((o) => o.patch) ?? null);
const patch = computed(() => holder.value?.patch ?? null);
const own = computed(() => lines(chosen.value));

/** The committed item with its lines changed. */
function changed(change: (o: DesignObject, i: number) => DesignObject): Item[] {
  const item = chosenIn(bench.committedSelected);
  if (item?.kind === 'object') return [change(item, 0)];
  if (item?.kind !== 'group') return [];
  const objects = item.objects.map((o, i) => (o.kind === 'object' ? change(o, i) : o));
  return [{ ...item, objects } satisfies Group];
}
const withPatch = (more: Partial<Patch>): Item[] =>
  changed((o) => (o.patch ? { ...o, patch: { ...o.patch, ...more } } : o));
const setPatch = (more: Partial<Patch>, label: string): void => void bench.replace(withPatch(more), label);

/** In reverse other things are to be done at the stops. Notes of the person's own stay. */
function setReverse(reverse: boolean): void {
  const [now, before] = [appliqueNotes(reverse), appliqueNotes(!reverse)];
  const items = changed((o, i) => ({
    ...o,
    ...(o.patch && { patch: { ...o.patch, reverse } }),
    ...(o.stopAfter !== undefined && o.stopAfter === before[i] && { stopAfter: now[i] }),
  }));
  bench.replace(items, 'Reverse appliqué');
}

const sameRecipe = (a: Recipe, b: Recipe): boolean => JSON.stringify(a) === JSON.stringify(b);
const TACKS = [
  { value: 'run', label: 'run' },
  { value: 'zigzag', label: 'zigzag' },
  { value: '', label: 'as set below' },
];
const COVERS = [
  { value: 'satin', label: 'satin' },
  { value: 'bean', label: 'bean' },
  { value: 'blanket', label: 'blanket stitch' },
  { value: '', label: 'as set below' },
];
const nameIn = (table: Record<string, Recipe>, recipe?: Recipe): string =>
  (recipe && Object.keys(table).find((key) => sameRecipe(table[key], recipe))) ?? '';
const tack = computed(() => nameIn(TACK_RECIPES, own.value[1]?.recipe));
const cover = computed(() => nameIn(BORDER_RECIPES, own.value[2]?.recipe));
function setRecipe(line: number, recipe: Recipe | undefined, label: string): void {
  if (recipe)
    bench.replace(
      changed((o, i) => (i === line ? { ...o, recipe } : o)),
      label,
    );
}

const swatches = useTemplateRef<HTMLCanvasElement[]>('swatches');
const SIDE = 44;
function paint(): void {
  swatches.value?.forEach((canvas, i) => {
    const ratio = devicePixelRatio;
    canvas.width = canvas.height = SIDE * ratio;
    const ctx = canvas.getContext('2d')!;
    const scale = (SIDE * ratio) / 22; // 22 mm of cloth
    ctx.scale(scale, scale);
    const colour = patch.value?.colour ?? '#888888';
    paintPrint(
      ctx as unknown as PatchCanvas,
      { print: PRINTS[i].id, colour },
      { minX: 0, minY: 0, maxX: 22, maxY: 22 },
    );
  });
}
onMounted(paint);
watch(() => [patch.value?.colour, swatches.value?.length], paint, { flush: 'post' });

const problem = ref('');
async function bringPicture(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  if (!file || !bench.design) return;
  try {
    const { data } = await readPicture(file, bench.design.hoop);
    problem.value = '';
    setPatch({ print: OWN_PRINT, data, size: patch.value?.size ?? 40 }, 'Own print');
  } catch (error) {
    if (!(error instanceof PictureError)) throw error;
    problem.value = error.message;
  }
}
</script>

<template>
  <div v-if="patch" class="grid gap-2">
    <h4 class="text-sm">Appliqué</h4>
    <div v-if="own.length > 2" class="grid grid-cols-2 gap-2">
      <ChoiceField
        label="Tacked down"
        :value="tack"
        :choices="tack ? TACKS.slice(0, 2) : TACKS"
        @change="setRecipe(1, TACK_RECIPES[$event as TackStitch], 'Tack-down')"
      />
      <ChoiceField
        label="Covered"
        :value="cover"
        :choices="cover ? COVERS.slice(0, 3) : COVERS"
        @change="setRecipe(2, BORDER_RECIPES[$event as BorderStitch], 'Cover')"
      />
    </div>
    <p class="label">Its cloth</p>
    <div class="grid grid-cols-5 gap-1.5" role="radiogroup" aria-label="Print">
      <button
        v-for="p in PRINTS"
        :key="p.id"
        type="button"
        role="radio"
        :aria-checked="patch.print === p.id"
        :aria-label="p.name"
        :title="p.name"
        class="rounded-card border p-0.5"
        :class="patch.print === p.id ? 'border-rosehip bg-blush' : 'border-line'"
        @click="setPatch({ print: p.id }, 'Print')"
      >
        <canvas ref="swatches" class="block size-11 rounded-sm" />
      </button>
      <label
        class="grid cursor-pointer place-items-center rounded-card border text-center text-[11px] leading-3"
        :class="patch.print === OWN_PRINT ? 'border-rosehip bg-blush' : 'border-line'"
        title="A picture of your own, which repeats"
      >
        Own picture
        <input type="file" accept="image/png,image/jpeg,image/webp" class="sr-only" @change="bringPicture" />
      </label>
    </div>
    <p v-if="problem" role="alert" class="text-xs text-rosehip">{{ problem }}</p>
    <div class="grid grid-cols-2 items-end gap-2">
      <label class="block">
        <span class="label block">Colour of the cloth</span>
        <input
          type="color"
          class="field h-8 p-0.5"
          :value="patch.colour"
          @input="bench.preview(withPatch({ colour: ($event.target as HTMLInputElement).value }))"
          @change="setPatch({ colour: ($event.target as HTMLInputElement).value }, 'Colour of the cloth')"
        />
      </label>
      <NumberField
        v-if="patch.print === OWN_PRINT"
        label="Repeats every"
        :value="patch.size ?? 40"
        :least="1"
        :most="500"
        :step="1"
        @live="bench.preview(withPatch({ size: $event }))"
        @change="setPatch({ size: $event }, 'Size of the print')"
      />
    </div>
    <label class="flex items-center gap-2">
      <input
        type="checkbox"
        :checked="!!patch.reverse"
        @change="setReverse(($event.target as HTMLInputElement).checked)"
      />
      Reverse: the cloth lies beneath a hole
    </label>
  </div>
</template>
