// A design moved to another thread chart: every thread with its nearest there; and back, exactly.
import type { Design, DesignChanges, OwnChart } from '../design/types.ts';
import {
  chartOf,
  nearThreads,
  OWN_CHART,
  threadIn,
  threadsLike,
  weightIn,
  type Thread,
  type ThreadChart,
} from '../materials/threads.ts';
import { JobBuilder, JobError, type Job } from './job.ts';
import { changeThreads, usedThreads } from './thread-codes.ts';

/** What becomes of one thread. */
export interface ThreadMove {
  from: Thread;
  to: Thread;
  /** How far apart they are, by CIEDE2000: below 2 hardly anyone can tell. */
  apart: number;
  /** The next nearest, nearest first. */
  others: { thread: Thread; apart: number }[];
}

/** So many others are offered. */
const OTHERS = 8;

/** The nearest thread of a chart for every one that a design uses; `among` leaves only those that may be taken. */
export function threadMoves(
  design: Design,
  chart: ThreadChart,
  among: (thread: Thread) => boolean = () => true,
): ThreadMove[] {
  const threads = chart.threads.filter(among);
  if (!threads.length) throw new JobError('None of this chart’s threads may be taken: own some first.');
  const now = chartOf(design);
  return usedThreads(design).map((from) => {
    // First of all it lies as wide as before; what lies otherwise is still offered.
    const alike = new Set(threadsLike(weightIn(now, from), { ...chart, threads }));
    const near = nearThreads(from.colour, threads);
    const nearest = near.find(({ thread }) => alike.has(thread))!;
    const others = near.filter((n) => n !== nearest).slice(0, OTHERS);
    return { from, to: nearest.thread, apart: nearest.apart, others };
  });
}

const asOwn = ({ name, weight, material, threads }: ThreadChart): OwnChart => ({
  name,
  weight,
  material,
  threads: threads.map(({ code, name: called, colour, weight: own }) => ({
    code,
    name: called,
    colour,
    ...(own !== undefined && { weight: own }),
  })),
});

/** What of a design says its chart. */
const chartFields = (chart: ThreadChart): Pick<DesignChanges, 'chart' | 'ownChart'> => ({
  chart: chart.id,
  ownChart: chart.id.startsWith(OWN_CHART) ? asOwn(chart) : undefined,
});

/** Moves a design to another chart; `codes` tells what each thread becomes. What it was is remembered in it. */
export function moveToChartJob(design: Design, chart: ThreadChart, codes: ReadonlyMap<string, string>): Job {
  if (chart.id === chartOf(design).id && [...codes].every(([from, to]) => from === to))
    throw new JobError('These are the threads that it has already.');
  const known = new Set(chart.threads.map((t) => t.code));
  const back = new Map<string, string>();
  const others: NonNullable<Design['earlierChart']>['others'] = [];
  const builder = new JobBuilder(design, `Move to ${chart.name}`);
  changeThreads(builder, (was, item, letter) => {
    const now = codes.get(was);
    if (now === undefined || !known.has(now)) return was;
    const first = back.get(now);
    if (first === undefined) back.set(now, was);
    else if (first !== was && item.kind !== 'group')
      others.push({ of: item.id, ...(letter !== undefined && { letter }), was });
    return now;
  });
  builder.change({
    ...chartFields(chart),
    earlierChart: {
      chart: design.chart,
      ...(design.ownChart && { ownChart: design.ownChart }),
      threads: [...back].map(([now, was]) => ({ now, was })),
      others,
    },
  });
  return builder.job([]);
}

/** The chart that a design was moved from last; null when it never was. */
export const earlierChartOf = ({ earlierChart }: Design): ThreadChart | null =>
  earlierChart ? chartOf(earlierChart) : null;

/** Back to the chart that it was moved from: every thread as it was; threads that came since get their nearest there. */
export function moveBackJob(design: Design): Job {
  const { earlierChart: earlier } = design;
  if (!earlier) throw new JobError('This design has always been in this chart.');
  const chart = chartOf(earlier);
  const was = new Map(earlier.threads.map((t) => [t.now, t.was]));
  const others = new Map(earlier.others.map((o) => [`${o.of} ${o.letter ?? ''}`, o.was]));
  const now = chartOf(design);
  const builder = new JobBuilder(design, `Back to ${chart.name}`);
  changeThreads(
    builder,
    (code, item, letter) =>
      others.get(`${item.id} ${letter ?? ''}`) ??
      was.get(code) ??
      nearThreads(threadIn(now, code).colour, threadsLike(weightIn(now, threadIn(now, code)), chart))[0]
        .thread.code,
  );
  builder.change({ ...chartFields(chart), earlierChart: undefined });
  return builder.job([]);
}
