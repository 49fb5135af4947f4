// Finds entries by a few letters of what is wanted.
import MiniSearch from 'minisearch';
import type { FinderEntry } from './entries.ts';

/** So many are shown. */
const MOST = 12;

/** "Appliqué" is found by "applique". */
const plainly = (term: string): string =>
  term
    .normalize('NFD')
    .replace(/\p{Mark}/gu, '')
    .toLowerCase();

/** What can't be done now counts for so much of what it would otherwise. */
const BLOCKED = 0.5;

/** A search through entries: the best first, what can't be done now somewhat farther down. */
export function finderOf(entries: readonly FinderEntry[]): (text: string) => FinderEntry[] {
  const byId = new Map(entries.map((entry) => [entry.id, entry]));
  const index = new MiniSearch<FinderEntry>({
    fields: ['label', 'words', 'about'],
    processTerm: plainly,
    searchOptions: {
      prefix: true,
      fuzzy: (term) => (term.length > 3 ? 0.25 : false),
      boost: { label: 4, words: 2 },
      boostDocument: (id) => (byId.get(id as string)?.blocked ? BLOCKED : 1),
      combineWith: 'AND',
    },
  });
  index.addAll([...byId.values()]);
  return (text) => {
    const wanted = text.trim();
    if (!wanted) return entries.filter(({ sort, blocked }) => sort === 'command' && !blocked).slice(0, MOST);
    return index
      .search(wanted)
      .slice(0, MOST)
      .map(({ id }) => byId.get(id as string)!);
  };
}
