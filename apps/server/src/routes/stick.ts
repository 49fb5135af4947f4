// The memory stick in this computer's slot.
import { StickError, type Stick as Device } from '@rosehip/stick';
import {
  Nothing,
  OnStick,
  Stick,
  StickFolder,
  StickList,
  StickLock,
  StickName,
  StickPath,
  StickPlace,
  StickWrite,
} from '@rosehip/wire';
import { HttpError, notFound } from '../errors.ts';
import type { Routes } from './route.ts';

const STATUS: Record<StickError['code'], number> = {
  gone: 409,
  full: 409,
  taken: 409,
  locked: 423,
  name: 400,
  missing: 404,
};

/** Runs a step; what the stick says against it becomes an answer. */
async function told<T>(step: Promise<T>): Promise<T> {
  try {
    return await step;
  } catch (error) {
    if (error instanceof StickError) throw new HttpError(STATUS[error.code], error.code, error.message);
    throw error;
  }
}

export const stickRoutes: Routes = async (app, { stick, machine }) => {
  const device = (): Device => {
    if (!stick) throw notFound('A stick');
    return stick;
  };
  const none = { slot: 'none' as const, capacity: 0, used: 0, locked: false };
  const state = async (): Promise<Stick> => ({ ...(stick ? await told(stick.state()) : none), machine });

  app.get('/stick', { schema: { response: { 200: Stick } } }, state);

  app.get(
    '/stick/files',
    { schema: { querystring: StickFolder, response: { 200: StickList } } },
    async ({ query }) => ({ entries: await told(device().list(query.folder)) }),
  );

  app.get('/stick/file', { schema: { querystring: StickPath } }, async ({ query }, reply) =>
    reply
      .header('content-type', 'application/octet-stream')
      .header('cache-control', 'no-store')
      .send(Buffer.from(await told(device().read(query.path)))),
  );

  app.addContentTypeParser('application/octet-stream', { parseAs: 'buffer' }, (_request, payload, done) =>
    done(null, payload),
  );

  app.put(
    '/stick/file',
    { schema: { querystring: StickWrite, response: { 201: OnStick } } },
    async ({ query, body }, reply) => {
      if (!Buffer.isBuffer(body))
        throw new HttpError(415, 'unreadable', 'Send the file as application/octet-stream.');
      return reply.status(201).send(await told(device().write(query.path, body, { replace: query.replace })));
    },
  );

  app.patch(
    '/stick/file',
    { schema: { querystring: StickPath, body: StickName, response: { 204: Nothing } } },
    async ({ query, body }, reply) => {
      await told(device().rename(query.path, body.name));
      return reply.status(204).send();
    },
  );

  app.delete(
    '/stick/file',
    { schema: { querystring: StickPath, response: { 204: Nothing } } },
    async ({ query }, reply) => {
      await told(device().remove(query.path));
      return reply.status(204).send();
    },
  );

  app.post(
    '/stick/folders',
    { schema: { body: StickPath, response: { 204: Nothing } } },
    async ({ body }, reply) => {
      await told(device().makeFolder(body.path));
      return reply.status(204).send();
    },
  );

  app.put(
    '/stick/place',
    { schema: { body: StickPlace, response: { 200: Stick } } },
    async ({ body: { slot, safely } }) => {
      await told(safely ? device().takeOut(slot) : device().put(slot));
      return state();
    },
  );

  app.put('/stick/lock', { schema: { body: StickLock, response: { 200: Stick } } }, async ({ body }) => {
    await told(device().lock(body.locked));
    return state();
  });
};
