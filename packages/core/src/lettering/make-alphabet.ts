// An alphabet out of stitch files, one a letter: which letter each is, and where it stands.
import type { StitchesObject } from '../design/types.ts';
import { coordsBounds } from '../geometry/region.ts';
import type { Alphabet, AlphabetLetter } from './alphabet.ts';
import { allRecords } from '../design/stitch-blocks.ts';
import { recordsOf, stretchesOf } from '../design/stretches.ts';

/** A file of an alphabet: lengths in tenths of a millimetre, y down. */
export interface LetterFile {
  /** Its letter; '' while nobody has said it. */
  says: string;
  threads: number[][];
  /** How far a person has lifted it above where it would stand, in tenths of a millimetre. */
  lift: number;
}

/** What signs are called in names of files. */
const NAMED: Record<string, string> = {
  and: '&',
  ampersand: '&',
  at: '@',
  question: '?',
  exclamation: '!',
  period: '.',
  stop: '.',
  comma: ',',
  colon: ':',
  semicolon: ';',
  hyphen: '-',
  dash: '-',
  plus: '+',
  apostrophe: '’',
  hash: '#',
  heart: '♥',
  zero: '0',
  one: '1',
  two: '2',
  three: '3',
  four: '4',
  five: '5',
  six: '6',
  seven: '7',
  eight: '8',
  nine: '9',
};
const SMALL = /^(lower|lowercase|small|lc)$/;
const CAPITAL = /^(upper|uppercase|capital|capitals|cap|uc)$/;

/** The letter that a file's name tells (`A.dst`, `moor_a_lower.dst`, `ampersand.dst`, `U+00C4.dst`); '' when it tells none. */
export function letterNamed(fileName: string): string {
  const parts = fileName
    .replace(/\.\w+$/, '')
    .split(/[\s_.-]+/)
    .filter(Boolean);
  const words = parts.map((part) => part.toLowerCase());
  const coded = parts.map((part) => /^u\+?([0-9a-f]{4,6})$/i.exec(part)?.[1]).find(Boolean);
  if (coded && parseInt(coded, 16) <= 0x10ffff) return String.fromCodePoint(parseInt(coded, 16));
  // What is told last is what tells files of one set apart.
  const single = parts.filter((part) => [...part].length === 1).at(-1);
  if (single) {
    if (words.some((word) => SMALL.test(word))) return single.toLowerCase();
    if (words.some((word) => CAPITAL.test(word))) return single.toUpperCase();
    return single;
  }
  const named = words.findLast((word) => Object.hasOwn(NAMED, word));
  if (named) return NAMED[named];
  // A sign that parts names otherwise, such as “-.dst”.
  const [sign, ...others] = fileName.replace(/\.\w+$/, '');
  return sign && !others.length ? sign : '';
}

/** The threads of brought-in stitches: unbroken stretches of at least one stitch. */
export const threadsOf = (items: readonly Pick<StitchesObject, 'blocks'>[]): number[][] =>
  items.flatMap(({ blocks }) => {
    const records = allRecords(blocks);
    return stretchesOf(records).map((stretch) => {
      const { x, y } = recordsOf(records, stretch);
      return Array.from({ length: 2 * x.length }, (_, k) => (k % 2 ? y : x)[k >> 1]);
    });
  });

interface Box {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
}

const median = (values: number[]): number | null =>
  values.length ? [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] : null;

const SMALL_FLAT = /^[acemnorsuvwxz]$/;
const CAPITALS = /^[A-ZÄÖÜ0-9]$/;
/** Letters that hang below the baseline, from the height of small letters, and from that of capitals. */
const HANGS = /^[gpqy]$/;
const HANGS_FROM_TOP = /^[jQ]$/;
const ON_TOP = /^["'’‘“”*^]$/;
const HALF_WAY = /^[-–—+~=]$/;
/** Height of small letters as a share of that of capitals, when nothing tells it. */
const SMALL_SHARE = 0.68;

/** Where the bottom of a letter's box stands below the baseline, as its shape is used to be written. */
function dropOf(says: string, { minY, maxY }: Box, capHeight: number, small: number): number {
  const high = maxY - minY;
  if (HANGS.test(says)) return Math.max(0, high - small);
  if (HANGS_FROM_TOP.test(says)) return Math.max(0, high - capHeight);
  if (ON_TOP.test(says)) return high - capHeight;
  if (HALF_WAY.test(says)) return high / 2 - small / 2;
  if (says === ',' || says === ';') return 0.12 * capHeight;
  return 0;
}

/** Room between letters, and a blank, as shares of the height of capitals. */
const ROOM = 0.12;
const BLANK = 0.4;

/** Height of the capitals of these files in tenths of a millimetre: as most of them have it. */
export function capitalsOf(files: readonly LetterFile[]): number {
  const heightOf = ({ threads }: LetterFile): number => {
    const b = coordsBounds(threads);
    return b ? b.maxY - b.minY : 0;
  };
  const told = files.filter(({ says }) => CAPITALS.test(says)).map(heightOf);
  return Math.max(5, Math.round(median(told) ?? Math.max(5, ...files.map(heightOf))));
}

/**
 * The alphabet of some files. Each stands on the baseline, or hangs below it where its letter does, and keeps the room of
 * its own stitches with a little more. Of two files of the same letter the first one counts.
 */
export function alphabetFrom(name: string, files: readonly LetterFile[]): Alphabet {
  const capHeight = capitalsOf(files);
  const smallHeights = files.flatMap(({ says, threads }) => {
    const b = SMALL_FLAT.test(says) ? coordsBounds(threads) : null;
    return b ? [b.maxY - b.minY] : [];
  });
  const small = median(smallHeights) ?? SMALL_SHARE * capHeight;
  const room = Math.round(ROOM * capHeight);
  const letters: Record<string, AlphabetLetter> = {};
  for (const { says, threads, lift } of files) {
    const box = coordsBounds(threads);
    if (!says || !box || Object.hasOwn(letters, says)) continue;
    const left = box.minX - Math.floor(room / 2);
    const down = box.maxY - Math.round(dropOf(says, box, capHeight, small)) + lift;
    letters[says] = {
      advance: Math.round(box.maxX - box.minX) + room,
      threads: threads.map((thread) => thread.map((v, i) => Math.round(i % 2 ? v - down : v - left))),
    };
  }
  return { alphabet: 1, name, capHeight, blank: Math.round(BLANK * capHeight), letters };
}
