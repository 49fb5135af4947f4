// A backup as a file: JSON lines, compressed with Brotli. Its window of 16 MB makes revisions that are much alike cheap.
import { createReadStream, createWriteStream } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { constants, createBrotliCompress, createBrotliDecompress } from 'node:zlib';

export const BACKUP_FORMAT = 'rosehip-backup';
/** 2 has labels of designs and kept recipes, 3 the person's own fonts, 4 their thread charts. */
export const BACKUP_VERSION = 4;

/** One line. A design is followed by its revisions, oldest first; long texts come before all that hold them. */
export type BackupLine =
  | { kind: 'backup'; format: typeof BACKUP_FORMAT; version: number; at: string }
  | { kind: 'asset'; hash: string; text: string }
  | {
      kind: 'design';
      id: string;
      madeAt: string;
      changedAt: string;
      deletedAt: string | null;
      /** SHA-256 of each of its revisions, oldest first. */
      history: string[];
      labels?: string[];
    }
  | {
      kind: 'revision';
      label: string;
      name: string | null;
      madeAt: string;
      /** The design, with marks for its long texts. */
      design: object;
    }
  | { kind: 'motif'; id: string; name: string; outline: object; stitches?: object[]; madeAt: string }
  | { kind: 'recipe'; id: string; name: string; cloth: string | null; recipe: object; changedAt: string }
  | { kind: 'chart'; id: string; chart: object }
  /** Its content in Base64. */
  | { kind: 'font'; hash: string; name: string; content: string; madeAt: string }
  | { kind: 'setting'; name: string; value: unknown }
  | { kind: 'end'; lines: number };

/** A line that tells something: the end only says that it is all. */
export type ToldLine = Exclude<BackupLine, { kind: 'end' }>;

/** A backup that can't be brought in; the message says why. */
export class BackupError extends Error {}

/** Longest line, in bytes: a design may have 20 MB, a long text of it somewhat more in JSON. */
const LONGEST = 64_000_000;
/** Most bytes of a whole backup, unpacked. */
const MOST = 16_000_000_000;

/** Writes a backup. The file appears when it is whole, or not at all. */
export async function writeLines(file: string, lines: AsyncIterable<string>): Promise<void> {
  const making = `${file}.making`;
  const brotli = createBrotliCompress({
    params: {
      [constants.BROTLI_PARAM_QUALITY]: 5,
      [constants.BROTLI_PARAM_LGWIN]: constants.BROTLI_MAX_WINDOW_BITS,
    },
  });
  try {
    await pipeline(Readable.from(lines), brotli, createWriteStream(making, { flush: true }));
    await rename(making, file);
  } catch (error) {
    await rm(making, { force: true });
    throw error;
  }
}

/** The lines of a file as bytes, each at most LONGEST. */
async function* splitLines(file: string): AsyncGenerator<Buffer> {
  const parts: Buffer[] = [];
  let length = 0;
  let all = 0;
  const bytes = createReadStream(file);
  const unpacked = createBrotliDecompress();
  bytes.on('error', (error) => unpacked.destroy(error));
  for await (let chunk of bytes.pipe(unpacked) as AsyncIterable<Buffer>) {
    all += chunk.length;
    if (all > MOST) throw new BackupError('This backup is too large: unpacked it has more than 16 GB.');
    for (let end = chunk.indexOf(10); end >= 0; end = chunk.indexOf(10)) {
      yield Buffer.concat([...parts.splice(0), chunk.subarray(0, end)]);
      length = 0;
      chunk = chunk.subarray(end + 1);
    }
    parts.push(chunk);
    length += chunk.length;
    if (length > LONGEST) throw new BackupError('This is not a backup of Rosehip.');
  }
  if (length) throw new BackupError('This backup is cut short: its end is missing.');
}

/** Reads a backup line by line. Throws BackupError when it is none, or is not whole. */
export async function* readLines(file: string): AsyncGenerator<ToldLine> {
  let count = 0;
  let ended = false;
  try {
    for await (const bytes of splitLines(file)) {
      const line = JSON.parse(bytes.toString()) as BackupLine;
      if (count === 0) checkHead(line);
      if (ended) throw new BackupError('This backup is damaged: it goes on after its end.');
      if (line.kind === 'end') {
        if (line.lines !== count) throw new BackupError('This backup is damaged: lines of it are missing.');
        ended = true;
      } else yield line;
      count++;
    }
  } catch (error) {
    if (error instanceof BackupError) throw error;
    const code = (error as NodeJS.ErrnoException).code;
    if (count && code === 'Z_BUF_ERROR')
      throw new BackupError('This backup is cut short: its end is missing.');
    if (code?.startsWith('ERR_') || code?.startsWith('Z_') || error instanceof SyntaxError)
      throw new BackupError(
        count ? `This backup is damaged after line ${count}.` : 'This is not a backup of Rosehip.',
      );
    throw error;
  }
  if (!ended)
    throw new BackupError(
      count ? 'This backup is cut short: its end is missing.' : 'This is not a backup of Rosehip.',
    );
}

function checkHead(line: BackupLine): void {
  if (line?.kind !== 'backup' || line.format !== BACKUP_FORMAT)
    throw new BackupError('This is not a backup of Rosehip.');
  if (!(line.version >= 1 && line.version <= BACKUP_VERSION))
    throw new BackupError('This backup was made by a newer Rosehip: bring it in with that one.');
}
