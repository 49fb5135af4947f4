// Arrows between rooms run one way, from wherever in a room.
import { ESLint } from 'eslint';
import { expect, test } from 'vitest';

const eslint = new ESLint({ cwd: new URL('..', import.meta.url).pathname });

/** What the rules say of a file that imports something. */
async function said(filePath: string, from: string): Promise<string[]> {
  const [{ messages }] = await eslint.lintText(`export * from '${from}';\n`, { filePath });
  return messages.map((m) => m.message);
}

test.each([
  ['packages/core/src/geometry/clip.ts', '../sewing/sew.ts'],
  ['packages/core/src/stitches/open/contour/wind.ts', '../../../sewing/plan.ts'],
  ['packages/core/src/resolve/repeat/maps.ts', '../../painting/paint.ts'],
  ['packages/core/src/outlines/live/bend.ts', '../../findings/finding.ts'],
  ['packages/core/src/design/tree.ts', 'node:fs'],
  ['packages/core/src/design/tree.ts', '../../../../apps/web/src/api.ts'],
  ['apps/web/src/shelf/x.ts', '../../../server/src/app.ts'],
  ['apps/server/src/routes/x.ts', '../../../cli/src/main.ts'],
])('%s may not import %s', async (file, from) => {
  expect(await said(file, from)).toEqual([
    expect.stringMatching(/restricted|must not|anywhere|nothing from/),
  ]);
});

test.each([
  ['packages/core/src/stitches/open/contour/wind.ts', '../../../geometry/points.ts'],
  ['packages/core/src/formats/svg/read.ts', '../../sewing/plan.ts'],
  ['apps/web/src/shelf/x.ts', '../api.ts'],
  ['apps/server/src/routes/x.ts', '@rosehip/core'],
])('%s may import %s', async (file, from) => {
  expect(await said(file, from)).toEqual([]);
});
