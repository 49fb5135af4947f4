// Remembers what was made for an immutable part of a design, for as long as that part is in use.
import { isGoodNow, roughIn, waitingSoFar } from './rough.ts';

interface Entry<T> {
  parts: readonly unknown[];
  value: T;
  /** The pass that it is a rough version of; 0 when it is whole. */
  rough: number;
}

/** From the last part on, which is more often another than the first. */
function same(a: readonly unknown[], b: readonly unknown[]): boolean {
  if (a.length !== b.length) return false;
  for (let i = a.length - 1; i >= 0; i--) if (!Object.is(a[i], b[i])) return false;
  return true;
}

/**
 * What was made for an object, by what else went into it: parts that are the very same objects, or equal texts and
 * numbers. It is forgotten with the object; of one object at most `most` results are kept, those used last. Rough versions are
 * known as long as the pass lasts that they are made in.
 */
export class Memo<T> {
  private readonly entries = new WeakMap<object, Entry<T>[]>();
  private readonly most: number;

  constructor(most = 4) {
    this.most = most;
  }

  /** What `make` gave for this key and these parts before, or gives now. */
  get(key: object, parts: readonly unknown[], make: () => T): T {
    const known = this.entries.get(key);
    for (let at = 0; known && at < known.length; at++) {
      const entry = known[at];
      if (!same(entry.parts, parts)) continue;
      if (!isGoodNow(entry.rough)) {
        known.splice(at, 1);
        break;
      }
      if (at) {
        known.copyWithin(1, 0, at);
        known[0] = entry;
      }
      return entry.value;
    }
    const before = waitingSoFar();
    const value = make();
    const rough = roughIn(before);
    // Looked for again: making it may have made others of the same key.
    const list = this.entries.get(key);
    if (!list) this.entries.set(key, [{ parts, value, rough }]);
    else {
      list.unshift({ parts, value, rough });
      if (list.length > this.most) list.pop();
    }
    return value;
  }
}
