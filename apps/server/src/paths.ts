// Where things lie beside the server. This file stands in src/ and, compiled into others, in dist/: both in apps/server.
const SERVER = new URL('../', import.meta.url);

/** Whether the server runs compiled, without a TypeScript loader. */
const COMPILED = !import.meta.url.endsWith('.ts');

export const MIGRATIONS = new URL('migrations', SERVER).pathname;
/** The built interface. */
export const WEB = new URL('../web/dist', SERVER).pathname;
export const PICTURE_WORKER = new URL(
  COMPILED ? 'dist/make-picture.js' : 'src/jobs/picture-worker.mjs',
  SERVER,
).href;
