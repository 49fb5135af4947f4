// Fonts from the server, for this page and its workers alike. Each loads what the words it meets need, once.
import { installCarried, isOwnFont, type Design } from '@rosehip/core';
import { fontsMissing, loadFont, loadFonts } from '@rosehip/fonts';

/** Own fonts that are not on the shelf, or not yet: they are not asked for at every step. */
const away = new Set<string>();

/** Fonts were put on the shelf: what was not there may be now. */
export const lookAgain = (): void => away.clear();

/** The bytes of a font's file; null when the server has none, or can't be reached: words are shown as boxes then. */
async function read(face: string, file: string): Promise<Uint8Array | null> {
  if (away.has(face)) return null;
  try {
    const response = await fetch(`/api/fonts/${face}/${file}`);
    if (response.status === 404 && isOwnFont(face)) away.add(face);
    return response.ok ? new Uint8Array(await response.arrayBuffer()) : null;
  } catch {
    return null;
  }
}

/** Loads what a design's words need. */
export async function fontsOf(design: Pick<Design, 'objects' | 'fonts'>): Promise<void> {
  const missing = fontsMissing(design);
  if (missing.some(([id]) => !away.has(id))) await loadFonts(design, read);
  else if (missing.length) installCarried(design);
}

/** Loads a font as far as a text needs it. */
export const fontFor = (id: string, text: string): Promise<void> => loadFont(id, text, read);
