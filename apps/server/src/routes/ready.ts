// The ready projects that ship with Rosehip.
import { ReadyProjects } from '@rosehip/wire';
import { readyProjects } from '../../../../demo/ready.ts';
import type { Routes } from './route.ts';

export const readyRoutes: Routes = async (app) => {
  // They never change while the server runs.
  const projects = readyProjects();
  app.get('/ready-projects', { schema: { response: { 200: ReadyProjects } } }, async () => ({ projects }));
};
