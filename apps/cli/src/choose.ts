// `rosehip choose`: stitches for every shape of a drawing or a design, from more fill to more satin.
import { applyCommand, chooseStitchesJob, clothById, CLOTHS, type Design } from '@rosehip/core';
import { readAny, writeDesign, writtenAs } from './files.ts';
import { lengthFrom } from './length.ts';
import { UsageError } from './usage-error.ts';

export interface ChooseOptions {
  satin: string;
  cloth?: string;
  out: string;
}

/** The share of an option, 0 to 1. */
export const satinFrom = (text: string): number => lengthFrom('satin', text, 0, 1, '');

/** The design on a cloth that was asked for. */
export function onCloth(design: Design, cloth: string | undefined): Design {
  if (cloth === undefined) return design;
  if (!CLOTHS.some((c) => c.id === cloth))
    throw new UsageError(`There is no cloth "${cloth}"; there are ${CLOTHS.map((c) => c.id).join(', ')}.`);
  return { ...design, cloth: { kind: cloth, colour: clothById(cloth).colour } };
}

export async function choose(input: string, { satin, cloth, out }: ChooseOptions): Promise<void> {
  writtenAs(out);
  const share = satinFrom(satin);
  const design = onCloth(await readAny(input), cloth);
  if (!design.objects.length) throw new UsageError(`${input} holds no shapes.`);
  const { job, counts, hidden } = chooseStitchesJob(
    design,
    design.objects.map((o) => o.id),
    share,
  );
  await writeDesign(out, applyCommand(design, job.command).design);
  const left = hidden ? `, ${hidden} hidden and left out` : '';
  console.log(`${out}: ${counts.satin} satin, ${counts.fill} fill, ${counts.line} line${left}.`);
}
