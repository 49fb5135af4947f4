// Everything out as one file, and in again; and the copies of the last nights.
import { randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Backups, BroughtIn, ByName } from '@rosehip/wire';
import type { FastifyReply } from 'fastify';
import { bringBackupIn } from '../backup/in.ts';
import { BackupError } from '../backup/lines.ts';
import { backUp, backupName, isBackupName } from '../backup/out.ts';
import { HttpError, notFound } from '../errors.ts';
import { costing } from '../limits.ts';
import { told, type Routes } from './route.ts';

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

export const backupRoutes: Routes = async (app, { db, nightly, fontReader }) => {
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
    const work = under.then(() => bringBackupIn(db, file, (bytes) => fontReader.read(bytes)));
    under = work.catch(() => {});
    return work.catch((error: unknown) => {
      throw error instanceof BackupError ? new HttpError(422, 'unreadable', error.message) : error;
    });
  };

  app.get('/backup', { config: { rateLimit } }, async (_request, reply) => {
    const file = scratch();
    await backUp(db, file);
    reply.raw.on('close', () => void rm(file, { force: true }));
    return send(reply, file, backupName(new Date()));
  });

  app.addContentTypeParser('application/octet-stream', (_request, payload, done) => done(null, payload));
  app.post(
    '/backup',
    { config: { rateLimit }, schema: { response: { 200: BroughtIn } } },
    async ({ body }) => {
      const file = scratch();
      try {
        await pipeline(body as Readable, bounded(), createWriteStream(file));
        return await bringIn(file);
      } finally {
        await rm(file, { force: true });
      }
    },
  );

  app.get('/backups', { schema: { response: { 200: Backups } } }, async () => ({
    nightly: nightly !== null,
    problem: nightly?.problem ?? null,
    backups: ((await nightly?.list()) ?? []).map(told),
  }));

  /** The file of a night's copy. */
  async function fileOf(name: string): Promise<string> {
    const there = isBackupName(name) && (await nightly?.list())?.some((kept) => kept.name === name);
    if (!there) throw notFound('This copy');
    return join(nightly!.folder, name);
  }

  app.get(
    '/backups/:name',
    { config: { rateLimit }, schema: { params: ByName } },
    async ({ params }, reply) => send(reply, await fileOf(params.name), params.name),
  );

  app.post(
    '/backups/:name/bring-in',
    { config: { rateLimit }, schema: { params: ByName, response: { 200: BroughtIn } } },
    async ({ params }) => bringIn(await fileOf(params.name)),
  );
};
