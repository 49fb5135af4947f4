// Where things lie beside the server. This file stands in src/ and, compiled into others, in dist/: both in apps/server.
const SERVER = new URL('../', import.meta.url);

/** Whether the server runs compiled, without a TypeScript loader. */
const COMPILED = !import.meta.url.endsWith('.ts');

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
