// A picture that was begun and not laid on the bench yet is kept in the browser, with its choices: a page that is closed or
// loaded anew loses nothing.
import type { Design, FromPicture } from '@rosehip/core';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';

export interface Begun extends Pick<FromPicture, 'picture' | 'choices'> {
  hoop: Design['hoop'];
  cloth: Design['cloth'];
  /** When it was changed last, as milliseconds since 1970. */
  at: number;
}

interface Store extends DBSchema {
  begun: { key: 'last'; value: Begun };
}

let opening: Promise<IDBPDatabase<Store>> | null = null;
const store = (): Promise<IDBPDatabase<Store>> =>
  (opening ??= openDB<Store>('rosehip-picture', 1, { upgrade: (db) => void db.createObjectStore('begun') }));

/** Keeps it, or says nothing where the browser keeps nothing: the page itself has it still. */
export async function keepBegun(begun: Begun): Promise<void> {
  await store()
    .then((db) => db.put('begun', begun, 'last'))
    .catch(() => {});
}

export const lastBegun = (): Promise<Begun | undefined> =>
  store()
    .then((db) => db.get('begun', 'last'))
    .catch(() => undefined);

export async function forgetBegun(): Promise<void> {
  await store()
    .then((db) => db.delete('begun', 'last'))
    .catch(() => {});
}
