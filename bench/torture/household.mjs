// A Rosehip of its own, as `npm start` keeps one: a database and a server that are started again when they die.
import { statfsSync } from 'node:fs';
import { open, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { startDatabase } from '../../scripts/lib/database.mjs';
import { keepServer } from '../../scripts/lib/server.mjs';
import { freePort } from '../../scripts/lib/database.mjs';
import { serverProgram } from '../../scripts/lib/programs.mjs';

export const pause = (ms) => new Promise((done) => setTimeout(done, ms));

/** Starts it with everything in `folder`. */
export async function startHousehold(folder) {
  const database = await startDatabase(join(folder, 'database'));
  const port = await freePort();
  const server = await keepServer(
    { program: serverProgram, name: 'the server' },
    { DATABASE_URL: database.url, PORT: String(port), BACKUPS: join(folder, 'backups') },
  );
  database.onTrouble((words) => server.tell({ database: words }));
  const filler = join(folder, 'filler');
  let serverSince = Date.now();
  return {
    address: server.address,
    killDatabase: () => process.kill(database.pid(), 'SIGKILL'),
    /** One that has lived for less than five seconds is let be: six such deaths end `npm start`, as they should. */
    killServer() {
      if (Date.now() - serverSince < 8000) return false;
      serverSince = Date.now();
      process.kill(server.pid(), 'SIGKILL');
      return true;
    },
    /** Waits until it is well, by itself. Gives how long that took, in ms; throws after two minutes. */
    async healed() {
      const began = performance.now();
      while (performance.now() - began < 120_000) {
        const health = await fetch(`${server.address}/api/health`, {
          signal: AbortSignal.timeout(3000),
        }).catch(() => null);
        if (health?.ok) return performance.now() - began;
        await pause(50);
      }
      throw new Error('It did not come back within two minutes.');
    },
    /** Fills the disk that the folder is on, to the last byte. */
    async fillDisk() {
      const file = await open(filler, 'w');
      try {
        for (let size = 1 << 22; size >= 512;) await file.write(Buffer.alloc(size)).catch(() => (size >>= 1));
      } finally {
        await file.close();
      }
      return statfsSync(folder).bavail;
    },
    freeDisk: () => rm(filler, { force: true }),
    async stop() {
      await server.stop();
      await database.stop();
    },
  };
}
