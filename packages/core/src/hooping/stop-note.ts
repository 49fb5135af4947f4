// What a machine waits for at a stop, in words.
import { findItem, originOf } from '../design/tree.ts';
import type { Design } from '../design/types.ts';
import type { Plan } from '../sewing/plan.ts';
import { noteOfMark } from './parts.ts';

/** The note of the stop at a record of the plan that was made of a design. */
export function noteOfStop(design: Design, { objects, object, hoopings }: Plan, record: number): string {
  const { id } = objects[object[record]];
  const ofMark = noteOfMark(id);
  const leaf = findItem(design, originOf(id));
  const own = ofMark || (leaf && leaf.kind !== 'group' && leaf.stopAfter) || '';
  // Without marks the last thing of a hooping waits for the next one.
  const ended = hoopings?.slice(0, -1).findIndex(({ to }) => to === record + 1) ?? -1;
  const anew = ended >= 0 && !ofMark ? `hoop anew: ${ended + 2}` : '';
  return [own, anew].filter(Boolean).join('; then ') || 'The machine waits here.';
}
