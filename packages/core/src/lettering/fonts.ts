// The fonts that are loaded here. Their bytes come from outside: the core knows no files and no network.
import type { Design } from '../design/types.ts';
import { everyLeaf } from '../design/tree.ts';
import type { GlyphSource } from './glyphs.ts';
import { openFont } from './hb-source.ts';
import { openStrokes } from './stroke-source.ts';

/** A font as far as it is loaded. A new object each time that a file comes, so that what was set without it is set anew. */
export interface Font {
  /** In the order in which they are asked for a character. */
  sources: readonly GlyphSource[];
}

const NONE: Font = { sources: [] };
const fonts = new Map<string, Font>();
let changes = 0;

/** How often a font came; what was made of whole designs before is out of date then. */
export const fontChanges = (): number => changes;

/** The font with this id as far as it is loaded. */
export const fontOf = (id: string): Font => fonts.get(id) ?? NONE;

export const hasFontFile = (id: string, file: string): boolean =>
  fontOf(id).sources.some((source) => source.name === file);

function add(id: string, source: GlyphSource): void {
  if (hasFontFile(id, source.name)) return;
  fonts.set(id, { sources: [...fontOf(id).sources, source] });
  changes++;
}

/**
 * Loads one file (.ttf, .otf, or letters of single strokes as JSON) of the font with this id. Files of one font are given in the order in which they are to be
 * asked. Throws FontError when it can't be read.
 */
export async function installFont(id: string, file: string, bytes: Uint8Array): Promise<void> {
  if (hasFontFile(id, file)) return;
  // No font begins with a brace; letters of single strokes do.
  add(id, bytes[0] === 0x7b ? openStrokes(file, bytes) : await openFont(file, bytes));
}

/** The texts of a design by the ids of their fonts: what has to be loaded before it is resolved. */
export function fontsWanted({ objects }: Pick<Design, 'objects'>): Map<string, string> {
  const wanted = new Map<string, string>();
  for (const leaf of everyLeaf(objects))
    if (leaf.kind === 'object' && leaf.outline.kind === 'text') {
      const { font, text } = leaf.outline;
      wanted.set(font, (wanted.get(font) ?? '') + text);
    }
  return wanted;
}
