// The sewing sheet of a design, in the engine's worker: sewn, checked and laid out, as pages to look at and as a PDF. Loaded when
// a sheet is asked for.
import { findingsOf, grownBounds, machineById, resolveDesign, sewHooped, type Design } from '@rosehip/core';
import {
  drawingOf,
  layOut,
  pageSvg,
  pathOf,
  sheetContents,
  SheetFonts,
  sheetPdf,
  type Sheet,
  type SheetOptions,
  wordsOfSheet,
} from '@rosehip/sheet';
import type { BesideSheet } from '@rosehip/wire';
import { sheetFontsFor } from './sheet-fonts.ts';

export interface SheetPages {
  pages: { svg: string; width: number; height: number }[];
  /** Letters that no font of the sheet holds. */
  missing: string[];
  steps: number;
}

/** The sheet of one design. */
export interface SheetDesk {
  pages(options: SheetOptions): Promise<SheetPages>;
  pdf(options: SheetOptions): Promise<Uint8Array>;
  /** What is shown on a phone beside the machine. */
  beside(): BesideSheet;
}

/** Sews and checks a design whose fonts are there; what it answers lays out its sheet. */
export function openSheet(design: Design, machine: string): SheetDesk {
  const on = machineById(machine);
  const { plan } = sewHooped(resolveDesign(design), { speed: on.speed });
  const contents = sheetContents(design, plan, findingsOf(design, plan, on), on);
  async function laid(options: SheetOptions): Promise<{ sheet: Sheet; fonts: SheetFonts }> {
    const fonts = new SheetFonts(await sheetFontsFor(wordsOfSheet(contents)));
    return { sheet: layOut(contents, options, fonts), fonts };
  }
  return {
    async pages(options) {
      const { sheet, fonts } = await laid(options);
      return {
        pages: sheet.pages.map((page, k) => ({
          svg: pageSvg(sheet, page, `page-${k}`),
          width: page.width,
          height: page.height,
        })),
        missing: [...fonts.missing],
        steps: contents.steps.length,
      };
    },

    async pdf(options) {
      const { sheet, fonts } = await laid(options);
      return sheetPdf(sheet, fonts);
    },

    beside() {
      const { bounds } = contents.figures;
      const { minX, minY, maxX, maxY } = grownBounds(bounds ?? { minX: 0, minY: 0, maxX: 1, maxY: 1 }, 2);
      return {
        title: contents.name,
        box: [minX, minY, maxX - minX, maxY - minY],
        threadWidth: contents.threadWidth,
        steps: contents.steps.map(({ thread: { code, name, colour }, ...step }) => ({
          thread: { code, name, colour },
          names: step.names.slice(0, 200).map((n) => n.slice(0, 400)),
          stop: (step.stop ?? '').slice(0, 400),
          stitches: step.stitches,
          seconds: step.seconds,
          metres: step.metres,
          needle: step.needle ?? 0,
          path: pathOf(drawingOf(plan, step)),
        })),
      };
    },
  };
}
