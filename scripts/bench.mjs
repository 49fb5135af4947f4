// `npm run bench`: how fast and how good the engine is, as figures for docs/engine.md. It is compiled first, as the
// programs are: what is measured is what people run.
import { join } from 'node:path';
import { run } from './lib/children.mjs';
import { checkNode, ensurePackages, ROOT } from './lib/packages.mjs';
import { fail } from './lib/say.mjs';

async function main() {
  checkNode();
  ensurePackages();
  const { build } = await import('vite');
  await build({
    root: ROOT,
    configFile: false,
    logLevel: 'warn',
    build: {
      ssr: true,
      outDir: 'bench/dist',
      target: 'node20',
      minify: false,
      rolldownOptions: {
        input: Object.fromEntries(
          ['engine', 'adapting', 'typing'].map((name) => [name, join(ROOT, `bench/${name}.ts`)]),
        ),
      },
    },
  });
  process.exitCode =
    (await run(process.execPath, ['--expose-gc', join(ROOT, 'bench/dist/engine.js')])) ||
    (await run(process.execPath, [join(ROOT, 'bench/dist/adapting.js')])) ||
    (await run(process.execPath, [join(ROOT, 'bench/dist/typing.js')])) ||
    (await run(process.execPath, [join(ROOT, 'bench/pages.mjs')])) ||
    (await run(process.execPath, [join(ROOT, 'bench/stitches.mjs')])) ||
    (await run(process.execPath, [join(ROOT, 'bench/machine.mjs')]));
}

main().catch(fail);
