<script setup lang="ts">
// What a setting does to the cloth: a line of words, and pictures of this recipe with less and with more of it.
import { computed, onMounted, useTemplateRef } from 'vue';
import { clothUnder, variationsOf, type Setting } from '@rosehip/core';
import { showNumber } from '../../fields/arithmetic.ts';
import BitmapPicture from '../../parts/BitmapPicture.vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useSettings } from '../../stores/settings.ts';
import { swatchMaterials, useRecipePictures } from '../recipe-pictures.ts';
import { useRecipeEdit, useSelectedThread } from './recipe-edit.ts';

const props = defineProps<{ setting: Setting }>();
const bench = useBench();
const units = useSettings();
const edit = useRecipeEdit();
const thread = useSelectedThread();

/** What was asked for is brought into sight. */
const note = useTemplateRef<HTMLElement>('note');
onMounted(() => note.value?.scrollIntoView({ block: 'nearest' }));

/** CSS pixels. */
const SIZE = 78;
const variations = computed(() => {
  const kind = edit.kind.value;
  const recipe = edit.objects.value[0]?.recipe;
  const cloth = clothUnder(bench.materials.cloth, thread.value?.code ?? '');
  return kind && recipe ? variationsOf(kind, recipe, props.setting, cloth) : [];
});
const pictures = useRecipePictures(
  () =>
    bench.design && {
      recipes: variations.value.map((v) => v.recipe),
      thread: thread.value?.code ?? bench.materials.chart.threads[0].code,
      on: swatchMaterials(bench.design),
    },
  SIZE,
);
function told(value: string | number): string {
  const { setting } = props;
  if (setting.type === 'choice')
    return setting.choices.find((c) => c.value === value)?.label ?? String(value);
  return setting.unit === 'mm'
    ? `${showNumber(value as number, units.units, 2)} ${units.units}`
    : `${showNumber(value as number, 'plain', 2)}${setting.unit}`;
}
</script>

<template>
  <div ref="note" class="mt-1 rounded-card bg-linen p-2">
    <p class="text-[13px] leading-[18px]">{{ setting.help }}</p>
    <ul class="mt-1.5 grid grid-cols-3 gap-1">
      <li v-for="(v, i) in variations" :key="v.value" class="grid justify-items-center text-center text-xs">
        <BitmapPicture
          class="rounded-[3px]"
          :style="{ background: bench.design?.cloth.colour }"
          :picture="pictures[i]"
          :size="SIZE"
        />
        {{ told(v.value) }}
      </li>
    </ul>
  </div>
</template>
