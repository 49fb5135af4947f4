// What a design holds more than once (pictures, cloth prints, drawings of motifs) stands in its file once: in the list
// `kept`, and a mark with its number wherever it belongs.
import { DESIGN_LIMITS } from '../../design/limits.ts';
import { ReadError } from '../read-error.ts';

/** Texts of so many characters, and lists of so many numbers, are kept when they are there more than once. */
const LONG = 1000;
/** Characters and numbers that all marks together may stand for. */
const MOST = 60_000_000;
const MARK = /^kept:(\d{1,9})$/;

const isLong = (value: unknown): value is string | number[] =>
  (typeof value === 'string' || (Array.isArray(value) && typeof value[0] === 'number')) &&
  value.length >= LONG;
/** Texts that look like marks are kept too, so that every mark is one. */
const isMark = (value: unknown): value is string => typeof value === 'string' && MARK.test(value);

const keyOf = (value: string | number[]): string =>
  typeof value === 'string' ? value : JSON.stringify(value);

const same = (a: string | number[], b: string | number[]): boolean =>
  a === b || (typeof a !== 'string' && typeof b !== 'string' && a.every((v, i) => v === b[i]));

/** Does it hold anything long twice, or a text that looks like a mark? Every save asks: nothing is written out for it. */
function holdsTwice(design: object): boolean {
  const byLength = new Map<number, (string | number[])[]>();
  const look = (value: unknown): boolean => {
    if (isMark(value)) return true;
    if (isLong(value)) {
      const alike = byLength.get(value.length);
      if (alike?.some((one) => same(one, value))) return true;
      if (alike) alike.push(value);
      else byLength.set(value.length, [value]);
      return false;
    }
    if (typeof value !== 'object' || value === null) return false;
    if (Array.isArray(value)) return typeof value[0] !== 'number' && value.some(look);
    return Object.values(value).some(look);
  };
  return look(design);
}

/** A design as it goes into a file. The same as it is when it holds nothing long twice. */
export function withKept(design: object): object {
  if (!holdsTwice(design)) return design;
  const times = new Map<string, number>();
  const count = (_: string, value: unknown): unknown => {
    if (isMark(value)) times.set(value, 2);
    if (!isLong(value)) return value;
    const key = keyOf(value);
    times.set(key, (times.get(key) ?? 0) + 1);
    return null; // nothing to look for in it
  };
  JSON.stringify(design, count);
  const kept: (string | number[])[] = [];
  const numbers = new Map<string, number>();
  const mark = (_: string, value: unknown): unknown => {
    if (!isLong(value) && !isMark(value)) return value;
    const key = keyOf(value);
    if (times.get(key)! < 2) return value;
    if (!numbers.has(key)) numbers.set(key, kept.push(value) - 1);
    return `kept:${numbers.get(key)}`;
  };
  return { ...(JSON.parse(JSON.stringify(design, mark)) as object), kept };
}

/** A design out of a file: marks give way to what they stand for. Throws ReadError. */
export function withoutKept(document: Record<string, unknown>): Record<string, unknown> {
  const { kept, ...rest } = document;
  if (!Array.isArray(kept)) return document;
  let left = MOST;
  const put = (value: unknown, depth: number): unknown => {
    if (depth > 4 * DESIGN_LIMITS.nesting) throw new ReadError('The file is nested too deep to be a design.');
    if (typeof value === 'string') {
      const number = MARK.exec(value)?.[1];
      if (number === undefined) return value;
      const it: unknown = kept[Number(number)];
      if (typeof it !== 'string' && !Array.isArray(it))
        throw new ReadError(`The file refers to "${value}", which it does not keep.`);
      left -= it.length;
      if (left < 0) throw new ReadError('What the file keeps once stands in too many places of it.');
      return it;
    }
    if (Array.isArray(value))
      return typeof value[0] === 'number' ? value : value.map((one) => put(one, depth + 1));
    if (typeof value === 'object' && value !== null)
      return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, put(one, depth + 1)]));
    return value;
  };
  return put(rest, 0) as Record<string, unknown>;
}
