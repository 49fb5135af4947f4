// `rosehip hoopings`: the fewest hoopings that hold a design, and a stitch file for each.
import { applyCommand, HOOP_LIMITS, hoopingFiles, layHoopingsJob, type Design } from '@rosehip/core';
import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { readAny } from './files.ts';
import { UsageError } from './usage-error.ts';

/** A hoop as `130x180`, mm. */
export function hoopFrom(text: string): Design['hoop'] {
  const found = /^(\d+(?:\.\d+)?)\s*[x×]\s*(\d+(?:\.\d+)?)$/i.exec(text.trim());
  const [width, height] = found?.slice(1).map(Number) ?? [NaN, NaN];
  const { least, most } = HOOP_LIMITS;
  if (![width, height].every((v) => v >= least && v <= most))
    throw new UsageError(
      `--hoop must be width and height in mm, as in 130x180, each from ${least} to ${most}, not "${text}".`,
    );
  return { name: `${width} × ${height}`, width, height };
}

export async function hoopings(input: string, { hoop, out }: { hoop?: string; out: string }): Promise<void> {
  const read = await readAny(input);
  const design = hoop === undefined ? read : { ...read, hoop: hoopFrom(hoop) };
  if (!design.objects.length) throw new UsageError(`${input} holds nothing that is sewn.`);
  const { job, count, tooLarge } = layHoopingsJob(design);
  const laid = applyCommand(design, job.command).design;
  await mkdir(out, { recursive: true });
  for (const { name, bytes, plan } of hoopingFiles(laid)) {
    await writeFile(join(out, name), bytes);
    const { x, y, turn } = plan.hooping;
    console.log(`${name}: ${plan.things} things; hoop at ${x}, ${y} mm${turn ? `, turned ${turn}°` : ''}`);
  }
  const large = tooLarge ? ` ${tooLarge} larger than the hoop.` : '';
  console.log(`${count} ${count === 1 ? 'hooping' : 'hoopings'} of ${laid.hoop.name}.${large}`);
}
