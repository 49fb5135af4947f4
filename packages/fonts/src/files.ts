// The bytes of the fonts that ship with Rosehip, from the packages that hold them. For Node.
import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { convert } from 'fontverter';
import { SIGN_FILES } from './families.ts';
import { fontFace, SIGNS } from './index.ts';

const require = createRequire(import.meta.url);

/** A font in any of the formats that the web knows (.ttf, .otf, .woff, .woff2) as .ttf or .otf. Throws when it is none. */
export const unwrapped = async (bytes: Uint8Array): Promise<Uint8Array> =>
  new Uint8Array(await convert(Buffer.from(bytes), 'sfnt'));

const packed = async (id: string, subset: string, weight: number): Promise<Uint8Array> =>
  unwrapped(
    await readFile(require.resolve(`@fontsource/${id}/files/${id}-${subset}-${weight}-normal.woff2`)),
  );

/** A file of a face, or of the signs behind all faces, as .ttf or .otf, or as letters of single strokes; null when there is none. */
export async function readFontFile(id: string, file: string): Promise<Uint8Array | null> {
  const signs = id === SIGNS && SIGN_FILES.find(({ name }) => name === file);
  if (signs) return packed(signs.id, 'symbols', signs.weight);
  const found = fontFace(id);
  if (!found?.family.files.some(({ name }) => name === file)) return null;
  const { family, face } = found;
  if (family.use === 'line') return readFile(require.resolve(`@rosehip/fonts/lines/${family.id}.json`));
  return packed(family.id, file, face.weight);
}
