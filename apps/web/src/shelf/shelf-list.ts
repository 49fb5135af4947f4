// What of the shelf is shown: found by words, sorted, by label; and which designs are selected.
import { computed, ref, watch, type Ref } from 'vue';
import type { ShelfEntry } from '@rosehip/wire';
import { useKept } from '../parts/kept.ts';

export const SORTS = {
  changed: 'last changed',
  name: 'name',
  made: 'when made',
  size: 'size',
  stitches: 'stitches',
} as const;
export type Sort = keyof typeof SORTS;

const text = new Intl.Collator('en-GB', { numeric: true, sensitivity: 'base' });
const COMPARE: Record<Sort, (a: ShelfEntry, b: ShelfEntry) => number> = {
  changed: (a, b) => b.changedAt.localeCompare(a.changedAt),
  name: (a, b) => text.compare(a.name, b.name),
  made: (a, b) => b.madeAt.localeCompare(a.madeAt),
  size: (a, b) => area(b) - area(a),
  stitches: (a, b) => (b.summary?.stitches ?? 0) - (a.summary?.stitches ?? 0),
};
const area = ({ summary }: ShelfEntry): number => (summary ? summary.width * summary.height : 0);

/** All that a design is found by: its name, labels, hoop, threads and stitch kinds. */
function wordsOf({ name, labels, hoop, summary }: ShelfEntry): string {
  const threads = summary?.colours.flatMap((c) => [c.name, c.code]) ?? [];
  return [name, ...labels, hoop, ...threads, ...(summary?.kinds ?? [])].join('\n').toLowerCase();
}

/** Entries in which every word of the search is found, with the label, in order. */
export function shown(
  entries: readonly ShelfEntry[],
  search: string,
  label: string | null,
  sort: Sort,
): ShelfEntry[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  return entries
    .filter((e) => label === null || e.labels.includes(label))
    .filter((e) => {
      const all = wordsOf(e);
      return words.every((word) => all.includes(word));
    })
    .sort((a, b) => COMPARE[sort](a, b) || a.id.localeCompare(b.id));
}

/** Every label with how many designs have it, by the alphabet. */
export function labelsOf(entries: readonly ShelfEntry[]): { label: string; count: number }[] {
  const counts = new Map<string, number>();
  for (const { labels } of entries) for (const l of labels) counts.set(l, (counts.get(l) ?? 0) + 1);
  return [...counts]
    .map(([label, count]) => ({ label, count }))
    .sort((a, b) => text.compare(a.label, b.label));
}

export function useShelfList(entries: Ref<ShelfEntry[]>) {
  const search = ref('');
  const label = ref<string | null>(null);
  const sort = useKept<Sort>('rosehip-shelf-sort', 'changed');
  const list = computed(() =>
    shown(entries.value, search.value, label.value, sort.value in SORTS ? sort.value : 'changed'),
  );
  const labels = computed(() => labelsOf(entries.value));
  // A label that nothing has any more shows everything again.
  watch(labels, (all) => {
    if (label.value !== null && !all.some((l) => l.label === label.value)) label.value = null;
  });

  const chosen = ref<ReadonlySet<string>>(new Set());
  let last: string | null = null;
  /** Selected and still to be seen: nothing is done to what is hidden by a search. */
  const selected = computed(() => list.value.filter((e) => chosen.value.has(e.id)));
  /** Selects one more, or one less; `stretch` from the last one on. */
  function toggle(id: string, stretch: boolean): void {
    const next = new Set(chosen.value);
    const ids = list.value.map((e) => e.id);
    const from = last === null ? -1 : ids.indexOf(last);
    if (stretch && from >= 0) {
      const [a, b] = [from, ids.indexOf(id)].sort((x, y) => x - y);
      for (const one of ids.slice(a, b + 1)) next.add(one);
    } else if (!next.delete(id)) next.add(id);
    last = id;
    chosen.value = next;
  }
  const selectAll = (): void => void (chosen.value = new Set(list.value.map((e) => e.id)));
  const clear = (): void => void (chosen.value = new Set());

  return { search, label, sort, list, labels, selected, toggle, selectAll, clear };
}
