// The families that ship with Rosehip: chosen for sewing, with even strokes and open counters.

/** What a family is for, as the list of fonts sorts it. */
export type FontUse =
  'plain' | 'rounded' | 'serif' | 'slab' | 'script' | 'brush' | 'old' | 'stencil' | 'show' | 'line';

export interface Family {
  /** The package that holds its files, without the scope; also the beginning of the ids of its faces. */
  id: string;
  use: FontUse;
  weights: readonly number[];
  /** Small letters are joined, as in handwriting. */
  joined?: boolean;
}

export const FAMILIES: readonly Family[] = [
  { id: 'commissioner', use: 'plain', weights: [500, 700] },
  { id: 'jost', use: 'plain', weights: [500, 700] },
  { id: 'lexend', use: 'plain', weights: [500, 700] },
  { id: 'oswald', use: 'plain', weights: [500] },
  { id: 'josefin-sans', use: 'plain', weights: [600] },
  { id: 'alegreya-sans', use: 'plain', weights: [500, 800] },
  { id: 'nunito', use: 'rounded', weights: [600, 800] },
  { id: 'quicksand', use: 'rounded', weights: [600] },
  { id: 'comfortaa', use: 'rounded', weights: [600] },
  { id: 'fredoka', use: 'rounded', weights: [500, 700] },
  { id: 'varela-round', use: 'rounded', weights: [400] },
  { id: 'sniglet', use: 'rounded', weights: [800] },
  { id: 'alegreya', use: 'serif', weights: [500, 800] },
  { id: 'vollkorn', use: 'serif', weights: [500, 700] },
  { id: 'cinzel', use: 'serif', weights: [600] },
  { id: 'bitter', use: 'slab', weights: [500, 700] },
  { id: 'arvo', use: 'slab', weights: [400, 700] },
  { id: 'rokkitt', use: 'slab', weights: [600] },
  { id: 'josefin-slab', use: 'slab', weights: [600] },
  { id: 'pacifico', use: 'script', weights: [400], joined: true },
  { id: 'lobster', use: 'script', weights: [400], joined: true },
  { id: 'dancing-script', use: 'script', weights: [600], joined: true },
  { id: 'cookie', use: 'script', weights: [400], joined: true },
  { id: 'leckerli-one', use: 'script', weights: [400], joined: true },
  { id: 'grand-hotel', use: 'script', weights: [400], joined: true },
  { id: 'sacramento', use: 'script', weights: [400], joined: true },
  { id: 'marck-script', use: 'script', weights: [400] },
  { id: 'courgette', use: 'brush', weights: [400] },
  { id: 'kaushan-script', use: 'brush', weights: [400] },
  { id: 'kalam', use: 'brush', weights: [700] },
  { id: 'uncial-antiqua', use: 'old', weights: [400] },
  { id: 'pirata-one', use: 'old', weights: [400] },
  { id: 'stardos-stencil', use: 'stencil', weights: [700] },
  { id: 'saira-stencil-one', use: 'stencil', weights: [400] },
  { id: 'limelight', use: 'show', weights: [400] },
  { id: 'righteous', use: 'show', weights: [400] },
  { id: 'rye', use: 'show', weights: [400] },
  { id: 'lemonada', use: 'rounded', weights: [600] },
  { id: 'secular-one', use: 'plain', weights: [400] },
];

/** Letters of single strokes; their data stands in `lines/`. */
export const LINE_FAMILIES = [
  { id: 'line-sans', name: 'One Line Plain' },
  { id: 'line-script', name: 'One Line Script' },
  { id: 'line-serif', name: 'One Line Book' },
] as const;

/** Signs that stand behind every font, in the order in which they are asked: the package of each without the scope, and its weight. */
export const SIGN_FILES = [
  { name: 'signs', id: 'noto-sans-symbols-2', weight: 400 },
  { name: 'more-signs', id: 'noto-sans-symbols', weight: 600 },
] as const;
