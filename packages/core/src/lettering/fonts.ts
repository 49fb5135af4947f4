// The fonts that are loaded here. Their bytes come from outside: the core knows no files and no network.
import type { CarriedFont, Design, TextOutline } from '../design/types.ts';
import { everyLeaf } from '../design/tree.ts';
import { checkAlphabet, openAlphabet } from './alphabet.ts';
import { CARRIED, carriedFont, openCarried } from './carried.ts';
import { FontError, type GlyphSource } from './glyphs.ts';
import { openFont } from './hb-source.ts';
import { isOwnFont } from './own-fonts.ts';
import { openStrokes, type StrokeFont } from './stroke-source.ts';
import { linesSaid } from './said.ts';
import { signsFor } from './signs.ts';

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

/** What a font itself has of sources, without the signs behind it. */
const ownSources = (id: string): GlyphSource[] => fontOf(id).sources.filter(({ sign }) => !sign);

/** Files of signs by their numbers, which are the same everywhere: the order in which they are asked, and what their glyphs are called by. */
const signs = new Map<number, GlyphSource>();

/** Puts a font together of its own sources, and the signs behind them. */
function put(id: string, own: readonly GlyphSource[]): void {
  const before = fontOf(id).sources;
  const behind = [...signs]
    .sort(([a], [b]) => a - b)
    .flatMap(
      ([number, s]) =>
        before.find(({ sign, name }) => sign && name === s.name) ?? signsFor(own[0], s, number) ?? [],
    );
  fonts.set(id, { sources: [...own, ...behind] });
}

/** Letters that designs carry give way to the font itself. */
function add(id: string, source: GlyphSource): void {
  if (hasFontFile(id, source.name)) return;
  put(id, [...ownSources(id).filter(({ name }) => name !== CARRIED), source]);
  changes++;
}

export const hasSigns = (file: string): boolean => [...signs.values()].some(({ name }) => name === file);

/** Loads a font file of signs, which all fonts have from then on, beside what they have of their own; `number` of it counts from 1. Throws FontError when it can't be read. */
export async function installSigns(number: number, file: string, bytes: Uint8Array): Promise<void> {
  const source = await openFont(file, bytes);
  if (hasSigns(file)) return;
  signs.set(number, source);
  for (const id of fonts.keys()) put(id, ownSources(id));
  changes++;
}

/** What is JSON: letters of single strokes, or an alphabet of stitches. Throws FontError. */
function openLetters(file: string, bytes: Uint8Array): GlyphSource {
  let value: Partial<StrokeFont> & { alphabet?: unknown };
  try {
    value = JSON.parse(new TextDecoder().decode(bytes));
  } catch {
    throw new FontError('This file holds no letters of single strokes that can be read.');
  }
  return value.alphabet === undefined
    ? openStrokes(file, value as StrokeFont)
    : openAlphabet(file, checkAlphabet(value));
}

/**
 * Loads one file (.ttf, .otf, or letters of strokes or stitches as JSON) of the font with this id. Files of one font are given in the order in which they are to be
 * asked. Throws FontError when it can't be read.
 */
export async function installFont(id: string, file: string, bytes: Uint8Array): Promise<void> {
  if (hasFontFile(id, file)) return;
  // No font begins with a brace; JSON does.
  add(id, bytes[0] === 0x7b ? openLetters(file, bytes) : await openFont(file, bytes));
}

/** All letters that were carried here, by font. */
const carried = new Map<string, Set<CarriedFont>>();
const told = new WeakSet<CarriedFont>();
const keys = new Set<string>();

/** Takes the letters that a design carries, for the fonts that are not here. */
export function installCarried({ fonts: brought }: Pick<Design, 'fonts'>): void {
  for (const font of brought ?? []) {
    if (told.has(font) || ownSources(font.id).some(({ name }) => name !== CARRIED)) continue;
    told.add(font);
    // Each save, and each worker, has objects of its own for the same letters.
    const key = JSON.stringify(font);
    if (keys.has(key)) continue;
    keys.add(key);
    const all = carried.get(font.id) ?? new Set();
    carried.set(font.id, all.add(font));
    put(font.id, [openCarried([...all])]);
    changes++;
  }
}

/** The same of every text of a design: its outline. */
const textsOf = ({ objects }: Pick<Design, 'objects'>): TextOutline[] =>
  [...everyLeaf(objects)].flatMap((leaf) =>
    leaf.kind === 'object' && leaf.outline.kind === 'text' ? [leaf.outline] : [],
  );

/**
 * A design as it is taken away: with the letters of the person's own fonts that it uses. Its fonts, or the
 * letters that it carries already, must be loaded.
 */
export function withFonts<D extends Pick<Design, 'objects' | 'fonts'>>(design: D): D {
  const texts = new Map<string, TextOutline[]>();
  for (const outline of textsOf(design))
    if (isOwnFont(outline.font)) texts.set(outline.font, [...(texts.get(outline.font) ?? []), outline]);
  const { fonts: before, ...rest } = design;
  const carry = [...texts].flatMap(([id, outlines]) => {
    const font = carriedFont(id, fontOf(id), outlines, outlines.map(linesSaid));
    return font ?? before?.filter((kept) => kept.id === id) ?? [];
  });
  return { ...rest, ...(carry.length && { fonts: carry }) } as D;
}

/** Height of capitals of letters that are stitches, in mm; null for other fonts. */
export function stitchedHeight(id: string): number | null {
  const source = fontOf(id).sources.find(({ stitched }) => stitched);
  return source?.capHeight ? source.capHeight / 10 : null;
}

export const isStitched = (id: string): boolean => stitchedHeight(id) !== null;

/** Is a font here only as far as some design carries it? */
export const isCarried = (id: string): boolean =>
  fontOf(id).sources.length > 0 && ownSources(id).every(({ name }) => name === CARRIED);

/** The texts of a design by the ids of their fonts: what has to be loaded before it is resolved. */
export function fontsWanted(design: Pick<Design, 'objects'>): Map<string, string> {
  const wanted = new Map<string, string>();
  for (const { font, text } of textsOf(design)) wanted.set(font, (wanted.get(font) ?? '') + text);
  return wanted;
}
