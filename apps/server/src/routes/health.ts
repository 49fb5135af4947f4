// Is the server there, and its database?
import { Health } from '@rosehip/wire';
import type { Routes } from './route.ts';

export const healthRoutes: Routes = async (app, { watch }) => {
  app.get('/health', { schema: { response: { 200: Health, 503: Health } } }, async (_request, reply) => {
    if (!watch.problem) await watch.look();
    if (watch.problem) return reply.status(503).send({ status: 'waiting', database: watch.problem });
    return { status: 'ok' as const, database: 'ok' };
  });
};
