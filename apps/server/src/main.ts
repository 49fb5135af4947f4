// Starts the server from its environment: DATABASE_URL, PORT, HOSTS (further host names), SEED (demo data),
// BACKUPS (a folder for each night's copy), STICK (a folder that stands for a memory stick), MACHINE (where the practice
// machine shows its screen), BESIDE_PORT (where phones reach a sheet that is shown to them).
import { buildApp } from './app.ts';
import { othersComeFirst } from './come-after.ts';
import { connectDatabase } from './database/connect.ts';
import { DatabaseWatch } from './database/watch.ts';

const tell = (message: { address: string } | { problem: string }): void => {
  if (process.send) process.send(message);
  else console.log('address' in message ? message.address : message.problem);
};

async function main(): Promise<void> {
  othersComeFirst();
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is not set.');
  const port = Number(process.env.PORT ?? 5180);
  const connection = await connectDatabase(url);
  // Its designs and pictures are most of the program: read where they are wanted only.
  if (process.env.SEED) await (await import('./seed.ts')).seedDemo(connection.db);
  const watch = new DatabaseWatch(url);
  const app = await buildApp(connection, {
    watch,
    backups: process.env.BACKUPS,
    stick: process.env.STICK,
    machine: process.env.MACHINE,
    besidePort: Number(process.env.BESIDE_PORT ?? 0),
    hosts: process.env.HOSTS?.split(',').filter(Boolean),
    log: true,
  });
  const end = async (): Promise<void> => {
    await app.close();
    await connection.pool.end();
    process.exit(0);
  };
  process.on('SIGTERM', end);
  process.on('SIGINT', end);
  // Who keeps the database running knows more of it than the silence on the line says.
  process.on('message', (message: { database?: string | null }) => {
    if (message.database !== undefined) watch.told = message.database;
  });
  // Whoever started this server is gone: so is its reason to run.
  if (process.send) process.on('disconnect', end);
  tell({ address: await app.listen({ port, host: '127.0.0.1' }) });
}

main().catch((error: NodeJS.ErrnoException & { cause?: NodeJS.ErrnoException }) => {
  const code = error.code ?? error.cause?.code;
  const problems: Record<string, string> = {
    EADDRINUSE: `port ${process.env.PORT} is taken. Choose another with PORT=…`,
    ECONNREFUSED: 'the database does not answer. Check DATABASE_URL, or leave it out to use a private one.',
    ER_ACCESS_DENIED_ERROR: 'the database refuses the name or password in DATABASE_URL.',
    ER_BAD_DB_ERROR: 'the database named in DATABASE_URL does not exist; create it first.',
    ENOTFOUND: 'the host in DATABASE_URL is not known.',
    ER_DISK_FULL: 'the disk is full. Make room for 300 MB and start again.',
    ENOSPC: 'the disk is full. Make room for 300 MB and start again.',
  };
  tell({ problem: problems[code ?? ''] ?? `the server could not start: ${error.message}` });
  process.exit(1);
});
