// What has become of a document, as a JSON Patch (RFC 6902): a save sends this and not the whole. Documents share all
// parts that did not change, so that only what is new is looked at.

/** What has changed more than this is sent whole: each change costs whoever carries it out. */
export const MOST_CHANGES = 2_000;

/** One operation of a JSON Patch. */
export type Change = { op: 'add' | 'replace'; path: string; value: unknown } | { op: 'remove'; path: string };

const isHolder = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Numbers, words and flags: lists of them are replaced as a whole. */
const isPlain = (value: unknown): boolean => typeof value !== 'object' || value === null;

/** A key as a part of a JSON Pointer (RFC 6901). */
const step = (key: string | number): string => `/${String(key).replaceAll('~', '~0').replaceAll('/', '~1')}`;

function listChanges(
  before: readonly unknown[],
  after: readonly unknown[],
  path: string,
  out: Change[],
): void {
  let from = 0;
  while (from < before.length && from < after.length && before[from] === after[from]) from++;
  let end = 0;
  const least = Math.min(before.length, after.length) - from;
  while (end < least && before[before.length - 1 - end] === after[after.length - 1 - end]) end++;
  const [gone, come] = [before.length - end, after.length - end];
  const both = Math.min(gone, come);
  for (let i = from; i < both; i++) valueChanges(before[i], after[i], path + step(i), out);
  for (let i = gone - 1; i >= both; i--) out.push({ op: 'remove', path: path + step(i) });
  for (let i = both; i < come; i++) out.push({ op: 'add', path: path + step(i), value: after[i] });
}

function valueChanges(before: unknown, after: unknown, path: string, out: Change[]): void {
  if (before === after) return;
  if (isHolder(before) && isHolder(after)) {
    // What is undefined is not written out.
    for (const key of Object.keys(before))
      if (before[key] !== undefined && after[key] === undefined)
        out.push({ op: 'remove', path: path + step(key) });
    for (const key of Object.keys(after)) {
      if (after[key] === undefined) continue;
      if (before[key] === undefined) out.push({ op: 'add', path: path + step(key), value: after[key] });
      else valueChanges(before[key], after[key], path + step(key), out);
    }
  } else if (Array.isArray(before) && Array.isArray(after) && !after.every(isPlain))
    listChanges(before, after, path, out);
  else if (
    !Array.isArray(before) ||
    !Array.isArray(after) ||
    JSON.stringify(before) !== JSON.stringify(after)
  )
    out.push({ op: 'replace', path, value: after });
}

/** What takes the first document to the second. Both are plain JSON, and of the same sort: two lists, or two objects. */
export function changesBetween(before: object, after: object): Change[] {
  const out: Change[] = [];
  valueChanges(before, after, '', out);
  return out;
}
