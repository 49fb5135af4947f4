// Errors as answers: a code for programs and a sentence for people.
import { ReadError } from '@rosehip/core';
import type { Socket } from 'node:net';
import type { ConnectionError, FastifyError, FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
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

/** Requests that never come to a route, answered in the same way: addresses that can't be decoded, and what is no HTTP. */
export const beforeRoutes = {
  frameworkErrors(_error: FastifyError, request: FastifyRequest, reply: FastifyReply): void {
    void answer(reply, 400, 'bad-request', `The address ${request.url.slice(0, 120)} can’t be read.`);
  },
  clientErrorHandler(error: ConnectionError, socket: Socket): void {
    if (error.code === 'ECONNRESET' || socket.destroyed) return;
    const [status, code, message] =
      error.code === 'ERR_HTTP_REQUEST_TIMEOUT'
        ? ['408 Request Timeout', 'too-slow', 'The request took too long to arrive.']
        : error.code === 'HPE_HEADER_OVERFLOW'
          ? ['431 Request Header Fields Too Large', 'too-large', 'The request’s head is too large.']
          : ['400 Bad Request', 'bad-request', 'This is not a request that can be read.'];
    const body = JSON.stringify({ error: { code, message } });
    if (socket.writable)
      socket.write(
        `HTTP/1.1 ${status}\r\nContent-Length: ${Buffer.byteLength(body)}\r\nContent-Type: application/json\r\nConnection: close\r\n\r\n${body}`,
      );
    socket.destroy(error);
  },
};

export const nothingHere = (request: FastifyRequest, reply: FastifyReply): FastifyReply =>
  answer(reply, 404, 'not-found', `There is nothing at ${request.url.slice(0, 120)}.`);

export function handleErrors(app: FastifyInstance): void {
  app.setErrorHandler((error: FastifyError, request, reply) => {
    if (error instanceof Conflict)
      return answer(reply, 409, 'conflict', error.message, { current: error.current });
    if (error instanceof ReadError) return answer(reply, 422, 'unreadable', error.message);
    if (error instanceof HttpError) return answer(reply, error.status, error.code, error.message);
    if (error.validation) return answer(reply, 400, 'bad-request', `${error.message}.`);
    if (error.statusCode === 413)
      return answer(reply, 413, 'too-large', 'This is too large: at most 20 MB can be sent.');
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
