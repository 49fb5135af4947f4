// `npm run dev`: database and server, restarted when their sources change, and the interface with hot reload.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { startDatabase } from './lib/database.mjs';
import { checkNode, ensurePackages, ROOT } from './lib/packages.mjs';
import { fail, say, SetupError } from './lib/say.mjs';
import { portTaken } from './lib/server.mjs';

const API_PORT = process.env.PORT ?? '5181';
const MACHINE_PORT = process.env.MACHINE_PORT ?? '5191';

async function main() {
  checkNode();
  ensurePackages();
  if (await portTaken(Number(API_PORT)))
    throw new SetupError(`port ${API_PORT} is taken. Choose another:  PORT=… npm run dev`);
  // A database of its own, so that trying things out leaves the person's designs alone.
  const database = process.env.DATABASE_URL ? null : await startDatabase(join(ROOT, '.data', 'dev-database'));
  const env = {
    ...process.env,
    DATABASE_URL: process.env.DATABASE_URL ?? database.url,
    PORT: API_PORT,
    API_PORT,
    SEED: '1',
    STICK: join(ROOT, '.data', 'dev-stick'),
    MACHINE: `http://127.0.0.1:${MACHINE_PORT}`,
  };
  const children = [
    spawn('npx', ['tsx', 'watch', 'apps/server/src/main.ts'], { cwd: ROOT, stdio: 'inherit', env }),
    spawn('npx', ['vite', 'apps/web', '--config', 'apps/web/vite.config.ts'], {
      cwd: ROOT,
      stdio: 'inherit',
      env,
    }),
    spawn('npx', ['tsx', 'watch', 'apps/practice-machine/src/main.ts'], {
      cwd: ROOT,
      stdio: 'inherit',
      env: { ...process.env, PORT: MACHINE_PORT, STICK: env.STICK, LOGS: join(ROOT, '.data', 'dev-machine') },
    }),
  ];
  let ending = false;
  const end = async () => {
    if (ending) return;
    ending = true;
    for (const child of children) child.kill('SIGTERM');
    await database?.stop();
    process.exit(0);
  };
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, end);
  say('The interface comes up below, with hot reload; Ctrl-C ends everything.');
}

main().catch(fail);
