// The machine's own small server: its screen, and the slot that its stick goes into. It knows files and nothing else.
import { existsSync } from 'node:fs';
import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import helmet from '@fastify/helmet';
import fastifyStatic from '@fastify/static';
import { Stick, StickError } from '@rosehip/stick';
import Fastify, { type FastifyError, type FastifyInstance, type FastifyRequest } from 'fastify';
import { SCREEN } from './paths.ts';

export interface MachineOptions {
  /** The folder that stands for the memory stick. */
  stick: string;
  /** Where what it wrote down is kept when no stick is in it. */
  logs: string;
  /** Folder of the built screen. */
  screen?: string;
  log?: boolean;
}

const LOOPBACK = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/;
const FILE_LIMIT = 2_000_000;

/** Only the machine's own screen may work its buttons. */
function fromScreen({ method, headers }: FastifyRequest): boolean {
  if (!LOOPBACK.test(headers.host ?? '')) return false;
  const site = headers['sec-fetch-site'];
  return method === 'GET' || site === undefined || site === 'same-origin' || site === 'none';
}

const path = { type: 'object', properties: { path: { type: 'string', maxLength: 1000 } } } as const;

export async function buildMachine({
  stick: root,
  logs,
  screen = SCREEN,
  log,
}: MachineOptions): Promise<FastifyInstance> {
  const app = Fastify({
    bodyLimit: FILE_LIMIT,
    forceCloseConnections: true,
    logger: log ? { level: 'warn' } : false,
  });
  const stick = new Stick(root, 'machine');
  app.setErrorHandler((error: FastifyError | StickError, request, reply) => {
    if (error instanceof StickError)
      return reply.status(409).send({ code: error.code, message: error.message });
    const status = error.statusCode ?? 500;
    if (status >= 500) request.log.error(error);
    return reply
      .status(status)
      .send({ code: 'failed', message: status < 500 ? error.message : 'The machine failed.' });
  });
  await app.register(helmet, {
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        objectSrc: ["'none'"],
        baseUri: ["'self'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    strictTransportSecurity: false,
  });
  app.addHook('onRequest', async (request, reply) => {
    if (!fromScreen(request))
      return reply
        .status(403)
        .send({ code: 'other-site', message: 'Only the machine’s own screen works it.' });
  });

  const state = async (): Promise<object> => ({ ...(await stick.state()) });
  app.get('/api/stick', state);
  app.put<{ Body: { in: boolean } }>(
    '/api/stick',
    { schema: { body: { type: 'object', required: ['in'], properties: { in: { type: 'boolean' } } } } },
    async ({ body }) => {
      // It may be taken from the computer while that writes, as in life; the computer tells what came of it.
      await (body.in ? stick.put('machine') : stick.takeOut('computer'));
      return state();
    },
  );
  app.get<{ Querystring: { path?: string } }>(
    '/api/files',
    { schema: { querystring: path } },
    async ({ query }) => ({
      entries: await stick.list(query.path),
    }),
  );
  app.get<{ Querystring: { path?: string } }>(
    '/api/file',
    { schema: { querystring: path } },
    async ({ query }, reply) =>
      reply
        .header('content-type', 'application/octet-stream')
        .header('cache-control', 'no-store')
        .send(Buffer.from(await stick.read(query.path ?? ''))),
  );
  /** What was written down goes beside the file; without a stick, or room on it, into the machine's own memory. */
  app.put<{ Querystring: { path?: string }; Body: object }>(
    '/api/log',
    { schema: { querystring: path, body: { type: 'object' } } },
    async ({ query, body }) => {
      const text = Buffer.from(JSON.stringify(body, null, 1));
      try {
        await stick.write(query.path ?? '', text, { replace: true });
        return { on: 'stick' };
      } catch (error) {
        if (!(error instanceof StickError)) throw error;
        await mkdir(logs, { recursive: true });
        await writeFile(join(logs, `${Date.now()}.sewn.json`), text);
        return { on: 'machine', why: error.message };
      }
    },
  );

  if (existsSync(screen)) await app.register(fastifyStatic, { root: screen });
  return app;
}
