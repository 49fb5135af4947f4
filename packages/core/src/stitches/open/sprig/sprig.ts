// Sprig: a stem grows through the shape, branches, and carries leaves and blossoms; one thread.
import { EdgeIndex } from '../../../geometry/edge-index.ts';
import type { Point } from '../../../geometry/points.ts';
import { seeded } from '../../../geometry/random.ts';
import { ringsOf } from '../../../geometry/region.ts';
import { flattenPath } from '../../../outlines/flatten-path.ts';
import { outlineRegion } from '../../../outlines/region.ts';
import { eachPiece } from '../../pieces.ts';
import {
  lengthSetting,
  seedSetting,
  numberOf,
  type KindOf,
  type Setting,
  type StitchInput,
  type ValuesOf,
} from '../../kind.ts';
import { MOTIF_UNITS, OWN_MOTIF, unitCoords } from '../../motifs.ts';
import type { SewnThread } from '../../thread.ts';
import { scatter } from '../stipple/scatter.ts';
import { orRound } from '../contour/repeated-outline.ts';
import { dress, standingFrom } from './dress.ts';
import { grow, smoothTwigs } from './grow.ts';
import { sewTree } from './sew-tree.ts';
import { keptInside, shootsTo } from './spine.ts';
import { stemOf } from './stem.ts';
import { halvesOf, mirrored } from './symmetry.ts';

/** No place is farther from a stem than this, in distances between branches. */
const FARTHEST = 1;
/** Motifs that stand on the line: their stroke comes back to where it leaves it. */
const STANDING = MOTIF_UNITS.filter((u) => u.stands);
const standingChoices = STANDING.map(({ id, name }) => ({ value: id, label: name.toLowerCase() }));

const SETTINGS = [
  {
    name: 'leaf',
    label: 'Leaves',
    type: 'choice',
    choices: [
      ...standingChoices,
      { value: OWN_MOTIF, label: 'one of your own' },
      { value: 'none', label: 'none' },
    ],
    default: 'willow',
    help: 'What stands along the stems.',
  },
  {
    name: 'blossom',
    label: 'Blossoms',
    type: 'choice',
    choices: [
      ...standingChoices,
      { value: OWN_MOTIF, label: 'one of your own' },
      { value: 'none', label: 'none' },
    ],
    default: 'daisy',
    help: 'What stands at the tips.',
  },
  {
    name: 'size',
    label: 'Leaf length',
    type: 'number',
    unit: 'mm',
    least: 2,
    most: 30,
    step: 0.5,
    default: 5,
    help: 'The longest that leaves grow; where there is less room they are smaller.',
  },
  {
    name: 'density',
    label: 'Branches apart',
    type: 'number',
    unit: 'mm',
    least: 4,
    most: 40,
    step: 0.5,
    default: 9,
    help: 'How far branches keep from each other.',
  },
  {
    name: 'curl',
    label: 'Curl',
    type: 'number',
    unit: '×',
    least: 0,
    most: 1,
    step: 0.1,
    default: 0.5,
    help: 'How much stems wave and bend to a side; 0 grows straight.',
  },
  {
    name: 'growth',
    label: 'Growth',
    type: 'choice',
    choices: [
      { value: 'free', label: 'free' },
      { value: 'symmetric', label: 'alike on both sides' },
    ],
    default: 'free',
    help: 'Free, or alike on both sides of a straight stem: along the shape’s length, or from end to end of a line drawn over it.',
  },
  {
    name: 'stems',
    label: 'Stems',
    type: 'choice',
    more: true,
    choices: [
      { value: 'run', label: 'a double run' },
      { value: 'bean', label: 'a bold run' },
      { value: 'satin', label: 'a narrow satin' },
    ],
    default: 'run',
    help: 'How stems are sewn; satin ones are thicker towards the root.',
  },
  {
    name: 'leaves',
    label: 'Leaves sewn',
    type: 'choice',
    more: true,
    choices: [
      { value: 'outline', label: 'as outlines' },
      { value: 'satin', label: 'in satin' },
    ],
    default: 'outline',
    help: 'As they are drawn, or covered in satin from side to side.',
  },
  seedSetting,
  {
    name: 'parts',
    label: 'What is sewn',
    type: 'choice',
    more: true,
    choices: [
      { value: 'all', label: 'all of it' },
      { value: 'stem', label: 'the stems' },
      { value: 'leaves', label: 'the leaves' },
      { value: 'blossoms', label: 'the blossoms' },
    ],
    default: 'all',
    help: 'For threads of their own: copies of the object, one for each part. Sew the stems last: they cover the ways between leaves.',
  },
  { ...lengthSetting, default: 2, more: true },
] as const satisfies readonly Setting[];
type Input = StitchInput<ValuesOf<typeof SETTINGS>>;

/** The way of the first guide line that lies in the piece. */
function guideIn(edges: EdgeIndex, { guideLines }: Input): Point[] | null {
  const guide = (guideLines ?? [])
    .map((path) => flattenPath(path).coords)
    .find((c) => edges.inside(c[0], c[1]) || edges.inside(c[c.length - 2], c[c.length - 1]));
  return guide
    ? Array.from({ length: guide.length / 2 }, (_, i) => ({ x: guide[2 * i], y: guide[2 * i + 1] }))
    : null;
}

function stitch(input: Input): SewnThread[] {
  const { settings, motif, start } = input;
  const apart = settings.density;
  const size = settings.size;
  const standing = (name: string) => (name === 'none' ? null : standingFrom(unitCoords(name, motif)));
  const rules = { leaf: standing(settings.leaf), blossom: standing(settings.blossom), size };
  const region = outlineRegion(input.outline);
  const threads = eachPiece(region, input, (given, from) => {
    const random = seeded(settings.seed);
    const guide = guideIn(new EdgeIndex(ringsOf(given)), input);
    const halves = settings.growth === 'symmetric' ? halvesOf(given, guide, start ?? from) : null;
    const polygon = halves?.polygon ?? given;
    const edges = new EdgeIndex(ringsOf(polygon));
    const { stem, margin } = stemOf(polygon, edges, {
      apart,
      curl: halves ? 0 : settings.curl,
      guide: halves?.axis ?? guide,
      from: start ?? from,
    });
    if (stem.length < 2) return [];
    const places = scatter(polygon, 0.55 * apart, 0.5 * apart, random).places.filter(
      (p) => !halves || halves.side(p) > 0.3 * apart,
    );
    const curl = 0.5 * settings.curl;
    const tree = grow(stem, places, edges, { apart, curl, margin, random });
    // Both halves count as reached where one of them is.
    for (const [foot, ...shoot] of shootsTo(
      halves ? [...tree, ...tree.map(halves.mirror)] : tree,
      polygon,
      edges,
      {
        far: FARTHEST * apart,
        step: 0.2 * apart,
      },
    )) {
      if (halves && shoot.some((p) => halves.side(p) < 0)) continue;
      const d = (t: Point): number => Math.hypot(t.x - foot.x, t.y - foot.y);
      let parent = tree.reduce((best, t, i) => (d(t) < d(tree[best]) ? i : best), 0);
      for (const p of shoot) parent = tree.push({ ...p, parent }) - 1;
    }
    // Rounding must not bring a stem out of a narrow shape.
    const grown = keptInside(smoothTwigs(tree, 6), tree, (i) => tree[i].parent, edges);
    const dressed = { ...rules, every: Math.max(1.5, 0.45 * size), random };
    const whole = halves
      ? mirrored(grown, stem.length, edges, halves, dressed)
      : { twigs: grown, ornaments: dress(grown, edges, dressed) };
    const thread = sewTree(whole.twigs, whole.ornaments, {
      wanted: settings.parts,
      length: settings.length,
      stems: settings.stems,
      satinLeaves: settings.leaves === 'satin',
      apart,
    });
    return thread.x.length > 2 ? [thread] : [];
  });
  return orRound(threads, region, input, { spacing: apart, length: settings.length, passes: 2 });
}

export const sprig: KindOf<typeof SETTINGS> = {
  id: 'sprig',
  name: 'Sprig',
  summary: 'A stem that grows through the shape, branches, and carries leaves and blossoms.',
  sentence:
    'Let a {kind} grow in this shape, branches {density} apart, with {leaf} and {blossom}, in {thread}.',
  from: () => 'region',
  apart: ({ parts }) =>
    parts === 'all'
      ? {
          stays: { parts: 'stem' },
          others: ['leaves', 'blossoms'].map((name) => ({ name, settings: { parts: name } })),
        }
      : null,
  guided: () => 'The stem grows along the first line drawn in the shape.',
  estimate({ area }, { density, size, length, stems, leaves }) {
    const leaf = leaves === 'satin' ? 10 * size : (2 * size) / length;
    const stem = stems === 'satin' ? 5 * density : stems === 'bean' ? 20 : 10;
    return (area / density ** 2) * (stem + 4 * leaf);
  },
  settings: SETTINGS,
  stitch,
  cover: () => [],
  seam: (settings) => numberOf(settings, 'density', 8),
};
