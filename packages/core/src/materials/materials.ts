// What a design is sewn on and with, looked up once and handed down.
import { clothById, type Cloth } from './cloths.ts';
import { threadChart, threadIn, type Thread, type ThreadChart } from './threads.ts';

export interface Materials {
  cloth: Cloth;
  chart: ThreadChart;
  /** The thread of the chart with this code; an unknown code gives a grey stand-in that says so. */
  thread(code: string): Thread;
}

/** The materials of a design: its cloth and its thread chart. */
export function materialsOf(design: { cloth: { kind: string }; chart: string }): Materials {
  const chart = threadChart(design.chart);
  return { cloth: clothById(design.cloth.kind), chart, thread: (code) => threadIn(chart, code) };
}
