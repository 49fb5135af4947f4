// Single letters by hand: along the baseline, off it, turned and grown.
import {
  applyMatrix,
  inverse,
  type LetterChange,
  type Point,
  type SetLetter,
  type TextObject,
} from '@rosehip/core';

/** Where a letter's handle stands below its baseline, and its second one above it, as shares of the height. */
const HANDLE = 0.5;
const SECOND = 1.35;
/** Lifts smaller than this share of the height are none: the hand meant to go along the baseline. */
const LEVEL = 0.04;

const tidy = (v: number): number => Math.round(v * 1000) / 1000;

/** The place that moves a letter, in mm. */
export const handleOf = ({ frame, width }: SetLetter, height: number): Point =>
  applyMatrix(frame, { x: width / 2, y: HANDLE * height });

/** The place that turns it and makes it grow. */
export const secondOf = ({ frame, width }: SetLetter, height: number): Point =>
  applyMatrix(frame, { x: width / 2, y: -SECOND * height });

/** The text with one of its letters changed; a change that says nothing goes. */
export function withLetter(object: TextObject, at: number, change: Partial<LetterChange>): TextObject {
  const { letters = [], ...outline } = object.outline;
  const before = letters.find((l) => l.at === at) ?? { at };
  const next: LetterChange = { ...before, ...change };
  for (const key of ['space', 'lift', 'turn'] as const) if (!next[key]) delete next[key];
  if (next.size === 1) delete next.size;
  for (const key of ['thread', 'recipe'] as const) if (next[key] === undefined) delete next[key];
  const others = letters.filter((l) => l.at !== at);
  const all = Object.keys(next).length > 1 ? [...others, next].sort((a, b) => a.at - b.at) : others;
  return { ...object, outline: all.length ? { ...outline, letters: all } : outline };
}

export const changeOf = ({ outline }: TextObject, at: number): LetterChange =>
  outline.letters?.find((l) => l.at === at) ?? { at };

/** A letter drawn from one place to another by its handle. */
export function moved(object: TextObject, letter: SetLetter, from: Point, to: Point): TextObject {
  const { height } = object.outline;
  const back = inverse(letter.frame);
  if (!back) return object;
  const [a, b] = [applyMatrix(back, from), applyMatrix(back, to)];
  const before = changeOf(object, letter.at);
  const lift = (before.lift ?? 0) - (b.y - a.y) / height;
  return withLetter(object, letter.at, {
    space: tidy((before.space ?? 0) + (b.x - a.x) / height),
    lift: Math.abs(lift) < LEVEL ? 0 : tidy(lift),
  });
}

/** A letter turned about its foot and grown by its second handle; `even` keeps its size. */
export function turned(
  object: TextObject,
  letter: SetLetter,
  from: Point,
  to: Point,
  even: boolean,
): TextObject {
  const foot = applyMatrix(letter.frame, { x: letter.width / 2, y: 0 });
  const [a, b] = [from, to].map((p) => ({ x: p.x - foot.x, y: p.y - foot.y }));
  const angle = ((Math.atan2(b.y, b.x) - Math.atan2(a.y, a.x)) * 180) / Math.PI;
  const before = changeOf(object, letter.at);
  const grown = (before.size ?? 1) * (Math.hypot(b.x, b.y) / Math.max(1e-6, Math.hypot(a.x, a.y)));
  const turn = (((((before.turn ?? 0) + angle + 180) % 360) + 360) % 360) - 180;
  return withLetter(object, letter.at, {
    turn: Math.round(turn),
    ...(!even && { size: tidy(Math.min(5, Math.max(0.2, grown))) }),
  });
}
