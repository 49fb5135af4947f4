// What is kept for reuse: thread charts, motifs and recipes; and the person's settings.
import { randomUUID } from 'node:crypto';
import type { PlainOutline } from '@rosehip/core';
import {
  AllSettings,
  ById,
  KeptRecipes,
  MadeMotif,
  MadeRecipe,
  Motifs,
  NewChart,
  NewMotif,
  NewRecipe,
  Nothing,
  OwnChartOf,
  Settings,
  ThreadCharts,
} from '@rosehip/wire';
import { and, asc, eq } from 'drizzle-orm';
import { Type } from 'typebox';
import { checkChart, checkMotif, checkRecipe } from '../database/checked.ts';
import { OWNER } from '../database/owner.ts';
import { motifs, recipes, settings, threadCharts } from '../database/schema.ts';
import { notFound } from '../errors.ts';
import { told, type Routes } from './route.ts';

export const shelfRoutes: Routes = async (app, { db }) => {
  app.get('/thread-charts', { schema: { response: { 200: ThreadCharts } } }, async () => {
    const rows = await db
      .select()
      .from(threadCharts)
      .where(eq(threadCharts.owner, OWNER))
      .orderBy(asc(threadCharts.name));
    return { charts: rows.map(({ owner: _, ...chart }) => chart) };
  });

  app.put(
    '/thread-charts/:id',
    { schema: { params: OwnChartOf, body: NewChart, response: { 204: Nothing } } },
    async ({ params, body }, reply) => {
      const chart = { ...checkChart(body), owner: OWNER };
      await db
        .insert(threadCharts)
        .values({ id: params.id, ...chart })
        .onDuplicateKeyUpdate({ set: chart });
      return reply.status(204).send();
    },
  );

  app.delete(
    '/thread-charts/:id',
    { schema: { params: OwnChartOf, response: { 204: Nothing } } },
    async ({ params }, reply) => {
      const [result] = await db
        .delete(threadCharts)
        .where(and(eq(threadCharts.id, params.id), eq(threadCharts.owner, OWNER)));
      if (!result.affectedRows) throw notFound('This thread chart');
      return reply.status(204).send();
    },
  );

  app.get('/motifs', { schema: { response: { 200: Motifs } } }, async () => {
    const rows = await db.select().from(motifs).where(eq(motifs.owner, OWNER)).orderBy(asc(motifs.name));
    return { motifs: rows.map((row) => ({ ...told(row), outline: row.outline as PlainOutline })) };
  });

  app.post(
    '/motifs',
    { schema: { body: NewMotif, response: { 201: MadeMotif } } },
    async ({ body }, reply) => {
      const id = randomUUID();
      const kept = checkMotif(body);
      await db.insert(motifs).values({ id, owner: OWNER, name: body.name, ...kept, madeAt: new Date() });
      return reply.status(201).send({ id });
    },
  );

  app.delete(
    '/motifs/:id',
    { schema: { params: ById, response: { 204: Nothing } } },
    async ({ params }, reply) => {
      const [result] = await db.delete(motifs).where(and(eq(motifs.id, params.id), eq(motifs.owner, OWNER)));
      if (!result.affectedRows) throw notFound('This motif');
      return reply.status(204).send();
    },
  );

  app.get('/recipes', { schema: { response: { 200: KeptRecipes } } }, async () => {
    const rows = await db
      .select()
      .from(recipes)
      .where(eq(recipes.owner, OWNER))
      .orderBy(asc(recipes.name), asc(recipes.id));
    return { recipes: rows.map(told) };
  });

  app.post(
    '/recipes',
    { schema: { body: NewRecipe, response: { 201: MadeRecipe } } },
    async ({ body }, reply) => {
      const id = randomUUID();
      const recipe = checkRecipe(body.recipe);
      await db.insert(recipes).values({
        id,
        owner: OWNER,
        name: body.name.trim(),
        cloth: body.cloth,
        recipe,
        changedAt: new Date(),
      });
      return reply.status(201).send({ id });
    },
  );

  const own = (id: string) => and(eq(recipes.id, id), eq(recipes.owner, OWNER));
  app.put(
    '/recipes/:id',
    { schema: { params: ById, body: NewRecipe, response: { 204: Nothing } } },
    async ({ params, body }, reply) => {
      const recipe = checkRecipe(body.recipe);
      const [result] = await db
        .update(recipes)
        .set({ name: body.name.trim(), cloth: body.cloth, recipe, changedAt: new Date() })
        .where(own(params.id));
      if (!result.affectedRows) throw notFound('This recipe');
      return reply.status(204).send();
    },
  );

  app.delete(
    '/recipes/:id',
    { schema: { params: ById, response: { 204: Nothing } } },
    async ({ params }, reply) => {
      const [result] = await db.delete(recipes).where(own(params.id));
      if (!result.affectedRows) throw notFound('This recipe');
      return reply.status(204).send();
    },
  );

  app.get('/settings', { schema: { response: { 200: AllSettings } } }, async () => {
    const rows = await db.select().from(settings).where(eq(settings.owner, OWNER));
    return { settings: Object.fromEntries(rows.map((r) => [r.name, r.value])) as Settings };
  });

  for (const [name, value] of Object.entries(Settings.properties)) {
    app.put(
      `/settings/${name}`,
      { schema: { body: Type.Object({ value: Type.Unsafe<unknown>(value) }), response: { 204: Nothing } } },
      async ({ body }, reply) => {
        await db
          .insert(settings)
          .values({ owner: OWNER, name, value: body.value })
          .onDuplicateKeyUpdate({ set: { value: body.value } });
        return reply.status(204).send();
      },
    );
  }
};
