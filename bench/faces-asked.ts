// What is asked of the benches of letters on their command line: faces by a part of their id, heights, and other options.
import { smallestHeight } from '@rosehip/core';
import { FONTS } from '@rosehip/fonts';

export const option = (name: string, otherwise: string): string => {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? otherwise : process.argv[at + 1];
};

/** Heights of capitals, in mm. */
export const heightsAsked = (otherwise: string): number[] =>
  option('heights', otherwise).split(',').map(Number);

/** Faces that are sewn across their strokes, all or those with the first word in their id. */
export function facesAsked() {
  const part = process.argv[2]?.startsWith('--') ? '' : (process.argv[2] ?? '');
  return FONTS.filter(({ use }) => use !== 'line')
    .flatMap((f) => f.faces)
    .filter(({ id }) => id.includes(part));
}

/** Are strokes of this share of the height of capitals, in mm, wide enough to be satin? Whether counters stay open is not asked: hard faces are measured, too. */
export const wideEnough = (stroke: number, height: number): boolean => height >= smallestHeight(stroke, 0);

/** Linen asks for so much pull compensation, in mm. */
export const COMPENSATION = 0.2;

/** The share of some squares, in percent, that lie under more than four stitches; by how many lie under so many. */
export function overFour(squares: Float64Array): number {
  const sum = (from: number): number => squares.slice(from).reduce((a, b) => a + b, 0);
  return (100 * sum(5)) / Math.max(1, sum(0));
}
