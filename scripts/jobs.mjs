// `npm run jobs`: every job in the real interface, and what it took as a table and a sheet of pictures in docs/.
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createCanvas, loadImage } from '@napi-rs/canvas';
import { tsImport } from 'tsx/esm/api';
import { runBrowserTests } from './lib/browser-tests.mjs';
import { ensureBuilt } from './lib/build.mjs';
import { run } from './lib/children.mjs';
import { startDatabase } from './lib/database.mjs';
import { checkNode, ensurePackages, ensureBrowser, ROOT } from './lib/packages.mjs';
import { fail, say } from './lib/say.mjs';

const OUT = join(ROOT, '.data', 'jobs');
const PAGE = join(ROOT, 'docs', 'jobs.md');
const SHEET = join(ROOT, 'docs', 'screenshots', 'jobs.png');

/** Pictures of the sheet, in pixels. */
const CELL = { across: 7, width: 220, height: 220, room: 10, label: 24 };

const resultOf = (number) => {
  const file = join(OUT, `${number}.json`);
  return existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : null;
};

async function runJobs() {
  const chromium = ensureBrowser();
  const folder = join(ROOT, '.data', 'jobs-database');
  rmSync(folder, { recursive: true, force: true });
  rmSync(OUT, { recursive: true, force: true });
  const database = await startDatabase(folder);
  try {
    return await runBrowserTests(['e2e/jobs', '--reporter=list'], {
      TEST_DATABASE_URL: database.url,
      CHROMIUM: chromium,
      JOBS_OUT: OUT,
    });
  } finally {
    await database.stop();
  }
}

/** A picture of what a job ended with, as the command line paints it. */
async function pictureOf(number) {
  const out = join(OUT, `${number}.png`);
  // Words of stitch files are known to the shelf that has their alphabet only: then the file itself is painted.
  const design = join(OUT, `${number}.rosehip.json`);
  const file = join(OUT, `${number}.dst`);
  const stitched = readFileSync(design, 'utf8').includes('"font":"own-');
  const from = stitched && existsSync(file) ? file : design;
  const bin = join(ROOT, 'apps', 'cli', 'bin', 'rosehip.mjs');
  await run(process.execPath, [bin, 'render', from, '--view', 'cloth', '--width', '660', '--out', out], {});
  return loadImage(out);
}

async function drawSheet(numbers) {
  const { across, width, height, room, label } = CELL;
  const rows = Math.ceil(numbers.length / across);
  const canvas = createCanvas(across * (width + room) + room, rows * (height + label + room) + room);
  const ctx = canvas.getContext('2d');
  ctx.fillStyle = '#fffdf8';
  ctx.fillRect(0, 0, canvas.width, canvas.height);
  for (const [k, number] of numbers.entries()) {
    const picture = await pictureOf(number);
    const [x, y] = [
      room + (k % across) * (width + room),
      room + Math.floor(k / across) * (height + label + room),
    ];
    const scale = Math.min(width / picture.width, height / picture.height);
    const [w, h] = [picture.width * scale, picture.height * scale];
    ctx.drawImage(picture, x + (width - w) / 2, y + (height - h) / 2, w, h);
    ctx.fillStyle = '#2a1c2b';
    ctx.font = '15px sans-serif';
    ctx.textAlign = 'center';
    ctx.fillText(String(number), x + width / 2, y + height + 18);
  }
  writeFileSync(SHEET, await canvas.encode('png'));
}

function pageOf(jobs, results) {
  const count = (n) => n.toLocaleString('en-GB');
  const rows = results.map(
    (r) =>
      `| ${r.number} | ${jobs[r.number].title} | ${r.hands} | ${jobs[r.number].budget} | ${r.seconds} | ${count(r.stitches)} | ${r.trims} | ${r.colours} |`,
  );
  const sum = (of) => results.reduce((total, r) => total + of(r), 0);
  return `# Twenty-one jobs

What people come to the bench to do, each from what is given to the file in hand, done in the real interface by mouse and keyboard. _Hands_ are counted: one press,
one drag, one field typed with its Enter, one key chord, one point set while drawing. Each job ends with a look at the file that was taken away, or at the practice
machine's log. \`npm run jobs\` does all of them and writes this page; \`npm test\` does a third, another one each day.

| # | job | hands | at most | seconds | stitches | trims | colours |
| --- | --- | --- | --- | --- | --- | --- | --- |
${rows.join('\n')}
| | **together** | **${sum((r) => r.hands)}** | ${sum((r) => jobs[r.number].budget)} | ${Math.round(sum((r) => r.seconds))} | | | |

_Seconds_ are those of a browser that is driven without a pause: what the bench itself takes. Of several files the trims are added up.

![What the jobs end with](screenshots/jobs.png)

## From a shell

The engine's part of a job, where it makes sense by itself, as one command:

\`\`\`sh
${results.flatMap((r) => (jobs[r.number].shell ? [`${jobs[r.number].shell}  # ${r.number}`] : [])).join('\n')}
\`\`\`
`;
}

async function main() {
  checkNode();
  ensurePackages();
  ensureBuilt();
  const { JOBS } = await tsImport('../e2e/jobs/table.ts', import.meta.url);
  const code = await runJobs();
  const results = Object.keys(JOBS).flatMap((number) => resultOf(number) ?? []);
  const missing = Object.keys(JOBS).filter((number) => !resultOf(number));
  if (code !== 0 || missing.length) fail(`Not all jobs were done: ${missing.join(', ') || 'see above'}.`);
  await drawSheet(results.map((r) => r.number));
  writeFileSync(PAGE, pageOf(JOBS, results));
  await run('npx', ['prettier', '--write', '--log-level', 'warn', PAGE], {});
  say(`\n${results.length} jobs, ${results.reduce((sum, r) => sum + r.hands, 0)} hands: docs/jobs.md`);
}

await main();
