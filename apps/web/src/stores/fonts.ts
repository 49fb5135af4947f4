// Fonts of this page: what is set in them is set anew when they come.
import { ref } from 'vue';
import { fontChanges, type Design } from '@rosehip/core';
import { fontFor, fontsOf } from '../workers/fonts.ts';

/** How often fonts came: whatever is made of words depends on it. */
export const fontsCame = ref(0);

/** How often fonts were put on the shelf: words that waited for one are sewn anew. */
export const fontsShelved = ref(0);

async function bring(work: () => Promise<void>): Promise<void> {
  const before = fontChanges();
  await work();
  if (fontChanges() !== before) fontsCame.value++;
}

/** Loads what a design's words still need. */
export const bringFonts = (design: Design): Promise<void> => bring(() => fontsOf(design));

/** Loads a font for a text. */
export const bringFont = (id: string, text: string): Promise<void> => bring(() => fontFor(id, text));
