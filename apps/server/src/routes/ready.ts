// The ready projects that ship with Rosehip.
import { ReadyProjects } from '@rosehip/wire';
import { Piscina } from 'piscina';
import type { ReadyProject } from '../../../../demo/ready.ts';
import { READY_WORKER } from '../paths.ts';
import type { Routes } from './route.ts';

async function make(): Promise<ReadyProject[]> {
  const pool = new Piscina<null, ReadyProject[]>({ filename: READY_WORKER, maxThreads: 1 });
  try {
    return await pool.run(null);
  } finally {
    await pool.destroy();
  }
}

export const readyRoutes: Routes = async (app) => {
  // Made when they are first asked for; they never change while the server runs.
  let made: Promise<ReadyProject[]> | null = null;
  app.get('/ready-projects', { schema: { response: { 200: ReadyProjects } } }, async () => {
    made ??= make().catch((error: unknown) => {
      made = null;
      throw error;
    });
    return { projects: await made };
  });
};
