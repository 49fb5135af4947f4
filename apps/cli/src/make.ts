// `rosehip make`: what the bench makes of things by a press on its Make page.
import {
  applySettled,
  everyItem,
  figuresOf,
  findItem,
  making,
  MAKINGS,
  sewDesign,
  subjectOf,
} from '@rosehip/core';
import { readAny, writeDesign } from './files.ts';
import { UsageError } from './usage-error.ts';

interface Options {
  of: string[];
  out: string;
}

/** Lists what can be made. */
export function listMakings(): void {
  for (const { id, help } of MAKINGS) console.log(`${id.padEnd(16)} ${help}`);
}

export async function make(what: string, input: string, { of, out }: Options): Promise<void> {
  if (!MAKINGS.some(({ id }) => id === what))
    throw new UsageError(`There is no "${what}" to be made; \`rosehip makings\` lists what there is.`);
  const design = await readAny(input);
  const items = [...everyItem(design.objects)];
  const named = of.map((name) => {
    const item = items.find((i) => i.name === name || i.id === name);
    if (!item) {
      const names = [...new Set(items.map((i) => i.name))].slice(0, 12).join(', ');
      throw new UsageError(`${input} has nothing called "${name}"; it has ${names || 'nothing in it'}.`);
    }
    return item.id;
  });
  const one = making(what);
  // Without names it is made of everything that is seen.
  const subject = named.length ? named : subjectOf({ ...one, whole: true }, design, []);
  const { command, select } = one.job(design, subject);
  const made = applySettled(design, command).design;
  await writeDesign(out, made);
  const names = select.flatMap((id) => findItem(made, id)?.name ?? []);
  const { stitches } = figuresOf(sewDesign(made));
  console.log(`${out}: ${names.join(', ') || one.label}; ${stitches} stitches in all`);
}
