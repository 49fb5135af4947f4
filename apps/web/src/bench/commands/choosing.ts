// Selecting by what things share, or by where they lie.
import {
  everyItem,
  everyLeaf,
  findPlace,
  itemBounds,
  type DesignObject,
  type StitchesObject,
} from '@rosehip/core';
import { computed } from 'vue';
import type { BenchCommand, CommandParts } from './command.ts';

/** What is sewn by itself: drawn, or plain stitches. */
type ItemLeaf = DesignObject | StitchesObject;

export function useChoosingCommands({ bench, command }: CommandParts) {
  /** Selects everything that shares something with what is selected. */
  function selectAlike(same: (a: ItemLeaf, b: ItemLeaf) => boolean): void {
    const { design } = bench;
    const models = [...everyLeaf(bench.selected)];
    if (!design || !models.length) return;
    bench.selection = [...everyLeaf(design.objects)]
      .filter(
        (l) => l.visible && !l.locked && !(l.kind === 'object' && l.unsewn) && models.some((m) => same(m, l)),
      )
      .map((l) => l.id);
  }
  const kindOf = (l: ItemLeaf): string => (l.kind === 'object' ? l.recipe.kind : l.kind);

  function selectBeneath(): void {
    const { plain } = bench;
    const [only] = bench.selectedPlain;
    const box = only && itemBounds(only);
    if (!plain || !box) return;
    const under = [...everyLeaf(plain.objects)].filter((l) => {
      const b = itemBounds(l);
      return (
        l.visible &&
        !l.locked &&
        b &&
        b.minX < box.maxX &&
        b.maxX > box.minX &&
        b.minY < box.maxY &&
        b.maxY > box.minY
      );
    });
    const at = under.findIndex((l) => l.id === only.id || [...everyItem([only])].some((i) => i.id === l.id));
    const next = under[at - 1];
    if (next) bench.selection = [next.id];
    else bench.message = 'Nothing lies beneath this.';
  }

  const choose = computed<BenchCommand[]>(() => [
    {
      ...command(
        'same-thread',
        'Same thread',
        1,
        () => selectAlike((a, b) => a.thread === b.thread),
        'Shift T',
      ),
      about: 'Select all in the same thread',
    },
    {
      ...command(
        'same-kind',
        'Same kind',
        1,
        () => selectAlike((a, b) => kindOf(a) === kindOf(b)),
        'Shift K',
      ),
      about: 'Select all stitched alike',
    },
    { ...command('beneath', 'Beneath', 1, selectBeneath, 'Shift B'), about: 'Select what lies beneath' },
    {
      id: 'outer-group',
      label: 'The group',
      about: 'Select the group around',
      keys: 'U',
      blocked: outer() ? undefined : 'What is selected is in no group.',
      run: () => {
        const group = outer();
        if (group) bench.selection = [group];
      },
    },
  ]);

  function outer(): string | null {
    const [only] = bench.selected;
    return only && bench.design ? (findPlace(bench.design.objects, only.id)?.parent?.id ?? null) : null;
  }

  return { choose };
}
