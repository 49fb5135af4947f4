// On what curves, sewing goes from the middle of the lower edge outwards, so that the cloth is pushed away and not together.
import { isText } from '../design/live-outline.ts';
import type { Item } from '../design/types.ts';
import { outwardOrder } from '../jobs/put-in-order.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { sewnBounds } from './sewn-bounds.ts';
import type { Adapting } from './work.ts';

export function sewOutwards(work: Adapting): void {
  const { from, to } = work.cloths;
  if (to.highest === undefined || from.id === to.id || !work.does('order')) return;
  const why = 'A cap is curved: the cloth is pushed outwards and not together.';
  const changed = new Map<string, Item>();
  for (const object of work.objects) {
    if (!isText(object) || object.outline.order === 'centre') continue;
    changed.set(object.id, { ...object, outline: { ...object.outline, order: 'centre' } });
    work.say({ step: 'order', change: 'Letters from the centre out', why }, object);
  }
  work.replace(changed);
  const b = sewnBounds(resolveDesign(work.design));
  const order = b && outwardOrder(work.design, { x: (b.minX + b.maxX) / 2, y: b.maxY });
  if (!order) return;
  work.run(order.job);
  work.say({
    step: 'order',
    change: `${order.moved === 1 ? 'One' : order.moved} sewn at another time: from the middle of the lower edge outwards`,
    why: `${why} Each thread still comes as seldom as can be.`,
  });
}
