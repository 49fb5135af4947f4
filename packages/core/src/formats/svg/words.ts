// Words of a drawing: they come as words, in a font of the shelf, as those that drawings name are not there.
import type { DesignObject, TextOutline } from '../../design/types.ts';
import { DESIGN_LIMITS } from '../../design/limits.ts';
import { determinant, multiply, scaling, translation, type Matrix } from '../../geometry/matrix.ts';
import type { Style } from './styles.ts';

export interface SvgWords {
  /** In place on the page; mm. */
  outline: TextOutline;
  /** #rrggbb */
  colour: string;
  /** So many of the drawing's shapes are drawn before them. */
  after: number;
}

/** Capitals are about so high, as a share of the size that a font is given. */
const CAPITALS = 0.7;
/** Lower or higher capitals are no words, in mm. */
const [LOWEST, HIGHEST] = [0.5, 1000];
/** From so much weight on letters are bold. */
const BOLD = 600;

/** Faces for the families that every drawing may name, plain and bold. */
const FACES = {
  serif: ['alegreya-500', 'alegreya-800'],
  cursive: ['leckerli-one-400', 'leckerli-one-400'],
  sans: ['nunito-600', 'nunito-800'],
} as const;

function faceFor({ 'font-family': family, 'font-weight': weight }: Style): string {
  const last = family.split(',').at(-1)!.trim();
  const bold = weight === 'bold' || weight === 'bolder' || Number(weight) >= BOLD;
  return FACES[last === 'serif' || last === 'cursive' ? last : 'sans'][bold ? 1 : 0];
}

const ALIGN = { middle: 'centre', end: 'right' } as const;

/**
 * Words whose first line's baseline begins (or has its middle, or ends) at a place, in user units, drawn with a matrix; null where
 * nothing is left to be read.
 */
export function wordsOutline(
  written: string,
  style: Style,
  at: { x: number; y: number; size: number },
  m: Matrix,
): TextOutline | null {
  const text = written
    .split('\n')
    .map((line) => line.replace(/\s+/g, ' ').trim())
    .filter(Boolean)
    .join('\n')
    .slice(0, DESIGN_LIMITS.letters);
  const scale = Math.sqrt(Math.abs(determinant(m)));
  const height = CAPITALS * at.size * scale;
  if (!text || !(height >= LOWEST && height <= HIGHEST)) return null;
  const anchor = style['text-anchor'];
  return {
    kind: 'text',
    of: [],
    text,
    font: faceFor(style),
    height: Math.round(height * 100) / 100,
    align: anchor === 'middle' || anchor === 'end' ? ALIGN[anchor] : 'left',
    place: [...multiply(multiply(m, translation(at.x, at.y)), scaling(1 / scale, 1 / scale))],
  };
}

/** Words as an object of a design, but for its number and its thread. */
export const wordsObject = ({ outline }: SvgWords): Omit<DesignObject, 'id' | 'thread'> => ({
  name: outline.text.replace(/\n/g, ' ').slice(0, 80),
  kind: 'object',
  visible: true,
  locked: false,
  outline,
  recipe: { kind: 'lettering', settings: {} },
});
