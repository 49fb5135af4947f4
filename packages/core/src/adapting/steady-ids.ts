// Ids of what adapting made: the same each time, so that the same choices give the same design.
import { withReferences } from '../design/references.ts';
import { everyItem } from '../design/tree.ts';
import type { Design, Hooping, Item } from '../design/types.ts';

/** Everything that is not in the original gets a number in place of a random id. */
export function withSteadyIds(design: Design, original: Design): Design {
  const known = new Set([...everyItem(original.objects)].map((i) => i.id));
  const names = new Map<string, string>();
  let n = 0;
  for (const { id } of everyItem(design.objects)) {
    if (known.has(id)) continue;
    do n++;
    while (known.has(`adapted-${n}`));
    names.set(id, `adapted-${n}`);
  }
  const hooped = new Map<string, string>();
  const hoopings = design.hoopings?.map((h, k): Hooping => {
    if (original.hoopings?.some((o) => o.id === h.id)) return h;
    hooped.set(h.id, `hooping-${k + 1}`);
    return { ...h, id: `hooping-${k + 1}` };
  });
  if (!names.size && !hooped.size) return design;
  const named = (item: Item): Item => {
    const next = withReferences(item, (id) => names.get(id) ?? id);
    const id = names.get(item.id) ?? item.id;
    const hooping = item.hooping && (hooped.get(item.hooping) ?? item.hooping);
    return {
      ...next,
      id,
      ...(hooping && { hooping }),
      ...(next.kind === 'group' && { objects: next.objects.map(named) }),
    } as Item;
  };
  return { ...design, objects: design.objects.map(named), ...(hoopings && { hoopings }) };
}

/** The new ids of rows that name what was renamed. */
export const idsBetween = (before: Design, after: Design): Map<string, string> => {
  const to = [...everyItem(after.objects)];
  return new Map([...everyItem(before.objects)].map((item, k) => [item.id, to[k].id]));
};
