<script setup lang="ts">
// The letter whose handle was touched last, by numbers; and a thread of its own.
import { computed, ref, watch } from 'vue';
import { isText, STITCH_KINDS, type LetterChange, type Recipe, type TextObject } from '@rosehip/core';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useRecipes } from '../../stores/recipes.ts';
import { useSettings } from '../../stores/settings.ts';
import ThreadPicker from '../recipe-card/ThreadPicker.vue';
import { changeOf, withLetter } from './letter-drag.ts';
import { useWriting } from './writing.ts';

const bench = useBench();
const settings = useSettings();
const { state, object, set } = useWriting();

const letter = computed(() => set.value?.letters.find((l) => l.at === state.held) ?? null);
const change = computed<LetterChange | null>(() =>
  object.value && letter.value ? changeOf(object.value, letter.value.at) : null,
);
const height = computed(() => object.value?.outline.height ?? 1);
const thread = computed(() => change.value?.thread ?? null);
const picking = ref(false);
watch(
  () => state.held,
  () => (picking.value = false),
);

const round = (v: number): number => Math.round(v * 1000) / 1000;
/** The words with this letter changed. */
function changed(to: Partial<LetterChange>): TextObject[] {
  const [committed] = bench.committedSelected;
  return isText(committed) && state.held !== null ? [withLetter(committed, state.held, to)] : [];
}
const FIELDS = [
  { key: 'space', label: 'Space before', unit: 'mm', step: 0.1, least: -100, most: 500, first: 0 },
  { key: 'lift', label: 'Lift', unit: 'mm', step: 0.1, least: -500, most: 500, first: 0 },
  { key: 'turn', label: 'Turn', unit: '°', step: 1, least: -180, most: 180, first: 0 },
  { key: 'size', label: 'Size (%)', unit: '', step: 1, least: 20, most: 500, first: 1 },
] as const;
type Field = (typeof FIELDS)[number];
/** From what the document says to what the field shows: shares of the height as mm, of the size as percent. */
const factor = ({ key }: Field): number =>
  ({ space: height.value, lift: height.value, turn: 1, size: 100 })[key];
const shown = (field: Field): number => round((change.value?.[field.key] ?? field.first) * factor(field));
const meant = (field: Field, value: number): Partial<LetterChange> => ({
  [field.key]: round(value / factor(field)),
});

/** Stitched by another recipe: a kind as the person begins it, or one that is kept. */
const own = computed(() => change.value?.recipe ?? null);
const recipes = useRecipes();
void recipes.load();
const KINDS = STITCH_KINDS.map(({ id, name }) => ({ value: `kind ${id}`, label: name.toLowerCase() }));
const choices = computed(() => [
  { value: 'others', label: 'as all of these words' },
  ...KINDS,
  ...recipes.all.map(({ id, name }) => ({ value: `kept ${id}`, label: `${name} (kept)` })),
]);
const recipeShown = computed(() => {
  const { value } = own;
  if (!value) return 'others';
  const kept = value.kept && `kept ${value.kept}`;
  return kept && choices.value.some((c) => c.value === kept) ? kept : `kind ${value.kind}`;
});
function setRecipe(value: string): void {
  const [how, id] = [value.slice(0, 4), value.slice(5)];
  const kept = recipes.all.find((r) => r.id === id);
  const recipe: Recipe | undefined =
    how === 'kind'
      ? settings.startOf(id, bench.design!.cloth.kind)
      : kept && { ...kept.recipe, kept: kept.id };
  bench.replace(changed({ recipe }), 'Recipe of letter');
}

function setThread(code: string | undefined): void {
  picking.value = false;
  bench.replace(changed({ thread: code }), 'Thread of letter');
}
</script>

<template>
  <div v-if="letter && change" class="grid gap-2 rounded-card bg-linen p-2" role="group" aria-label="Letter">
    <h4 class="text-sm">The letter “{{ letter.says }}”</h4>
    <div class="grid grid-cols-2 gap-2">
      <NumberField
        v-for="f in FIELDS"
        :key="f.key"
        :label="f.label"
        :value="shown(f)"
        :unit="f.unit"
        :least="f.least"
        :most="f.most"
        :step="f.step"
        @live="bench.preview(changed(meant(f, $event)))"
        @change="bench.replace(changed(meant(f, $event)), f.label)"
      />
    </div>
    <ChoiceField label="Stitched" :value="recipeShown" :choices="choices" @change="setRecipe" />
    <div class="flex flex-wrap gap-2">
      <button type="button" class="button h-7 px-2" :aria-expanded="picking" @click="picking = !picking">
        {{ thread ? `Thread: ${bench.materials.thread(thread).name}` : 'A thread of its own' }}
      </button>
      <button v-if="thread" type="button" class="button h-7 px-2" @click="setThread(undefined)">
        As the others
      </button>
    </div>
    <ThreadPicker v-if="picking" :code="thread" @choose="setThread" />
  </div>
</template>
