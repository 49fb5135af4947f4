// Requests that change something come from Rosehip's own pages, or from no page at all.
import type { FastifyRequest } from 'fastify';
import { HttpError } from './errors.ts';

const READS = new Set(['GET', 'HEAD', 'OPTIONS']);

/**
 * Refuses a request of another site's page that would change something. Browsers send `Origin` and `Sec-Fetch-Site` by
 * themselves and pages can't alter them; shells and programs send neither. Throws HttpError.
 */
export function checkSameSite({ method, headers }: FastifyRequest): void {
  if (READS.has(method)) return;
  const site = headers['sec-fetch-site'];
  const strange = site !== undefined && site !== 'same-origin' && site !== 'none';
  let foreign = false;
  if (headers.origin !== undefined) {
    try {
      foreign = new URL(headers.origin).host !== headers.host;
    } catch {
      foreign = true; // "null", as a sandboxed page sends it
    }
  }
  if (strange || foreign)
    throw new HttpError(403, 'other-site', 'Only Rosehip’s own pages can change something here.');
}
