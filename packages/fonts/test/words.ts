// Texts for tests, set in fonts that ship with Rosehip.
import { emptyDesign, type Design, type DesignObject, type TextOutline } from '@rosehip/core';
import { loadFonts } from '../src/index.ts';
import { readFontFile } from '../src/files.ts';

export type Text = DesignObject & { outline: TextOutline };

export const text = (says: string, change: Partial<TextOutline> = {}, id = 'words'): Text => ({
  id,
  name: says.slice(0, 60) || 'Words',
  kind: 'object',
  visible: true,
  locked: false,
  outline: { kind: 'text', of: [], text: says, font: 'jost-500', height: 10, ...change },
  recipe: { kind: 'lettering', settings: {} },
  thread: '222',
});

/** A design of these items, with all fonts that its words need. */
export async function designWith(...objects: Design['objects']): Promise<Design> {
  const design = { ...emptyDesign('Words', { name: 'any', width: 400, height: 400 }), objects };
  await loadFonts(design, readFontFile);
  return design;
}
