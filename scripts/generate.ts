// Makes, from the table of stitch kinds: the design schema in docs/ and its validator as plain code (the browser's
// content policy forbids making code at run time). Run `npm run generate` after changing a kind or the schema.
import { readFileSync, writeFileSync } from 'node:fs';
import { Ajv } from 'ajv';
import standaloneCode from 'ajv/dist/standalone/index.js';
import { DESIGN_SCHEMA } from '../packages/core/src/formats/design-file/schema.ts';

const VALIDATOR = new URL('../packages/core/src/formats/design-file/validate.generated.js', import.meta.url);
const SCHEMA = new URL('../docs/design.schema.json', import.meta.url);

/** The generated files and their contents. */
export function generated(): { file: URL; text: string }[] {
  const ajv = new Ajv({
    code: { source: true, esm: true },
    allErrors: false,
    strict: false,
    inlineRefs: false,
  });
  type Standalone = (ajv: Ajv, validate: unknown) => string;
  const make = standaloneCode as unknown as Standalone & { default?: Standalone };
  const code = (make.default ?? make)(ajv, ajv.compile(DESIGN_SCHEMA));
  // One helper is fetched by require(): put its few lines in its place.
  const helper = readFileSync(
    new URL('../node_modules/ajv/dist/runtime/ucs2length.js', import.meta.url),
    'utf8',
  );
  const body = /function ucs2length[\s\S]*?\n}/.exec(helper)![0];
  const text = code.replace(
    /const (\w+) = require\("ajv\/dist\/runtime\/ucs2length"\)\.default;/g,
    (_: string, name: string) => body.replace('ucs2length', name),
  );
  if (text.includes('require(')) throw new Error('The validator still needs require(): extend this script.');
  return [
    { file: VALIDATOR, text: `// Made by \`npm run generate\`; do not edit.\n${text}\n` },
    { file: SCHEMA, text: `${JSON.stringify(DESIGN_SCHEMA, null, 2)}\n` },
  ];
}

if (process.argv[1] === new URL(import.meta.url).pathname)
  for (const { file, text } of generated()) writeFileSync(file, text);
