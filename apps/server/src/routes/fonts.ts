// Fonts: those that ship with Rosehip, file by file, unwrapped (as .ttf or .otf), and the person's own. What a font is never
// changes under its name.
import { checkAlphabet, FontError, isOwnFont, OWN_FILE } from '@rosehip/core';
import { readFontFile } from '@rosehip/fonts/files';
import type { OwnFontFile } from '@rosehip/fonts/own';
import {
  FontFileOf,
  NewAlphabet,
  NewFont,
  Nothing,
  OwnFont,
  OwnFontOf,
  OwnFonts,
  Rename,
} from '@rosehip/wire';
import { fontContent, keepFont, listFonts, removeFont, renameFont } from '../database/fonts.ts';
import { HttpError, notFound } from '../errors.ts';
import { costing } from '../limits.ts';
import type { Routes } from './route.ts';

const rateLimit = costing(20);

export const fontRoutes: Routes = async (app, { db, fontReader }) => {
  app.get('/fonts/:face/:file', { schema: { params: FontFileOf } }, async ({ params }, reply) => {
    const { face, file } = params;
    const bytes = file === OWN_FILE ? await fontContent(db, face) : await readFontFile(face, file);
    if (!bytes) throw notFound('This font');
    return (
      reply
        .header('content-type', 'font/sfnt')
        // Own fonts can go from the shelf.
        .header('cache-control', isOwnFont(face) ? 'no-store' : 'public, max-age=31536000, immutable')
        .send(Buffer.from(bytes))
    );
  });

  app.get('/own-fonts', { schema: { response: { 200: OwnFonts } } }, async () => ({
    fonts: await listFonts(db),
  }));

  app.addContentTypeParser('application/octet-stream', { parseAs: 'buffer' }, (_request, payload, done) =>
    done(null, payload),
  );

  const keep = ({ hash, bytes, facts }: OwnFontFile, file = ''): Promise<OwnFont> => {
    const name = facts.name.trim() || file.replace(/\.\w+$/, '').trim() || 'A font';
    return keepFont(db, { hash, name: name.slice(0, 120), facts, content: bytes });
  };

  app.post(
    '/own-fonts',
    { config: { rateLimit }, schema: { querystring: NewFont, response: { 201: OwnFont } } },
    async ({ body, query }, reply) => {
      if (!Buffer.isBuffer(body))
        throw new HttpError(415, 'unreadable', 'Send the font’s file as application/octet-stream.');
      return reply.status(201).send(await keep(await fontReader.read(new Uint8Array(body)), query.name));
    },
  );

  app.post(
    '/own-alphabets',
    { config: { rateLimit }, schema: { body: NewAlphabet, response: { 201: OwnFont } } },
    async ({ body }, reply) => {
      try {
        const alphabet = new TextEncoder().encode(JSON.stringify(checkAlphabet(body)));
        return reply.status(201).send(await keep(await fontReader.read(alphabet)));
      } catch (error) {
        throw error instanceof FontError ? new HttpError(422, 'unreadable', error.message) : error;
      }
    },
  );

  app.patch(
    '/own-fonts/:id',
    { schema: { params: OwnFontOf, body: Rename, response: { 204: Nothing } } },
    async ({ params, body }, reply) => {
      if (!(await renameFont(db, params.id, body.name.trim()))) throw notFound('This font');
      return reply.status(204).send();
    },
  );

  app.delete(
    '/own-fonts/:id',
    { schema: { params: OwnFontOf, response: { 204: Nothing } } },
    async ({ params }, reply) => {
      if (!(await removeFont(db, params.id))) throw notFound('This font');
      return reply.status(204).send();
    },
  );
};
