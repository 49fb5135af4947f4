// The ready projects are made in a worker thread when they are first asked for; they never change while the server runs.
import { Piscina } from 'piscina';
import type { ReadyProject } from '../../../../demo/ready.ts';
import { READY_WORKER } from '../paths.ts';

async function make(): Promise<ReadyProject[]> {
  const pool = new Piscina<null, ReadyProject[]>({ ...READY_WORKER, maxThreads: 1 });
  pool.on('error', () => {}); // as in summaries.ts
  try {
    return await pool.run(null);
  } finally {
    await pool.destroy();
  }
}

/** Gives the ready projects; what failed is tried anew by whoever asks next. */
export function readyMaker(): () => Promise<ReadyProject[]> {
  let made: Promise<ReadyProject[]> | null = null;
  return () =>
    (made ??= make().catch((error: unknown) => {
      made = null;
      throw error;
    }));
}
