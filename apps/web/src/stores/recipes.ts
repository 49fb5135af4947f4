// Recipes that are kept under a name: on the server, for all designs.
import { defineStore } from 'pinia';
import { shallowRef } from 'vue';
import type { Recipe } from '@rosehip/core';
import type { KeptRecipe } from '@rosehip/wire';
import { api } from '../api.ts';
import { useKeptList } from './kept-list.ts';

export const useRecipes = defineStore('recipes', () => {
  const { all, problem, change, load } = useKeptList<KeptRecipe>(async () => (await api.recipes()).recipes);
  /** The recipe that was copied last. */
  const copied = shallowRef<Recipe | null>(null);
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
