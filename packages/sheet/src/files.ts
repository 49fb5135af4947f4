// The sheet's font files, where files can be read.
import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { easternFiles } from './eastern.ts';
import { FONT_FILES, type FontBytes } from './fonts.ts';

const require = createRequire(import.meta.url);

/** Where a font of `FONT_FILES` or of `easternFiles` lies in its package. */
export function fontPath(name: string): string {
  const [, family, subset, weight] =
    /^(figtree|fraunces|noto-sans-hebrew|noto-sans-arabic|noto-sans-symbols-2|noto-sans-symbols|noto-sans|kosugi|nanum-gothic|wdxl-lubrifont-sc)-(.+)-(\d+)$/.exec(
      name,
    )!;
  return `@fontsource/${family}/files/${family}-${subset}-${weight}-normal.woff`;
}

/** The fonts that some words need. */
export async function readSheetFonts(words = ''): Promise<FontBytes> {
  const files = await Promise.all(
    [...FONT_FILES, ...easternFiles(words)].map(
      async (name) => [name, new Uint8Array(await readFile(require.resolve(fontPath(name))))] as const,
    ),
  );
  return Object.fromEntries(files);
}
