// Everything out as one file, and in again; and the copies of the last nights.
import { randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { FastifyInstance, FastifyReply } from 'fastify';
import type { Services } from '../app.ts';
import { bringBackupIn, type BroughtIn } from '../backup/in.ts';
import { BackupError } from '../backup/lines.ts';
import { backUp, backupName, isBackupName } from '../backup/out.ts';
import { HttpError, notFound } from '../errors.ts';
import { costing } from '../limits.ts';

/** Most bytes of a backup that is sent. */
const MOST = 4_000_000_000;
const rateLimit = costing(60);

/** Lets at most MOST bytes through. */
const bounded = (): Transform => {
  let bytes = 0;
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      if (bytes > MOST) done(new HttpError(413, 'too-large', 'A backup may have at most 4 GB.'));
      else done(null, chunk);
    },
  });
};

export function backupRoutes(app: FastifyInstance, { db, nightly }: Services): void {
  const scratch = (): string => join(tmpdir(), `rosehip-${randomUUID()}`);
  const send = (reply: FastifyReply, file: string, name: string): FastifyReply =>
    reply
      .type('application/octet-stream')
      .header('content-disposition', `attachment; filename="${name}"`)
      .header('cache-control', 'no-store')
      .send(createReadStream(file));

  /** One at a time: two that meet the same designs would both add them. */
  let under: Promise<unknown> = Promise.resolve();
  const bringIn = (file: string): Promise<BroughtIn> => {
    const work = under.then(() => bringBackupIn(db, file));
    under = work.catch(() => {});
    return work.catch((error: unknown) => {
      throw error instanceof BackupError ? new HttpError(422, 'unreadable', error.message) : error;
    });
  };

  app.get('/api/backup', { config: { rateLimit }, schema: {} }, async (_request, reply) => {
    const file = scratch();
    await backUp(db, file);
    reply.raw.on('close', () => void rm(file, { force: true }));
    return send(reply, file, backupName(new Date()));
  });

  app.addContentTypeParser('application/octet-stream', (_request, payload, done) => done(null, payload));
  app.post<{ Body: Readable }>('/api/backup', { config: { rateLimit }, schema: {} }, async ({ body }) => {
    const file = scratch();
    try {
      await pipeline(body, bounded(), createWriteStream(file));
      return await bringIn(file);
    } finally {
      await rm(file, { force: true });
    }
  });

  app.get('/api/backups', { schema: {} }, async () => ({
    /** Whether copies are made by night here at all. */
    nightly: nightly !== null,
    problem: nightly?.problem ?? null,
    backups: (await nightly?.list()) ?? [],
  }));

  /** The file of a night's copy. */
  async function fileOf(name: string): Promise<string> {
    const there = isBackupName(name) && (await nightly?.list())?.some((kept) => kept.name === name);
    if (!there) throw notFound('This copy');
    return join(nightly!.folder, name);
  }

  app.get<{ Params: { name: string } }>(
    '/api/backups/:name',
    { config: { rateLimit }, schema: {} },
    async ({ params }, reply) => send(reply, await fileOf(params.name), params.name),
  );

  app.post<{ Params: { name: string } }>(
    '/api/backups/:name/bring-in',
    { config: { rateLimit }, schema: {} },
    async ({ params }) => bringIn(await fileOf(params.name)),
  );
}
