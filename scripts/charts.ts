// Makes the thread charts that ship with Rosehip beside its first: `npx tsx scripts/charts.ts`. Colours lie on even steps of
// lightness, chroma and hue (OKLCH); names are put together from what is seen on and above the moor, none twice.
import { formatHex, toGamut } from 'culori';
import { writeFileSync } from 'node:fs';

const OUT = new URL('../packages/core/src/materials/charts/', import.meta.url);
const inGamut = toGamut('rgb', 'oklch');

/** What a hue is called by, from 0° on in steps of 30°. */
const HUES = [
  ['Foxglove', 'Campion', 'Thrift', 'Ragged Robin'],
  ['Rose Hip', 'Rowan', 'Robin', 'Holly Berry'],
  ['Rust', 'Ember', 'Fox', 'Clay'],
  ['Apricot', 'Lantern', 'Marmalade', 'Kestrel'],
  ['Straw', 'Honey', 'Gorse', 'Wren'],
  ['Bracken', 'Moss', 'Lichen', 'Willow'],
  ['Fern', 'Birch Leaf', 'Clover', 'Rush'],
  ['Pine', 'Bottle', 'Juniper', 'Sedge'],
  ['Tarn', 'Kingfisher', 'Spring Water', 'Teal'],
  ['Sky', 'Lake', 'Harebell', 'Swallow'],
  ['Dusk', 'Bluebell', 'Ink', 'Nightfall'],
  ['Heather', 'Ling', 'Thistle', 'Sloe'],
];
const GREYS = ['Stone', 'Slate', 'Fleece', 'Smoke'];
/** From light to dark. */
const LIGHTS = [
  ['Palest', 'Frosted', 'Morning', 'Misted'],
  ['Pale', 'Washed', 'Early', 'Dewy'],
  ['Light', 'Soft', 'Summer', 'Sunlit'],
  ['Clear', 'Bright', 'Full', 'Open'],
  ['Warm', 'True', 'Autumn', 'Evening'],
  ['Deep', 'Rich', 'Winter', 'Shaded'],
  ['Dark', 'Old', 'Night', 'Peaty'],
  ['Darkest', 'Moonless', 'Midnight', 'Sunken'],
];

interface Plan {
  id: string;
  name: string;
  material: string;
  weight: number;
  /** Of hues, of lightness, of chroma. */
  hues: number;
  lights: number;
  chromas: number[];
  greys: number;
  range: [number, number];
  code: (n: number) => string;
  /** Some of them there are in another weight, too: every so manieth. */
  also?: { weight: number; called: string; letter: string; every: number };
}

const PLANS: Plan[] = [
  {
    id: 'tarn',
    name: 'Tarn Polyester 40',
    material: 'polyester',
    weight: 40,
    hues: 24,
    lights: 8,
    chromas: [0.16, 0.07],
    greys: 12,
    range: [0.94, 0.24],
    code: (n) => `T${1001 + n}`,
  },
  {
    id: 'hedgerow',
    name: 'Hedgerow Cotton 30',
    material: 'cotton',
    weight: 30,
    hues: 18,
    lights: 6,
    chromas: [0.15, 0.06],
    greys: 10,
    range: [0.92, 0.3],
    code: (n) => `H${101 + n}`,
    also: { weight: 12, called: 'Thick', letter: 'K', every: 9 },
  },
  {
    id: 'meteor',
    name: 'Meteor Metallic 40',
    material: 'metallic',
    weight: 40,
    hues: 16,
    lights: 5,
    chromas: [0.09],
    greys: 20,
    range: [0.88, 0.4],
    code: (n) => `M${201 + n}`,
  },
  {
    id: 'glow-worm',
    name: 'Glow-worm 30',
    material: 'glow',
    weight: 30,
    hues: 24,
    lights: 4,
    chromas: [0.12],
    greys: 4,
    range: [0.96, 0.72],
    code: (n) => `G${501 + n}`,
  },
];

for (const { id, name, material, weight, hues, lights, chromas, greys, range, code, also } of PLANS) {
  const used = new Set<string>();
  const threads: [string, string, string, number?][] = [];
  /** The first name that is free, of those that fit best. */
  const named = (families: readonly string[], light: number): string => {
    const words = LIGHTS[Math.round(light * (LIGHTS.length - 1))];
    for (const family of families)
      for (const word of words) {
        const full = `${word} ${family}`;
        if (used.has(full)) continue;
        used.add(full);
        return full;
      }
    throw new Error(`No name is left for ${families[0]} in ${name}.`);
  };
  const add = (families: readonly string[], light: number, l: number, c: number, h: number): void => {
    const colour = formatHex(inGamut({ mode: 'oklch', l, c, h }));
    if (threads.some((t) => t[2] === colour)) return;
    threads.push([code(threads.length), named(families, light), colour]);
  };
  const lightness = (k: number, of: number): number => range[0] + ((range[1] - range[0]) * k) / (of - 1);
  for (let k = 0; k < greys; k++) add(GREYS, k / (greys - 1), lightness(k, greys), 0.006, 80);
  chromas.forEach((chroma, dull) => {
    for (let h = 0; h < hues; h++) {
      const hue = (360 * (h + (dull ? 0.5 : 0))) / hues;
      // Neighbours of one hue's name begin with different words.
      const families = HUES[Math.floor(hue / 30) % 12];
      const from = (h + dull) % families.length;
      const turned = [...families.slice(from), ...families.slice(0, from)];
      for (let k = 0; k < lights; k++) {
        const l = lightness(k, lights);
        // Very light and very dark colours have less of it.
        const share = Math.max(0.25, 1 - Math.abs(l - 0.62) * 1.5);
        add(turned, k / (lights - 1), l, chroma * share, hue);
      }
    }
  });
  if (also)
    threads.push(
      ...threads
        .filter((_, i) => i % also.every === 0)
        .map(([number, called, colour]): [string, string, string, number] => [
          `${also.letter}${number}`,
          `${also.called} ${called}`,
          colour,
          also.weight,
        ]),
    );
  writeFileSync(new URL(`${id}.json`, OUT), `${JSON.stringify({ id, name, material, weight, threads })}\n`);
  console.log(name, threads.length);
}
