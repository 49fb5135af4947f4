// What the machine's slot says: whether a stick is in it, what is on it, and what a file holds.
export interface Stick {
  slot: 'computer' | 'machine' | 'hand';
  locked: boolean;
}

export interface Entry {
  name: string;
  short: string;
  folder: boolean;
  size: number;
  changed: number;
}

async function ask(path: string, init?: RequestInit): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(`/api/${path}`, { ...init, signal: AbortSignal.timeout(20_000) });
  } catch {
    throw new Error('The machine does not answer. Switch it on again: npm start.');
  }
  if (response.ok) return response;
  const { message } = (await response.json().catch(() => ({}))) as { message?: string };
  throw new Error(message ?? `The machine answered ${response.status}.`);
}

const sent = (body: unknown): RequestInit => ({
  method: 'PUT',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(body),
});
const at = (path: string): string => `path=${encodeURIComponent(path)}`;

export const slot = {
  stick: async () => (await (await ask('stick')).json()) as Stick,
  put: async (inside: boolean) => (await (await ask('stick', sent({ in: inside }))).json()) as Stick,
  files: async (folder: string) =>
    ((await (await ask(`files?${at(folder)}`)).json()) as { entries: Entry[] }).entries,
  file: async (path: string) => new Uint8Array(await (await ask(`file?${at(path)}`)).arrayBuffer()),
  keepLog: async (path: string, log: object) =>
    (await (await ask(`log?${at(path)}`, sent(log))).json()) as {
      on: 'stick' | 'machine';
      name?: string;
      why?: string;
    },
};
