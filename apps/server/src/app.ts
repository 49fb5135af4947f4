// The server: routes, and what stands before every one of them.
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import helmet from '@fastify/helmet';
import fastifyStatic from '@fastify/static';
import { Stick } from '@rosehip/stick';
import Fastify, { type FastifyInstance, type FastifyRequest } from 'fastify';
import { linksAhead } from './ahead.ts';
import { Nightly } from './backup/nightly.ts';
import type { Connection, Database } from './database/connect.ts';
import { beforeRoutes, handleErrors, HttpError, nothingHere } from './errors.ts';
import { DatabaseWatch } from './database/watch.ts';
import { FontReader } from './jobs/font-reader.ts';
import { Summaries, type SummaryOptions } from './jobs/summaries.ts';
import { limitRequests } from './limits.ts';
import { WEB } from './paths.ts';
import { backupRoutes } from './routes/backup.ts';
import { designRoutes } from './routes/designs.ts';
import { fontRoutes } from './routes/fonts.ts';
import { healthRoutes } from './routes/health.ts';
import { readyRoutes } from './routes/ready.ts';
import { withFailures } from './routes/route.ts';
import { shelfRoutes } from './routes/shelf.ts';
import { BesideShow } from './beside/beside.ts';
import { besideRoutes } from './routes/beside.ts';
import { stickRoutes } from './routes/stick.ts';
import { checkSameSite } from './same-site.ts';

export interface Services {
  db: Database;
  summaries: Summaries;
  fontReader: FontReader;
  watch: DatabaseWatch;
  /** Copies of the last nights; null when none are made. */
  nightly: Nightly | null;
  /** The memory stick in this computer's slot; null when there is none. */
  stick: Stick | null;
  /** Where the practice machine shows its screen; null when none runs. */
  machine: string | null;
  /** Sheets on phones beside the machine. */
  beside: BesideShow;
}

export interface AppOptions {
  /** Host names that the server answers to, beside loopback. */
  hosts?: string[];
  /** Whether requests are limited; left out: they are. */
  limited?: boolean;
  pictures?: SummaryOptions;
  /** Folder for a copy of everything each night; left out: none are made. */
  backups?: string;
  /** Folder that stands for a memory stick; left out: there is none. */
  stick?: string;
  /** Where the practice machine shows its screen. */
  machine?: string;
  /** Looks after the database; left out: one of the server's own. */
  watch?: DatabaseWatch;
  /** Port at which phones in the home network reach a sheet that is shown to them; left out: any. */
  besidePort?: number;
  /** Folder of the built interface. */
  web?: string;
  log?: boolean;
}

/** The stick in this computer's slot; null when there is none, or when its folder can't be had, which is told. */
async function stickIn(folder: string | undefined, { log }: FastifyInstance): Promise<Stick | null> {
  if (!folder) return null;
  const stick = new Stick(folder, 'computer');
  try {
    await stick.ensure();
    await stick.clear();
    return stick;
  } catch (error) {
    log.warn(error, 'There is no stick: its folder can’t be used.');
    return null;
  }
}

const BODY_LIMIT = 20_000_000;
const LOOPBACK = new Set(['127.0.0.1', 'localhost', '[::1]']);

const FRONT_DOOR = /^\/(index\.html)?(\?|$)/;

/** Does a person look for a page here? At the front door anybody does, also who doesn't say what is wanted. */
const wantsPage = ({ method, url, headers }: FastifyRequest): boolean =>
  (method === 'GET' || method === 'HEAD') &&
  !url.startsWith('/api/') &&
  (FRONT_DOOR.test(url) || (headers.accept ?? '').includes('text/html'));

/** Builds the server on an open database; closing it leaves the database open. */
export async function buildApp({ db, url }: Connection, options: AppOptions = {}): Promise<FastifyInstance> {
  const app = Fastify({
    bodyLimit: BODY_LIMIT,
    forceCloseConnections: true, // ending the server must not wait for idle browsers
    logger: options.log ? { level: 'warn' } : false,
    ...beforeRoutes,
    routerOptions: { maxParamLength: 200 },
    ajv: { customOptions: { removeAdditional: false, coerceTypes: 'array', allowUnionTypes: true } },
  });
  const watch = options.watch ?? new DatabaseWatch(url);
  handleErrors(app);
  await app.register(helmet, {
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"], // the geometry kernel is WebAssembly
        styleSrc: ["'self'"],
        imgSrc: ["'self'", 'blob:', 'data:'],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        workerSrc: ["'self'"],
        objectSrc: ["'none'"],
        baseUri: ["'self'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    strictTransportSecurity: false, // served on loopback without TLS
  });
  const hosts = new Set([...LOOPBACK, ...(options.hosts ?? [])]);
  app.addHook('onRequest', async (request) => {
    // A page of another site that points its own name at loopback must not reach the designs.
    const host = (request.headers.host ?? '').replace(/:\d+$/, '');
    if (!hosts.has(host)) throw new HttpError(421, 'wrong-host', `This server does not answer to "${host}".`);
    checkSameSite(request);
  });
  if (options.limited ?? true) await limitRequests(app);
  // Nobody waits for a database that is away: the answer says so at once, and pages try again by themselves.
  app.addHook('onRequest', async (request) => {
    if (watch.problem && request.url.startsWith('/api/') && !request.url.startsWith('/api/health'))
      throw new HttpError(503, 'no-database', watch.problem);
  });
  watch.start();
  app.addHook('onClose', async () => watch.stop());

  const summaries = new Summaries(db, options.pictures);
  app.addHook('onClose', () => summaries.close());
  const fontReader = new FontReader();
  app.addHook('onClose', () => fontReader.close());
  const nightly = options.backups ? new Nightly(db, options.backups) : null;
  nightly?.start();
  app.addHook('onClose', async () => nightly?.stop());
  const stick = await stickIn(options.stick, app);
  const machine = options.machine ?? null;
  const web = options.web ?? WEB;
  const beside = new BesideShow(web, options.besidePort);
  app.addHook('onClose', () => beside.close());
  const services: Services = { db, summaries, fontReader, watch, nightly, stick, machine, beside };
  await app.register(
    async (api) => {
      api.addHook('onRoute', withFailures);
      for (const routes of [
        healthRoutes,
        designRoutes,
        shelfRoutes,
        fontRoutes,
        readyRoutes,
        backupRoutes,
        stickRoutes,
        besideRoutes,
      ])
        await api.register(routes, services);
    },
    { prefix: '/api' },
  );

  if (existsSync(web)) {
    await app.register(fastifyStatic, {
      root: join(web, 'assets'),
      prefix: '/assets/',
      allowedPath: (path) => !path.endsWith('/'), // a folder is nothing
      maxAge: '1y',
      immutable: true,
    });
    // The interface has its own addresses, and says itself when there is nothing at one.
    const ahead = linksAhead(web);
    app.setNotFoundHandler((request, reply) => {
      if (!wantsPage(request)) return nothingHere(request, reply);
      const link = ahead(request.url);
      if (link) reply.header('link', link);
      return reply
        .header('cache-control', 'no-cache')
        .sendFile('index.html', web, { maxAge: 0, immutable: false });
    });
  } else app.setNotFoundHandler(nothingHere);
  return app;
}
