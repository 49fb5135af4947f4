<script setup lang="ts">
// What can be done with a recipe as a whole: kept under a name, copied to others, made the beginning of new objects.
import { computed, nextTick, onMounted, ref, useTemplateRef } from 'vue';
import { clothById, recipeJob, sameRecipe, takeOverJob, usersOf } from '@rosehip/core';
import CommandButton from '../../parts/CommandButton.vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useRecipes } from '../../stores/recipes.ts';
import { useSettings } from '../../stores/settings.ts';
import type { Commands } from '../commands/commands.ts';
import { useRecipeEdit } from './recipe-edit.ts';

const props = defineProps<{ commands: Commands }>();
const bench = useBench();
const recipes = useRecipes();
const settings = useSettings();
const edit = useRecipeEdit();
onMounted(recipes.load);

const recipe = computed(() => edit.objects.value[0]?.recipe ?? null);
const cloth = computed(() => clothById(bench.design!.cloth.kind));
const kindName = computed(() => edit.kind.value?.name.toLowerCase() ?? '');
const copying = computed(() => props.commands.recipes.value);

/* Kept under a name */
const naming = ref(false);
const name = ref('');
const anyCloth = ref(false);
const field = useTemplateRef<HTMLInputElement>('field');
async function startNaming(): Promise<void> {
  naming.value = true;
  name.value = '';
  await nextTick();
  field.value?.focus();
}
async function keep(): Promise<void> {
  const title = name.value.trim();
  if (!title || !recipe.value) return;
  const id = await recipes.keep(title, anyCloth.value ? null : cloth.value.id, recipe.value);
  if (!id) return;
  naming.value = false;
  const now = recipe.value;
  if (now) bench.does((d) => recipeJob(d, [...bench.selection], now, id));
  bench.message = `${title} is kept: it stands among the stitch kinds.`;
}

/* Taken from a kept one */
const from = computed(() => recipes.all.find((r) => r.id === recipe.value?.kept) ?? null);
const differs = computed(
  () => !!from.value && !!recipe.value && !sameRecipe(from.value.recipe, recipe.value),
);
/** Objects of this design that use it and are not as it says now. */
const behind = computed(() =>
  from.value && bench.design
    ? usersOf(bench.design, from.value.id).filter((o) => !sameRecipe(o.recipe, from.value!.recipe)).length
    : 0,
);
function takeOver(): void {
  const kept = from.value;
  if (kept) bench.does((d) => takeOverJob(d, kept.id, kept.recipe));
}
async function update(): Promise<void> {
  const kept = from.value;
  if (kept && recipe.value && (await recipes.update(kept, recipe.value)))
    bench.message = `${kept.name} is kept as it is here.`;
}

/* The beginning of new objects */
const start = computed(() =>
  edit.kind.value ? settings.startOf(edit.kind.value.id, cloth.value.id).settings : {},
);
const begins = computed(
  () =>
    !!recipe.value &&
    Object.keys(start.value).length > 0 &&
    sameRecipe({ kind: recipe.value.kind, settings: start.value }, recipe.value),
);
function setStart(on: boolean): void {
  if (recipe.value)
    settings.setStart(recipe.value.kind, cloth.value.id, on ? { ...recipe.value.settings } : null);
}
</script>

<template>
  <div v-if="recipe && edit.kind.value" class="grid gap-2">
    <div v-if="from" class="grid gap-1.5 rounded-card bg-linen p-2">
      <p>
        From <b class="font-medium">{{ from.name }}</b><template v-if="differs"
          >, but not as it is kept</template
        >.
      </p>
      <div v-if="behind" class="flex flex-wrap gap-1">
        <button type="button" class="button h-7 px-2" @click="takeOver">
          {{ behind > 1 ? `Take it over for all ${behind}` : `Take it over` }}
        </button>
        <button v-if="differs" type="button" class="button h-7 px-2" @click="update">
          Keep it as it is here
        </button>
      </div>
    </div>
    <details class="group/tools">
      <summary class="cursor-pointer text-muted">Keep or copy this recipe</summary>
      <div class="mt-2 grid gap-2">
        <div class="grid grid-cols-2 gap-1.5">
          <CommandButton
            v-for="c in copying"
            :key="c.id"
            :label="c.label"
            :hint="`${c.help} (${c.keys})`"
            :blocked="c.blocked"
            @press="c.run()"
          />
        </div>
        <button v-if="!naming" type="button" class="button justify-center" @click="startNaming">
          Keep under a name …
        </button>
        <form v-else class="grid gap-2" @submit.prevent="keep" @keydown.stop>
          <input
            ref="field"
            v-model="name"
            class="field"
            aria-label="Name of the recipe"
            placeholder="Soft fill for jersey"
            maxlength="120"
            @keydown.esc="naming = false"
          />
          <label class="flex items-center gap-2">
            <input v-model="anyCloth" type="checkbox" /> For any cloth, not only
            {{ cloth.name.toLowerCase() }}
          </label>
          <button type="submit" class="button justify-center">Keep it</button>
          <p v-if="recipes.problem" class="text-[13px] text-rosehip" role="alert">{{ recipes.problem }}</p>
        </form>
        <label class="flex items-start gap-2">
          <input
            type="checkbox"
            class="mt-0.5"
            :checked="begins"
            @change="setStart(($event.target as HTMLInputElement).checked)"
          />
          New {{ kindName }} on {{ cloth.name.toLowerCase() }} begins with these numbers
        </label>
      </div>
    </details>
  </div>
</template>
