// Edits that the server does not have yet, kept in the browser so that closing the page, or the browser being killed,
// loses nothing. Every tab has a draft of its own for each design: two tabs never write over each other.
import type { Design } from '@rosehip/core';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { ref } from 'vue';
import { api } from '../api.ts';
import { uuid } from '../parts/uuid.ts';

export interface Draft {
  designId: string;
  basedOn: number;
  design: Design;
  /** Ids of saves whose answers never came. */
  unanswered: string[];
  /** When its last edit was made, as milliseconds since 1970. */
  at: number;
}

export interface KeptDraft extends Draft {
  /** The tab that keeps it. */
  tab: string;
}

interface Store extends DBSchema {
  drafts: { key: [designId: string, tab: string]; value: KeptDraft };
}

/** This tab, as long as the page is not loaded again. */
const TAB = uuid();
const lockOf = (tab: string): string => `rosehip-tab-${tab}`;
// Held as long as the page lives: so other tabs know whose drafts are still being worked on.
void navigator.locks?.request(lockOf(TAB), () => new Promise(() => {}));

async function tabsAlive(): Promise<Set<string>> {
  const { held = [] } = (await navigator.locks?.query()) ?? {};
  return new Set(held.map((lock) => lock.name ?? ''));
}

/** Why no drafts can be kept, as a sentence; empty while they can. */
export const draftTrouble = ref('');

const FORBIDDEN =
  'This browser lets Rosehip keep nothing: edits are safe once they are saved. Stay on the page until then.';
const FULL =
  'This browser’s store is full: edits are safe once they are saved. Stay on the page until then, or make room.';

let opening: Promise<IDBPDatabase<Store>> | null = null;
function open(): Promise<IDBPDatabase<Store>> {
  opening ??= openDB<Store>('rosehip', 1, {
    upgrade: (db) => void db.createObjectStore('drafts', { keyPath: ['designId', 'tab'] }),
    terminated: () => (opening = null),
  });
  opening.catch(() => (opening = null));
  return opening;
}

/** Does something with the store; what goes wrong is told, and the work goes on. */
async function withStore<T>(work: (db: IDBPDatabase<Store>) => Promise<T>, otherwise: T): Promise<T> {
  try {
    const done = await work(await open());
    draftTrouble.value = '';
    return done;
  } catch (error) {
    draftTrouble.value = (error as Error).name === 'QuotaExceededError' ? FULL : FORBIDDEN;
    return otherwise;
  }
}

let wanted: Draft | null = null;
let writing: Promise<void> | null = null;

/** Keeps this tab's draft of a design. While one is being written, only the newest of those that come is kept. */
export function keepDraft(draft: Draft): Promise<void> {
  wanted = draft;
  writing ??= (async () => {
    while (wanted) {
      const now: KeptDraft = { ...wanted, tab: TAB };
      wanted = null;
      await withStore(async (db) => {
        // On the disk, and not only on its way there, when it says that it is done.
        const change = db.transaction('drafts', 'readwrite', { durability: 'strict' });
        await Promise.all([change.store.put(now), change.done]);
      }, undefined);
    }
    writing = null;
  })();
  return writing;
}

/** Drops this tab's draft of a design, which is saved; or, with `tab`, another's that was taken over. */
export async function dropDraft(designId: string, tab = TAB): Promise<void> {
  if (tab === TAB && wanted?.designId === designId) wanted = null;
  await writing;
  await withStore((db) => db.delete('drafts', [designId, tab]), undefined);
}

/** Drafts that tabs have left behind, the newest first: of one design, or of all. */
export async function leftDrafts(designId?: string): Promise<KeptDraft[]> {
  const all = await withStore(async (db) => {
    const range = designId === undefined ? null : IDBKeyRange.bound([designId], [designId, []]);
    return db.getAll('drafts', range);
  }, []);
  const alive = await tabsAlive();
  return all.filter((d) => d.tab !== TAB && !alive.has(lockOf(d.tab))).sort((a, b) => b.at - a.at);
}

/** Puts what a tab has left on the shelf as a design of its own, and drops the draft. Gives the design's id. */
export async function draftToShelf(draft: KeptDraft, label: string): Promise<string> {
  const name = `${draft.design.name.slice(0, 100)} (kept edits)`;
  const { id } = await api.create({ ...draft.design, name }, label);
  await dropDraft(draft.designId, draft.tab);
  return id;
}
