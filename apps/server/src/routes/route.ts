// What all routes have in common.
import { Failure } from '@rosehip/wire';
import type { FastifyPluginAsyncTypebox } from '@fastify/type-provider-typebox';
import type { RouteOptions } from 'fastify';
import type { Services } from '../app.ts';

/** A subject's routes: a plugin of their own, which hold their schemas and what they need of the server. */
export type Routes = FastifyPluginAsyncTypebox<Services>;

/** Every route may also answer with a failure. */
export function withFailures(route: RouteOptions): void {
  const { response } = (route.schema ??= {}) as { response?: object };
  route.schema.response = { '4xx': Failure, '5xx': Failure, ...response };
}

type Told<T> = {
  [K in keyof T]: T[K] extends Date ? string : T[K] extends Date | null ? string | null : T[K];
};

/** A row as it is told over the wire: its moments as text. */
export const told = <T extends object>(row: T): Told<T> =>
  Object.fromEntries(
    Object.entries(row).map(([key, value]) => [key, value instanceof Date ? value.toISOString() : value]),
  ) as Told<T>;
