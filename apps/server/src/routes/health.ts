// Is the server there, and its database?
import type { FastifyInstance } from 'fastify';
import { sql } from 'drizzle-orm';
import type { Services } from '../app.ts';

export function healthRoutes(app: FastifyInstance, { db }: Services): void {
  app.get(
    '/api/health',
    {
      schema: {
        response: {
          200: { properties: { status: { type: 'string' }, database: { type: 'string' } }, type: 'object' },
        },
      },
    },
    async () => {
      await db.execute(sql`SELECT 1`);
      return { status: 'ok', database: 'ok' };
    },
  );
}
