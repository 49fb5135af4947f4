// How much one browser, or one address without one, may ask for in a minute.
import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import fastifyCookie from '@fastify/cookie';
import rateLimit from '@fastify/rate-limit';
import type { FastifyInstance, FastifyRequest } from 'fastify';

const SESSION = 'rosehip-session';
/** Requests a minute of one browser. */
const MOST = 1200;
/** Requests a minute of all who come from one address without a session, such as many browsers' first ones. */
const MOST_UNKNOWN = 3000;

/** The limit of a route whose requests cost as much as `times` plain ones. */
export const costing = (times: number): { max: number } => ({ max: Math.floor(MOST / times) });

/** Sessions of this process: a name and its seal. Whoever comes with another gets a new one. */
const secret = randomBytes(32);
const sealOf = (name: string): string => createHmac('sha256', secret).update(name).digest('base64url');

function sessionOf(request: FastifyRequest): string | null {
  const [name, seal] = (request.cookies[SESSION] ?? '').split('.');
  if (!name || !seal) return null;
  const [given, right] = [Buffer.from(seal), Buffer.from(sealOf(name))];
  return given.length === right.length && timingSafeEqual(given, right) ? name : null;
}

/**
 * Limits by session, so that many people behind one address don't hold each other up. A session can't be made up, and
 * getting one counts against the address.
 */
export async function limitRequests(app: FastifyInstance): Promise<void> {
  await app.register(fastifyCookie);
  app.addHook('onRequest', async (request, reply) => {
    if (sessionOf(request)) return;
    const name = randomBytes(12).toString('base64url');
    reply.setCookie(SESSION, `${name}.${sealOf(name)}`, { httpOnly: true, sameSite: 'strict', path: '/' });
  });
  await app.register(rateLimit, {
    timeWindow: '1 minute',
    cache: 20_000,
    keyGenerator: (request) => sessionOf(request) ?? `address ${request.ip}`,
    max: (_request, key) => (key.startsWith('address ') ? MOST_UNKNOWN : MOST),
  });
}
