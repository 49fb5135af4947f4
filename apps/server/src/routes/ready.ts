// The ready projects that ship with Rosehip.
import { ReadyProjects } from '@rosehip/wire';
import { readyMaker } from '../jobs/ready-maker.ts';
import type { Routes } from './route.ts';

export const readyRoutes: Routes = async (app) => {
  const projects = readyMaker();
  app.get('/ready-projects', { schema: { response: { 200: ReadyProjects } } }, async () => ({
    projects: await projects(),
  }));
};
