// Changing the one selected repeat: its layout, and what it repeats.
import {
  placedCopies,
  transformInside,
  type CircleLayout,
  type Group,
  type Item,
  type Layout,
  type Matrix,
  type Point,
  type Repeat,
} from '@rosehip/core';
import { computed } from 'vue';
import { useBench } from '../stores/bench/bench.ts';

export type RepeatGroup = Group & { repeat: Repeat };

const repeatIn = (items: readonly Item[]): RepeatGroup | null => {
  const [only] = items;
  return items.length === 1 && only.kind === 'group' && only.repeat ? (only as RepeatGroup) : null;
};

export function useRepeatEdit() {
  const bench = useBench();
  /** The repeat as it is shown, and where its copies stand. */
  const group = computed(() => repeatIn(bench.selected));
  const placed = computed(() =>
    group.value && bench.design ? placedCopies(bench.design, group.value.id) : null,
  );
  const count = computed(() => placed.value?.maps.length ?? 0);

  /** The committed repeat with something of it changed. */
  function changed(change: (r: Repeat) => Repeat): Item[] {
    const committed = repeatIn(bench.committedSelected);
    return committed ? [{ ...committed, repeat: change(committed.repeat) }] : [];
  }
  const withLayout = (change: object): Item[] =>
    changed((r) => ({ ...r, layout: { ...r.layout, ...change } as Layout }));

  /** The committed repeat with what it repeats after a map, while its layout stays but for a change. */
  function movedInside(m: Matrix, change: Partial<CircleLayout> = {}): Item[] {
    const committed = repeatIn(bench.committedSelected);
    if (!committed) return [];
    const layout = { ...committed.repeat.layout, ...change } as Layout;
    return [
      { ...committed, objects: transformInside(committed, m), repeat: { ...committed.repeat, layout } },
    ];
  }

  /** The middle of the first copy before the preview that may be under way, mm. */
  function committedMiddle(): Point | null {
    const committed = repeatIn(bench.committedSelected);
    return committed && bench.committed
      ? (placedCopies(bench.committed, committed.id)?.middle ?? null)
      : null;
  }

  /** Shows items as they would become, or replaces them as one step. */
  function apply(items: Item[], label: string, live: boolean): void {
    if (live) bench.preview(items);
    else bench.replace(items, label);
  }

  return { group, placed, count, changed, withLayout, movedInside, committedMiddle, apply };
}
