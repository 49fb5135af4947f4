// Designs: the shelf's list, loading, saving, and their pictures.
import { checkDesign, stitchKind } from '@rosehip/core';
import { applyPatch, type Operation } from 'rfc6902';
import {
  ById,
  ByNumber,
  History,
  Labelling,
  HistoryQuery,
  Loaded,
  NewDesign,
  Nothing,
  Rename,
  RevisionName,
  Save,
  Saved,
  Shelf,
  ShelfQuery,
} from '@rosehip/wire';
import {
  createDesign,
  labelDesigns,
  listDesigns,
  loadDesign,
  renameDesign,
  saveRevision,
  setDeleted,
  type ShelfRow,
} from '../database/designs.ts';
import { listRevisions, nameRevision } from '../database/revisions.ts';
import { DELETED_DAYS } from '../database/thinning.ts';
import { HttpError, notFound } from '../errors.ts';
import { costing } from '../limits.ts';
import { told, type Routes } from './route.ts';

const MISSING = 'This design';

/** Revisions keep the ids of their stitch kinds; people look for names. */
const withKindNames = (row: ShelfRow): ShelfRow =>
  row.summary?.kinds
    ? {
        ...row,
        summary: { ...row.summary, kinds: row.summary.kinds.map((id) => stitchKind(id)?.name ?? id) },
      }
    : row;

export const designRoutes: Routes = async (app, { db, summaries }) => {
  /** Pictures and figures that are missing follow by themselves; nobody waits for them. */
  async function completeSoon(entries: ShelfRow[]): Promise<void> {
    for (const { id, revision, summary, problem } of entries) {
      if (summary || problem) continue;
      summaries.hurry(id);
      if (summaries.isMaking(id, revision)) continue;
      if (summaries.busy) return; // the others at a later look
      const loaded = await loadDesign(db, id, revision);
      if (loaded) summaries.makeSoon(id, revision, loaded.design);
    }
  }

  /** A revision's design after what was sent as changes to it. Throws 412 when that can't be what was meant. */
  async function changedDesign(id: string, basedOn: number, changes: Save['changes']): Promise<object> {
    if (!changes) throw new HttpError(400, 'bad-request', 'A save brings a design, or its changes.');
    const design = (await loadDesign(db, id, basedOn))?.design;
    const problems = design && applyPatch(design, changes.patch as Operation[]);
    if (!design || problems?.some(Boolean) || JSON.stringify(design).length !== changes.length)
      throw new HttpError(
        412,
        'changes',
        'These changes don’t fit what is kept here: send the whole design.',
      );
    return design;
  }

  app.get(
    '/designs',
    { schema: { querystring: ShelfQuery, response: { 200: Shelf } } },
    async ({ query }) => {
      const entries = await listDesigns(db, query.deleted);
      if (!query.deleted) completeSoon(entries).catch(() => {}); // tried again at the next look
      return { designs: entries.map((entry) => told(withKindNames(entry))), deletedDays: DELETED_DAYS };
    },
  );

  app.post(
    '/designs',
    { config: { rateLimit: costing(4) }, schema: { body: NewDesign, response: { 201: Saved } } },
    async ({ body }, reply) => {
      const design = checkDesign(body.design);
      const id = await createDesign(db, design, body.label);
      summaries.makeAfterRest(id, 1, design);
      return reply.status(201).send({ id, revision: 1 });
    },
  );

  app.post(
    '/designs/labels',
    { schema: { body: Labelling, response: { 204: Nothing } } },
    async ({ body }, reply) => {
      const tidy = (labels: readonly string[]): string[] => labels.map((label) => label.trim());
      if (!(await labelDesigns(db, body.ids, tidy(body.add), tidy(body.remove)))) throw notFound(MISSING);
      return reply.status(204).send();
    },
  );

  app.get('/designs/:id', { schema: { params: ById, response: { 200: Loaded } } }, async ({ params }) => {
    const loaded = await loadDesign(db, params.id);
    if (!loaded) throw notFound(MISSING);
    return loaded;
  });

  app.put(
    '/designs/:id',
    { config: { rateLimit: costing(2) }, schema: { params: ById, body: Save, response: { 200: Saved } } },
    async ({ params, body }) => {
      const notes: string[] = [];
      const { changes, ...save } = body;
      const sent = save.design ?? (await changedDesign(params.id, save.basedOn, changes));
      const design = checkDesign(sent, notes);
      const revision = await saveRevision(db, params.id, { ...save, design });
      if (revision === null) throw notFound(MISSING);
      summaries.makeAfterRest(params.id, revision, design);
      return { id: params.id, revision, ...(notes.length && { healed: true }) };
    },
  );

  app.patch(
    '/designs/:id',
    { schema: { params: ById, body: Rename, response: { 200: Saved } } },
    async ({ params, body }) => {
      const revision = await renameDesign(db, params.id, body.name.trim());
      if (revision === null) throw notFound(MISSING);
      return { id: params.id, revision };
    },
  );

  app.post(
    '/designs/:id/duplicate',
    { config: { rateLimit: costing(4) }, schema: { params: ById, response: { 201: Saved } } },
    async ({ params }, reply) => {
      const loaded = await loadDesign(db, params.id);
      if (!loaded) throw notFound(MISSING);
      const copy = { ...loaded.design, name: `${loaded.design.name.slice(0, 112)} (copy)` };
      const id = await createDesign(db, copy, 'Duplicate', undefined, loaded.labels);
      summaries.makeSoon(id, 1, copy);
      return reply.status(201).send({ id, revision: 1 });
    },
  );

  app.delete(
    '/designs/:id',
    { schema: { params: ById, response: { 204: Nothing } } },
    async ({ params }, reply) => {
      if (!(await setDeleted(db, params.id, true))) throw notFound(MISSING);
      return reply.status(204).send();
    },
  );

  app.post(
    '/designs/:id/restore',
    { schema: { params: ById, response: { 204: Nothing } } },
    async ({ params }, reply) => {
      if (!(await setDeleted(db, params.id, false))) throw notFound(MISSING);
      return reply.status(204).send();
    },
  );

  app.get(
    '/designs/:id/revisions',
    { schema: { params: ById, querystring: HistoryQuery, response: { 200: History } } },
    async ({ params, query }) => {
      const list = await listRevisions(db, params.id, query.before);
      if (!list.length && !query.before) throw notFound(MISSING);
      return { revisions: list.map(told) };
    },
  );

  app.get(
    '/designs/:id/revisions/:number',
    { schema: { params: ByNumber, response: { 200: Loaded } } },
    async ({ params }) => {
      const loaded = await loadDesign(db, params.id, params.number);
      if (!loaded) throw notFound('This revision');
      return loaded;
    },
  );

  app.patch(
    '/designs/:id/revisions/:number',
    { schema: { params: ByNumber, body: RevisionName, response: { 204: Nothing } } },
    async ({ params, body }, reply) => {
      if (!(await nameRevision(db, params.id, params.number, body.name.trim() || null)))
        throw notFound('This revision');
      return reply.status(204).send();
    },
  );

  app.get(
    '/designs/:id/revisions/:number/picture.png',
    { schema: { params: ByNumber } },
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
};
