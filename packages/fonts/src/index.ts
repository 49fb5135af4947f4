// The fonts that ship with Rosehip: what there is, and which files a text needs. Runs anywhere; bytes come from `files`.
import {
  fontOf,
  fontsWanted,
  hasFontFile,
  hasSigns,
  installCarried,
  installFont,
  installSigns,
  isCarried,
  isOwnFont,
  isStitched,
  knowFonts,
  OWN_FILE,
  smallestHeight,
  thinStroke,
  tightCounter,
  type Design,
  type Font,
} from '@rosehip/core';
import catalogue from './catalogue.json' with { type: 'json' };
import signFiles from './signs.json' with { type: 'json' };
import type { FontUse } from './families.ts';

export type { FontUse } from './families.ts';

/** A file of every face of a family, and the characters that it holds: first and last of each stretch. */
export interface FontFile {
  name: string;
  covers: [number, number][];
}

export interface FontFamily {
  id: string;
  name: string;
  use: FontUse;
  joined: boolean;
  /** Scripts beside Latin. */
  scripts: string[];
  licence: string;
  by: string;
  files: FontFile[];
  faces: FontFace[];
}

export interface FontFace {
  id: string;
  weight: number;
  /** The smallest height of capitals at which its letters can be sewn well, measured from its strokes; mm. */
  smallest: number;
  /** Width of its thin strokes as a share of the height of capitals. */
  stroke: number;
}

export const FONTS = catalogue as unknown as FontFamily[];

const FACES = new Map(FONTS.flatMap((family) => family.faces.map((face) => [face.id, { family, face }])));

/** The family and face with this id; undefined for fonts that don't ship with Rosehip. */
export const fontFace = (id: string): { family: FontFamily; face: FontFace } | undefined => FACES.get(id);

const holds = ({ covers }: FontFile, code: number): boolean =>
  covers.some(([a, b]) => code >= a && code <= b);

/** The files of a family that a text needs. The first one, which tells the height of capitals, always. */
export const filesFor = ({ files }: Pick<FontFamily, 'files'>, text: string): FontFile[] =>
  files.filter((file, i) => !i || [...text].some((c) => holds(file, c.codePointAt(0)!)));

/** What the signs behind all fonts are asked for by, in the place of a face. */
export const SIGNS = 'signs';
const SIGN_FILES = signFiles as unknown as FontFile[];

/** The files of signs that a text needs. */
const signFilesFor = (text: string): string[] =>
  SIGN_FILES.filter((file) => [...text].some((c) => holds(file, c.codePointAt(0)!))).map(({ name }) => name);
const isSign = (c: string): boolean => signFilesFor(c).length > 0;

/** Families that have all letters of a text, with the signs behind them. */
export function familiesWith(text: string): FontFamily[] {
  const letters = [...text].filter((c) => !/\s/.test(c) && !isSign(c));
  return FONTS.filter(({ files }) =>
    letters.every((c) => files.some((file) => holds(file, c.codePointAt(0)!))),
  );
}

const smallest = new WeakMap<Font, number>();

/** The same of a font of the person's own, measured once when it is asked for. */
function smallestOwn(id: string): number | undefined {
  const font = fontOf(id);
  if (!isOwnFont(id) || isCarried(id) || isStitched(id)) return undefined;
  let height = smallest.get(font);
  if (height === undefined)
    smallest.set(font, (height = smallestHeight(thinStroke(font), tightCounter(font))));
  return height || undefined;
}

const WEIGHTS: Record<number, string> = { 500: 'Medium', 600: 'Strong', 700: 'Bold', 800: 'Heavy' };

/** What a face is called: with its weight where its family has several. */
export const faceName = ({ name, faces }: FontFamily, { weight }: FontFace): string =>
  faces.length > 1 && WEIGHTS[weight] ? `${name} ${WEIGHTS[weight]}` : name;

knowFonts({
  nameOf: (id) => {
    const found = fontFace(id);
    return found ? faceName(found.family, found.face) : fontOf(id).sources[0]?.title;
  },
  smallestOf: (id) => fontFace(id)?.face.smallest ?? smallestOwn(id),
  forSmall: () => FONTS.find(({ use }) => use === 'line')?.faces[0].id,
  isJoined: (id) => !!fontFace(id)?.family.joined,
  fontsWith: (text) => familiesWith(text).map(({ faces }) => faces[0].id),
});

/** Gives the bytes of a file of a face, as .ttf or .otf; null when there is none. */
export type ReadFont = (face: string, file: string) => Promise<Uint8Array | null>;

const coming = new Map<string, Promise<void>>();

async function loadFile(face: string, file: string, read: ReadFont): Promise<void> {
  const bytes = await read(face, file);
  if (!bytes) return;
  if (face === SIGNS) await installSigns(1 + SIGN_FILES.findIndex(({ name }) => name === file), file, bytes);
  else await installFont(face, file, bytes);
}

/** Files that a text of a font needs and that are not here yet, with the face that they are of. None for fonts that nobody could have. */
function wantedFiles(id: string, words: string): [face: string, file: string][] {
  // Words have far more letters than there are different ones.
  const text = [...new Set(words)].join('');
  const names = isOwnFont(id)
    ? [OWN_FILE]
    : filesFor(fontFace(id)?.family ?? { files: [] }, text).map(({ name }) => name);
  return [
    ...names.filter((name) => !hasFontFile(id, name)).map((name): [string, string] => [id, name]),
    ...signFilesFor(text)
      .filter((name) => !hasSigns(name))
      .map((name): [string, string] => [SIGNS, name]),
  ];
}

/** Loads what a text of this font needs and is not there yet. */
export async function loadFont(id: string, text: string, read: ReadFont): Promise<void> {
  for (const [face, name] of wantedFiles(id, text)) {
    const key = `${face}/${name}`;
    let file = coming.get(key);
    if (!file) coming.set(key, (file = loadFile(face, name, read).finally(() => coming.delete(key))));
    await file;
  }
}

/** What a design's words still need. */
export const fontsMissing = (design: Words): [font: string, text: string][] =>
  [...fontsWanted(design)].filter(([id, text]) => wantedFiles(id, text).length > 0);

type Words = Pick<Design, 'objects' | 'fonts'>;

/** Loads what a design's words need, before it is resolved. Fonts that can't be had are taken as the design carries them. */
export const loadFonts = async (design: Words, read: ReadFont): Promise<void> => {
  await Promise.all(fontsMissing(design).map(([id, text]) => loadFont(id, text, read)));
  installCarried(design);
};

/** Is a font of the person's own here only as far as a design carries its letters, or not at all? */
export const notOnShelf = (id: string): boolean =>
  isOwnFont(id) && (isCarried(id) || !fontOf(id).sources.length);
