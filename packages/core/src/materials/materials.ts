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

/** A cloth as it is to be sewn with thread of a weight: thinner thread lies closer, thicker one farther apart. */
function clothFor(cloth: Cloth, weight: number): Cloth {
  if (weight === 40) return cloth;
  const threadWidth = threadWidthOf(weight);
  const density = Math.round((100 * cloth.density * THREAD_WIDTH) / threadWidth) / 100;
  return { ...cloth, density, threadWidth };
}

const sewnFrom = new WeakMap<ThreadChart, Map<string, Cloth>>();

/** A cloth as it is to be sewn with the threads of a chart: in the chart's weight, and under each thread of another one. */
export function clothSewnFrom(cloth: Cloth, chart: ThreadChart): Cloth {
  let cloths = sewnFrom.get(chart);
  if (!cloths) sewnFrom.set(chart, (cloths = new Map()));
  let known = cloths.get(cloth.id);
  if (!known) {
    known = clothFor(cloth, chart.weight);
    const others = chart.threads.filter((t) => t.weight !== undefined && t.weight !== chart.weight);
    if (others.length)
      known = {
        ...known,
        under: Object.fromEntries(others.map((t) => [t.code, clothFor(cloth, t.weight!)])),
      };
    cloths.set(cloth.id, known);
  }
  return known;
}

/** The materials of a design: its cloth, as its thread asks for, and its thread chart. */
export function materialsOf(design: { cloth: { kind: string } } & HasChart): Materials {
  const chart = chartOf(design);
  return {
    cloth: clothSewnFrom(clothById(design.cloth.kind), chart),
    chart,
    thread: (code) => threadIn(chart, code),
  };
}
