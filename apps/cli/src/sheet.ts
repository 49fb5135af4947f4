// `rosehip sheet`: the sewing sheet of a design as a PDF.
import { findingsOf, machineById, MACHINES, resolveDesign, sewHooped } from '@rosehip/core';
import {
  layOut,
  PAPERS,
  sheetContents,
  SheetFonts,
  sheetPdf,
  USUAL_SHEET,
  wordsOfSheet,
  type Paper,
} from '@rosehip/sheet';
import { readSheetFonts } from '@rosehip/sheet/files';
import { readAny, writeOut } from './files.ts';
import { UsageError } from './usage-error.ts';

const PARTS = ['picture', 'steps', 'threads', 'advice', 'notes', 'template'] as const;

interface SheetCommand {
  out: string;
  paper: string;
  machine: string;
  inches?: boolean;
  without: string[];
}

export async function sheet(
  input: string,
  { out, paper, machine, inches, without }: SheetCommand,
): Promise<void> {
  if (!(paper in PAPERS))
    throw new UsageError(`--paper must be ${Object.keys(PAPERS).join(' or ')}, not "${paper}".`);
  if (!MACHINES.some((m) => m.id === machine))
    throw new UsageError(
      `--machine must be one of ${MACHINES.map((m) => m.id).join(', ')}, not "${machine}".`,
    );
  const strange = without.find((part) => !PARTS.includes(part as never));
  if (strange) throw new UsageError(`--without takes ${PARTS.join(', ')}, not "${strange}".`);
  const design = await readAny(input);
  const on = machineById(machine);
  const { plan } = sewHooped(resolveDesign(design), { speed: on.speed });
  const contents = sheetContents(design, plan, findingsOf(design, plan, on), on);
  const fonts = new SheetFonts(await readSheetFonts(wordsOfSheet(contents)));
  const options = {
    ...USUAL_SHEET,
    paper: paper as Paper,
    units: inches ? ('in' as const) : ('mm' as const),
    ...Object.fromEntries(without.map((part) => [part, false])),
  };
  const laid = layOut(contents, options, fonts);
  await writeOut(out, await sheetPdf(laid, fonts));
  const { length } = laid.pages;
  console.log(`${out}: ${length} ${length === 1 ? 'page' : 'pages'}, ${contents.steps.length} steps`);
  if (fonts.missing.size) console.error(`note: no font of the sheet holds ${[...fonts.missing].join(' ')}`);
}
