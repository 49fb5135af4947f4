// `npm start`: sets everything up and runs Rosehip with its demo data.
import { existsSync, mkdirSync, readFileSync, realpathSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuilt } from './lib/build.mjs';
import { startDatabase } from './lib/database.mjs';
import { checkNode, checkRoom, ensurePackages, ROOT } from './lib/packages.mjs';
import { fail, say, SetupError } from './lib/say.mjs';
import { keepServer, portTaken } from './lib/server.mjs';

const DATA = join(ROOT, '.data');
const LOCK = join(DATA, 'running');
const started = [];

async function stopAll() {
  for (const part of started.splice(0).reverse()) await part.stop();
  if (existsSync(LOCK) && readFileSync(LOCK, 'utf8') === String(process.pid)) rmSync(LOCK, { force: true });
}

/** Does this process run Rosehip in this very folder? Its number may be another's by now, or that of a copy elsewhere. */
function runsHere(pid) {
  try {
    const started = readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('start.mjs');
    return started && realpathSync(`/proc/${pid}/cwd`) === realpathSync(ROOT);
  } catch {
    return false;
  }
}

/** Only one Rosehip at a time may use this folder's private database. */
function takeLock() {
  mkdirSync(DATA, { recursive: true });
  if (existsSync(LOCK)) {
    const pid = Number(readFileSync(LOCK, 'utf8'));
    if (pid && runsHere(pid))
      throw new SetupError(
        `Rosehip is running in this folder already (process ${pid}). End it with Ctrl-C first.`,
      );
  }
  writeFileSync(LOCK, String(process.pid));
}

async function start() {
  checkNode();
  const port = Number(process.env.PORT ?? 5180);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new SetupError(`PORT must be a number from 1 to 65535, not "${process.env.PORT}".`);
  if (await portTaken(port))
    throw new SetupError(`port ${port} is taken. Choose another:  PORT=${port + 1} npm start`);
  checkRoom();
  ensurePackages();
  let url = process.env.DATABASE_URL;
  let database = null;
  if (!url) {
    takeLock();
    database = await startDatabase(join(DATA, 'database'));
    started.push(database);
    url = database.url;
  }
  ensureBuilt();
  const server = await keepServer({
    DATABASE_URL: url,
    PORT: String(port),
    SEED: '1',
    BACKUPS: join(DATA, 'backups'),
  });
  started.push(server);
  // The pages tell it too.
  database?.onTrouble((words) => server.tell({ database: words }));
  say(`\nRosehip is ready:  ${server.address}\nCtrl-C ends it.`);
}

let ending = false;
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.on(signal, async () => {
    if (ending) return;
    ending = true;
    say('\nEnding …');
    await stopAll();
    process.exit(0);
  });

start().catch(async (error) => {
  fail(error);
  await stopAll();
  process.exit(1);
});
