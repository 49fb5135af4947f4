// `rosehip backup`: everything on the shelf of a running Rosehip out to a file, and in again.
import { createReadStream, createWriteStream } from 'node:fs';
import { rename, rm, stat } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { reason } from './files.ts';
import { UsageError } from './usage-error.ts';

export interface BackupOptions {
  out?: string;
  in?: string;
  server: string;
}

/** What came of the designs, where the server's word for it says too little. */
const WORDS: Record<string, string> = {
  beside: 'put beside',
  back: 'brought back',
  same: 'here already',
};

/** Asks the server. Throws UsageError when it isn't there, or refuses. */
async function ask(server: string, init?: RequestInit & { duplex?: 'half' }): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(new URL('/api/backup', server), init);
  } catch {
    throw new UsageError(`Rosehip does not answer at ${server}; start it with npm start.`);
  }
  if (response.ok) return response;
  const told = (await response.json().catch(() => null)) as { error?: { message: string } } | null;
  throw new UsageError(told?.error?.message ?? `${server} answered ${response.status}.`);
}

/** Writes a backup, which appears when it is whole. */
async function takeOut(file: string, server: string): Promise<void> {
  const { body } = await ask(server);
  const making = `${file}.making`;
  try {
    await pipeline(Readable.fromWeb(body as never), createWriteStream(making));
    await rename(making, file);
  } catch (error) {
    await rm(making, { force: true });
    throw new UsageError(`${file} can't be written: ${reason(error)}.`);
  }
  const { size } = await stat(file);
  console.log(`${file}: everything, ${size} bytes.`);
}

async function bringIn(file: string, server: string): Promise<void> {
  try {
    await stat(file);
  } catch (error) {
    throw new UsageError(`${file} can't be read: ${reason(error)}.`);
  }
  const response = await ask(server, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: Readable.toWeb(createReadStream(file)) as never,
    duplex: 'half',
  });
  const { notes, motifs, ...designs } = (await response.json()) as { notes: string[] } & Record<
    string,
    number
  >;
  const counts = Object.entries(designs).map(([what, n]) => `${n} ${WORDS[what] ?? what}`);
  console.log(`Designs: ${counts.join(', ')}. Motifs: ${motifs} added.`);
  for (const note of notes) console.error(`note: ${note}`);
}

export async function backup({ out, in: file, server }: BackupOptions): Promise<void> {
  if (!URL.canParse(server))
    throw new UsageError(`--server must be an address such as http://127.0.0.1:5180, not "${server}".`);
  if (out !== undefined && file === undefined) await takeOut(out, server);
  else if (file !== undefined && out === undefined) await bringIn(file, server);
  else throw new UsageError('Say either --out <file> or --in <file>.');
}
