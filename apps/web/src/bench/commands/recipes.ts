// Recipes from one object to others.
import { everyLeaf, recipeJob, type DesignObject } from '@rosehip/core';
import { computed } from 'vue';
import { useRecipes } from '../../stores/recipes.ts';
import { useChoosing } from '../choosing/choose-edit.ts';
import type { BenchCommand, CommandParts } from './command.ts';

export function useRecipeCommands({ bench, does, command }: CommandParts) {
  const recipes = useRecipes();

  const choosing = useChoosing();
  /** Stitches for all that is selected at once; for everything when nothing is. */
  const chooseStitches = computed<BenchCommand>(() => ({
    ...command(
      'choose-stitches',
      'Choose stitches',
      0,
      choosing.open,
      'Shift Q',
      'Kinds, angles, order and overlaps for these shapes, from more fill to more satin.',
    ),
    ...(bench.design?.objects.length ? {} : { blocked: 'Draw or bring in a shape first.' }),
  }));

  /** The recipe as a whole, from one object to others. */
  const recipeCommands = computed<BenchCommand[]>(() => {
    const models = [...everyLeaf(bench.selected)].filter((l): l is DesignObject => l.kind === 'object');
    const { copied } = recipes;
    return [
      {
        ...command(
          'copy-recipe',
          'Copy recipe',
          1,
          () => {
            if (!models[0]) return;
            recipes.copied = models[0].recipe;
            bench.message = `The recipe of ${models[0].name} is copied: select others and paste it.`;
          },
          'Ctrl Shift C',
          'Remembers how this is stitched.',
        ),
        ...(bench.selected.length && !models.length
          ? { blocked: 'Stitches that are kept have no recipe.' }
          : {}),
      },
      {
        ...command(
          'paste-recipe',
          'Paste recipe',
          1,
          () => copied && does((design, all) => recipeJob(design, all, copied, copied.kept)),
          'Ctrl Shift V',
          'Stitches this as what was copied from.',
        ),
        ...(copied ? {} : { blocked: 'Copy a recipe first.' }),
      },
    ];
  });

  return { recipes: recipeCommands, chooseStitches };
}
