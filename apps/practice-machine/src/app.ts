// The machine's own small server: its screen, and the slot that its stick goes into. It knows files and nothing else.
import { existsSync } from 'node:fs';
import helmet from '@fastify/helmet';
import fastifyStatic from '@fastify/static';
import type { TypeBoxTypeProvider } from '@fastify/type-provider-typebox';
import { Stick, StickError, type StickState } from '@rosehip/stick';
import Fastify, { type FastifyError, type FastifyInstance, type FastifyRequest } from 'fastify';
import { Type } from 'typebox';
import { Logs } from './logs.ts';
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

const OnStick = Type.Object({ path: Type.Optional(Type.String({ maxLength: 1000 })) });
const Inserted = Type.Object({ in: Type.Boolean() });
const Log = Type.Object({}, { additionalProperties: true });

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
  const typed = app.withTypeProvider<TypeBoxTypeProvider>();
  const stick = new Stick(root, 'machine');
  const written = new Logs(stick, logs);
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

  const state = (): Promise<StickState> => stick.state();
  typed.get('/api/stick', state);
  typed.put('/api/stick', { schema: { body: Inserted } }, async ({ body }) => {
    // It may be taken from the computer while that writes, as in life; the computer tells what came of it.
    await (body.in ? stick.put('machine') : stick.takeOut('computer'));
    if (body.in) await written.carryOver();
    return state();
  });
  typed.get('/api/files', { schema: { querystring: OnStick } }, async ({ query }) => ({
    entries: await stick.list(query.path),
  }));
  typed.get('/api/file', { schema: { querystring: OnStick } }, async ({ query }, reply) =>
    reply
      .header('content-type', 'application/octet-stream')
      .header('cache-control', 'no-store')
      .send(Buffer.from(await stick.read(query.path ?? ''))),
  );
  /** What was written down goes beside the file; without a stick, or room on it, into the machine's own memory. */
  typed.put('/api/log', { schema: { querystring: OnStick, body: Log } }, ({ query, body }) =>
    written.keep(query.path ?? '', body),
  );

  if (existsSync(screen)) await app.register(fastifyStatic, { root: screen });
  return app;
}
