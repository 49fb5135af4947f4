// Words made to shapes, to shorter words, and put on a line.
import { isText, type TextObject } from '../design/live-outline.ts';
import {
  newId,
  type Design,
  type DesignObject,
  type Group,
  type PathOutline,
  type Recipe,
  type TextOutline,
} from '../design/types.ts';
import { findItem, findPlace } from '../design/tree.ts';
import { intersect } from '../geometry/clip.ts';
import { regionArea, regionBounds } from '../geometry/region.ts';
import { outlineRegion } from '../outlines/region.ts';
import { applyMatrix, IDENTITY, inverse, multiply, rotation, translation } from '../geometry/matrix.ts';
import type { SetLetter, SetText } from '../lettering/set-letters.ts';
import { LINE_SPACE } from '../lettering/set-text.ts';
import { resolveDesign, textOf } from '../resolve/resolve.ts';
import { broadLinesOf } from '../sewing/letters.ts';
import { aloneAmong, lettering } from '../stitches/satin/lettering.ts';
import { inOrder, JobBuilder, JobError, objectsIn, type Job } from './job.ts';

function textsIn(design: Design, ids: readonly string[], what: string): TextObject[] {
  const texts = objectsIn(inOrder(design, ids)).filter(isText);
  if (!texts.length) throw new JobError(`${what}: select words first.`);
  return texts;
}

/** The letters of a text by lines, by words, or one by one; blanks are left out. */
function parts({ letters }: SetText, by: SplitBy): SetLetter[][] {
  const inText = [...letters].sort((a, b) => a.at - b.at);
  const out: SetLetter[][] = [];
  let last: SetLetter | null = null;
  let apart = true;
  for (const letter of inText) {
    apart ||= by === 'letters' || letter.line !== last?.line;
    last = letter;
    if (letter.blank) {
      if (by === 'words') apart = true;
      else if (by === 'lines' && !apart) out.at(-1)!.push(letter);
      continue;
    }
    if (apart) out.push([letter]);
    else out.at(-1)!.push(letter);
    apart = false;
  }
  return out;
}

export type SplitBy = 'lines' | 'words' | 'letters';

const says = (letters: readonly SetLetter[]): string => letters.map((l) => l.says).join('');

/** What is done by hand to letters of a part, counted from its own beginning. */
function changesOf(outline: TextOutline, letters: readonly SetLetter[]): Pick<TextOutline, 'letters'> {
  let offset = 0;
  const at = new Map<number, number>();
  for (const letter of letters) {
    at.set(letter.at, offset);
    offset += letter.says.length;
  }
  const own = (outline.letters ?? []).flatMap((change) => {
    const to = at.get(change.at);
    return to === undefined ? [] : [{ ...change, at: to }];
  });
  return own.length ? { letters: own } : {};
}

/** Where a part begins: its leftmost letter, without what was done to that by hand. */
function beginOf(outline: TextOutline, letters: readonly SetLetter[]): { x: number; first: SetLetter } {
  const back = inverse(outline.place ?? IDENTITY) ?? IDENTITY;
  const x = (letter: SetLetter): number => applyMatrix(multiply(back, letter.frame), { x: 0, y: 0 }).x;
  const first = letters.reduce((a, b) => (x(b) < x(a) ? b : a));
  return { x: x(first), first };
}

/** A part of a text as a text of its own, where it stands now. */
function partOutline(outline: TextOutline, letters: readonly SetLetter[], by: SplitBy): TextOutline {
  const { baseline, letters: _, of: __, place = IDENTITY, ...rest } = outline;
  const text = says(letters).trimEnd();
  const alone = { ...rest, of: [], text };
  if (by === 'letters') {
    // Its frame says all but its size, thread and recipe.
    const [change] = changesOf(outline, letters).letters ?? [];
    const { space: _s, lift: _l, turn: _t, ...kept } = change ?? { at: 0 };
    return {
      ...alone,
      align: 'left',
      place: letters[0].frame,
      ...(Object.keys(kept).length > 1 && { letters: [kept] }),
    };
  }
  const own = changesOf(outline, letters);
  if (baseline?.kind === 'arc') {
    // Turned about the circle's middle, as far as the middle of the part lies along its line.
    const { radius } = baseline;
    const line = letters[0].line * (outline.lineSpace ?? LINE_SPACE) * outline.height;
    const ownRadius = radius - line;
    const sign = Math.sign(ownRadius);
    const back = inverse(place) ?? IDENTITY;
    const along = letters.map(({ frame, width }) => {
      const p = applyMatrix(multiply(back, frame), { x: width / 2, y: 0 });
      return { s: ownRadius * Math.atan2(sign * p.x, sign * (radius - p.y)), width };
    });
    const from = Math.min(...along.map(({ s, width }) => s - width / 2));
    const to = Math.max(...along.map(({ s, width }) => s + width / 2));
    const turn = rotation(((from + to) / 2 / ownRadius) * (180 / Math.PI), { x: 0, y: radius });
    return {
      ...alone,
      ...own,
      align: 'centre',
      baseline: { kind: 'arc', radius: ownRadius },
      place: multiply(place, multiply(turn, translation(0, line))),
    };
  }
  if (baseline)
    throw new JobError(
      'Words on this line can be split by letters; put them on a straight line or an arc first.',
    );
  const { x } = beginOf(outline, letters);
  const line = letters[0].line * (outline.lineSpace ?? LINE_SPACE) * outline.height;
  return { ...alone, ...own, align: 'left', place: multiply(place, translation(x, line)) };
}

/**
 * The recipe for letters that leave their words: by themselves they no longer know what was decided for all of them. Where they stay
 * words, it is said only when they would decide something else.
 */
function decidedFor(
  design: Design,
  text: TextObject,
): (recipe: Recipe, letters: readonly SetLetter[], staysText?: boolean) => Recipe {
  const item = findPlace(resolveDesign(design).objects, text.id)?.item;
  const leaf = item?.kind === 'object' ? item : null;
  const broadOn = leaf && broadLinesOf(leaf);
  return (recipe, letters, staysText) => {
    const [{ line }] = letters;
    const broad = broadOn?.(line);
    if (recipe.kind !== lettering.id || !leaf || broad === undefined) return recipe;
    const places = letters.map(({ at }) => at);
    if (staysText && broadLinesOf(leaf, places)?.(line) === broad) return recipe;
    return { ...recipe, settings: aloneAmong(recipe.settings, broad) };
  };
}

/** Splits words by lines, by words or by letters; each part stays text, and stays where it is. */
export function splitWordsJob(design: Design, ids: readonly string[], by: SplitBy): Job {
  const label = `Split by ${by}`;
  const texts = textsIn(design, ids, label);
  const builder = new JobBuilder(design, label);
  const made: string[] = [];
  for (const text of texts) {
    const set = textOf(design, text.id);
    const found = set ? parts(set, by) : [];
    if (found.length < 2) continue;
    const { stopAfter, ...rest } = text;
    const decided = decidedFor(design, text);
    const items = found.map((letters, i): DesignObject => {
      const outline = partOutline(text.outline, letters, by);
      // Letters with a recipe of their own were decided for with the others.
      const own = outline.letters?.map((change) =>
        change.recipe ? { ...change, recipe: decided(change.recipe, letters, true) } : change,
      );
      return {
        ...rest,
        recipe: decided(text.recipe, letters, true),
        id: i ? newId() : text.id,
        name: says(letters).trim().slice(0, 120) || text.name,
        outline: { ...outline, ...(own && { letters: own }) },
        ...(i === found.length - 1 && stopAfter !== undefined && { stopAfter }),
      };
    });
    builder.replace(items[0]);
    builder.insertAfter(items.slice(1), text.id);
    made.push(...items.map((o) => o.id));
  }
  if (!made.length) throw new JobError(`There is only one of the ${by} here: nothing to split.`);
  return builder.job(made);
}

/** Words as plain shapes, a group a word. */
export function lettersJob(design: Design, ids: readonly string[]): Job {
  const texts = textsIn(design, ids, 'Set as letters');
  const builder = new JobBuilder(design, 'Set as letters');
  const made: string[] = [];
  for (const text of texts) {
    const set = textOf(design, text.id);
    const words = set ? parts(set, 'words').filter((word) => word.some((l) => !l.missing)) : [];
    if (!set || !words.length)
      throw new JobError('None of these letters can be made to shapes: their font lacks them.');
    const { outline: _, stopAfter, ...rest } = text;
    const decided = decidedFor(design, text);
    const groups = words.map((word): Group => {
      const objects = word
        .filter((letter) => !letter.missing)
        .map((letter): DesignObject => {
          const outline: PathOutline = {
            ...set.outline,
            paths: set.outline.paths.slice(letter.first, letter.end),
          };
          return {
            ...rest,
            id: newId(),
            name: letter.says,
            outline,
            ...(letter.thread && { thread: letter.thread }),
            recipe: decided(letter.recipe ?? text.recipe, [letter]),
          };
        });
      return {
        id: newId(),
        name: says(word).slice(0, 120),
        kind: 'group',
        visible: text.visible,
        locked: text.locked,
        objects,
      };
    });
    const last = groups.at(-1)!.objects.at(-1)!;
    if (stopAfter !== undefined && last.kind === 'object') last.stopAfter = stopAfter;
    builder.insertAfter(groups, text.id);
    made.push(...groups.map((g) => g.id));
    builder.remove(text.id);
  }
  return builder.job(made);
}

/** Puts words on the other selected object's line, which they then follow. */
export function alongLineJob(design: Design, ids: readonly string[]): Job {
  const items = inOrder(design, ids);
  const texts = items.filter(isText);
  const lines = items.filter((i) => i.kind === 'object' && !isText(i));
  if (texts.length !== 1 || lines.length !== 1)
    throw new JobError('Words along a line: select words, and the line or shape that they are to stand on.');
  const [text, line] = [texts[0], lines[0] as DesignObject];
  const { place: _, ...outline } = text.outline;
  const closed = line.outline.kind !== 'path' || line.outline.paths.some((p) => p.closed);
  const builder = new JobBuilder(design, 'Words along a line');
  builder.replace({
    ...text,
    outline: {
      ...outline,
      of: [line.id],
      align: 'centre',
      // On a ring from its first point on both ways; on a line about its middle.
      baseline: { kind: 'along', start: closed ? 0 : 0.5, side: 'left' },
    },
  });
  return builder.job([text.id]);
}

/** What words are set in when they are made from a shape. */
const FIRST_FONT = 'fredoka-700';
/** Room along the shape's edge and between words, in mm. */
const ROOM = 1;

interface Filling {
  label: string;
  /** Said when something else is selected. */
  needs: string;
  baseline: Extract<TextOutline['baseline'], { kind: 'within' }>;
  /** Words when none are selected beside the shape. */
  says(design: Design): string;
}

/** Words into the one shape that is selected: those that are selected beside it, or some to be typed over. */
function filledJob(design: Design, ids: readonly string[], filling: Filling): Job {
  const { label, needs, baseline, says } = filling;
  const items = inOrder(design, ids);
  const texts = items.filter(isText);
  const shapes = items.filter((i): i is DesignObject => i.kind === 'object' && !isText(i));
  if (shapes.length !== 1 || texts.length > 1) throw new JobError(needs);
  const [shape, text] = [shapes[0], texts[0] as TextObject | undefined];
  const builder = new JobBuilder(design, label);
  // A frame is sewn as it was; what is filled by words is only their shape.
  if (baseline.lay !== 'monogram') builder.replace({ ...shape, unsewn: true });
  if (text) {
    const { place: _, ...outline } = text.outline;
    builder.replace({ ...text, outline: { ...outline, of: [shape.id], baseline } });
    return builder.job([text.id]);
  }
  const words = says(design);
  const made: TextObject = {
    id: newId(),
    name: words,
    kind: 'object',
    visible: true,
    locked: false,
    outline: { kind: 'text', of: [shape.id], text: words, font: FIRST_FONT, height: 10, baseline },
    recipe: { kind: 'lettering', settings: {} },
    thread: shape.thread,
  };
  builder.insertAfter([made], shape.id);
  return builder.job([made.id]);
}

/**
 * Fills a shape with words, which follow it: with those that are selected beside it, or with the name of the design, to be
 * typed over.
 */
export const fillWithWordsJob = (design: Design, ids: readonly string[]): Job =>
  filledJob(design, ids, {
    label: 'Fill with words',
    needs: 'Fill with words: select one shape, and words beside it if there are some.',
    baseline: { kind: 'within', edge: ROOM, gap: ROOM },
    says: ({ name }) => name,
  });

/** Letters keep so far from a frame's edge, and from each other, in mm. */
const FRAME = { edge: 2.5, gap: 1.2 };
/** How high the outer letters are where the frame is as high beside them as in its middle. */
const BESIDE = 0.76;

/** Is a shape as high a sixth of its width from its side as in its middle? */
function isLevel(design: Design, id: string): boolean {
  const item = findItem(resolveDesign(design), id);
  const region = item?.kind === 'object' ? outlineRegion(item.outline) : [];
  const b = regionBounds(region);
  if (!b) return false;
  const highAt = (share: number): number => {
    const x = b.minX + share * (b.maxX - b.minX);
    const strip = Float64Array.of(x, b.minY - 1, x + 0.1, b.minY - 1, x + 0.1, b.maxY + 1, x, b.maxY + 1);
    return regionArea(intersect(region, [{ outer: strip, holes: [] }]));
  };
  return highAt(1 / 6) > 0.93 * highAt(0.5);
}

/** The initials of a name, the last one in the middle of three as monograms have it; ABC when there are none. */
const initialsOf = (name: string): string => {
  const initials = (name.match(/\p{L}+/gu) ?? []).map(([first]) => first.toUpperCase()).slice(0, 3);
  const [first, second, last] = initials;
  return initials.length === 3 ? `${first}${last}${second}` : initials.join('') || 'ABC';
};

/** One to three letters that fill the frame which is selected, the middle one larger; they follow it. */
export function monogramJob(design: Design, ids: readonly string[]): Job {
  const frame = inOrder(design, ids).find((i) => i.kind === 'object' && !isText(i));
  const sides = frame && isLevel(design, frame.id) ? BESIDE : undefined;
  return filledJob(design, ids, {
    label: 'Monogram',
    needs: 'Monogram: select one shape as its frame, and its letters beside it if there are some.',
    baseline: { kind: 'within', ...FRAME, lay: 'monogram', ...(sides && { sides }) },
    says: ({ name }) => initialsOf(name),
  });
}
