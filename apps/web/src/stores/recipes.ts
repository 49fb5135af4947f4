// Recipes that are kept under a name: on the server, for all designs.
import { defineStore } from 'pinia';
import { ref, shallowRef } from 'vue';
import type { Recipe } from '@rosehip/core';
import type { KeptRecipe } from '@rosehip/wire';
import { api } from '../api.ts';

export const useRecipes = defineStore('recipes', () => {
  const all = ref<KeptRecipe[]>([]);
  /** Why the list is not up to date, as a sentence. */
  const problem = ref('');
  /** The recipe that was copied last. */
  const copied = shallowRef<Recipe | null>(null);
  let loaded = false;

  /** Does something with the list and looks at it again; what goes wrong is said, and false. */
  async function change(work: () => Promise<unknown> = async () => {}): Promise<boolean> {
    problem.value = '';
    try {
      await work();
      all.value = (await api.recipes()).recipes;
      return true;
    } catch (error) {
      problem.value = (error as Error).message;
      return false;
    }
  }
  async function load(): Promise<void> {
    if (!loaded) loaded = await change();
  }
  const plain = ({ kind, settings }: Recipe): Recipe => ({ kind, settings });

  /** Keeps a recipe; gives its id, or null when it could not be kept. */
  async function keep(name: string, cloth: string | null, recipe: Recipe): Promise<string | null> {
    let id: string | null = null;
    await change(async () => ({ id } = await api.keepRecipe({ name, cloth, recipe: plain(recipe) })));
    return id;
  }

  return {
    all,
    problem,
    copied,
    load,
    keep,
    update: ({ id, name, cloth }: KeptRecipe, recipe: Recipe) =>
      change(() => api.changeRecipe(id, { name, cloth, recipe: plain(recipe) })),
    remove: (id: string) => change(() => api.removeRecipe(id)),
  };
});
