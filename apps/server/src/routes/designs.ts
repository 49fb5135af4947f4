// Designs: the shelf's list, loading, saving, and their pictures.
import { checkDesign } from '@rosehip/core';
import type { FastifyInstance } from 'fastify';
import type { Services } from '../app.ts';
import {
  createDesign,
  listDesigns,
  loadDesign,
  renameDesign,
  saveRevision,
  setDeleted,
  type Save,
  type ShelfEntry,
  type ShelfOrder,
} from '../database/designs.ts';
import { listRevisions, nameRevision } from '../database/revisions.ts';
import { DELETED_DAYS } from '../database/thinning.ts';
import { HttpError, notFound } from '../errors.ts';
import { costing } from '../limits.ts';

const uuid = { type: 'string', pattern: '^[0-9a-f-]{36}$' };
const idParams = { type: 'object', required: ['id'], properties: { id: uuid } };
const revisionParams = {
  type: 'object',
  required: ['id', 'number'],
  properties: { ...idParams.properties, number: { type: 'integer', minimum: 1 } },
};
const olderThan = {
  type: 'object',
  properties: { before: { type: 'integer', minimum: 2 } },
};
const name = { type: 'string', minLength: 1, maxLength: 120, pattern: '\\S' };
const label = { type: 'string', maxLength: 200 };
const saved = {
  type: 'object',
  properties: { id: { type: 'string' }, revision: { type: 'integer' } },
};
const MISSING = 'This design';
interface IdParams {
  Params: { id: string };
}

export function designRoutes(app: FastifyInstance, { db, summaries }: Services): void {
  /** Pictures and figures that are missing follow by themselves; nobody waits for them. */
  async function completeSoon(entries: ShelfEntry[]): Promise<void> {
    for (const { id, revision, summary, problem } of entries) {
      if (summary || problem || summaries.isMaking(id, revision)) continue;
      if (summaries.busy) return; // the others at a later look
      const loaded = await loadDesign(db, id, revision);
      if (loaded) summaries.makeSoon(id, revision, loaded.design);
    }
  }

  app.get<{ Querystring: { search: string; order: ShelfOrder; deleted: boolean } }>(
    '/api/designs',
    {
      schema: {
        querystring: {
          type: 'object',
          properties: {
            search: { type: 'string', maxLength: 120, default: '' },
            order: { enum: ['changed', 'name', 'made'], default: 'changed' },
            /** What can be brought back instead of what is there. */
            deleted: { type: 'boolean', default: false },
          },
        },
      },
    },
    async ({ query }) => {
      const entries = await listDesigns(db, query.search, query.order, query.deleted);
      if (!query.deleted) completeSoon(entries).catch(() => {}); // tried again at the next look
      return { designs: entries, deletedDays: DELETED_DAYS };
    },
  );

  app.post<{ Body: { design: unknown; label: string } }>(
    '/api/designs',
    {
      config: { rateLimit: costing(4) },
      schema: {
        body: {
          type: 'object',
          required: ['design'],
          properties: { design: { type: 'object' }, label: { ...label, default: 'New design' } },
        },
        response: { 201: saved },
      },
    },
    async ({ body }, reply) => {
      const design = checkDesign(body.design);
      const id = await createDesign(db, design, body.label);
      summaries.makeSoon(id, 1, design);
      return reply.status(201).send({ id, revision: 1 });
    },
  );

  app.get<IdParams>('/api/designs/:id', { schema: { params: idParams } }, async ({ params }) => {
    const loaded = await loadDesign(db, params.id);
    if (!loaded) throw notFound(MISSING);
    return loaded;
  });

  app.put<IdParams & { Body: Omit<Save, 'design'> & { design: unknown } }>(
    '/api/designs/:id',
    {
      config: { rateLimit: costing(2) },
      schema: {
        params: idParams,
        body: {
          type: 'object',
          required: ['basedOn', 'design'],
          properties: {
            basedOn: { type: 'integer', minimum: 1 },
            design: { type: 'object' },
            label: { ...label, default: 'Edit' },
            saveId: uuid,
            unanswered: { type: 'array', maxItems: 50, items: uuid },
          },
        },
        response: { 200: saved },
      },
    },
    async ({ params, body }) => {
      const design = checkDesign(body.design);
      const revision = await saveRevision(db, params.id, { ...body, design });
      if (revision === null) throw notFound(MISSING);
      summaries.makeSoon(params.id, revision, design);
      return { id: params.id, revision };
    },
  );

  app.patch<IdParams & { Body: { name: string } }>(
    '/api/designs/:id',
    {
      schema: {
        params: idParams,
        body: { type: 'object', required: ['name'], properties: { name } },
        response: { 200: saved },
      },
    },
    async ({ params, body }) => {
      const revision = await renameDesign(db, params.id, body.name.trim());
      if (revision === null) throw notFound(MISSING);
      return { id: params.id, revision };
    },
  );

  app.post<IdParams>(
    '/api/designs/:id/duplicate',
    { config: { rateLimit: costing(4) }, schema: { params: idParams, response: { 201: saved } } },
    async ({ params }, reply) => {
      const loaded = await loadDesign(db, params.id);
      if (!loaded) throw notFound(MISSING);
      const copy = { ...loaded.design, name: `${loaded.design.name.slice(0, 112)} (copy)` };
      const id = await createDesign(db, copy, 'Duplicate');
      summaries.makeSoon(id, 1, copy);
      return reply.status(201).send({ id, revision: 1 });
    },
  );

  app.delete<IdParams>('/api/designs/:id', { schema: { params: idParams } }, async ({ params }, reply) => {
    if (!(await setDeleted(db, params.id, true))) throw notFound(MISSING);
    return reply.status(204).send();
  });

  app.post<IdParams>(
    '/api/designs/:id/restore',
    { schema: { params: idParams } },
    async ({ params }, reply) => {
      if (!(await setDeleted(db, params.id, false))) throw notFound(MISSING);
      return reply.status(204).send();
    },
  );

  app.get<IdParams & { Querystring: { before?: number } }>(
    '/api/designs/:id/revisions',
    {
      schema: {
        params: idParams,
        querystring: olderThan,
      },
    },
    async ({ params, query }) => {
      const list = await listRevisions(db, params.id, query.before);
      if (!list.length && !query.before) throw notFound(MISSING);
      return { revisions: list };
    },
  );

  app.get<{ Params: { id: string; number: number } }>(
    '/api/designs/:id/revisions/:number',
    { schema: { params: revisionParams } },
    async ({ params }) => {
      const loaded = await loadDesign(db, params.id, params.number);
      if (!loaded) throw notFound('This revision');
      return loaded;
    },
  );

  app.patch<{ Params: { id: string; number: number }; Body: { name: string } }>(
    '/api/designs/:id/revisions/:number',
    {
      schema: {
        params: revisionParams,
        body: {
          type: 'object',
          required: ['name'],
          properties: { name: { type: 'string', maxLength: 120 } },
        },
      },
    },
    async ({ params, body }, reply) => {
      if (!(await nameRevision(db, params.id, params.number, body.name.trim() || null)))
        throw notFound('This revision');
      return reply.status(204).send();
    },
  );

  app.get<{ Params: { id: string; number: number } }>(
    '/api/designs/:id/revisions/:number/picture.png',
    { schema: { params: revisionParams } },
    async ({ params }, reply) => {
      let png = await summaries.picture(params.id, params.number);
      if (!png) {
        const loaded = await loadDesign(db, params.id, params.number);
        if (!loaded) throw notFound('This picture');
        const problem = await summaries.problem(params.id, params.number);
        if (problem) throw new HttpError(422, 'no-picture', problem);
        png = await summaries.make(params.id, params.number, loaded.design);
      }
      // A revision never changes, so neither does its picture.
      return reply
        .type('image/png')
        .header('cache-control', 'private, max-age=31536000, immutable')
        .send(png);
    },
  );
}
