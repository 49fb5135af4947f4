// Builds the interface and the programs when their sources have changed since the last build.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './packages.mjs';
import { SHARED_SOURCES } from './programs.mjs';
import { say, SetupError } from './say.mjs';

const SOURCES = [
  'apps/web',
  'apps/server/src',
  'apps/cli/src',
  'apps/practice-machine',
  ...SHARED_SOURCES,
  'scripts/build-programs.mjs',
  'tsconfig.base.json',
];
const MADE = [
  'packages/core/dist/index.js',
  'packages/fonts/dist/index.js',
  'apps/web/dist/index.html',
  'apps/server/dist/main.js',
  'apps/cli/dist/rosehip.js',
  'apps/practice-machine/dist/main.js',
  'apps/practice-machine/dist/screen/index.html',
];
const SKIP = new Set(['dist', 'node_modules']);

function addTo(hash, path) {
  const stats = statSync(path);
  if (stats.isDirectory())
    for (const name of readdirSync(path).sort()) {
      if (!SKIP.has(name)) addTo(hash, join(path, name));
    }
  else hash.update(path.slice(ROOT.length)).update(readFileSync(path));
}

/** Fingerprint of all that what is built depends on. */
function fingerprint() {
  const hash = createHash('sha256');
  for (const source of SOURCES) addTo(hash, join(ROOT, source));
  return hash.digest('hex');
}

export function ensureBuilt() {
  const stamp = join(ROOT, '.data', 'built-from');
  const now = fingerprint();
  const built = MADE.every((file) => existsSync(join(ROOT, file)));
  if (built && existsSync(stamp) && readFileSync(stamp, 'utf8') === now) return;
  say('Building …');
  const { status, stdout, stderr } = spawnSync('npm', ['run', 'build', '--silent'], {
    cwd: ROOT,
    encoding: 'utf8',
    env: { ...process.env, NODE_ENV: 'production' },
  });
  if (status !== 0) throw new SetupError(`Rosehip could not be built:\n${stdout}${stderr}`);
  mkdirSync(join(ROOT, '.data'), { recursive: true });
  writeFileSync(stamp, now);
}
