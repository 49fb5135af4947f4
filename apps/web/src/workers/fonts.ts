// Fonts from the server, for this page and its workers alike. Each loads what the words it meets need, once.
import { fontsMissing, loadFont, loadFonts } from '@rosehip/fonts';
import type { Design } from '@rosehip/core';

/** The bytes of a font's file; null when the server has none, or can't be reached: words are shown as boxes then. */
async function read(face: string, file: string): Promise<Uint8Array | null> {
  try {
    const response = await fetch(`/api/fonts/${face}/${file}`);
    return response.ok ? new Uint8Array(await response.arrayBuffer()) : null;
  } catch {
    return null;
  }
}

/** Loads what a design's words need. */
export async function fontsOf(design: Pick<Design, 'objects'>): Promise<void> {
  if (fontsMissing(design).length) await loadFonts(design, read);
}

/** Loads a font as far as a text needs it. */
export const fontFor = (id: string, text: string): Promise<void> => loadFont(id, text, read);
