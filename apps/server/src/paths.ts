// Where things lie beside the server. This file stands in src/ and, compiled into others, in dist/: both in apps/server.
const SERVER = new URL('../', import.meta.url);

/** Whether the server runs compiled, without a TypeScript loader. */
const COMPILED = !import.meta.url.endsWith('.ts');

export const MIGRATIONS = new URL('migrations', SERVER).pathname;
/** The built interface. */
export const WEB = new URL('../web/dist', SERVER).pathname;
const worker = (compiled: string, source: string): string =>
  new URL(COMPILED ? `dist/${compiled}.js` : `src/jobs/${source}.mjs`, SERVER).href;
export const PICTURE_WORKER = worker('make-picture', 'picture-worker');
export const FONT_WORKER = worker('read-font', 'font-worker');
export const READY_WORKER = worker('make-ready', 'ready-worker');
