// `rosehip threads`: the threads of a design, or the design moved to another chart.
import {
  applyCommand,
  chartOf,
  moveToChartJob,
  readChart,
  ReadError,
  THREAD_CHARTS,
  threadMoves,
  usedThreads,
  OWN_CHART,
  type ThreadChart,
} from '@rosehip/core';
import { basename } from 'node:path';
import { bytesOf, readAny, writeDesign } from './files.ts';
import { UsageError } from './usage-error.ts';

/** A chart by its id, or from a CSV or GPL file. */
async function chartFrom(to: string): Promise<ThreadChart> {
  const known = THREAD_CHARTS.find(({ id }) => id === to);
  if (known) return known;
  if (!/\.(csv|txt|tsv|gpl)$/i.test(to))
    throw new UsageError(
      `There is no chart "${to}"; there are ${THREAD_CHARTS.map((c) => c.id).join(', ')}, or a .csv or .gpl file.`,
    );
  const called = basename(to).replace(/\.\w+$/, '');
  try {
    const { chart, problems } = readChart(new TextDecoder().decode(await bytesOf(to)), called);
    for (const problem of problems) console.error(`${to}: ${problem}`);
    const id = called.toLowerCase().replace(/[^a-z0-9]+/g, '-');
    return { ...chart, id: `${OWN_CHART}${id}`.slice(0, 40).replace(/-$/, '') };
  } catch (error) {
    if (error instanceof ReadError) throw new UsageError(`${to}: ${error.message}`);
    throw error;
  }
}

export async function threads(input: string, { to, out }: { to?: string; out?: string }): Promise<void> {
  const design = await readAny(input);
  if (to === undefined) {
    console.log(`${chartOf(design).name}`);
    for (const { code, name, colour, weight } of usedThreads(design))
      console.log([code, name, colour, ...(weight === undefined ? [] : [`weight ${weight}`])].join('\t'));
    return;
  }
  const chart = await chartFrom(to);
  const moves = threadMoves(design, chart);
  for (const { from, to: next, apart } of moves)
    console.log(`${from.code} ${from.name} -> ${next.code} ${next.name} (${apart.toFixed(1)})`);
  if (out === undefined) return;
  const codes = new Map(moves.map(({ from, to: next }) => [from.code, next.code]));
  await writeDesign(out, applyCommand(design, moveToChartJob(design, chart, codes).command).design);
}
