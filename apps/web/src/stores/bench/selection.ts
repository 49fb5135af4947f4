// What is selected of a design, and the group whose inside is worked on.
import { computed, ref, watch, type Ref } from 'vue';
import { fontsCame } from '../fonts.ts';
import { findItem, findPlace, resolvedItem, type Design, type Item, type PlainOutline } from '@rosehip/core';

/** What is selected, and the group whose inside is worked on. */
export interface Selected {
  ids: readonly string[];
  inside: string | null;
}

/** `design` is what is shown, `committed` what it was before the preview that may be under way. */
export function useSelection(design: Ref<Design | null>, committed: Ref<Design | null>) {
  const selection = ref<string[]>([]);
  /** The group whose inside is worked on; its members are selected one by one. */
  const inside = ref<string | null>(null);

  const selectedIn = (from: Design | null): Item[] =>
    from ? selection.value.map((s) => findItem(from, s)).filter((item): item is Item => !!item) : [];
  /** What is selected, as it is shown now. */
  const selected = computed(() => selectedIn(design.value));
  /** What is selected, as it was before the preview that may be under way. */
  const committedSelected = computed(() => selectedIn(committed.value));
  /** What is selected, by itself: while a hand moves, no more is made here than that. */
  const selectedPlain = computed<Item<PlainOutline>[]>(() =>
    fontsCame.value >= 0 && design.value
      ? selection.value.flatMap((id) => resolvedItem(design.value!, id) ?? [])
      : [],
  );

  // Whoever selects something outside of a group has left it.
  watch(selection, (now) => {
    const group = inside.value && design.value ? findItem(design.value, inside.value) : null;
    if (group?.kind === 'group' && now.some((id) => !findPlace(group.objects, id))) inside.value = null;
  });

  /** Lets go of what a design does not hold any more. */
  function keepTo(next: Design): void {
    selection.value = selection.value.filter((s) => findItem(next, s));
    if (inside.value && !findItem(next, inside.value)) inside.value = null;
  }

  const now = (): Selected => ({ ids: selection.value, inside: inside.value });

  /** Selects again what was selected, as far as the design holds it. */
  function again({ ids, inside: group }: Selected): void {
    selection.value = ids.filter((id) => committed.value && findItem(committed.value, id));
    inside.value = group && committed.value && findItem(committed.value, group) ? group : null;
  }

  function clear(): void {
    selection.value = [];
    inside.value = null;
  }

  return { selection, inside, selected, committedSelected, selectedPlain, keepTo, now, again, clear };
}
