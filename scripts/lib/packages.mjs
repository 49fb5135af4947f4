// What must be installed before anything runs: npm packages by the lock file, and Debian's packages.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { accessSync, constants, existsSync, readFileSync, statfsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { say, SetupError } from './say.mjs';

export const ROOT = new URL('../..', import.meta.url).pathname.replace(/\/$/, '');
const STAMP = join(ROOT, 'node_modules', '.installed-from');
const ROOM = 300 * 1024 * 1024;

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    throw new SetupError(`Node.js 20.19 or newer is needed; this is ${process.versions.node}.`);
}

export function checkRoom() {
  const { bavail, bsize } = statfsSync(ROOT);
  if (bavail * bsize < ROOM)
    throw new SetupError(
      `only ${Math.round((bavail * bsize) / 1e6)} MB are free on this disk. Make room for 300 MB and start again.`,
    );
}

/** Installs npm packages when the lock file is not the one they were installed from. */
export function ensurePackages() {
  const lock = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === lock) return;
  say('Installing packages …');
  const { status } = spawnSync('npm', ['ci', '--no-fund', '--no-audit', '--loglevel=error'], {
    cwd: ROOT,
    stdio: 'inherit',
  });
  if (status !== 0)
    throw new SetupError(
      'npm could not install the packages. Check the network and the lines above, then start again.',
    );
  writeFileSync(STAMP, lock);
}

const runs = (file) => {
  try {
    accessSync(file, constants.X_OK);
    return true;
  } catch {
    return false;
  }
};

/** The first of `programs` that is there; installs Debian's `debianPackage` for it when root. */
export function ensureProgram(programs, debianPackage) {
  const find = () => programs.find(runs);
  const there = find();
  if (there) return there;
  const command = `apt-get update && apt-get install -y --no-install-recommends ${debianPackage}`;
  if (process.getuid?.() !== 0)
    throw new SetupError(`${debianPackage} is missing. Install it with:  sudo sh -c '${command}'`);
  say(`Installing Debian's ${debianPackage} …`);
  const { status, stdout, stderr } = spawnSync('sh', ['-c', command], {
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    encoding: 'utf8',
    maxBuffer: 1 << 28,
  });
  const found = find();
  if (status !== 0 || !found)
    throw new SetupError(
      `${debianPackage} could not be installed. Try it by hand:  ${command}\n${(stderr || stdout).slice(-600)}`,
    );
  return found;
}
