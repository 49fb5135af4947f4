// Copies of a repeat as items that stand by themselves.
import { copiesOf } from '../design/live.ts';
import { copyId } from '../design/tree.ts';
import { newId, type Design, type Group, type Item } from '../design/types.ts';
import { placedCopies } from '../resolve/resolve.ts';
import { plainItem } from './plain.ts';

/** The item with new ids, fit to stand in a design by itself. */
const released = (item: Item): Item => copiesOf([item], newId)[0];

/** A copy as items that stand by themselves: a group when it is more than one thing. */
export function copyItem(design: Design, id: string, number: number): Item | null {
  const plain = plainItem(design, copyId(id, id, number));
  if (plain?.kind !== 'group') return null;
  const free = released(plain) as Group;
  return free.objects.length === 1 ? { ...free.objects[0], name: free.name } : free;
}

/** A repeat as a plain group: what was repeated, and every copy by itself. */
export function brokenOut(design: Design, group: Group): Group {
  const { repeat, ...rest } = group;
  if (!repeat) return group;
  if (group.bend) return released(plainItem(design, group.id)!) as Group;
  const placed = placedCopies(design, group.id);
  const copies = (placed?.maps ?? []).flatMap((_, i) => (i ? (copyItem(design, group.id, i) ?? []) : []));
  const own = repeat.without?.includes(0)
    ? []
    : group.objects.length > 1
      ? [{ ...emptyGroup(`${group.name} 1`), objects: group.objects }]
      : group.objects;
  return { ...rest, objects: [...own, ...copies] };
}

const emptyGroup = (name: string): Group => ({
  id: newId(),
  name,
  kind: 'group',
  visible: true,
  locked: false,
  objects: [],
});
