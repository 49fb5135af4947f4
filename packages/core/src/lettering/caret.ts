// Between places in a text and places on the cloth: the caret, what is marked, and what a press means.
import { applyMatrix, inverse } from '../geometry/matrix.ts';
import type { Point } from '../geometry/points.ts';
import type { SetLetter, SetText } from './set-letters.ts';

/** How far a letter's box reaches above and below its baseline, as shares of the height of capitals. */
const ABOVE = 1.12;
const BELOW = 0.32;

/** How far into a letter an offset lies, in its own mm from where it begins on the left. */
function into({ at, to, width, rightToLeft }: SetLetter, offset: number): number {
  const share = Math.min(1, Math.max(0, (offset - at) / Math.max(1, to - at)));
  return width * (rightToLeft ? 1 - share : share);
}

/** The caret before the character at an offset, from its lower end to its upper one, in mm. `height` is that of capitals. */
export function caretAt({ letters, lines }: SetText, offset: number, height: number): [Point, Point] {
  const line = lines.findLastIndex(({ at }) => at <= offset);
  const own = letters.filter((letter) => letter.line === line);
  const letter =
    own.find(({ at, to }) => at <= offset && offset < to) ??
    own.reduce<SetLetter | null>(
      (last, one) => (one.at <= offset && (!last || one.at > last.at) ? one : last),
      null,
    );
  const frame = letter?.frame ?? lines[Math.max(0, line)].frame;
  const x = letter ? into(letter, offset) : 0;
  return [applyMatrix(frame, { x, y: BELOW * height }), applyMatrix(frame, { x, y: -ABOVE * height })];
}

/** The letters from one offset to another, as four corners each, in mm. */
export function markedAt({ letters }: SetText, from: number, to: number, height: number): Point[][] {
  return letters
    .filter((letter) => letter.at < to && letter.to > from)
    .map((letter) => {
      const [a, b] = [into(letter, Math.max(from, letter.at)), into(letter, Math.min(to, letter.to))];
      return [
        { x: a, y: BELOW * height },
        { x: b, y: BELOW * height },
        { x: b, y: -ABOVE * height },
        { x: a, y: -ABOVE * height },
      ].map((p) => applyMatrix(letter.frame, p));
    });
}

/** The place in the text that a press means, and how far it lies from the letters, in mm (0: on one). */
export function offsetAt(
  { letters, lines }: SetText,
  p: Point,
  height: number,
): { offset: number; distance: number; letter: SetLetter | null } {
  let best = { offset: 0, distance: Infinity, letter: null as SetLetter | null };
  for (const letter of letters) {
    const back = inverse(letter.frame);
    if (!back) continue;
    const { x, y } = applyMatrix(back, p);
    const dx = Math.max(0, -x, x - letter.width);
    const dy = Math.max(0, -ABOVE * height - y, y - BELOW * height);
    const distance = Math.hypot(dx, dy);
    if (distance >= best.distance) continue;
    const share = Math.min(1, Math.max(0, x / (letter.width || 1)));
    const count = letter.to - letter.at;
    const steps = Math.round((letter.rightToLeft ? 1 - share : share) * count);
    best = { offset: letter.at + steps, distance, letter };
  }
  for (const line of lines) {
    if (line.at !== line.to) continue;
    const at = applyMatrix(line.frame, { x: 0, y: -height / 2 });
    const distance = Math.max(0, Math.hypot(at.x - p.x, at.y - p.y) - height / 2);
    if (distance < best.distance) best = { offset: line.at, distance, letter: null };
  }
  return best;
}
