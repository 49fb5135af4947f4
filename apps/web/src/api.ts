// The server, as functions. Every call answers with data or throws ApiError with a sentence for the person.
import {
  changesBetween,
  MOST_CHANGES,
  withKept,
  type Alphabet,
  type Design,
  type PlainOutline,
  type StitchesObject,
} from '@rosehip/core';
import type {
  AllSettings,
  Backups,
  Beside,
  BesideDone,
  BesideSheet,
  BroughtIn,
  Failure,
  History,
  KeptRecipes,
  Loaded,
  MadeMotif,
  MadeRecipe,
  Motifs,
  NewChart,
  NewRecipe,
  OwnFont,
  OwnFonts,
  ReadyProjects,
  Save,
  Saved,
  OnStick,
  Settings,
  Shelf,
  Stick,
  StickList,
  ThreadCharts,
} from '@rosehip/wire';

type Current = Failure['error']['current'];

export class ApiError extends Error {
  /** HTTP status; 0 when the server can't be reached. */
  readonly status: number;
  /** What went wrong, for programs; empty when the server told nothing. */
  readonly code: string;
  readonly current: Current;
  constructor(
    status: number,
    message: string,
    { code = '', current }: { code?: string; current?: Current } = {},
  ) {
    super(message);
    this.code = code;
    this.status = status;
    this.current = current;
  }
  /** Worth trying again later: the server or its database is away. */
  get away(): boolean {
    return this.status === 0 || this.status === 429 || this.status >= 500;
  }
}

const TIME_LIMIT = 15_000;

/** How long a font may be looked at. */
const FONT_LIMIT = 60_000;

/** How long a file may take on to the stick. */
const FILE_LIMIT = 120_000;

/** How long a backup may take to be brought in. */
const LONG_LIMIT = 3_600_000;

async function asked(method: string, path: string, body: unknown, limit: number): Promise<Response> {
  try {
    return await fetch(`/api${path}`, {
      method,
      headers:
        body === undefined
          ? {}
          : { 'content-type': body instanceof Blob ? 'application/octet-stream' : 'application/json' },
      body: body === undefined ? undefined : body instanceof Blob ? body : JSON.stringify(body),
      signal: AbortSignal.timeout(limit),
    });
  } catch {
    throw new ApiError(0, 'The server can’t be reached.');
  }
}

const refused = (status: number, { error }: Partial<Failure>): ApiError =>
  new ApiError(status, error?.message ?? `The server answered ${status}.`, error);

/** Asks for a file. */
async function bytes(path: string): Promise<Uint8Array> {
  const response = await asked('GET', path, undefined, FILE_LIMIT);
  if (!response.ok) throw refused(response.status, await response.json().catch(() => ({})));
  return new Uint8Array(await response.arrayBuffer());
}

async function call<T>(method: string, path: string, body?: unknown, limit = TIME_LIMIT): Promise<T> {
  const response = await asked(method, path, body, limit);
  if (response.status === 204) return undefined as T;
  let data: Partial<Failure> = {};
  try {
    data = await response.json();
  } catch {
    if (response.ok) throw new ApiError(0, 'The server’s answer was cut short.');
  }
  if (!response.ok) throw refused(response.status, data);
  return data as T;
}

/** A save with its design, and with the one that the server has as the revision it is based on, when that is known. */
export interface WholeSave extends Omit<Save, 'design' | 'changes'> {
  design: Design;
  since: Design | null;
}

/** Sends what has changed; the whole when the server can't make that out. */
async function save(id: string, { design, since, ...about }: WholeSave): Promise<Saved> {
  const patch = since && changesBetween(since, design);
  if (patch && patch.length <= MOST_CHANGES) {
    const changes = { patch, length: JSON.stringify(design).length };
    try {
      return await call<Saved>('PUT', `/designs/${id}`, { ...about, changes });
    } catch (error) {
      if (!(error instanceof ApiError && error.status === 412)) throw error;
    }
  }
  return call<Saved>('PUT', `/designs/${id}`, { ...about, design: withKept(design) });
}

export const api = {
  designs: () => call<Shelf>('GET', '/designs'),
  label: (ids: readonly string[], add: readonly string[], remove: readonly string[]) =>
    call<void>('POST', '/designs/labels', { ids, add, remove }),
  deletedDesigns: () => call<Shelf>('GET', '/designs?deleted=true'),
  load: (id: string) => call<Loaded>('GET', `/designs/${id}`),
  create: (design: Design, label: string) =>
    call<Saved>('POST', '/designs', { design: withKept(design), label }),
  save,
  rename: (id: string, name: string) => call<Saved>('PATCH', `/designs/${id}`, { name }),
  duplicate: (id: string) => call<Saved>('POST', `/designs/${id}/duplicate`),
  remove: (id: string) => call<void>('DELETE', `/designs/${id}`),
  restore: (id: string) => call<void>('POST', `/designs/${id}/restore`),
  /** Newest first, at most 500; those older than `before` when that is given. */
  revisions: (id: string, before?: number) =>
    call<History>('GET', `/designs/${id}/revisions${before === undefined ? '' : `?before=${before}`}`),
  nameRevision: (id: string, number: number, name: string) =>
    call<void>('PATCH', `/designs/${id}/revisions/${number}`, { name }),
  revision: (id: string, number: number) => call<Loaded>('GET', `/designs/${id}/revisions/${number}`),
  motifs: () => call<Motifs>('GET', '/motifs'),
  keepMotif: (name: string, what: { outline: PlainOutline } | { stitches: StitchesObject[] }) =>
    call<MadeMotif>('POST', '/motifs', { name, ...what }),
  removeMotif: (id: string) => call<void>('DELETE', `/motifs/${id}`),
  charts: () => call<ThreadCharts>('GET', '/thread-charts'),
  keepChart: (id: string, chart: NewChart) => call<void>('PUT', `/thread-charts/${id}`, chart),
  removeChart: (id: string) => call<void>('DELETE', `/thread-charts/${id}`),
  recipes: () => call<KeptRecipes>('GET', '/recipes'),
  keepRecipe: (recipe: NewRecipe) => call<MadeRecipe>('POST', '/recipes', recipe),
  changeRecipe: (id: string, recipe: NewRecipe) => call<void>('PUT', `/recipes/${id}`, recipe),
  removeRecipe: (id: string) => call<void>('DELETE', `/recipes/${id}`),
  ownFonts: () => call<OwnFonts>('GET', '/own-fonts'),
  addFont: (file: Blob, name: string) =>
    call<OwnFont>('POST', `/own-fonts?name=${encodeURIComponent(name.slice(0, 200))}`, file, FONT_LIMIT),
  addAlphabet: (alphabet: Alphabet) => call<OwnFont>('POST', '/own-alphabets', alphabet, FONT_LIMIT),
  renameFont: (id: string, name: string) => call<void>('PATCH', `/own-fonts/${id}`, { name }),
  removeFont: (id: string) => call<void>('DELETE', `/own-fonts/${id}`),
  readyProjects: () => call<ReadyProjects>('GET', '/ready-projects'),
  settings: () => call<AllSettings>('GET', '/settings'),
  setSetting: <K extends keyof Settings>(name: K, value: Settings[K]) =>
    call<void>('PUT', `/settings/${name}`, { value }),
  backups: () => call<Backups>('GET', '/backups'),
  bringBackupIn: (file: Blob) => call<BroughtIn>('POST', '/backup', file, LONG_LIMIT),
  bringNightIn: (name: string) => call<BroughtIn>('POST', `/backups/${name}/bring-in`, undefined, LONG_LIMIT),
  stick: () => call<Stick>('GET', '/stick'),
  onStick: (folder: string) => call<StickList>('GET', `/stick/files?folder=${encodeURIComponent(folder)}`),
  stickFile: (path: string) => bytes(`/stick/file?path=${encodeURIComponent(path)}`),
  writeToStick: (path: string, file: Blob, replace: boolean) =>
    call<OnStick>('PUT', `/stick/file?path=${encodeURIComponent(path)}&replace=${replace}`, file, FILE_LIMIT),
  renameOnStick: (path: string, name: string) =>
    call<void>('PATCH', `/stick/file?path=${encodeURIComponent(path)}`, { name }),
  removeFromStick: (path: string) => call<void>('DELETE', `/stick/file?path=${encodeURIComponent(path)}`),
  makeStickFolder: (path: string) => call<void>('POST', '/stick/folders', { path }),
  /** `safely`: when all that is being written is. */
  putStick: (slot: Exclude<Stick['slot'], 'none'>, safely: boolean) =>
    call<Stick>('PUT', '/stick/place', { slot, safely }, FILE_LIMIT),
  lockStick: (locked: boolean) => call<Stick>('PUT', '/stick/lock', { locked }),
  showBeside: (sheet: BesideSheet) => call<Beside>('POST', '/beside', sheet, FILE_LIMIT),
  besideDone: (code: string) => call<BesideDone>('GET', `/beside/${code}`),
  takeOffBeside: (code: string) => call<void>('DELETE', `/beside/${code}`),
  backupUrl: (name?: string) => (name ? `/api/backups/${name}` : '/api/backup'),
  pictureUrl: (entry: { id: string; revision: number }) =>
    `/api/designs/${entry.id}/revisions/${entry.revision}/picture.png`,
};
