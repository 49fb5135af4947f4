// Makes the catalogue of the fonts that ship with Rosehip from their packages, and docs/fonts.md with their licences. Run
// `npm run fonts` after a change of packages/fonts/src/families.ts.
import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import {
  fontOf,
  installFont,
  isSign,
  NARROWEST,
  smallestHeight,
  thinStroke,
  tightCounter,
  TIGHTEST,
} from '@rosehip/core';
import { FAMILIES, LINE_FAMILIES, SIGN_FILES, type Family } from '../packages/fonts/src/families.ts';
import type { FontFace, FontFamily } from '../packages/fonts/src/index.ts';
import { unwrapped } from '../packages/fonts/src/files.ts';

const CATALOGUE = new URL('../packages/fonts/src/catalogue.json', import.meta.url);
const SIGNS = new URL('../packages/fonts/src/signs.json', import.meta.url);
const DOCS = new URL('../docs/fonts.md', import.meta.url);
const require = createRequire(new URL('../packages/fonts/src/index.ts', import.meta.url));

/** Files in the order in which they are asked for a letter. */
const SUBSETS = [
  'latin',
  'latin-ext',
  'greek',
  'greek-ext',
  'cyrillic',
  'cyrillic-ext',
  'hebrew',
  'arabic',
  'vietnamese',
];
const SCRIPTS: Record<string, string> = {
  greek: 'Greek',
  cyrillic: 'Cyrillic',
  hebrew: 'Hebrew',
  arabic: 'Arabic',
  vietnamese: 'Vietnamese',
};

const json = (id: string, file: string) =>
  JSON.parse(readFileSync(require.resolve(`@fontsource/${id}/${file}`), 'utf8'));

const rangesOf = (text: string): [number, number][] =>
  text.split(',').map((part) => {
    const [a, b] = part.trim().slice(2).split('-');
    return [parseInt(a, 16), parseInt(b ?? a, 16)];
  });

/** Who made a family, as its licence says, without addresses. */
const authorsOf = (attribution: string): string =>
  attribution
    .replace(/\([^)]*(@|\/\/|www)[^)]*\)/g, '')
    .replace(/Copyright|\bby\b|\(c\)|\b(19|20)\d\d\b/gi, '')
    .split(/,? with |\.(?=\s|$)|[\w-]+(\[\w+\])?\.ttf|\S+@/)[0]
    .replace(/[\s,]+/g, ' ')
    .trim();

async function faceOf({ id }: Family, weight: number): Promise<FontFace> {
  const face = `${id}-${weight}`;
  const file = require.resolve(`@fontsource/${id}/files/${id}-latin-${weight}-normal.woff2`);
  await installFont(face, 'latin', await unwrapped(readFileSync(file)));
  const stroke = thinStroke(fontOf(face));
  return {
    id: face,
    weight,
    smallest: smallestHeight(stroke, tightCounter(fontOf(face))),
    stroke: Math.round(stroke * 1000) / 1000,
  };
}

async function familyOf(family: Family): Promise<FontFamily> {
  const { family: name, subsets, license } = json(family.id, 'metadata.json');
  const unicode: Record<string, string> = json(family.id, 'unicode.json');
  const files = SUBSETS.filter((subset) => subsets.includes(subset)).map((subset) => ({
    name: subset,
    covers: rangesOf(unicode[subset] ?? 'U+0000-00FF'),
  }));
  const faces = [];
  for (const weight of family.weights) faces.push(await faceOf(family, weight));
  return {
    id: family.id,
    name,
    use: family.use,
    joined: !!family.joined,
    scripts: SUBSETS.filter((s) => subsets.includes(s) && SCRIPTS[s]).map((s) => SCRIPTS[s]),
    licence: license.type,
    by: authorsOf(license.attribution),
    files,
    faces,
  };
}

const families: FontFamily[] = [];
for (const family of FAMILIES) families.push(await familyOf(family));
/** Down to this height strokes of thread stay apart, in mm. */
const LINES_FROM = 3;
for (const { id, name } of LINE_FAMILIES)
  families.push({
    id,
    name,
    use: 'line',
    joined: false,
    scripts: [],
    licence: 'Hershey',
    by: 'A. V. Hershey, U.S. National Bureau of Standards',
    files: [
      {
        name: 'strokes',
        covers: [
          [0x20, 0x7e],
          [0xa0, 0xa0],
          [0xc0, 0x17f],
          [0x2013, 0x2019],
        ],
      },
    ],
    faces: [{ id: `${id}-1`, weight: 1, smallest: LINES_FROM, stroke: 0 }],
  });
writeFileSync(CATALOGUE, `${JSON.stringify(families)}\n`);

/** The signs that a file has: first and last of each stretch. */
async function signsOf({ name, id, weight }: (typeof SIGN_FILES)[number]) {
  const file = require.resolve(`@fontsource/${id}/files/${id}-symbols-${weight}-normal.woff2`);
  await installFont(name, name, await unwrapped(readFileSync(file)));
  const codes = [...fontOf(name).sources[0].characters()].sort((a, b) => a - b);
  const covers: [number, number][] = [];
  for (const code of codes) {
    if (!isSign(code)) continue;
    const last = covers.at(-1);
    if (last?.[1] === code - 1) last[1] = code;
    else covers.push([code, code]);
  }
  return { name, covers };
}

const signs = [];
for (const file of SIGN_FILES) signs.push(await signsOf(file));
writeFileSync(SIGNS, `${JSON.stringify(signs)}\n`);
writeFileSync(
  DOCS,
  `# Fonts

Rosehip ships with these families, all under the SIL Open Font License 1.1 or as said. *From* is the smallest height of
capitals, in mm, at which a face's thin strokes are ${NARROWEST} mm wide (narrower ones are no satin), and a quarter of the counters of its letters no narrower than ${TIGHTEST} mm
(narrower ones close).

| family | faces | from | scripts beside Latin | licence | by |
| --- | --- | --- | --- | --- | --- |
${families
  .map(
    (f) =>
      `| ${f.name} | ${f.faces.map((x) => x.weight).join(', ')} | ${f.faces.map((x) => x.smallest).join(', ')} | ${f.scripts.join(', ')} | ${f.licence} | ${f.by.replace(/\|/g, '/')} |`,
  )
  .join('\n')}

## Letters of single strokes

The strokes of *One Line Plain*, *One Line Script* and *One Line Book* are the Hershey fonts, which were created by Dr. A. V.
Hershey while working at the U.S. National Bureau of Standards. The format of the data in the distribution from which they
were converted was created by James Hurt, Cognition, Inc., 900 Technology Park Drive, Billerica, MA 01821. Their accents and
marks were drawn for Rosehip. They may be used by anyone for any purpose.

## Signs

Hearts, stars, flowers and other signs that a font has none of are taken from Noto Sans Symbols and Noto Sans Symbols 2 (OFL-1.1), as
high beside its capitals as beside their own.

## Fonts of pages and sheets

Figtree and Fraunces (OFL-1.1), Noto Sans with its Hebrew and Arabic (OFL-1.1), Kosugi for Japanese (Apache-2.0), WDXL Lubrifont SC for Chinese (OFL-1.1),
Nanum Gothic for Korean (OFL-1.1).
`,
);
