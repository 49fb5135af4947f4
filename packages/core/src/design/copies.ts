// How many objects repeats make, told from their numbers alone.
import type { Item, Layout, RowSpacing } from './types.ts';

/** More objects than these are not made by all repeats of a design together. */
export const MOST_MADE = 10_000;

/** Copies of a row as it says; where the room decides how many there are, one. */
const rowCount = (row: RowSpacing): number => (row.fit === 'length' && row.solve === 'count' ? 1 : row.count);

function copiesOf(layout: Layout): number {
  if (layout.kind === 'circle') return layout.fit === 'count' ? 1 : layout.count;
  if (layout.kind === 'path') return layout.fit === 'step' ? 1 : layout.count;
  return rowCount(layout.across) * (layout.kind === 'grid' ? rowCount(layout.down) : 1);
}

/** How many objects these items are with all copies of repeats, in repeats too; what solves its own count counts once. */
export function copiesWanted(items: readonly Item[]): number {
  let sum = 0;
  for (const item of items) {
    if (item.kind !== 'group') sum++;
    else {
      const left = item.repeat
        ? Math.max(1, copiesOf(item.repeat.layout) - (item.repeat.without?.length ?? 0))
        : 1;
      sum += left * copiesWanted(item.objects);
    }
  }
  return sum;
}
