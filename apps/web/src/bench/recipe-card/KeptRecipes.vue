<script setup lang="ts">
// Recipes that are kept under a name: pressed, they go on what is selected; dragged, on what they are let go over.
import { X } from '@lucide/vue';
import { onMounted } from 'vue';
import { clothById, recipeJob } from '@rosehip/core';
import type { KeptRecipe } from '@rosehip/wire';
import BitmapPicture from '../../parts/BitmapPicture.vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useRecipes } from '../../stores/recipes.ts';
import { useView } from '../../stores/view.ts';
import { DRAGGED_RECIPE } from '../dragged-recipe.ts';
import { swatchMaterials, useRecipePictures } from '../recipe-pictures.ts';
import { useSelectedThread } from './recipe-edit.ts';

const bench = useBench();
const view = useView();
const recipes = useRecipes();
const thread = useSelectedThread();
onMounted(recipes.load);

/** CSS pixels. */
const SIZE = 64;
const pictures = useRecipePictures(
  () =>
    bench.design && {
      recipes: recipes.all.map((r) => r.recipe),
      thread: thread.value?.code ?? view.thread,
      on: swatchMaterials(bench.design),
    },
  SIZE,
);
const madeFor = (r: KeptRecipe): string =>
  r.cloth ? `for ${clothById(r.cloth).name.toLowerCase()}` : 'for any cloth';

function put(r: KeptRecipe): void {
  bench.does((design) => recipeJob(design, [...bench.selection], r.recipe, r.id));
}
function drag(e: DragEvent, r: KeptRecipe): void {
  e.dataTransfer?.setData(DRAGGED_RECIPE, r.id);
}
</script>

<template>
  <div class="grid gap-2" role="group" aria-label="Kept recipes">
    <h3 class="text-sm">Kept recipes</h3>
    <p v-if="recipes.problem" class="text-[13px] text-rosehip" role="alert">{{ recipes.problem }}</p>
    <p v-if="!recipes.all.length" class="text-[13px] text-muted">
      None yet. A recipe that you like is kept from its card, under “Keep or copy this recipe”.
    </p>
    <ul v-else class="grid grid-cols-3 gap-2">
      <li v-for="(r, i) in recipes.all" :key="r.id" class="relative">
        <button
          type="button"
          class="grid w-full justify-items-center rounded-card border border-line p-1.5 text-center text-[13px] leading-4 hover:bg-linen"
          draggable="true"
          :title="`${r.name}, ${madeFor(r)}. Press to put it on what is selected, or drag it on to something.`"
          @click="put(r)"
          @dragstart="drag($event, r)"
        >
          <BitmapPicture
            class="rounded-[3px]"
            :style="{ background: bench.design?.cloth.colour }"
            :picture="pictures[i]"
            :size="SIZE"
          />
          <span class="w-full truncate">{{ r.name }}</span>
          <span class="w-full truncate text-xs text-muted">{{ madeFor(r) }}</span>
        </button>
        <button
          type="button"
          class="absolute top-0.5 right-0.5 grid size-6 place-items-center rounded-full text-muted hover:bg-linen hover:text-ink"
          :aria-label="`Forget ${r.name}`"
          title="Forget it; what is sewn by it stays as it is"
          @click="recipes.remove(r.id)"
        >
          <X :size="14" aria-hidden="true" />
        </button>
      </li>
    </ul>
  </div>
</template>
