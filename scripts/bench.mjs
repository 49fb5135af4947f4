// `npm run bench`: how fast and how good the engine is, as figures for docs/engine.md.
import { run } from './lib/children.mjs';
import { checkNode, ensurePackages } from './lib/packages.mjs';
import { fail } from './lib/say.mjs';

async function main() {
  checkNode();
  ensurePackages();
  process.exitCode = await run('npx', ['tsx', '--expose-gc', 'bench/engine.ts']);
}

main().catch(fail);
