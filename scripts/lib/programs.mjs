// Which form of a program runs: the compiled one, or its sources when they are newer.
import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const ROOT = fileURLToPath(new URL('../../', import.meta.url));

/** When the newest file in a folder was changed, in ms since 1970. */
function newest(path) {
  const stats = statSync(path);
  if (!stats.isDirectory()) return stats.mtimeMs;
  return readdirSync(path).reduce((latest, name) => Math.max(latest, newest(join(path, name))), 0);
}

/** What all that is compiled is made from, besides an application's own sources. */
export const SHARED_SOURCES = [
  ...['core', 'fonts', 'sheet', 'stick', 'things', 'wire'].map((name) => `packages/${name}/src`),
  'demo',
  'package-lock.json',
];

/** Is this compiled file of an application there, and as new as all that it is made from? */
function isFresh(compiled, app) {
  if (!existsSync(compiled)) return false;
  const made = statSync(compiled).mtimeMs;
  return [`apps/${app}/src`, ...SHARED_SOURCES].every((source) => newest(join(ROOT, source)) <= made);
}

/** The file of a program, and what Node must be told to run it. */
export function programOf(app, name, source) {
  const compiled = join(ROOT, 'apps', app, 'dist', `${name}.js`);
  return isFresh(compiled, app)
    ? { file: compiled, execArgv: [] }
    : { file: join(ROOT, 'apps', app, 'src', source), execArgv: ['--import', 'tsx'] };
}

export const serverProgram = () => programOf('server', 'main', 'main.ts');
export const machineProgram = () => programOf('practice-machine', 'main', 'main.ts');
