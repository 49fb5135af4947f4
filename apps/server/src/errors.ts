// Errors as answers: a code for programs and a sentence for people.
import { ReadError } from '@rosehip/core';
import type { FastifyError, FastifyInstance, FastifyReply } from 'fastify';
import { Conflict } from './database/designs.ts';

export class HttpError extends Error {
  readonly status: number;
  readonly code: string;
  constructor(status: number, code: string, message: string) {
    super(message);
    this.status = status;
    this.code = code;
  }
}

export const notFound = (what: string): HttpError => new HttpError(404, 'not-found', `${what} is not here.`);

const answer = (
  reply: FastifyReply,
  status: number,
  code: string,
  message: string,
  more = {},
): FastifyReply => reply.status(status).send({ error: { code, message, ...more } });

const LOST_DATABASE = new Set([
  'ECONNREFUSED',
  'PROTOCOL_CONNECTION_LOST',
  'ECONNRESET',
  'ER_SERVER_SHUTDOWN',
]);

/** What MariaDB and its tables say when there is no room left. */
const FULL = new Set(['ER_DISK_FULL', 'ER_RECORD_FILE_FULL', 'ENOSPC', 'ER_ERROR_ON_WRITE']);
/** The same from the storage engine, which tells it by the system's number only. */
const isFull = (error: unknown): boolean =>
  FULL.has(databaseCode(error) ?? '') ||
  (databaseCode(error) === 'ER_GET_ERRNO' &&
    /\b28\b/.test(String((error as { cause?: Error }).cause?.message ?? (error as Error).message)));

/** The connection is gone: by its code, or, when it was so before the query (such as undoing a transaction), by its mark. */
const isLost = (error: unknown): boolean =>
  LOST_DATABASE.has(databaseCode(error) ?? '') ||
  ((error as { cause?: { fatal?: boolean } }).cause?.fatal ?? false);

/** The driver's error stands behind the query's. */
const databaseCode = (error: unknown): string | undefined =>
  (error as { cause?: { code?: string } }).cause?.code ?? (error as { code?: string }).code;

export function handleErrors(app: FastifyInstance): void {
  app.setNotFoundHandler((request, reply) =>
    answer(reply, 404, 'not-found', `There is nothing at ${request.url.slice(0, 120)}.`),
  );
  app.setErrorHandler((error: FastifyError, request, reply) => {
    if (error instanceof Conflict)
      return answer(reply, 409, 'conflict', error.message, { current: error.current });
    if (error instanceof ReadError) return answer(reply, 422, 'unreadable', error.message);
    if (error instanceof HttpError) return answer(reply, error.status, error.code, error.message);
    if (error.validation) return answer(reply, 400, 'bad-request', `${error.message}.`);
    if (error.statusCode === 413)
      return answer(reply, 413, 'too-large', 'The design is too large: at most 20 MB.');
    if (error.statusCode === 429)
      return answer(reply, 429, 'too-many', 'Too many requests; wait a moment and try again.');
    if (error.statusCode && error.statusCode < 500)
      return answer(reply, error.statusCode, error.code ?? 'bad-request', error.message);
    if (isLost(error))
      return answer(reply, 503, 'no-database', 'The database does not answer; try again in a moment.');
    if (isFull(error))
      return answer(reply, 507, 'disk-full', 'The disk is full: nothing was saved. Make some room on it.');
    request.log.error(error);
    return answer(reply, 500, 'internal', 'Something went wrong in the server; nothing was changed.');
  });
}
