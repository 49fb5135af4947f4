// What can be done to what is selected: one table for buttons, keys, the finder and the keys sheet.
import { computed } from 'vue';
import { useChoosingCommands } from './choosing.ts';
import { useCommandParts, type BenchCommand } from './command.ts';
import { useKeepingCommands } from './keeping.ts';
import { useMakingCommands } from './making.ts';
import { usePlacingCommands } from './placing.ts';
import { useRecipeCommands } from './recipes.ts';

export function useCommands() {
  const parts = useCommandParts();
  const all = {
    ...useMakingCommands(parts),
    ...useKeepingCommands(parts),
    ...useChoosingCommands(parts),
    ...usePlacingCommands(parts),
    ...useRecipeCommands(parts),
  };

  /** Every command with a key, by that key as it is written. */
  const byKey = computed(() => {
    const map = new Map<string, BenchCommand>();
    for (const list of [all.makings, all.arrange, all.choose, all.turns, all.recipes])
      for (const c of list.value) if (c.keys) map.set(c.keys, c);
    map.set(all.chooseStitches.value.keys!, all.chooseStitches.value);
    return map;
  });

  return { ...all, byKey, need: parts.need, does: parts.does };
}

export type Commands = ReturnType<typeof useCommands>;
