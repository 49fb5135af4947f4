// A job as a test: from what is given to the file in hand, as a person does it. What it took is kept where JOBS_OUT says.
import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { decodeDst, Move } from '@rosehip/core';
import { unzipSync } from 'fflate';
import { BenchPage } from '../bench-page.ts';
import { Rosehip } from '../rosehip.ts';
import { test, type Page } from '@playwright/test';
import { breakAt, breakFor } from './breaks.ts';
import { Hands } from './hands.ts';
import { isDue, JOBS } from './table.ts';

/** Where the results of a run are kept; all jobs are run then. */
const OUT = process.env.JOBS_OUT;

export interface JobResult {
  number: number;
  hands: number;
  seconds: number;
  stitches: number;
  trims: number;
  colours: number;
}

function figuresOf(files: Uint8Array[]): Pick<JobResult, 'stitches' | 'trims' | 'colours'> {
  const sum = { stitches: 0, trims: 0, colours: 0 };
  for (const { move } of files.map(decodeDst)) {
    sum.stitches += move.filter((m) => m === Move.stitch).length;
    sum.trims += move.filter((m) => m === Move.trim).length;
    sum.colours = Math.max(sum.colours, 1 + move.filter((m) => m === Move.change).length);
  }
  return sum;
}

async function keep(number: number, hands: Hands, bench: BenchPage): Promise<void> {
  const { taken } = bench;
  if (!OUT || !taken) return;
  const files = taken.name.endsWith('.zip')
    ? Object.values(unzipSync(new Uint8Array(taken.bytes)))
    : [taken.bytes];
  const result: JobResult = {
    number,
    hands: hands.taken,
    seconds: Math.round(hands.seconds * 10) / 10,
    ...figuresOf(files),
  };
  await mkdir(OUT, { recursive: true });
  await writeFile(join(OUT, `${number}.json`), JSON.stringify(result));
  await writeFile(join(OUT, `${number}${taken.name.slice(taken.name.lastIndexOf('.'))}`), taken.bytes);
  await writeFile(join(OUT, `${number}.rosehip.json`), JSON.stringify(hands.design));
}

/** What was to be seen, and what was on the bench, tell more than what was not found. */
async function keepFailure(number: number, page: Page, bench: BenchPage): Promise<void> {
  const seen = page.locator('body').innerText({ timeout: 2000 });
  const says = await seen.catch(() => 'nothing');
  console.log(`Job ${number} stopped at ${page.url()}, where it says: ${says.slice(0, 400)}`);
  try {
    await page.screenshot({ path: test.info().outputPath('bench.png'), timeout: 2000 });
    await writeFile(test.info().outputPath('bench.rosehip.json'), JSON.stringify(await bench.document()));
  } catch {
    // The page is gone, or shows no bench.
  }
}

/** Makes a test of a job of the table. Its body ends its hands by `hands.done()`, and then looks at what came of it. */
export function job(
  number: number,
  body: (given: { page: Page; bench: BenchPage; hands: Hands }) => Promise<void>,
): void {
  const { title, budget } = JOBS[number];
  const all = !!OUT || !!process.env.ALL_JOBS;
  if (!isDue(number, all)) return;
  const breaking = breakFor(number, !all);
  const at = breakAt(number, budget);
  const told = breaking ? `, broken by ${breaking} at ${at}` : '';
  test(`job ${number}, in ${budget} hands${told}: ${title}`, async ({ browser }) => {
    const context = await browser.newContext({
      viewport: { width: 1280, height: 800 },
      acceptDownloads: true,
      ...(breaking === 'commas' && { locale: 'de-DE' }),
    });
    const page = await context.newPage();
    page.on('dialog', (dialog) => void dialog.accept());
    // Each job begins with units of its own: the one before may have had others.
    await page.request.put(`${Rosehip.running!.address}/api/settings/units`, {
      data: { value: breaking === 'inches' ? 'in' : 'mm' },
    });
    const bench = new BenchPage(page);
    const hands = new Hands(bench, number, budget, breaking, at);
    try {
      await body({ page, bench, hands });
    } catch (error) {
      await keepFailure(number, page, bench);
      throw error;
    }
    await keep(number, hands, bench);
    await context.close();
  });
}
