// The running order as rows of a list: groups before what they hold, each row with its depth.
import type { Item, Plan } from '@rosehip/core';
import { blocksByItem, type Share } from './blocks.ts';

export interface OrderRow {
  item: Item;
  depth: number;
  parent: string | null;
  /** Hidden itself, or in a group that is. */
  hidden: boolean;
  /** What it takes, with everything that it holds. */
  stitches: number;
  seconds: number;
  /** Records of its share; null when it is not sewn. */
  records: [number, number] | null;
  /** Its place among what is sewn, from 1; 0 when it is not sewn. */
  number: number;
  /** Its thread is not the one of the row sewn before. */
  newColour: boolean;
}

/** Rows of a design, without what collapsed groups hold. */
export function orderRows(
  items: readonly Item[],
  plan: Plan | null,
  collapsed: ReadonlySet<string>,
): OrderRow[] {
  const blocks = plan ? blocksByItem(plan) : new Map<string, Share>();
  const rows: OrderRow[] = [];
  let thread: string | null = null;
  let count = 0;
  const visit = (
    list: readonly Item[],
    depth: number,
    parent: string | null,
    hidden: boolean,
    shown: boolean,
  ): OrderRow[] =>
    list.map((item) => {
      const block = blocks.get(item.id);
      const row: OrderRow = {
        item,
        depth,
        parent,
        hidden: hidden || !item.visible,
        stitches: block?.stitches ?? 0,
        seconds: block?.seconds ?? 0,
        records: block && block.stitches ? block.records : null,
        number: block?.stitches ? ++count : 0,
        newColour: false,
      };
      if (shown) rows.push(row);
      if (item.kind !== 'group') {
        row.newColour = row.stitches > 0 && thread !== null && item.thread !== thread;
        if (row.stitches) thread = item.thread;
        return row;
      }
      const inside = visit(item.objects, depth + 1, item.id, row.hidden, shown && !collapsed.has(item.id));
      row.stitches = inside.reduce((sum, r) => sum + r.stitches, 0);
      row.seconds = inside.reduce((sum, r) => sum + r.seconds, 0);
      const shares = inside.flatMap((r) => (r.records ? [r.records] : []));
      row.records = shares.length ? [shares[0][0], shares[shares.length - 1][1]] : null;
      return row;
    });
  visit(items, 0, null, false, true);
  return rows;
}

/** Where a row that was dropped between others is meant to go. `depth` is how far it was moved in. */
export function dropPlace(
  before: OrderRow | null,
  after: OrderRow | null,
  depth: number,
  collapsed: ReadonlySet<string>,
  rows: readonly OrderRow[],
): { parent: string | null; index: number } | { after: string } | { at: 'start' } {
  if (!before) return { at: 'start' };
  // Under the heading of an open group: its first place.
  if (
    before.item.kind === 'group' &&
    !collapsed.has(before.item.id) &&
    (depth > before.depth || after?.depth === before.depth + 1)
  )
    return { parent: before.item.id, index: 0 };
  // At the end of groups the depth tells which of them is meant.
  let row = before;
  const least = Math.max(depth, after?.depth ?? 0);
  while (row.depth > least && row.parent !== null) {
    const parent = rows.find((r) => r.item.id === row.parent);
    if (!parent) break;
    row = parent;
  }
  return { after: row.item.id };
}
