// Sets objects as plain stitches, which stay as they are whatever is done to outlines.
import type { Design, DesignObject, StitchesObject } from '../design/types.ts';
import { dependentsOf, ingredientsOf } from '../design/live.ts';
import { shapedBy } from '../design/references.ts';
import { RecordList } from '../design/stitch-blocks.ts';
import { findItem } from '../design/tree.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { inOrder, JobBuilder, JobError, objectsIn, type Job } from './job.ts';
import { makePlain } from './plain.ts';
import { Move } from '../sewing/moves.ts';
import { sewResolved } from '../sewing/sew.ts';

function stitchesOf(design: Design, object: DesignObject): StitchesObject | null {
  const resolved = resolveDesign(design);
  const plain = findItem(resolved, object.id);
  if (plain?.kind !== 'object') return null;
  const { stopAfter, ...alone } = plain;
  const plan = sewResolved({ ...resolved, objects: [{ ...alone, visible: true }] });
  const records = new RecordList();
  for (let i = 0; i < plan.x.length; i++) {
    if (plan.move[i] > Move.trim) continue;
    records.add(Math.round(plan.x[i] * 10), Math.round(plan.y[i] * 10), plan.move[i], plan.part[i]);
  }
  if (!plan.move.includes(Move.stitch)) return null;
  const { id, name, visible, locked, thread } = object;
  return {
    id,
    name,
    visible,
    locked,
    kind: 'stitches',
    thread,
    blocks: records.blocks(),
    ...(stopAfter !== undefined && { stopAfter }),
  };
}

/** Turns objects into the stitches that they have now. What else is made from them is made plain first. */
export function stitchesJob(design: Design, chosen: readonly string[]): Job {
  const objects = objectsIn(inOrder(design, chosen)).filter((o) => !o.unsewn);
  if (!objects.length) throw new JobError('Select an object that is sewn first.');
  const builder = new JobBuilder(design, 'Set as stitches');
  const ids = new Set(objects.map((o) => o.id));
  // Stitches can be shown and kept clear of as outlines can; nothing can be made from them.
  const hanging = dependentsOf(design, ids).filter((item) => shapedBy(item).some((id) => ids.has(id)));
  makePlain(builder, design, hanging);
  const served = ingredientsOf(design, objects);
  for (const object of objects) {
    const stitches = stitchesOf(design, object);
    if (!stitches) throw new JobError(`${object.name} has no stitches yet.`);
    builder.replace(stitches);
  }
  for (const item of served) if (findItem(builder.design, item.id)) builder.remove(item.id);
  return builder.job([...chosen]);
}
