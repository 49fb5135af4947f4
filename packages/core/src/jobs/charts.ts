// A design moved to another thread chart: every thread with its nearest there; and back, exactly.
import { everyItem } from '../design/tree.ts';
import type { Design, DesignChanges, DesignObject, FromPicture, Item, OwnChart } from '../design/types.ts';
import {
  chartOf,
  nearThreads,
  OWN_CHART,
  threadIn,
  type Thread,
  type ThreadChart,
} from '../materials/threads.ts';
import { JobBuilder, JobError, type Job } from './job.ts';

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

/** Gives every thread that an item names another one; `letter` is the place in its words, where it is a letter's. */
function withThreads(item: Item, to: (code: string, letter?: number) => string): Item {
  if (item.kind === 'stitches') return { ...item, thread: to(item.thread) };
  if (item.kind === 'group')
    return item.fromPicture ? { ...item, fromPicture: pictureThreads(item.fromPicture, to) } : item;
  const next: DesignObject = { ...item, thread: to(item.thread) };
  const { outline } = next;
  if (outline.kind !== 'text' || !outline.letters?.some((l) => l.thread)) return next;
  const letters = outline.letters.map((l) => (l.thread ? { ...l, thread: to(l.thread, l.at) } : l));
  return { ...next, outline: { ...outline, letters } };
}

/** Threads that were chosen by hand for a picture's colours go, too: its steps can still be changed. */
function pictureThreads(from: FromPicture, to: (code: string) => string): FromPicture {
  const { colours, stitches } = from.choices;
  const groups = colours.groups?.map((g) => (g.thread ? { ...g, thread: to(g.thread) } : g)) ?? null;
  const chosen = stitches.shaded?.chosen?.map((code) => (code === null ? null : to(code)));
  return {
    ...from,
    choices: {
      ...from.choices,
      colours: { ...colours, groups },
      stitches: chosen ? { ...stitches, shaded: { ...stitches.shaded!, chosen } } : stitches,
    },
  };
}

/** The threads that a design uses, in the order in which it names them first. */
export function usedThreads(design: Design): Thread[] {
  const codes = new Set<string>();
  const note = (code: string): string => {
    codes.add(code);
    return code;
  };
  for (const item of everyItem(design.objects)) if (item.kind !== 'group') withThreads(item, note);
  const chart = chartOf(design);
  return [...codes].map((code) => threadIn(chart, code));
}

/** The nearest thread of a chart for every one that a design uses; `among` leaves only those that may be taken. */
export function threadMoves(
  design: Design,
  chart: ThreadChart,
  among: (thread: Thread) => boolean = () => true,
): ThreadMove[] {
  const threads = chart.threads.filter(among);
  if (!threads.length) throw new JobError('None of this chart’s threads may be taken: own some first.');
  return usedThreads(design).map((from) => {
    const [nearest, ...others] = nearThreads(from.colour, threads);
    return { from, to: nearest.thread, apart: nearest.apart, others: others.slice(0, OTHERS) };
  });
}

const asOwn = ({ name, weight, material, threads }: ThreadChart): OwnChart => ({
  name,
  weight,
  material,
  threads: threads.map(({ code, name: called, colour }) => ({ code, name: called, colour })),
});

/** What of a design says its chart. */
const chartFields = (chart: ThreadChart): Pick<DesignChanges, 'chart' | 'ownChart'> => ({
  chart: chart.id,
  ownChart: chart.id.startsWith(OWN_CHART) ? asOwn(chart) : undefined,
});

function changeThreads(builder: JobBuilder, to: (code: string, item: Item, letter?: number) => string): void {
  for (const item of [...everyItem(builder.design.objects)]) {
    const next = withThreads(item, (code, letter) => to(code, item, letter));
    if (item.kind !== 'group') builder.replace(next);
  }
  // Groups by themselves: what they hold has been changed meanwhile.
  for (const item of [...everyItem(builder.design.objects)])
    if (item.kind === 'group' && item.fromPicture)
      builder.replace(withThreads(item, (code) => to(code, item)));
}

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
      nearThreads(threadIn(now, code).colour, chart.threads)[0].thread.code,
  );
  builder.change({ ...chartFields(chart), earlierChart: undefined });
  return builder.job([]);
}
