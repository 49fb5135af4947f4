// `rosehip read-objects`: what plain stitches of a file were sewn from, as a design whose shapes can be changed.
import {
  applyCommand,
  clothById,
  CLOTHS,
  readingsOf,
  readObjectsJob,
  stitchesAmong,
  writeDesignFile,
  type Design,
  type ReadObject,
} from '@rosehip/core';
import { readAny, writeOut } from './files.ts';
import { UsageError } from './usage-error.ts';

interface Options {
  sure: string;
  cloth?: string;
  out: string;
}

export async function readObjects(input: string, { sure, cloth, out }: Options): Promise<void> {
  const least = sure.trim() === '' ? NaN : Number(sure);
  if (!Number.isFinite(least) || least < 0 || least > 100)
    throw new UsageError(`--sure must be a number from 0 to 100, not "${sure}".`);
  if (!out.endsWith('.rosehip.json'))
    throw new UsageError(`${out}: objects are written as a .rosehip.json design.`);
  if (cloth !== undefined && !CLOTHS.some((c) => c.id === cloth))
    throw new UsageError(`There is no cloth "${cloth}"; there are ${CLOTHS.map((c) => c.id).join(', ')}.`);
  let design: Design = await readAny(input);
  if (cloth) design = { ...design, cloth: { kind: cloth, colour: clothById(cloth).colour } };
  const items = stitchesAmong(design, []);
  if (!items.length) throw new UsageError(`${input} holds no plain stitches: only those are read.`);
  const readings = readingsOf(design, items);
  const takes = (o: ReadObject): boolean => 100 * o.sure >= least;
  const objects = [...readings.values()].flatMap((r) => r.objects);
  const taken = objects.filter(takes);
  const kinds = new Map<string, number>();
  for (const { as } of taken) kinds.set(as, (kinds.get(as) ?? 0) + 1);
  if (taken.length) design = applyCommand(design, readObjectsJob(design, readings, takes).command).design;
  await writeOut(out, new TextEncoder().encode(writeDesignFile(design)));
  const told = [...kinds].map(([as, n]) => `${n} ${as}`).join(', ');
  console.log(`${out}: ${taken.length} of ${objects.length} objects${told && ` (${told})`}.`);
}
