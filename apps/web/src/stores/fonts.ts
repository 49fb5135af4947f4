// Fonts of this page: what is set in them is set anew when they come.
import { ref } from 'vue';
import type { Design } from '@rosehip/core';
import { fontsMissing } from '@rosehip/fonts';
import { fontFor, fontsOf } from '../workers/fonts.ts';

/** How often fonts came: whatever is made of words depends on it. */
export const fontsCame = ref(0);

/** Loads what a design's words still need. */
export async function bringFonts(design: Design): Promise<void> {
  if (!fontsMissing(design).length) return;
  await fontsOf(design);
  fontsCame.value++;
}

/** Loads a font for a text. */
export async function bringFont(id: string, text: string): Promise<void> {
  await fontFor(id, text);
  fontsCame.value++;
}
