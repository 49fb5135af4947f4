// Where things lie beside the server. This file stands in src/ and, compiled into others, in dist/: both in apps/server.
const SERVER = new URL('../', import.meta.url);

/**
 * Whether its threads run compiled, without a TypeScript loader: when the server does, and for tests of its sources that compiled
 * everything first (53 instead of 77 s of a core for those of the server).
 */
const COMPILED = !import.meta.url.endsWith('.ts') || process.env.COMPILED_THREADS === '1';

export const MIGRATIONS = new URL('migrations', SERVER).pathname;
/** The built interface. */
export const WEB = new URL('../web/dist', SERVER).pathname;
/** What a pool of threads is told of their work, a file of `jobs`: compiled it stands alone, else it comes through a door. */
const worker = (work: string) =>
  COMPILED
    ? { filename: new URL(`dist/${work}.js`, SERVER).href }
    : { filename: new URL('src/jobs/door.mjs', SERVER).href, workerData: { work } };
export const PICTURE_WORKER = worker('make-picture');
export const FONT_WORKER = worker('read-font');
export const READY_WORKER = worker('make-ready');
