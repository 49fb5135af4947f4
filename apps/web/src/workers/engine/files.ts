// Files that come in and go out, and the sewing sheet.
import {
  FILE_WRITERS,
  hoopingFiles,
  letterNamed,
  ReadError,
  sewDesign,
  threadsOf,
  type Design,
  type FormatId,
  type Parcel,
} from '@rosehip/core';
import type * as Readers from '@rosehip/core/files';
import * as Comlink from 'comlink';
import type { SheetDesk } from '../sheet-work.ts';
import { fontsOf } from '../fonts.ts';
import { opened, type Problem } from './opened.ts';

/** What reading a file gave: a design, or a sentence that says why not. */
export type BroughtIn = { design: Design; notes: string[] } | Problem;

/** Readers, with the check of designs, are as large as all that sews: they come when they are wanted. */
async function readers(): Promise<typeof Readers> {
  try {
    return await import('@rosehip/core/files');
  } catch {
    throw new ReadError('Rosehip doesn’t answer. Try again when it is back.');
  }
}

export const files = {
  /** Reads a file by its name's ending. */
  async bringIn(fileName: string, bytes: Uint8Array): Promise<BroughtIn> {
    const notes: string[] = [];
    try {
      return { design: (await readers()).readAnyFile(fileName, bytes, notes), notes };
    } catch (error) {
      if (error instanceof ReadError) return { problem: error.message };
      throw error;
    }
  },

  /** The stitches of one letter of an alphabet, and which letter its file's name tells. */
  async readLetter(
    fileName: string,
    bytes: Uint8Array,
  ): Promise<{ says: string; threads: number[][] } | Problem> {
    try {
      const { objects } = (await readers()).readAnyFile(fileName, bytes, []);
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
    return FILE_WRITERS[format](design, () => sewDesign(design));
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
