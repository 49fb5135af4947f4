// Is the server there, and its database?
import type { FastifyInstance } from 'fastify';
import type { Services } from '../app.ts';

export function healthRoutes(app: FastifyInstance, { watch }: Services): void {
  app.get('/api/health', { schema: {} }, async (_request, reply) => {
    if (!watch.problem) await watch.look();
    if (watch.problem) return reply.status(503).send({ status: 'waiting', database: watch.problem });
    return { status: 'ok', database: 'ok' };
  });
}
