// Looks at a font file that was sent; runs in a worker thread, so that a hostile one can be ended.
import { FontError } from '@rosehip/core';
import { readOwnFont, type OwnFontFile } from '@rosehip/fonts/own';

/** What is in it, or a sentence that says why it can't be used. */
export type FontResult = OwnFontFile | { problem: string };

export default async function readFont(file: Uint8Array): Promise<FontResult> {
  try {
    return await readOwnFont(file);
  } catch (error) {
    if (error instanceof FontError) return { problem: error.message };
    throw error;
  }
}
