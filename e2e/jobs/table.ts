// The twenty-one jobs by which the product is judged: what a person comes to the bench to do, and in how many hands at most.

export interface Job {
  title: string;
  budget: number;
  /** The engine's part of it as one command of the shell, where that has a meaning. */
  shell?: string;
}

export const JOBS: Readonly<Record<number, Job>> = {
  1: {
    title: 'A sprig four times, mirrored, and the club’s name beneath',
    budget: 12,
    shell: 'rosehip make mirrored-four sprig.dst --out four.rosehip.json',
  },
  2: {
    title: 'Flat art with words on an arc, on a jacket; then for a cap',
    budget: 20,
    shell: 'rosehip choose house.svg --out house.rosehip.json',
  },
  3: {
    title: 'A border clicked around a moth, mended, under a new name',
    budget: 45,
    shell: 'rosehip mend moth.dst --ties --short 0.4 --out mended.dst',
  },
  4: {
    title: 'A shape filled with five words, each bent to its part',
    budget: 12,
    shell: `rosehip letter 'calm heath' --font nunito --arc 60 --out words.dst`,
  },
  5: {
    title: 'An embossed oval on towelling with a name, on another chart',
    budget: 15,
    shell: 'rosehip make emboss oval.svg --out embossed.rosehip.json',
  },
  6: {
    title: 'A satin tag with a word, on the stick, sewn',
    budget: 9,
    shell: 'rosehip stick write tag.dst --name "Tag for Orrin"',
  },
  7: {
    title: 'Forty lines like one wave, bent over a hidden word',
    budget: 10,
    shell: 'rosehip make lines-like wave.svg --out waves.dst',
  },
  8: {
    title: 'A picture on a coloured ground, for the largest hoop',
    budget: 5,
    shell: 'rosehip from-picture dusk.png --width 200 --out dusk.rosehip.json',
  },
  9: {
    title: 'A flower and its twin along 33.5 inches, a file a hooping',
    budget: 15,
    shell: 'rosehip hoopings wrap.rosehip.json --out wrap',
  },
  10: {
    title: 'Three rings of eight, printed cloth appliquéd under the third',
    budget: 25,
    shell: 'rosehip make applique rings.rosehip.json --of "Leaf 1 repeat" --out rings.dst',
  },
  11: { title: 'A leaf with a new spine and a letter in front, as one block', budget: 22 },
  12: {
    title: 'A moth, its mirrored twin, a ribbon, outlined in bean',
    budget: 15,
    shell: 'rosehip make bean-outline moths.rosehip.json --out outlined.dst',
  },
  13: {
    title: 'A petal with contour and edge, five about a patterned centre',
    budget: 25,
    shell: 'rosehip make circle-repeat petal.svg --out flower.rosehip.json',
  },
  14: {
    title: 'A light mesh beneath a finished design',
    budget: 3,
    shell: 'rosehip make knockdown badge.rosehip.json --out meshed.dst',
  },
  15: {
    title: 'Letters grown with sprigs, a panel with a motif of one’s own',
    budget: 14,
    shell: 'rosehip make grow panel.svg --out grown.dst',
  },
  16: {
    title: 'Stipple in the middle of a ring that was brought in',
    budget: 5,
    shell: 'rosehip make stipple-inside ring.dst --out filled.rosehip.json',
  },
  17: {
    title: 'A name over an oval grid that is cut out around it',
    budget: 12,
    shell: 'rosehip stitch oval.svg --recipe crosshatch --out grid.dst',
  },
  18: {
    title: 'Stipple around a finished design to the hoop’s edge',
    budget: 4,
    shell: 'rosehip make stipple-around coaster.rosehip.json --out around.dst',
  },
  19: {
    title: 'A black and white picture as a patch with words on its ring',
    budget: 18,
    shell: 'rosehip from-picture stars.png --as middle --width 89 --out stars.rosehip.json',
  },
  20: {
    title: 'A word of stitch files, bordered, with a tab set against it',
    budget: 20,
    shell: 'rosehip make bean-outline word.rosehip.json --out bordered.dst',
  },
  21: {
    title: 'A word on towelling with a smooth mesh that floats around it',
    budget: 8,
    shell: 'rosehip make knockdown word.rosehip.json --out floating.dst',
  },
};

/** `npm test` runs a third of them, turning by the day of the year: all are run every three days. `npm run jobs` runs all. */
export const TURNS = 3;

/** The day that a run began on, since 1970: its processes begin at other times, and midnight may lie between (see playwright.config.ts). */
export const today = (): number => Number(process.env.RUN_DAY);

/** Is the job run today? */
export function isDue(number: number, all: boolean): boolean {
  const day = 86_400_000 * today();
  const first = Date.UTC(new Date(day).getUTCFullYear(), 0, 1);
  return all || Math.floor((day - first) / 86_400_000) % TURNS === number % TURNS;
}
