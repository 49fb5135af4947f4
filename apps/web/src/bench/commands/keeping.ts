// Keeping what is there in order: groups, locks, what is hidden, the order of sewing, copies, deleting.
import {
  duplicateJob,
  everyItem,
  everyLeaf,
  groupJob,
  hangingOn,
  removeJob,
  setItemsJob,
  translation,
  ungroupJob,
} from '@rosehip/core';
import { computed } from 'vue';
import { lastMove } from '../last-move.ts';
import { useProposals } from '../proposals.ts';
import { leaving, type BenchCommand, type CommandParts } from './command.ts';

export function useKeepingCommands({ bench, ids, count, does, command }: CommandParts) {
  const proposals = useProposals();

  function remove(): void {
    if (!count.value) return;
    const locked = bench.selected.find((i) => i.locked);
    if (locked) {
      bench.message = `${locked.name} is locked: unlock it first (Shift L).`;
      return;
    }
    const hanging = bench.committed ? hangingOn(bench.committed, ids()) : [];
    // What is made from it must not change unasked: the strip asks.
    if (hanging.length) leaving.value = { ids: ids(), names: hanging.map((i) => i.name) };
    else does(removeJob);
  }

  /** Deletes what waits for an answer: what is made from it stays plain, or goes too. */
  function removeWaiting(hanging: 'plain' | 'remove'): void {
    const asked = leaving.value;
    leaving.value = null;
    if (asked) bench.does((d) => removeJob(d, asked.ids, hanging));
  }

  function duplicate(inPlace: boolean): void {
    const { dx, dy } = inPlace ? { dx: 0, dy: 0 } : lastMove.value;
    does((design, all) => duplicateJob(design, all, translation(dx, dy)));
  }

  const isLocked = computed(() => bench.selected.length > 0 && bench.selected.every((i) => i.locked));
  const lockedOnes = (): string[] =>
    [...everyItem(bench.design?.objects ?? [])].filter((i) => i.locked).map((i) => i.id);
  const hiddenOnes = (): string[] =>
    [...everyItem(bench.design?.objects ?? [])].filter((i) => !i.visible).map((i) => i.id);

  const orderBlocked = computed(() =>
    [...everyLeaf(bench.design?.objects ?? [])].length > 1
      ? undefined
      : 'Two objects or more are needed before they can be put in order.',
  );

  const arrange = computed<BenchCommand[]>(() => [
    command('group', 'Group', 2, () => does(groupJob), 'G'),
    {
      ...command('ungroup', 'Ungroup', 1, () => does(ungroupJob), 'Shift G'),
      blocked: bench.selected.some((i) => i.kind === 'group') ? undefined : 'Select a group first.',
    },
    command(
      'lock',
      isLocked.value ? 'Unlock' : 'Lock',
      1,
      () =>
        does((d, all) =>
          setItemsJob(d, all, { locked: !isLocked.value }, isLocked.value ? 'Unlock' : 'Lock'),
        ),
      'Shift L',
    ),
    {
      id: 'unlock-all',
      label: 'Unlock all',
      blocked: lockedOnes().length ? undefined : 'Nothing is locked.',
      run: () => void bench.does((d) => setItemsJob(d, lockedOnes(), { locked: false }, 'Unlock all')),
    },
    command(
      'hide',
      'Hide',
      1,
      () => {
        const hidden = ids();
        if (bench.does((d) => setItemsJob(d, hidden, { visible: false }, 'Hide'))) bench.selection = [];
      },
      'H',
      'Hidden objects are not sewn.',
    ),
    {
      id: 'show-all',
      label: 'Show all',
      keys: 'Shift H',
      blocked: hiddenOnes().length ? undefined : 'Nothing is hidden.',
      run: () => void bench.does((d) => setItemsJob(d, hiddenOnes(), { visible: true }, 'Show all')),
    },
    command(
      'tidy',
      'Tidy travel',
      1,
      () => void proposals.tidyTravel(),
      'Shift Y',
      'A better route through this colour: fewer trims, less travel.',
    ),
    {
      id: 'put-in-order',
      label: 'Put in order',
      keys: 'Shift O',
      help: 'Fewer colour changes, then trims, then travel; shown first.',
      blocked: orderBlocked.value,
      run: () => void proposals.putInOrder(),
    },
    command(
      'duplicate',
      'Duplicate',
      1,
      () => duplicate(false),
      'D',
      'A copy, as far away as the last move went.',
    ),
    command('duplicate-in-place', 'Duplicate in place', 1, () => duplicate(true), 'Shift D'),
    command('delete', 'Delete', 1, remove, 'Backspace'),
  ]);

  return { arrange, remove, removeWaiting, duplicate };
}
