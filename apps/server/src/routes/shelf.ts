// What is kept for reuse: thread charts and motifs; and the person's settings.
import { randomUUID } from 'node:crypto';
import { outlineBounds } from '@rosehip/core';
import { asc, eq } from 'drizzle-orm';
import type { FastifyInstance } from 'fastify';
import type { Services } from '../app.ts';
import { checkOutline, SETTINGS } from '../database/checked.ts';
import { motifs, settings, threadCharts } from '../database/schema.ts';
import { HttpError, notFound } from '../errors.ts';

const motifParams = {
  type: 'object',
  required: ['id'],
  properties: { id: { type: 'string', pattern: '^[0-9a-f-]{36}$' } },
};

export function shelfRoutes(app: FastifyInstance, { db }: Services): void {
  app.get('/api/thread-charts', { schema: {} }, async () => ({
    charts: await db.select().from(threadCharts).orderBy(asc(threadCharts.name)),
  }));

  app.get('/api/motifs', { schema: {} }, async () => ({
    motifs: await db.select().from(motifs).orderBy(asc(motifs.name)),
  }));

  app.post<{ Body: { name: string; outline: unknown } }>(
    '/api/motifs',
    {
      schema: {
        body: {
          type: 'object',
          required: ['name', 'outline'],
          properties: {
            name: { type: 'string', minLength: 1, maxLength: 120 },
            outline: { type: 'object' },
          },
        },
      },
    },
    async ({ body }, reply) => {
      const outline = checkOutline(body.outline);
      const b = outlineBounds(outline);
      if (!b) throw new HttpError(422, 'empty', 'A motif needs at least two points.');
      const id = randomUUID();
      const [width, height] = [b.maxX - b.minX, b.maxY - b.minY];
      await db.insert(motifs).values({ id, name: body.name, outline, width, height, madeAt: new Date() });
      return reply.status(201).send({ id });
    },
  );

  app.delete<{ Params: { id: string } }>(
    '/api/motifs/:id',
    { schema: { params: motifParams } },
    async ({ params }, reply) => {
      const [result] = await db.delete(motifs).where(eq(motifs.id, params.id));
      if (!result.affectedRows) throw notFound('This motif');
      return reply.status(204).send();
    },
  );

  app.get('/api/settings', { schema: {} }, async () => {
    const rows = await db.select().from(settings);
    return {
      settings: Object.fromEntries(rows.filter((r) => r.name in SETTINGS).map((r) => [r.name, r.value])),
    };
  });

  for (const [name, value] of Object.entries(SETTINGS)) {
    app.put<{ Body: { value: unknown } }>(
      `/api/settings/${name}`,
      { schema: { body: { type: 'object', required: ['value'], properties: { value } } } },
      async ({ body }, reply) => {
        await db
          .insert(settings)
          .values({ name, value: body.value })
          .onDuplicateKeyUpdate({ set: { value: body.value } });
        return reply.status(204).send();
      },
    );
  }
}
