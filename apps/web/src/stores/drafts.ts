// Edits that the server does not have yet, kept in the browser so that closing the page, or the browser being killed,
// loses nothing. Every sitting, from opening a design to leaving it, has a draft of its own: two tabs never write over each
// other, nor does a tab over what it left itself.
import { asPresent, type Design } from '@rosehip/core';
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
  /** The sitting that keeps it. */
  sitting: string;
}

interface Store extends DBSchema {
  drafts: { key: [designId: string, sitting: string]; value: KeptDraft };
}

/** The sitting of this page; empty while no design is open. */
let sitting = '';
let release = (): void => {};
let released: Promise<unknown> = Promise.resolve();
const lockOf = (of: string): string => `rosehip-sitting-${of}`;

/** Ends the sitting: what it has left can be taken up by any page from now on. */
export async function endSitting(): Promise<void> {
  sitting = '';
  release();
  await released;
}

/** Begins a sitting. Its lock is held until it ends or the page is gone: so other pages know whose drafts are worked on. */
export async function beginSitting(): Promise<void> {
  await endSitting();
  sitting = uuid();
  const { locks } = navigator;
  if (!locks) return;
  await new Promise<void>((begun) => {
    const held = (): Promise<void> => {
      begun();
      return new Promise((done) => (release = done));
    };
    released = locks.request(lockOf(sitting), held).catch(() => begun());
  });
}

async function sittingsAlive(): Promise<Set<string>> {
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
    upgrade: (db) => void db.createObjectStore('drafts', { keyPath: ['designId', 'sitting'] }),
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

let wanted: KeptDraft | null = null;
let writing: Promise<void> | null = null;

/** Keeps this sitting's draft of a design. While one is being written, only the newest of those that come is kept. */
export function keepDraft(draft: Draft): Promise<void> {
  wanted = { ...draft, sitting };
  writing ??= (async () => {
    while (wanted) {
      const now: KeptDraft = wanted;
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

/** Drops this sitting's draft of a design, which was saved with all edits up to `at`; a newer one stays. */
export async function dropDraft(designId: string, at: number): Promise<void> {
  if (wanted?.designId === designId && wanted.at <= at) wanted = null;
  const mine = sitting;
  await writing;
  await withStore(async (db) => {
    const change = db.transaction('drafts', 'readwrite');
    const kept = await change.store.get([designId, mine]);
    if (kept && kept.at <= at) await change.store.delete([designId, mine]);
    await change.done;
  }, undefined);
}

/** Drops what another sitting has left, which was taken over or is not wanted. */
export const dropLeft = (draft: KeptDraft): Promise<void> =>
  withStore((db) => db.delete('drafts', [draft.designId, draft.sitting]), undefined);

/** Drafts that sittings have left behind, the newest first: of one design, or of all. */
export async function leftDrafts(designId?: string): Promise<KeptDraft[]> {
  const all = await withStore(async (db) => {
    const range = designId === undefined ? null : IDBKeyRange.bound([designId], [designId, []]);
    return db.getAll('drafts', range);
  }, []);
  const alive = await sittingsAlive();
  return all
    .filter((d) => d.sitting !== sitting && !alive.has(lockOf(d.sitting)))
    .map((d) => ({ ...d, design: asPresent(d.design) })) // an earlier Rosehip may have kept it
    .sort((a, b) => b.at - a.at);
}

/** Puts what a sitting has left on the shelf as a design of its own, and drops the draft. Gives the design's id. */
export async function draftToShelf(draft: KeptDraft, label: string): Promise<string> {
  const name = `${draft.design.name.slice(0, 100)} (kept edits)`;
  const { id } = await api.create({ ...draft.design, name }, label);
  await dropLeft(draft);
  return id;
}
