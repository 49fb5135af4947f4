// What must be installed before anything runs: npm packages by the lock file, and Debian's packages.
import { spawnSync } from 'node:child_process';
import { accessSync, constants, existsSync, readFileSync, statfsSync } from 'node:fs';
import { join } from 'node:path';
import { say, SetupError } from './say.mjs';

export const ROOT = new URL('../..', import.meta.url).pathname.replace(/\/$/, '');
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

/**
 * Are the packages there that the lock file names? npm keeps a list of what it put into node_modules, whichever of its
 * commands did it. Those that are only for other machines may be missing.
 */
function installed() {
  const list = join(ROOT, 'node_modules', '.package-lock.json');
  if (!existsSync(list)) return false;
  const packagesIn = (file) => JSON.parse(readFileSync(file, 'utf8')).packages;
  try {
    const there = packagesIn(list);
    return Object.entries(packagesIn(join(ROOT, 'package-lock.json'))).every(
      ([path, { version, link, optional, devOptional }]) =>
        !path.startsWith('node_modules/') ||
        link ||
        ((optional || devOptional) && !there[path]) ||
        there[path]?.version === version,
    );
  } catch {
    return false; // half written, by an install that was ended
  }
}

/** Installs npm packages when those that are there are not the ones of the lock file. */
export function ensurePackages() {
  if (installed()) return;
  say('Installing packages …');
  const { status } = spawnSync('npm', ['ci', '--no-fund', '--no-audit', '--loglevel=error'], {
    cwd: ROOT,
    stdio: 'inherit',
  });
  if (status !== 0)
    throw new SetupError(
      'npm could not install the packages. Check the network and the lines above, then start again.',
    );
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

/**
 * The browser that drives tests and takes pictures: Chromium without the windows, menus and services of a whole browser, which
 * take a tenth of the time; a whole one where that is there instead.
 */
export const ensureBrowser = () =>
  ensureProgram(
    ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium', '/usr/bin/chromium-browser'],
    'chromium-headless-shell',
  );
