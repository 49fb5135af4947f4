// Builds the interface when its sources have changed since the last build.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './packages.mjs';
import { say, SetupError } from './say.mjs';

const SOURCES = ['apps/web', 'packages/core/src', 'package-lock.json', 'tsconfig.base.json'];
const SKIP = new Set(['dist', 'node_modules']);

function addTo(hash, path) {
  const stats = statSync(path);
  if (stats.isDirectory())
    for (const name of readdirSync(path).sort()) {
      if (!SKIP.has(name)) addTo(hash, join(path, name));
    }
  else hash.update(path.slice(ROOT.length)).update(readFileSync(path));
}

/** Fingerprint of all that the built interface depends on. */
function fingerprint() {
  const hash = createHash('sha256');
  for (const source of SOURCES) addTo(hash, join(ROOT, source));
  return hash.digest('hex');
}

export function ensureBuilt() {
  const stamp = join(ROOT, '.data', 'built-from');
  const now = fingerprint();
  const built = existsSync(join(ROOT, 'apps/web/dist/index.html'));
  if (built && existsSync(stamp) && readFileSync(stamp, 'utf8') === now) return;
  say('Building the interface …');
  const { status, stdout, stderr } = spawnSync('npm', ['run', 'build', '--silent'], {
    cwd: ROOT,
    encoding: 'utf8',
    env: { ...process.env, NODE_ENV: 'production' },
  });
  if (status !== 0) throw new SetupError(`the interface could not be built:\n${stdout}${stderr}`);
  mkdirSync(join(ROOT, '.data'), { recursive: true });
  writeFileSync(stamp, now);
}
