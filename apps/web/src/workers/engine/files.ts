// Files that come in and go out, and the sewing sheet.
import {
  fileFormat,
  hoopingFiles,
  letterNamed,
  readAnyFile,
  ReadError,
  sewDesign,
  threadsOf,
  type Design,
  type FormatId,
  type Parcel,
} from '@rosehip/core';
import * as Comlink from 'comlink';
import type { SheetDesk } from '../sheet-work.ts';
import { fontsOf } from '../fonts.ts';
import { opened, type Problem } from './opened.ts';

/** What reading a file gave: a design, or a sentence that says why not. */
export type BroughtIn = { design: Design; notes: string[] } | Problem;

export const files = {
  /** Reads a file by its name's ending. */
  bringIn(fileName: string, bytes: Uint8Array): BroughtIn {
    const notes: string[] = [];
    try {
      return { design: readAnyFile(fileName, bytes, notes), notes };
    } catch (error) {
      if (error instanceof ReadError) return { problem: error.message };
      throw error;
    }
  },

  /** The stitches of one letter of an alphabet, and which letter its file's name tells. */
  readLetter(fileName: string, bytes: Uint8Array): { says: string; threads: number[][] } | Problem {
    try {
      const { objects } = readAnyFile(fileName, bytes, []);
      const threads = threadsOf(objects.filter((item) => item.kind === 'stitches'));
      return threads.length ? { says: letterNamed(fileName), threads } : { problem: 'it holds no stitches.' };
    } catch (error) {
      if (error instanceof ReadError) return { problem: error.message };
      throw error;
    }
  },

  /** Writes the design as a file. */
  async writeFile(design: Design, format: FormatId): Promise<Uint8Array> {
    await fontsOf(design);
    return fileFormat(format).write(design, () => sewDesign(design));
  },

  /** The stitch file of each of a design's hoopings. */
  async hoopingFiles(design: Design): Promise<{ name: string; bytes: Uint8Array }[]> {
    await fontsOf(design);
    return hoopingFiles(design).map(({ name, bytes }) => ({ name, bytes }));
  },

  /** Takes up the sewing sheet of a design; what it answers lays out its pages, until it is released. */
  async sheet(parcel: Parcel, machine: string): Promise<SheetDesk & Comlink.ProxyMarked> {
    const design = await opened(parcel);
    const { openSheet } = await import('../sheet-work.ts');
    return Comlink.proxy(openSheet(design, machine));
  },
};
