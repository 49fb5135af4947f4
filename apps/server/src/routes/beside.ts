// A sewing sheet shown on a phone beside the machine, in the home network, for as long as it is asked for.
import { Beside, BesideDone, BesideOf, BesideSheet, Nothing } from '@rosehip/wire';
import { notFound } from '../errors.ts';
import { costing } from '../limits.ts';
import type { Routes } from './route.ts';

const rateLimit = costing(20);

export const besideRoutes: Routes = async (app, { beside }) => {
  app.post(
    '/beside',
    { config: { rateLimit }, schema: { body: BesideSheet, response: { 201: Beside } } },
    async ({ body }, reply) => reply.status(201).send(await beside.show(body)),
  );

  app.get(
    '/beside/:code',
    { schema: { params: BesideOf, response: { 200: BesideDone } } },
    async ({ params }) => {
      const done = beside.done(params.code);
      if (!done) throw notFound('This sheet');
      return { done };
    },
  );

  app.delete(
    '/beside/:code',
    { schema: { params: BesideOf, response: { 204: Nothing } } },
    async ({ params }, reply) => {
      if (!(await beside.takeOff(params.code))) throw notFound('This sheet');
      return reply.status(204).send();
    },
  );
};
