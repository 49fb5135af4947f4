// Sheets that are shown on a phone beside the machine: for these, and only while there are any, a second small server can be
// reached from the home network. It knows the sheets that were given to it and nothing else.
import { randomInt } from 'node:crypto';
import { networkInterfaces } from 'node:os';
import { join } from 'node:path';
import helmet from '@fastify/helmet';
import fastifyStatic from '@fastify/static';
import type { TypeBoxTypeProvider } from '@fastify/type-provider-typebox';
import { BesideDone, BesideOf, type Beside as Shared, type BesideSheet } from '@rosehip/wire';
import Fastify, { type FastifyInstance } from 'fastify';
import { beforeRoutes, handleErrors, HttpError, notFound, nothingHere } from '../errors.ts';

/** Letters of codes: none can be taken for another, and no word comes of them. */
const LETTERS = 'bcdfghjkmnpqrstvwxz';
const CODE = 5;
/** Sheets that are shown at once; the oldest goes when there are more. */
const MOST = 20;

interface Shown {
  sheet: BesideSheet;
  done: number[];
}

/** Addresses of this computer in its networks, those of homes first. */
function addressesOf(port: number): string[] {
  const own = Object.values(networkInterfaces())
    .flatMap((list) => list ?? [])
    .filter((a) => a.family === 'IPv4' && !a.internal)
    .map((a) => a.address);
  const home = (a: string): number => (a.startsWith('192.168.') ? 0 : a.startsWith('10.') ? 1 : 2);
  return own.sort((a, b) => home(a) - home(b)).map((a) => `http://${a}:${port}`);
}

export class BesideShow {
  private readonly shown = new Map<string, Shown>();
  /** The second server, or what will be it in a moment. */
  private app: Promise<FastifyInstance> | null = null;
  private port = 0;
  /** Folder of the built interface. */
  private readonly web: string;
  private readonly wanted: number;

  /** `port` is where it listens; 0: wherever there is room. */
  constructor(web: string, port = 0) {
    this.web = web;
    this.wanted = port;
  }

  /** Shows a sheet until it is taken off. */
  async show(sheet: BesideSheet): Promise<Shared> {
    await this.opened();
    let code = '';
    do code = Array.from({ length: CODE }, () => LETTERS[randomInt(LETTERS.length)]).join('');
    while (this.shown.has(code));
    this.shown.set(code, { sheet, done: [] });
    for (const old of [...this.shown.keys()].slice(0, -MOST)) this.shown.delete(old);
    return { code, addresses: addressesOf(this.port).map((a) => `${a}/${code}`) };
  }

  /** What is ticked off of a sheet; null when it is not shown. */
  done(code: string): number[] | null {
    return this.shown.get(code)?.done ?? null;
  }

  /** Takes a sheet off; with the last one nothing can be reached from outside any more. */
  async takeOff(code: string): Promise<boolean> {
    const was = this.shown.delete(code);
    if (!this.shown.size) await this.close();
    return was;
  }

  async close(): Promise<void> {
    const { app } = this;
    this.app = null;
    this.shown.clear();
    await (await app)?.close();
  }

  /** Opens the door to the home network, once. Throws HttpError when the port is taken. */
  private async opened(): Promise<void> {
    this.app ??= this.open();
    try {
      await this.app;
    } catch (error) {
      this.app = null;
      if ((error as NodeJS.ErrnoException).code !== 'EADDRINUSE') throw error;
      throw new HttpError(
        409,
        'port-taken',
        `Port ${this.wanted} is taken: choose another with BESIDE_PORT, and start again.`,
      );
    }
  }

  private async open(): Promise<FastifyInstance> {
    const plain = Fastify({
      bodyLimit: 20_000,
      forceCloseConnections: true,
      ...beforeRoutes,
    });
    const app = plain.withTypeProvider<TypeBoxTypeProvider>();
    handleErrors(plain);
    await app.register(helmet, {
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          imgSrc: ["'self'", 'data:'],
          objectSrc: ["'none'"],
          baseUri: ["'self'"],
          formAction: ["'none'"],
          frameAncestors: ["'none'"],
        },
      },
      strictTransportSecurity: false,
      // Means nothing on a page without TLS, and is complained about there.
      crossOriginOpenerPolicy: false,
      originAgentCluster: false,
    });
    const of = (code: string): Shown => {
      const shown = this.shown.get(code);
      if (!shown) throw notFound('This sheet');
      return shown;
    };
    app.get('/api/:code', { schema: { params: BesideOf } }, async ({ params }) => of(params.code));
    app.put(
      '/api/:code/done',
      { schema: { params: BesideOf, body: BesideDone } },
      async ({ params, body }) => {
        of(params.code).done = [...new Set(body.done)].sort((a, b) => a - b);
        return {};
      },
    );
    await app.register(fastifyStatic, {
      root: join(this.web, 'assets'),
      prefix: '/assets/',
      maxAge: '1y',
      immutable: true,
    });
    app.get('/:code', { schema: { params: BesideOf } }, async ({ params }, reply) => {
      of(params.code);
      return reply
        .header('cache-control', 'no-cache')
        .sendFile('beside.html', this.web, { maxAge: 0, immutable: false });
    });
    app.setNotFoundHandler(nothingHere);
    await plain.listen({ port: this.wanted, host: '0.0.0.0' });
    this.port = (plain.server.address() as { port: number }).port;
    return plain;
  }
}
