// `rosehip letter`: words in, a stitch file or a design out.
import { readFile } from 'node:fs/promises';
import {
  emptyDesign,
  figuresOf,
  findingsOf,
  FontError,
  installFont,
  OWN_FILE,
  ownFontId,
  sewDesign,
  type Design,
  type TextOutline,
} from '@rosehip/core';
import { FONTS, loadFonts, type FontFace } from '@rosehip/fonts';
import { readFontFile } from '@rosehip/fonts/files';
import { readOwnFont } from '@rosehip/fonts/own';
import { reason, writeDesign, writtenAs } from './files.ts';
import { leftOut, tellLeftOut } from './limit.ts';
import { recipeFrom } from './stitch.ts';
import { lengthFrom } from './length.ts';
import { UsageError } from './usage-error.ts';

interface Options {
  font: string;
  height: string;
  arc?: string;
  recipe: string;
  set: string[];
  out: string;
}

/** Findings that are told: letters that are not sewn, and such as are better sewn otherwise. */
const ABOUT_WORDS = new Set(['letters-missing', 'letters-small']);

const plain = (name: string): string => name.toLowerCase().replace(/[^a-z0-9]/g, '');

/** The face that a name means: a face's id, or a family's name, which means its first face. */
export function faceNamed(name: string): FontFace {
  const wanted = plain(name);
  for (const { id, name: family, faces } of FONTS) {
    const face = faces.find((f) => plain(f.id) === wanted);
    if (face) return face;
    if (plain(id) === wanted || plain(family) === wanted) return faces[0];
  }
  throw new UsageError(
    `There is no font "${name}"; \`rosehip fonts\` lists them. A file ends in .ttf, .otf, .woff or .woff2.`,
  );
}

const isFile = (font: string): boolean => /\.(ttf|otf|woff2?)$/i.test(font);

/** Loads a font and gives its id. */
async function fontFrom(font: string): Promise<string> {
  if (!isFile(font)) return faceNamed(font).id;
  let bytes: Uint8Array;
  try {
    bytes = await readFile(font);
  } catch (error) {
    throw new UsageError(`${font} can't be read: ${reason(error)}.`);
  }
  try {
    const own = await readOwnFont(bytes);
    const id = ownFontId(own.hash);
    await installFont(id, OWN_FILE, own.bytes);
    return id;
  } catch (error) {
    if (!(error instanceof FontError)) throw error;
    throw new UsageError(`${font}: ${error.message}`);
  }
}

export async function letter(text: string, options: Options): Promise<void> {
  if (!text.trim()) throw new UsageError('There are no letters to sew.');
  writtenAs(options.out);
  const outline: TextOutline = {
    kind: 'text',
    of: [],
    text,
    font: await fontFrom(options.font),
    height: lengthFrom('height', options.height, 1, 500),
    ...(options.arc && { baseline: { kind: 'arc', radius: lengthFrom('arc', options.arc, -5000, 5000) } }),
  };
  const design: Design = {
    ...emptyDesign(text.slice(0, 60), { name: 'any', width: 600, height: 600 }),
    objects: [
      {
        id: 'words',
        name: 'Words',
        kind: 'object',
        visible: true,
        locked: false,
        outline,
        recipe: recipeFrom(options.recipe, options.set),
        thread: '101',
      },
    ],
  };
  await loadFonts(design, readFontFile);
  const plan = sewDesign(design);
  const figures = figuresOf(plan);
  if (!figures.stitches) throw new UsageError(leftOut(plan)[0] ?? 'None of these letters can be sewn.');
  tellLeftOut(plan);
  for (const { id, sentence } of findingsOf(design, plan))
    if (ABOUT_WORDS.has(id)) console.error(`note: ${sentence}`);
  await writeDesign(options.out, design, plan);
  console.log(
    `${options.out}: ${figures.stitches} stitches, ${figures.trims} trims, ${figures.width.toFixed(1)} × ${figures.height.toFixed(1)} mm`,
  );
}
