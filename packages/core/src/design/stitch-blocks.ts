// Records of plain stitches. A document keeps them as text, in blocks of about a thousand; all work on them goes by typed
// arrays, which are made of a block once and remembered with it. An edit replaces the blocks that it touches and shares
// the others, so that a point of 200,000 is moved, sent, saved and taken back at the price of a thousand.
import { Memo } from './memo.ts';

/** What lies in a document: records as text (see `encodeRecords`). */
export interface StitchBlock {
  readonly records: string;
}

/** Records one after another; all arrays have one entry a record. */
export interface Records {
  /** Tenths of a millimetre, y down. */
  readonly x: Int32Array;
  readonly y: Int32Array;
  /** How the needle comes there: 0 stitch, 1 jump, 2 trim (the thread is cut where the needle is). */
  readonly move: Uint8Array;
  /** What a stitch belongs to: 0 top, 1 underlay, 2 way, 3 tie. */
  readonly part: Uint8Array;
}

/** So many records make a block. */
const BLOCK = 1024;
/** Blocks with fewer records are put together with a neighbour after an edit. */
const SMALL = 256;

const MOVE_LETTERS = ['', 'j', 't'];
const PART_LETTERS = ['', 'u', 'w', 'k'];
/** What the text of a block looks like, as a regular expression. */
export const RECORDS_PATTERN = '^[jt]?[uwk]?-?\\d{1,6},-?\\d{1,6}( [jt]?[uwk]?-?\\d{1,6},-?\\d{1,6})*$';

/** Room for `length` records, all of them stitches of the top at 0, 0. */
export const emptyRecords = (length = 0): Records => ({
  x: new Int32Array(length),
  y: new Int32Array(length),
  move: new Uint8Array(length),
  part: new Uint8Array(length),
});

/** A stretch of records: views, not copies. */
export const recordsBetween = (r: Records, from: number, to: number): Records => ({
  x: r.x.subarray(from, to),
  y: r.y.subarray(from, to),
  move: r.move.subarray(from, to),
  part: r.part.subarray(from, to),
});

/** Does a stitch begin or end at a record? Others only lead the needle on, or cut the thread. */
export const isSewnAt = ({ move }: Records, i: number): boolean => move[i] === 0 || move[i + 1] === 0;

/** Several stretches as one. */
export function joinRecords(stretches: readonly Records[]): Records {
  const out = emptyRecords(stretches.reduce((sum, r) => sum + r.x.length, 0));
  let at = 0;
  for (const r of stretches) {
    out.x.set(r.x, at);
    out.y.set(r.y, at);
    out.move.set(r.move, at);
    out.part.set(r.part, at);
    at += r.x.length;
  }
  return out;
}

/**
 * Records as text, parted by spaces. Each is `x,y` in tenths of a millimetre, relative to the record before (the first to
 * 0, 0), after a letter for what is no stitch (j jump, t trim) and one for what is no top thread (u underlay, w way, k
 * tie): `j-120,40 k3,0 12,-4 t0,0`.
 */
export function encodeRecords({ x, y, move, part }: Records): string {
  let text = '';
  for (let i = 0; i < x.length; i++) {
    const dx = i ? x[i] - x[i - 1] : x[i];
    const dy = i ? y[i] - y[i - 1] : y[i];
    text += `${i ? ' ' : ''}${MOVE_LETTERS[move[i]]}${PART_LETTERS[part[i]]}${dx},${dy}`;
  }
  return text;
}

const [SPACE, MINUS, COMMA, ZERO, LETTERS] = [32, 45, 44, 48, 97];

/** The records of a text that `RECORDS_PATTERN` fits. */
export function decodeRecords(text: string): Records {
  let count = text.length ? 1 : 0;
  for (let i = 0; i < text.length; i++) if (text.charCodeAt(i) === SPACE) count++;
  const out = emptyRecords(count);
  let [x, y, at] = [0, 0, 0];
  const whole = (): number => {
    const negative = text.charCodeAt(at) === MINUS;
    if (negative) at++;
    let value = 0;
    for (let c = text.charCodeAt(at); c >= ZERO && c < LETTERS; c = text.charCodeAt(++at))
      value = 10 * value + c - ZERO;
    return negative ? -value : value;
  };
  for (let i = 0; i < count; i++) {
    for (let c = text[at]; c >= 'a'; c = text[++at])
      if (c === 'j' || c === 't') out.move[i] = MOVE_LETTERS.indexOf(c);
      else out.part[i] = PART_LETTERS.indexOf(c);
    x += whole();
    if (text.charCodeAt(at) === COMMA) at++;
    y += whole();
    at++; // the space
    out.x[i] = x;
    out.y[i] = y;
  }
  return out;
}

const decoded = new WeakMap<StitchBlock, Records>();

/** A block's records; they must not be changed. */
export function blockRecords(block: StitchBlock): Records {
  let records = decoded.get(block);
  if (!records) decoded.set(block, (records = decodeRecords(block.records)));
  return records;
}

/** A block of these records, which must not be changed afterwards. Its text is made when somebody asks for it. */
function blockOf(records: Records): StitchBlock {
  let text: string | undefined;
  const block = {
    get records() {
      return (text ??= encodeRecords(records));
    },
  };
  decoded.set(block, records);
  return block;
}

/** Records as blocks. */
export function blocksOf(records: Records): StitchBlock[] {
  const n = records.x.length;
  const parts = Math.max(n ? 1 : 0, Math.round(n / BLOCK));
  return Array.from({ length: parts }, (_, k) =>
    blockOf(recordsBetween(records, Math.round((k * n) / parts), Math.round(((k + 1) * n) / parts))),
  );
}

const wholes = new Memo<Records>(1);

/** All records of some blocks in one; they must not be changed. Remembered with the list of blocks. */
export const allRecords = (blocks: readonly StitchBlock[]): Records =>
  blocks.length === 1
    ? blockRecords(blocks[0])
    : wholes.get(blocks, [], () => joinRecords(blocks.map(blockRecords)));

/** How many records blocks hold. */
export const recordCount = (blocks: readonly StitchBlock[]): number =>
  blocks.reduce((sum, block) => sum + blockRecords(block).x.length, 0);

/**
 * Blocks with `remove` records from number `from` on replaced by others; what is not touched is shared. Gives what was
 * taken out, too. Throws RangeError when there are no such records.
 */
export function spliceBlocks(
  blocks: readonly StitchBlock[],
  from: number,
  remove: number,
  insert: Records,
): { blocks: StitchBlock[]; removed: Records } {
  let start = 0;
  let at = 0;
  while (start < blocks.length - 1 && at + blockRecords(blocks[start]).x.length <= from)
    at += blockRecords(blocks[start++]).x.length;
  let end = start;
  let to = at;
  while (end < blocks.length && (end === start || to < from + remove))
    to += blockRecords(blocks[end++]).x.length;
  if (from < 0 || remove < 0 || from > to || from + remove > to)
    throw new RangeError(`There are no records ${from} to ${from + remove}.`);
  // A stretch that has become small takes a neighbour in.
  const kept = to - at - remove + insert.x.length;
  let [before, after]: [Records | null, Records | null] = [null, null];
  if (kept < SMALL && end < blocks.length) after = blockRecords(blocks[end++]);
  else if (kept < SMALL && start > 0) before = blockRecords(blocks[--start]);
  const base = before ? blocks.slice(start + 1, end) : blocks.slice(start, after ? end - 1 : end);
  const touched = joinRecords(base.map(blockRecords));
  const [first, last] = [from - at, from - at + remove];
  const whole = joinRecords([
    ...(before ? [before] : []),
    recordsBetween(touched, 0, first),
    insert,
    recordsBetween(touched, last, touched.x.length),
    ...(after ? [after] : []),
  ]);
  const made = whole.x.length <= 2 * BLOCK && whole.x.length ? [blockOf(whole)] : blocksOf(whole);
  return {
    blocks: blocks.toSpliced(start, end - start, ...made),
    removed: recordsBetween(touched, first, last),
  };
}

/** The number of the first record that is not as it was, and how many follow it on either side until all are again. */
export function differenceOf(
  before: Records,
  after: Records,
): { from: number; remove: number; insert: Records } {
  const [n, m] = [before.x.length, after.x.length];
  const same = (i: number, j: number): boolean =>
    before.x[i] === after.x[j] &&
    before.y[i] === after.y[j] &&
    before.move[i] === after.move[j] &&
    before.part[i] === after.part[j];
  let from = 0;
  while (from < n && from < m && same(from, from)) from++;
  let end = 0;
  while (end < n - from && end < m - from && same(n - 1 - end, m - 1 - end)) end++;
  return { from, remove: n - from - end, insert: recordsBetween(after, from, m - end) };
}

/** Blocks with these records instead; what is as it was is shared, and they are the very blocks where all is. The records must not be changed. */
export function blocksWith(blocks: StitchBlock[], records: Records): StitchBlock[] {
  const { from, remove, insert } = differenceOf(allRecords(blocks), records);
  if (!remove && !insert.x.length) return blocks;
  const made = spliceBlocks(blocks, from, remove, insert).blocks;
  // Asked for at once by whatever shows them: they need not be joined for that.
  wholes.get(made, [], () => records);
  return made;
}

/** Collects records one by one. */
export class RecordList {
  private readonly points: number[] = [];
  private readonly codes: number[] = [];

  get length(): number {
    return this.codes.length;
  }

  /** Puts a record at the end; tenths of a millimetre. */
  add(x: number, y: number, move = 0, part = 0): void {
    this.points.push(x, y);
    this.codes.push(move | (part << 4));
  }

  /** Puts record `i` of others at the end. */
  addFrom({ x, y, move, part }: Records, i: number): void {
    this.add(x[i], y[i], move[i], part[i]);
  }

  /** The place of the last record. */
  get last(): [x: number, y: number] | null {
    return this.codes.length ? [this.points.at(-2)!, this.points.at(-1)!] : null;
  }

  done(): Records {
    const out = emptyRecords(this.codes.length);
    this.codes.forEach((code, i) => {
      out.x[i] = this.points[2 * i];
      out.y[i] = this.points[2 * i + 1];
      out.move[i] = code & 15;
      out.part[i] = code >> 4;
    });
    return out;
  }

  blocks(): StitchBlock[] {
    return blocksOf(this.done());
  }
}
