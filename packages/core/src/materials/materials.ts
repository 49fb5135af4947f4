// What a design is sewn on and with, looked up once and handed down.
import { clothById, type Cloth } from './cloths.ts';
import { THREAD_WIDTH } from './machine.ts';
import { chartOf, threadIn, threadWidthOf, type HasChart, type Thread, type ThreadChart } from './threads.ts';

export interface Materials {
  cloth: Cloth;
  chart: ThreadChart;
  /** The thread of the chart with this code; an unknown code gives a grey stand-in that says so. */
  thread(code: string): Thread;
}

const sewnWith = new Map<string, Cloth>();

/** A cloth as it is to be sewn with thread of a weight: thinner thread lies closer, thicker one farther apart. */
export function clothFor(cloth: Cloth, weight: number): Cloth {
  if (weight === 40) return cloth;
  const key = `${cloth.id} ${weight}`;
  let known = sewnWith.get(key);
  if (!known) {
    const threadWidth = threadWidthOf(weight);
    const density = Math.round((100 * cloth.density * THREAD_WIDTH) / threadWidth) / 100;
    sewnWith.set(key, (known = { ...cloth, density, threadWidth }));
  }
  return known;
}

/** The materials of a design: its cloth, as its thread asks for, and its thread chart. */
export function materialsOf(design: { cloth: { kind: string } } & HasChart): Materials {
  const chart = chartOf(design);
  return {
    cloth: clothFor(clothById(design.cloth.kind), chart.weight),
    chart,
    thread: (code) => threadIn(chart, code),
  };
}
