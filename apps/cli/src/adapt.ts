// `rosehip adapt`: the same design for another cloth, another size, a cap, another hoop; and what changed, with why.
import {
  adaptDesign,
  ADAPT_RULES,
  clothById,
  CLOTHS,
  proposedWith,
  type AdaptChoices,
  type AdaptRule,
} from '@rosehip/core';
import { loadFonts } from '@rosehip/fonts';
import { readFontFile } from '@rosehip/fonts/files';
import { readAny, writeDesign, writtenAs } from './files.ts';
import { hoopFrom } from './hoopings.ts';
import { UsageError } from './usage-error.ts';

export interface AdaptOptions {
  cloth?: string;
  width?: string;
  height?: string;
  hoop?: string;
  without: string[];
  out: string;
}

/** A size in mm, from 5 to 2000. */
function sizeFrom(name: 'width' | 'height', text: string): AdaptChoices['size'] {
  const to = text.trim() === '' ? NaN : Number(text);
  if (!(to >= 5 && to <= 2000))
    throw new UsageError(`--${name} must be a number of mm from 5 to 2000, not "${text}".`);
  return { by: name, to };
}

function clothFrom(name: string): AdaptChoices['cloth'] {
  const cloth = CLOTHS.find(
    (c) => c.id === name.toLowerCase() || c.name.toLowerCase() === name.toLowerCase(),
  );
  if (!cloth)
    throw new UsageError(`There is no cloth "${name}"; there are ${CLOTHS.map((c) => c.id).join(', ')}.`);
  return { kind: cloth.id, colour: clothById(cloth.id).colour };
}

function rulesFrom(names: readonly string[]): AdaptRule[] {
  const wrong = names.find((n) => !(ADAPT_RULES as readonly string[]).includes(n));
  if (wrong !== undefined) throw new UsageError(`--without takes ${ADAPT_RULES.join(', ')}, not "${wrong}".`);
  return names as AdaptRule[];
}

export async function adapt(input: string, options: AdaptOptions): Promise<void> {
  const { cloth, width, height, hoop, without, out } = options;
  writtenAs(out);
  if (width !== undefined && height !== undefined)
    throw new UsageError('Give --width or --height: the other follows.');
  const size =
    width !== undefined
      ? sizeFrom('width', width)
      : height !== undefined
        ? sizeFrom('height', height)
        : undefined;
  const asked: AdaptChoices = {
    ...(cloth !== undefined && { cloth: clothFrom(cloth) }),
    ...(size && { size }),
    ...(hoop !== undefined && { hoop: hoopFrom(hoop) }),
    ...(without.length && { without: rulesFrom(without) }),
  };
  const design = await readAny(input);
  const choices = proposedWith(design, asked);
  let made = adaptDesign(design, choices);
  // Small words may take another font: with it they are larger or smaller than what stood in its place.
  await loadFonts(made.design, readFontFile);
  made = adaptDesign(design, choices);
  await writeDesign(out, made.design);
  for (const { names, change, why, told } of made.rows) {
    const what = names.length
      ? `${[...new Set(names)].slice(0, 3).join(', ')}${names.length > 3 ? ', …' : ''}: `
      : '';
    console.log(`${told ? '! ' : ''}${what}${change} (${why.replace(/\.$/, '')})`);
  }
  if (!made.rows.length) console.log('Nothing had to be changed.');
}
