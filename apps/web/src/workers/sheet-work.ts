// The sewing sheet of a design, away from the main thread: sewn, checked and laid out here, as pages to look at and as a PDF.
import { findingsOf, machineById, resolveDesign, sewHooped, type Design } from '@rosehip/core';
import {
  drawingOf,
  layOut,
  pageSvg,
  pathOf,
  sheetContents,
  SheetFonts,
  sheetPdf,
  type Sheet,
  type SheetContents,
  type SheetOptions,
} from '@rosehip/sheet';
import type { BesideSheet } from '@rosehip/wire';
import * as Comlink from 'comlink';
import { fontsOf } from './fonts.ts';
import { sheetFontsFor } from './sheet-fonts.ts';

export interface SheetPages {
  pages: { svg: string; width: number; height: number }[];
  /** Letters that no font of the sheet holds. */
  missing: string[];
  steps: number;
}

let contents: SheetContents | null = null;

/** All words that may stand on it. */
const wordsOf = (of: SheetContents): string =>
  [
    of.name,
    of.hoop.name,
    ...of.threads.map((t) => t.name),
    ...of.steps.flatMap((s) => [...s.names, s.stop ?? '']),
    ...of.ignored.flatMap((i) => [i.sentence, i.note]),
  ].join('');

async function laid(options: SheetOptions): Promise<{ sheet: Sheet; fonts: SheetFonts }> {
  if (!contents) throw new Error('No design is open.');
  const fonts = new SheetFonts(await sheetFontsFor(wordsOf(contents)));
  return { sheet: layOut(contents, options, fonts), fonts };
}

const desk = {
  /** Takes up a design; what is laid out afterwards is its sheet. */
  async open(design: Design, machine: string): Promise<void> {
    await fontsOf(design);
    const on = machineById(machine);
    const { plan } = sewHooped(resolveDesign(design), { speed: on.speed });
    contents = sheetContents(design, plan, findingsOf(design, plan, on), on);
  },

  async pages(options: SheetOptions): Promise<SheetPages> {
    const { sheet, fonts } = await laid(options);
    return {
      pages: sheet.pages.map((page, k) => ({
        svg: pageSvg(sheet, page, `page-${k}`),
        width: page.width,
        height: page.height,
      })),
      missing: [...fonts.missing],
      steps: contents!.steps.length,
    };
  },

  /** What is shown on a phone beside the machine. */
  async beside(): Promise<BesideSheet> {
    if (!contents) throw new Error('No design is open.');
    const { bounds } = contents.figures;
    const { minX, minY, maxX, maxY } = bounds ?? { minX: 0, minY: 0, maxX: 1, maxY: 1 };
    return {
      title: contents.name,
      box: [minX - 2, minY - 2, maxX - minX + 4, maxY - minY + 4],
      threadWidth: contents.threadWidth,
      steps: contents.steps.map((step) => ({
        thread: { code: step.thread.code, name: step.thread.name, colour: step.thread.colour },
        names: step.names.slice(0, 200).map((name) => name.slice(0, 400)),
        stop: (step.stop ?? '').slice(0, 400),
        stitches: step.stitches,
        seconds: step.seconds,
        metres: step.metres,
        needle: step.needle ?? 0,
        path: pathOf(drawingOf(contents!.plan, step)),
      })),
    };
  },

  async pdf(options: SheetOptions): Promise<Uint8Array> {
    const { sheet, fonts } = await laid(options);
    return sheetPdf(sheet, fonts);
  },
};

export type SheetDesk = typeof desk;
Comlink.expose(desk);
