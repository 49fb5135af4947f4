// Compiles the server, its workers and the command line, so that they start without a TypeScript loader; and the packages
// that browser tests import, which then load in a second instead of seven.
import { build } from 'vite';
import { join } from 'node:path';
import { ROOT } from './lib/packages.mjs';

/**
 * Packages stay where they are; the core and the demo data come in. So do packages of hundreds of small files: reading
 * these took a fifth of the server's start.
 */
const BROUGHT_IN = ['typebox', 'drizzle-orm'];

const PROGRAMS = [
  { app: 'packages/core', input: { index: 'src/index.ts', dst: 'src/formats/dst/decode.ts' } },
  // What fonts are read is kept by the core: there must be one.
  {
    app: 'packages/fonts',
    input: { index: 'src/index.ts', files: 'src/files.ts' },
    apart: ['@rosehip/core'],
  },
  { app: 'apps/cli', input: { rosehip: 'src/main.ts' } },
  { app: 'apps/practice-machine', input: { main: 'src/main.ts' } },
  {
    app: 'apps/server',
    input: {
      main: 'src/main.ts',
      'make-picture': 'src/jobs/make-picture.ts',
      'make-ready': 'src/jobs/make-ready.ts',
      'read-font': 'src/jobs/read-font.ts',
    },
  },
];

for (const { app, input, apart } of PROGRAMS)
  await build({
    root: join(ROOT, app),
    configFile: false,
    logLevel: 'warn',
    ssr: { noExternal: BROUGHT_IN },
    build: {
      ssr: true,
      outDir: 'dist',
      emptyOutDir: true,
      target: 'node20',
      minify: false, // where an error comes from can be read
      rolldownOptions: {
        external: apart,
        input: Object.fromEntries(Object.entries(input).map(([name, file]) => [name, join(ROOT, app, file)])),
      },
    },
  });
