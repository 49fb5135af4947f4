// Lettering: how a stroke is stitched follows from its width, so that one recipe does for a text of any size.
import {
  completeSettings,
  compensationSetting,
  densitySetting,
  type KindOf,
  type Setting,
  type StitchInput,
  type ValuesOf,
} from '../kind.ts';
import { Memo } from '../../design/memo.ts';
import type { Recipe } from '../../design/types.ts';
import { run } from '../run.ts';
import { onMachineGrid, type Point } from '../../geometry/points.ts';
import { movedRegion, type Region } from '../../geometry/region.ts';
import { anywhereOutline } from '../../outlines/same.ts';
import { outlineBounds } from '../../outlines/transform.ts';
import type { SewnThread } from '../thread.ts';
import { SMALL, smallOutline } from './small.ts';
import { FILLED_FROM, spacingSetting, underlaySetting } from './settings.ts';
import { satin, TOO_NARROW, type AcrossRules, type SatinSettings } from './satin.ts';

/** Strokes narrower than this are widened, or sewn as a line, in mm. */
const NARROW = 1;
/** Strokes wider than this are filled, or split, in mm. */
const WIDE = 7;

const SETTINGS = [
  spacingSetting,
  {
    name: 'thin',
    label: 'Thin strokes',
    type: 'choice',
    choices: [
      { value: 'widen', label: 'widened to 1 mm' },
      { value: 'keep', label: 'as narrow as they are' },
      { value: 'line', label: 'as a bean line' },
    ],
    default: 'widen',
    help: 'What becomes of letters whose strokes are narrower than 1 mm everywhere.',
  },
  {
    name: 'wide',
    label: 'Wide strokes',
    type: 'choice',
    choices: [
      { value: 'fill', label: 'filled' },
      { value: 'split', label: 'as split satin' },
      { value: 'early', label: 'filled from 3.5 mm on' },
    ],
    default: 'fill',
    help: 'What becomes of words whose strokes are mostly wider than 7 mm; all of their letters are sewn alike.',
  },
  {
    name: 'edge',
    label: 'Edge',
    type: 'choice',
    more: true,
    choices: [
      { value: 'none', label: 'none' },
      { value: 'run', label: 'a run' },
      { value: 'bean', label: 'a bean line' },
      { value: 'satin', label: 'narrow satin' },
    ],
    default: 'none',
    help: 'A line along the edge of every letter, sewn last in the same thread. For one of another thread, make an edge of the words.',
  },
  {
    name: 'small',
    label: 'Small letters',
    type: 'choice',
    more: true,
    choices: [
      { value: 'own', label: 'by rules of their own' },
      { value: 'same', label: 'like larger ones' },
    ],
    default: 'own',
    help: 'What becomes of letters whose capitals are under 6 mm: stitches wider apart, one run beneath, simpler corners, and openings that stay open.',
  },
  underlaySetting,
  densitySetting,
  compensationSetting('How much wider each side is sewn, against the pull of the thread.'),
] as const satisfies readonly Setting[];

type Values = ValuesOf<typeof SETTINGS>;

/**
 * From what width of stroke on letters are filled, in mm. Of words all are sewn alike, but for what is too wide for any
 * satin, or so narrow that rows would bead it.
 */
function filledFrom({ settings, broad }: StitchInput<Values>): number {
  if (settings.wide === 'split') return Infinity;
  if (settings.wide === 'early' || broad) return WIDE / 2;
  return broad === undefined ? WIDE : FILLED_FROM;
}

/** The settings with which a letter by itself is sewn as it was among its words. */
export const aloneAmong = (settings: Recipe['settings'], broad: boolean | undefined): Recipe['settings'] =>
  broad === undefined || (settings.wide ?? 'fill') !== 'fill'
    ? settings
    : { ...settings, wide: broad ? 'early' : 'split' };

const RULES = {
  widen: { lineUnder: 0, widenTo: NARROW },
  keep: { lineUnder: TOO_NARROW, widenTo: 0 },
  line: { lineUnder: NARROW, widenTo: 0 },
};

/** Of a shape its threads between so many neighbours are kept. */
const MOST_SEWN = 64;

/** Small letters are sewn with stitches so much wider apart. */
const OPEN = 1.12;

/** Are these small letters, which have rules of their own? */
function isSmall({ capitals, outline, settings }: StitchInput<Values>): boolean {
  if (settings.small === 'same') return false;
  if (capitals !== undefined) return capitals < SMALL;
  const b = outlineBounds(outline);
  return !!b && b.maxY - b.minY < SMALL;
}

/** What satin is asked for. */
function asSatin(input: StitchInput<Values>): StitchInput<SatinSettings> & { across: AcrossRules } {
  const { spacing, underlay, density, compensation, thin } = input.settings;
  const small = isSmall(input);
  return {
    ...input,
    ...(small && { outline: smallOutline(input.outline, compensation, RULES[thin].widenTo) }),
    settings: {
      sides: 'shape',
      width: NARROW,
      spacing: small ? OPEN * spacing : spacing,
      underlay: small && underlay === 'auto' && input.cloth.underlay !== 'none' ? 'centre' : underlay,
      corners: 'auto',
      ends: 'square',
      split: 'staggered',
      density,
      compensation,
    },
    across: { ...RULES[thin], filledFrom: filledFrom(input) },
  };
}

const moved = (p: Point | undefined, dx: number, dy: number): Point | undefined =>
  p && { x: onMachineGrid(p.x - dx), y: onMachineGrid(p.y - dy) };

/** Narrow satin along an edge, in mm. */
const EDGE = 1.2;

/** The line along a letter's edge, sewn after what it surrounds. */
function edgeOf(input: StitchInput<Values>, after: readonly SewnThread[]): SewnThread[] {
  const { edge, compensation, density } = input.settings;
  if (edge === 'none') return [];
  const end = after.at(-1);
  const { outline, cloth, toward } = input;
  const entry = end ? { x: end.x.at(-1)!, y: end.y.at(-1)! } : input.entry;
  const along = { outline, cloth, entry, toward };
  if (edge !== 'satin') {
    const passes = edge === 'run' ? 1 : 3;
    return run.stitch({ ...along, settings: { length: 2, passes } });
  }
  const settings = { sides: 'line', width: EDGE, compensation, density };
  return satin.stitch({
    ...along,
    settings: completeSettings(satin, { kind: satin.id, settings }, cloth) as never,
  });
}

const sewn = new Memo<SewnThread[]>(MOST_SEWN);

/** The threads of a shape between the same neighbours are the same wherever it stands. */
function sewnOnce(input: StitchInput<Values>): SewnThread[] {
  const { outline, settings, cloth, capitals, broad, start, end, entry, toward, facing, guideLines } = input;
  const sew = (): SewnThread[] => {
    const inside = satin.stitch(asSatin(input));
    return [...inside, ...edgeOf(input, inside)];
  };
  if (guideLines) return sew();
  const on = [cloth.id, cloth.threadWidth, JSON.stringify([settings, capitals, broad])];
  const between = [start, end, entry, toward].flatMap((p) => [p?.x, p?.y]);
  return sewn.get(outline, [...on, ...between, facing?.places, facing?.dx, facing?.dy], sew);
}

/** Stitched where all letters of this shape are, and brought to its place: what they have in common is found once. */
function stitch(input: StitchInput<Values>): SewnThread[] {
  if (input.outline.kind !== 'path') {
    const inside = satin.stitch(asSatin(input));
    return [...inside, ...edgeOf(input, inside)];
  }
  const { outline, dx, dy } = anywhereOutline(input.outline);
  const { start, end, entry, toward, facing } = input;
  const here = {
    ...input,
    outline,
    start: moved(start, dx, dy),
    end: moved(end, dx, dy),
    entry: moved(entry, dx, dy),
    toward: moved(toward, dx, dy),
    facing: facing && { ...facing, dx: onMachineGrid(facing.dx - dx), dy: onMachineGrid(facing.dy - dy) },
  };
  return sewnOnce(here).map((thread) => ({
    ...thread,
    x: thread.x.map((x) => onMachineGrid(x + dx)),
    y: thread.y.map((y) => onMachineGrid(y + dy)),
  }));
}

/** What is asked of a shape wherever it stands. */
const anywhere = (input: StitchInput<Values>) =>
  asSatin(
    input.outline.kind === 'path' ? { ...input, outline: anywhereOutline(input.outline).outline } : input,
  );

const covers = new Memo<Region>(4);

/** The cloth that a shape covers: told once for all letters of it. */
function cover(input: StitchInput<Values>): Region {
  if (input.outline.kind !== 'path') return satin.cover(asSatin(input));
  const { outline, dx, dy } = anywhereOutline(input.outline);
  const { settings, cloth, capitals } = input;
  const on = [cloth.id, JSON.stringify([settings, capitals])];
  const region = covers.get(outline, on, () => satin.cover(anywhere(input)));
  return movedRegion(region, dx, dy);
}

export const lettering: KindOf<typeof SETTINGS> = {
  id: 'lettering',
  name: 'Lettering',
  summary: 'Letters and other shapes of strokes: satin, fill or line, by how wide each stroke is.',
  sentence:
    'Sew this as {kind}, stitches {spacing} apart, in {thread}; thin strokes {thin}, wide ones {wide}.',
  from: () => 'region',
  estimate: (size, { spacing, density, edge }) =>
    size.area / ((spacing / (density ?? 1)) * 3) +
    (edge === 'satin' ? 5 : edge === 'none' ? 1 : 3) * size.length,
  band: true,
  usesFacing: true,
  unsuited({ underlay }, { id, weave }) {
    if (id === 'quilt') return 'presses-flat';
    return weave === 'knit' && underlay === 'none' ? 'no-underlay' : null;
  },
  settings: SETTINGS,
  stitch,
  cover,
  chosen: (input) => satin.chosen!(anywhere(input)),
  remarks: (input) => satin.remarks!(anywhere(input)),
  shortTies: isSmall,
};
