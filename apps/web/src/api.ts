// The server, as functions. Every call answers with data or throws ApiError with a sentence for the person.
import type { Design, PlainOutline } from '@rosehip/core';

export interface ShelfEntry {
  id: string;
  name: string;
  revision: number;
  madeAt: string;
  changedAt: string;
  /** When it was taken off the shelf. */
  deletedAt: string | null;
  hoop: string;
  summary: {
    stitches: number;
    trims: number;
    width: number;
    height: number;
    seconds: number;
    colours: { code: string; name: string; colour: string }[];
  } | null;
  /** Why there is no picture, as a sentence. */
  problem: string | null;
}

/** A drawing on the motif shelf. */
export interface KeptMotif {
  id: string;
  name: string;
  outline: PlainOutline;
}

export interface Loaded {
  id: string;
  revision: number;
  design: Design;
}

/** One save: on which revision, and which saves before it were never answered. */
export interface Save {
  basedOn: number;
  design: Design;
  label: string;
  saveId: string;
  unanswered: string[];
}

export interface Revision {
  number: number;
  label: string;
  /** What the person calls it; those with a name are kept for good. */
  name: string | null;
  madeAt: string;
}

/** What a backup brought, in designs. */
export interface BroughtIn {
  added: number;
  continued: number;
  beside: number;
  back: number;
  same: number;
  motifs: number;
  notes: string[];
}

/** One of the last nights' copies of everything. */
export interface KeptBackup {
  name: string;
  at: string;
  bytes: number;
}

export class ApiError extends Error {
  /** HTTP status; 0 when the server can't be reached. */
  readonly status: number;
  readonly current?: { revision: number; design: Design };
  constructor(status: number, message: string, current?: { revision: number; design: Design }) {
    super(message);
    this.status = status;
    this.current = current;
  }
  /** Worth trying again later: the server or its database is away. */
  get away(): boolean {
    return this.status === 0 || this.status === 429 || this.status >= 500;
  }
}

const TIME_LIMIT = 15_000;

/** How long a backup may take to be brought in. */
const LONG_LIMIT = 3_600_000;

async function call<T>(method: string, path: string, body?: unknown, limit = TIME_LIMIT): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
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
  if (response.status === 204) return undefined as T;
  let data: { error?: { message: string; current?: { revision: number; design: Design } } } = {};
  try {
    data = await response.json();
  } catch {
    if (response.ok) throw new ApiError(0, 'The server’s answer was cut short.');
  }
  if (!response.ok)
    throw new ApiError(
      response.status,
      data.error?.message ?? `The server answered ${response.status}.`,
      data.error?.current,
    );
  return data as T;
}

export const api = {
  designs: (search: string, order: string) =>
    call<{ designs: ShelfEntry[] }>('GET', `/designs?${new URLSearchParams({ search, order })}`),
  deletedDesigns: () => call<{ designs: ShelfEntry[]; deletedDays: number }>('GET', '/designs?deleted=true'),
  load: (id: string) => call<Loaded>('GET', `/designs/${id}`),
  create: (design: Design, label: string) =>
    call<{ id: string; revision: number }>('POST', '/designs', { design, label }),
  save: (id: string, save: Save) => call<{ revision: number }>('PUT', `/designs/${id}`, save),
  rename: (id: string, name: string) => call<{ revision: number }>('PATCH', `/designs/${id}`, { name }),
  duplicate: (id: string) => call<{ id: string }>('POST', `/designs/${id}/duplicate`),
  remove: (id: string) => call<void>('DELETE', `/designs/${id}`),
  restore: (id: string) => call<void>('POST', `/designs/${id}/restore`),
  /** Newest first, at most 500; those older than `before` when that is given. */
  revisions: (id: string, before?: number) =>
    call<{ revisions: Revision[] }>(
      'GET',
      `/designs/${id}/revisions${before === undefined ? '' : `?before=${before}`}`,
    ),
  nameRevision: (id: string, number: number, name: string) =>
    call<void>('PATCH', `/designs/${id}/revisions/${number}`, { name }),
  revision: (id: string, number: number) => call<Loaded>('GET', `/designs/${id}/revisions/${number}`),
  motifs: () => call<{ motifs: KeptMotif[] }>('GET', '/motifs'),
  keepMotif: (name: string, outline: PlainOutline) =>
    call<{ id: string }>('POST', '/motifs', { name, outline }),
  removeMotif: (id: string) => call<void>('DELETE', `/motifs/${id}`),
  settings: () =>
    call<{ settings: { units?: 'mm' | 'in'; screen?: number; machine?: string } }>('GET', '/settings'),
  setSetting: (name: 'units' | 'screen' | 'machine', value: unknown) =>
    call<void>('PUT', `/settings/${name}`, { value }),
  backups: () => call<{ nightly: boolean; problem: string | null; backups: KeptBackup[] }>('GET', '/backups'),
  bringBackupIn: (file: Blob) => call<BroughtIn>('POST', '/backup', file, LONG_LIMIT),
  bringNightIn: (name: string) => call<BroughtIn>('POST', `/backups/${name}/bring-in`, undefined, LONG_LIMIT),
  backupUrl: (name?: string) => (name ? `/api/backups/${name}` : '/api/backup'),
  pictureUrl: (entry: { id: string; revision: number }) =>
    `/api/designs/${entry.id}/revisions/${entry.revision}/picture.png`,
};
