// What comes between a person and the job: at some hand of it the page is loaded anew, the server dies, ten steps go and come back, …
// The job goes on and ends the same. JOBS_BREAK names one of them, or `all` for another one for each job; without it, every other time
// that a job's turn comes it is broken.
import type { BenchPage } from '../bench-page.ts';
import { Rosehip } from '../rosehip.ts';
import { today, TURNS } from './table.ts';

export const BREAKS = ['reload', 'reopen', 'kill', 'undo', 'zoom', 'inches', 'commas'] as const;
export type Break = (typeof BREAKS)[number];

/** What breaks into a job in this run; null when nothing does. `inTurn`: it is run since its day has come. */
export function breakFor(number: number, inTurn: boolean): Break | null {
  const asked = process.env.JOBS_BREAK;
  if (asked && asked !== 'all') return asked as Break;
  if (!asked && !(inTurn && Math.floor(today() / TURNS) % 2)) return null;
  // Each job meets another one each day.
  return BREAKS[(number + today()) % BREAKS.length];
}

/** Breaks come within the first part of a job, as a share of its hands: later ones may find no step to come before. */
const EARLY = 0.6;

/**
 * Before which hand of a job something breaks in: another one each day, the same for all processes of a run. JOBS_BREAK_AT says
 * which, to see it again.
 */
export function breakAt(number: number, budget: number): number {
  const scattered = (Math.imul(number * 97 + today() * 31, 2_654_435_761) >>> 0) / 2 ** 32;
  return Number(process.env.JOBS_BREAK_AT) || 1 + Math.floor(scattered * EARLY * budget);
}

/** Steps that are undone and done again. */
const STEPS = 10;

/** Lets it happen, on the bench. */
export async function breakIn(kind: Break, bench: BenchPage): Promise<void> {
  const { page } = bench;
  if (kind === 'reload') {
    await page.reload();
    await bench.ready();
  } else if (kind === 'reopen') {
    const address = page.url();
    await page.goto('about:blank');
    await page.goto(address);
    await bench.ready();
  } else if (kind === 'kill') {
    await Rosehip.running!.kill();
    await Rosehip.running!.start();
  } else if (kind === 'undo') {
    const undo = page.getByRole('button', { name: /^Undo/ });
    let undone = 0;
    for (; undone < STEPS && (await undo.getAttribute('aria-disabled')) !== 'true'; undone++) {
      await page.keyboard.press('ControlOrMeta+z');
      await bench.ready();
    }
    for (let k = 0; k < undone; k++) await page.keyboard.press('ControlOrMeta+Shift+z');
    await bench.ready();
  } else if (kind === 'zoom') {
    const cloth = (await bench.cloth.boundingBox())!;
    await page.mouse.move(cloth.x + cloth.width * 0.4, cloth.y + cloth.height * 0.55);
    await page.mouse.wheel(0, 120);
    await bench.ready();
  }
}
