// `npm start`: sets everything up and runs Rosehip with its demo data.
import { existsSync, mkdirSync, readFileSync, realpathSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuilt } from './lib/build.mjs';
import { freePort, startDatabase } from './lib/database.mjs';
import { checkNode, checkRoom, ensurePackages, ROOT } from './lib/packages.mjs';
import { fail, say, SetupError } from './lib/say.mjs';
import { keepServer, portTaken } from './lib/server.mjs';
import { machineProgram, serverProgram } from './lib/programs.mjs';

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

/** The port that a setting names. */
function portFrom(name, text) {
  const port = Number(text);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new SetupError(`${name} must be a number from 1 to 65535, not "${text}".`);
  return port;
}

/** The next port that nobody uses, for the practice machine. */
async function freeAfter(port) {
  for (let next = port + 1; next < Math.min(65536, port + 50); next++)
    if (!(await portTaken(next))) return next;
  return freePort();
}

async function start() {
  checkNode();
  const port = portFrom('PORT', process.env.PORT ?? '5180');
  if (await portTaken(port))
    throw new SetupError(`port ${port} is taken. Choose another:  PORT=${port + 1} npm start`);
  const machinePort = process.env.MACHINE_PORT
    ? portFrom('MACHINE_PORT', process.env.MACHINE_PORT)
    : await freeAfter(port);
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
  const STICK = join(DATA, 'stick');
  const machine = await keepServer(
    { program: machineProgram, name: 'the practice machine' },
    { PORT: String(machinePort), STICK, LOGS: join(DATA, 'machine') },
  );
  started.push(machine);
  const server = await keepServer(
    { program: serverProgram, name: 'the server' },
    {
      DATABASE_URL: url,
      PORT: String(port),
      SEED: '1',
      BACKUPS: join(DATA, 'backups'),
      STICK,
      MACHINE: machine.address,
    },
  );
  started.push(server);
  // The pages tell it too.
  database?.onTrouble((words) => server.tell({ database: words }));
  say(
    `\nRosehip is ready:  ${server.address}\nThe practice machine stands at  ${machine.address}\nCtrl-C ends both.`,
  );
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
