// The fonts that ship with Rosehip, file by file, unwrapped (as .ttf or .otf). They never change under their names.
import { readFontFile } from '@rosehip/fonts/files';
import { FontFileOf } from '@rosehip/wire';
import { notFound } from '../errors.ts';
import type { Routes } from './route.ts';

export const fontRoutes: Routes = async (app) => {
  app.get('/fonts/:face/:file', { schema: { params: FontFileOf } }, async ({ params }, reply) => {
    const bytes = await readFontFile(params.face, params.file);
    if (!bytes) throw notFound('This font');
    return reply
      .header('content-type', 'font/sfnt')
      .header('cache-control', 'public, max-age=31536000, immutable')
      .send(Buffer.from(bytes));
  });
};
