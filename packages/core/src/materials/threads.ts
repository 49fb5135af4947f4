// Threads: charts of made-up colours, and the nearest thread to a colour.
import { converter, differenceCiede2000, parse } from 'culori';
import glowWorm from './charts/glow-worm.json' with { type: 'json' };
import hedgerow from './charts/hedgerow.json' with { type: 'json' };
import meteor from './charts/meteor.json' with { type: 'json' };
import tarn from './charts/tarn.json' with { type: 'json' };
import { THREAD_WIDTH } from './machine.ts';

export interface Thread {
  /** What is printed on the spool. */
  code: string;
  name: string;
  /** sRGB as #rrggbb. */
  colour: string;
  /** Kilometres that weigh a kilogram; left out: as many as of its chart's others. */
  weight?: number;
}

/** What thread is made of. */
export type ThreadMaterial = 'rayon' | 'polyester' | 'cotton' | 'metallic' | 'glow' | 'other';

export interface ThreadChart {
  id: string;
  name: string;
  /** Kilometres that weigh a kilogram: 40 is usual, 60 finer, 30 and 12 thicker. Single threads may have another one. */
  weight: number;
  material: ThreadMaterial;
  threads: readonly Thread[];
}

/** Charts of the person's own have ids that begin so; a design carries the one that it is sewn from. */
export const OWN_CHART = 'own-';

const LARKMOOR: [code: string, name: string, colour: string][] = [
  ['100', 'Snow', '#fffbf5'],
  ['101', 'Chalk', '#f3f0e9'],
  ['102', 'Lambswool', '#e2ded5'],
  ['103', 'Oat', '#c1bdb5'],
  ['104', 'Drystone', '#9c9890'],
  ['105', 'Lichen Grey', '#75716a'],
  ['110', 'Mist', '#e7e7eb'],
  ['111', 'Pewter', '#c6c7cb'],
  ['112', 'Slate Roof', '#9d9ea2'],
  ['113', 'Rain Cloud', '#717175'],
  ['114', 'Iron Gate', '#47474b'],
  ['115', 'Soot', '#1a1a1d'],
  ['120', 'Clotted Cream', '#fff6d1'],
  ['121', 'Primrose', '#f7ecc1'],
  ['122', 'Beeswax', '#eddea5'],
  ['123', 'Hay Bale', '#ddce96'],
  ['124', 'Barley', '#c0b17a'],
  ['125', 'Dry Bracken', '#a0925c'],
  ['130', 'Comet Tail', '#ffeeba'],
  ['131', 'Gorse Flower', '#fcdf87'],
  ['132', 'Sunlit Brass', '#f8d14f'],
  ['133', 'Buttercup', '#e7c03a'],
  ['134', 'Old Gold', '#d0aa13'],
  ['135', 'Mustard Seed', '#b08e00'],
  ['140', 'Lamplight', '#ffd6a8'],
  ['141', 'Apricot', '#ffbb69'],
  ['142', 'Marigold', '#f4a437'],
  ['143', 'Amber Glass', '#df911a'],
  ['144', 'Heather Honey', '#c17a00'],
  ['145', 'Burnt Toffee', '#996000'],
  ['150', 'Peach Skin', '#ffc1a0'],
  ['151', 'Mars at Dawn', '#ff9a5f'],
  ['152', 'Rowan Berry', '#f2823b'],
  ['153', 'Campfire', '#dd6f23'],
  ['154', 'Rust', '#bf5900'],
  ['155', 'Fox Brush', '#944300'],
  ['160', 'Shell', '#ffbaae'],
  ['161', 'Coral Bell', '#ff8b79'],
  ['162', 'Poppy', '#ef6856'],
  ['163', 'Signal Lamp', '#d24e3e'],
  ['164', 'Brick', '#b63325'],
  ['165', 'Oxide', '#970c02'],
  ['170', 'Dog Rose', '#ffb4b5'],
  ['171', 'Campion', '#ff7c84'],
  ['172', 'Rosehip', '#e45361'],
  ['173', 'Red Giant', '#c13045'],
  ['174', 'Hawthorn', '#a1012c'],
  ['175', 'Bog Cranberry', '#77001e'],
  ['180', 'Blush', '#ffcfdc'],
  ['181', 'Foxglove Pale', '#ffa0be'],
  ['182', 'Foxglove', '#e7799e'],
  ['183', 'Clover Head', '#c45b80'],
  ['184', 'Beetroot', '#9f3960'],
  ['185', 'Mulberry', '#7b1542'],
  ['190', 'Petal', '#ffd2ef'],
  ['191', 'Orchid', '#fca2df'],
  ['192', 'Willowherb', '#da83be'],
  ['193', 'Thistle', '#b5619b'],
  ['194', 'Plum Skin', '#92417a'],
  ['195', 'Damson', '#6c1d58'],
  ['200', 'Dawn Haze', '#ebd3ff'],
  ['201', 'Ling', '#d5a8f8'],
  ['202', 'Bell Heather', '#b286d3'],
  ['203', 'Nebula', '#8d62ac'],
  ['204', 'Crocus', '#6c4289'],
  ['205', 'Aubergine', '#481d62'],
  ['210', 'Twilight', '#d6d6ff'],
  ['211', 'Harebell', '#b0adfb'],
  ['212', 'Scabious', '#8b88d3'],
  ['213', 'Iris', '#6b67af'],
  ['214', 'Dusk Violet', '#4d478c'],
  ['215', 'Midnight Plum', '#2d2364'],
  ['220', 'First Star', '#c5d8ff'],
  ['221', 'Morning Glory', '#92b3fb'],
  ['222', 'Dusk Blue', '#6e8dd3'],
  ['223', 'Cornflower', '#4c69ab'],
  ['224', 'Evening', '#2f4989'],
  ['225', 'Deep Sky', '#122864'],
  ['230', 'Frost', '#c9e0ff'],
  ['231', 'Thin Ice', '#97c1f7'],
  ['232', 'Moonlit Blue', '#6f98cc'],
  ['233', 'Denim', '#4971a2'],
  ['234', 'Night Sky', '#234877'],
  ['235', 'Ink Well', '#00234c'],
  ['240', 'Glacier', '#c5e6ff'],
  ['241', 'Clear Noon', '#86cdff'],
  ['242', 'Kingfisher Back', '#63aada'],
  ['243', 'Harbour', '#4188b6'],
  ['244', 'Neptune', '#1b6793'],
  ['245', 'Deep Tarn', '#004468'],
  ['250', 'Dew', '#b5f0ff'],
  ['251', 'Shallows', '#83d6ea'],
  ['252', 'Tidepool', '#63b6c9'],
  ['253', 'Teal Duck', '#3f93a6'],
  ['254', 'Reservoir', '#0e6f81'],
  ['255', 'Peat Water', '#004b59'],
  ['260', 'Sea Glass', '#b5f3ea'],
  ['261', 'Mint Leaf', '#87ddd2'],
  ['262', 'Uranus', '#67bdb2'],
  ['263', 'Verdigris', '#439a90'],
  ['264', 'Copper Dome', '#14766c'],
  ['265', 'Spruce', '#004e47'],
  ['270', 'Cucumber', '#b6f1d0'],
  ['271', 'Spearmint', '#8bdcb1'],
  ['272', 'Clover', '#6bbb92'],
  ['273', 'Malachite', '#499971'],
  ['274', 'Fir', '#1f744f'],
  ['275', 'Deep Forest', '#004d30'],
  ['280', 'Lettuce', '#c5efbb'],
  ['281', 'Spring Larch', '#9ed691'],
  ['282', 'Fern', '#7fb673'],
  ['283', 'Meadow', '#5b904f'],
  ['284', 'Ivy', '#3b6f30'],
  ['285', 'Yew', '#154a06'],
  ['290', 'Lime Blossom', '#ddf2af'],
  ['291', 'New Leaf', '#c4de83'],
  ['292', 'Apple', '#a7c066'],
  ['293', 'Moss', '#869e43'],
  ['294', 'Sphagnum', '#637919'],
  ['295', 'Juniper', '#425200'],
  ['300', 'Pear', '#e3e6b2'],
  ['301', 'Reed', '#cacd88'],
  ['302', 'Olive Branch', '#abad69'],
  ['303', 'Bog Myrtle', '#898b48'],
  ['304', 'Old Olive', '#666723'],
  ['305', 'Marsh', '#454600'],
  ['310', 'Parchment', '#f5e2c4'],
  ['311', 'Sandstone', '#dfc79f'],
  ['312', 'Hare', '#bca47d'],
  ['313', 'Tan Leather', '#937d57'],
  ['314', 'Peat', '#6f5a35'],
  ['315', 'Dark Peat', '#4b3711'],
  ['320', 'Fawn', '#ffd4b8'],
  ['321', 'Biscuit', '#dfb396'],
  ['322', 'Otter', '#b88e72'],
  ['323', 'Chestnut', '#936a4f'],
  ['324', 'Bark', '#6e492e'],
  ['325', 'Bog Oak', '#49260b'],
  ['330', 'Mushroom', '#f4dbd3'],
  ['331', 'Dove', '#dcbcb1'],
  ['332', 'Rose Taupe', '#b89a8f'],
  ['333', 'Heath Earth', '#96796e'],
  ['334', 'Cocoa', '#6f534a'],
  ['335', 'Raven Brown', '#4a3128'],
];

/** Those that there are in a finer thread, too, for small letters and thin lines. */
const FINE = new Set(
  '100 104 112 115 122 131 134 153 162 172 173 184 194 205 224 225 234 245 255 265 275 285 305 315 325 335'.split(
    ' ',
  ),
);

/** The chart that ships with Rosehip. */
export const LARKMOOR_CHART: ThreadChart = {
  id: 'larkmoor',
  name: 'Larkmoor Rayon 40',
  weight: 40,
  material: 'rayon',
  threads: [
    ...LARKMOOR.map(([code, name, colour]) => ({ code, name, colour })),
    ...LARKMOOR.filter(([code]) => FINE.has(code)).map(([code, name, colour]) => ({
      code: `F${code}`,
      name: `Fine ${name}`,
      colour,
      weight: 60,
    })),
  ],
};

/** A chart as its file has it. */
const fromFile = (
  file: Omit<ThreadChart, 'threads' | 'material'> & { material: string; threads: (string | number)[][] },
): ThreadChart => ({
  ...file,
  material: file.material as ThreadMaterial,
  threads: (file.threads as [string, string, string, number?][]).map(([code, name, colour, weight]) => ({
    code,
    name,
    colour,
    ...(weight !== undefined && { weight }),
  })),
});

export const THREAD_CHARTS: ThreadChart[] = [
  LARKMOOR_CHART,
  fromFile(tarn),
  fromFile(hedgerow),
  fromFile(meteor),
  fromFile(glowWorm),
];

export const threadChart = (id: string): ThreadChart =>
  THREAD_CHARTS.find((chart) => chart.id === id) ?? LARKMOOR_CHART;

/** What of a design tells its chart. */
export interface HasChart {
  chart: string;
  /** The chart itself, when it is one of the person's own. */
  ownChart?: Omit<ThreadChart, 'id'>;
}

const carried = new WeakMap<object, ThreadChart>();

/** The chart that a design is sewn from. */
export function chartOf({ chart, ownChart }: HasChart): ThreadChart {
  if (!ownChart || !chart.startsWith(OWN_CHART)) return threadChart(chart);
  let known = carried.get(ownChart);
  if (known?.id !== chart) carried.set(ownChart, (known = { ...ownChart, id: chart }));
  return known;
}

/** How wide thread of a weight lies on the cloth, in mm: 0.4 for 40; its cross-section goes with its mass. */
export const threadWidthOf = (weight: number): number => THREAD_WIDTH * Math.sqrt(40 / weight);

/** The weight of a thread of a chart. */
export const weightIn = (chart: Pick<ThreadChart, 'weight'>, thread: Thread): number =>
  thread.weight ?? chart.weight;

/** A thread as lists call it: name, number, and its weight where that is another than its chart's. */
export const threadTitle = ({ name, code, weight }: Thread): string =>
  `${name} ${code}${weight === undefined ? '' : `, weight ${weight}`}`;

const byCode = new WeakMap<ThreadChart, Map<string, Thread>>();

/** The thread of a chart with this code; an unknown code gives a grey stand-in that says so. */
export function threadIn(chart: ThreadChart, code: string): Thread {
  let known = byCode.get(chart);
  if (!known) byCode.set(chart, (known = new Map(chart.threads.map((t) => [t.code, t]))));
  return known.get(code) ?? { code, name: 'Unknown thread', colour: '#8a8088' };
}

const toLab = converter('lab65');
const difference = differenceCiede2000();
const labs = new WeakMap<Thread, ReturnType<typeof toLab>>();
function labOf(thread: Thread): NonNullable<ReturnType<typeof toLab>> {
  let lab = labs.get(thread);
  if (!lab) labs.set(thread, (lab = toLab(thread.colour)!));
  return lab!;
}

/** How different two threads look, by CIEDE2000; below 2 hardly anyone can tell. */
export const differenceOfThreads = (a: Thread, b: Thread): number =>
  difference(toLab(a.colour)!, toLab(b.colour)!);

/** The chart's threads by how near they are to a CSS colour, nearest first, with CIEDE2000; none when it can't be read. */
export function nearThreads(colour: string, threads: readonly Thread[]): { thread: Thread; apart: number }[] {
  const wanted = toLab(parse(colour));
  if (!wanted) return [];
  return threads
    .map((thread) => ({ thread, apart: difference(wanted, labOf(thread))! }))
    .sort((a, b) => a.apart - b.apart);
}

/** A chart's threads of a weight; where it has none, those whose weight is nearest to it. */
export function threadsLike(weight: number, chart: Pick<ThreadChart, 'weight' | 'threads'>): Thread[] {
  const far = (thread: Thread): number => Math.abs(Math.log(weightIn(chart, thread) / weight));
  const least = Math.min(...chart.threads.map(far));
  return chart.threads.filter((thread) => far(thread) === least);
}

/** The thread of a chart's own weight that is nearest to a CSS colour, by CIEDE2000; null when the colour can't be read. */
export function nearestThread(colour: string, chart: ThreadChart): Thread | null {
  const wanted = toLab(parse(colour));
  if (!wanted) return null;
  let best: Thread | null = null;
  let least = Infinity;
  for (const thread of threadsLike(chart.weight, chart)) {
    const d = difference(wanted, labOf(thread));
    if (d < least) {
      least = d;
      best = thread;
    }
  }
  return best;
}
