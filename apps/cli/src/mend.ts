// `rosehip mend`: short and long stitches of a stitch file put right, its threads tied.
import {
  allRecords,
  everyItem,
  longParted,
  mendJob,
  applyCommand,
  shortJoined,
  tied,
  type Design,
  type MarkedRecords,
  type Records,
} from '@rosehip/core';
import { readAny, writeDesign, writtenAs } from './files.ts';
import { lengthFrom } from './length.ts';
import { UsageError } from './usage-error.ts';

interface Options {
  ties?: boolean;
  short?: string;
  long?: string;
  out: string;
}

const all = (records: Records): MarkedRecords => ({ records, marked: records.move.map(() => 1) });

export async function mend(input: string, { ties, short, long, out }: Options): Promise<void> {
  const least = short === undefined ? null : lengthFrom('short', short, 0.1, 3);
  const most = long === undefined ? null : lengthFrom('long', long, 1, 12);
  if (!ties && least === null && most === null)
    throw new UsageError('Say what to mend: --ties, --short MM, --long MM, or several of them.');
  writtenAs(out);
  let design: Design = await readAny(input);
  const items = [...everyItem(design.objects)].filter((item) => item.kind === 'stitches');
  if (!items.length) throw new UsageError(`${input} holds no plain stitches: only those are mended.`);
  let before = 0;
  let after = 0;
  for (const item of items) {
    const change = (records: Records): Records => {
      let now = all(records);
      if (least !== null) now = all(shortJoined(now, least).records);
      if (most !== null) now = all(longParted(now, most).records);
      return ties ? tied(now.records) : now.records;
    };
    before += allRecords(item.blocks).x.length;
    design = applyCommand(design, mendJob(design, item.id, 'Mend', change).command).design;
  }
  for (const item of everyItem(design.objects))
    if (item.kind === 'stitches') after += allRecords(item.blocks).x.length;
  await writeDesign(out, design);
  console.log(`${out}: ${after} records, ${before} before.`);
}
