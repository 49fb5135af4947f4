// Sprig: a stem grows through the shape, branches, and carries leaves and blossoms; one thread.
import { EdgeIndex } from '../../../geometry/edge-index.ts';
import type { Point } from '../../../geometry/points.ts';
import { arcLengths, pointAt } from '../../../geometry/polyline.ts';
import { seeded } from '../../../geometry/random.ts';
import { ringsOf, type Polygon } from '../../../geometry/region.ts';
import { flattenPath } from '../../../outlines/flatten-path.ts';
import { outlineRegion } from '../../../outlines/region.ts';
import { eachPiece } from '../../pieces.ts';
import {
  lengthSetting,
  seedSetting,
  type KindOf,
  type Setting,
  type StitchInput,
  type ValuesOf,
} from '../../kind.ts';
import { MOTIF_UNITS, OWN_MOTIF, unitCoords } from '../../motifs.ts';
import { runPoints } from '../../run-points.ts';
import { Part, ThreadBuilder, type PartCode, type SewnThread } from '../../thread.ts';
import { scatter } from '../stipple/scatter.ts';
import { dress, standingFrom, stands, type Ornament } from './dress.ts';
import { grow, smoothTwigs, type Twig } from './grow.ts';
import { rounded, shootsTo, spineOf } from './spine.ts';

/** Stems keep so far from the edge, in mm. */
const MARGIN = 1.2;
/** No place is farther from a stem than this, in distances between branches. */
const FARTHEST = 1;
/** The stem waves once in so many distances between branches. */
const WAVE = 3.2;

/** Motifs that stand on the line: their stroke comes back to where it leaves it. */
const STANDING = MOTIF_UNITS.filter((u) => stands(unitCoords(u.id)));
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

/** The first stem: the guide line inside the piece, or the way through its middle, waving as it is told to. */
function stemOf(
  polygon: Polygon,
  edges: EdgeIndex,
  { guideLines, settings, start }: Input,
  from: Point | undefined,
): { stem: Point[]; margin: number } {
  const apart = settings.density;
  const step = 0.2 * apart;
  const guide = (guideLines ?? [])
    .map((path) => flattenPath(path).coords)
    .find((c) => edges.inside(c[0], c[1]) || edges.inside(c[c.length - 2], c[c.length - 1]));
  const drawn = guide
    ? Array.from({ length: guide.length / 2 }, (_, i) => ({ x: guide[2 * i], y: guide[2 * i + 1] }))
    : rounded(spineOf(polygon, edges, start ?? from), 40);
  if (drawn.length < 2) return { stem: [], margin: MARGIN };
  // In a narrow shape the stem keeps to the middle.
  const rooms = drawn.map((p) =>
    edges.inside(p.x, p.y) ? (edges.nearest(p.x, p.y, 1e6)?.distance ?? 0) : 0,
  );
  const margin = Math.min(MARGIN, 0.5 * rooms.sort((a, b) => a - b)[rooms.length >> 1]);
  const line = { coords: Float64Array.from(drawn.flatMap((p) => [p.x, p.y])), closed: false };
  const lengths = arcLengths(line);
  const total = lengths.at(-1)!;
  const out: Point[] = [];
  for (let s = 0; s <= total; s += step) {
    const p = pointAt(line, lengths, s);
    const [a, b] = [pointAt(line, lengths, s - 0.5), pointAt(line, lengths, s + 0.5)];
    const d = Math.hypot(b.x - a.x, b.y - a.y) || 1;
    // A drawn guide line is kept to; the waves begin and end on the way.
    const room = edges.nearest(p.x, p.y, 2 * apart)?.distance ?? 2 * apart;
    const high = guide ? 0 : settings.curl * Math.min(0.45 * apart, 0.4 * Math.max(0, room - margin));
    const off =
      high * Math.sin((2 * Math.PI * s) / (WAVE * apart)) * Math.min(1, s / apart, (total - s) / apart);
    const q = { x: p.x - ((b.y - a.y) / d) * off, y: p.y + ((b.x - a.x) / d) * off };
    if (edges.inside(q.x, q.y) && !edges.nearest(q.x, q.y, margin)) out.push(q);
    else if (out.length > 1) break;
    else out.length = 0;
  }
  return { stem: out, margin };
}

/** Does the way from a node to its parent stay inside? */
function keepsInside(edges: EdgeIndex, t: Point, parent: Point): boolean {
  let crossed = !edges.inside(t.x, t.y);
  edges.crossings(t.x, t.y, parent.x, parent.y, () => (crossed = true));
  return !crossed;
}

type Wanted = 'all' | 'stem' | 'leaves' | 'blossoms';

/** Sews the tree there and back from its root, ornaments on the way; what is not wanted is only travelled. */
function sewTree(
  twigs: readonly Twig[],
  ornaments: readonly Ornament[],
  wanted: Wanted,
  length: number,
): SewnThread {
  const children: number[][] = twigs.map(() => []);
  twigs.forEach((t, i) => t.parent >= 0 && children[t.parent].push(i));
  const shown = ornaments.filter(
    (o) => wanted === 'all' || (wanted !== 'stem' && o.blossom === (wanted === 'blossoms')),
  );
  const on = new Map<number, Ornament[]>();
  for (const o of shown) on.set(o.node, [...(on.get(o.node) ?? []), o]);
  /** Does anything that is wanted stand on a node or beyond it? */
  const bearing = new Set((wanted === 'stem' ? ornaments : shown).map((o) => o.node));
  // Stems are sewn to their tips; on the way to leaves only what leads there is gone.
  const needed = twigs.map((_, i) => bearing.has(i) || wanted === 'all' || wanted === 'stem');
  for (let i = twigs.length - 1; i > 0; i--) if (needed[i]) needed[twigs[i].parent] = true;
  const part: PartCode = wanted === 'all' || wanted === 'stem' ? Part.top : Part.travel;
  const builder = new ThreadBuilder();
  const lineOf = (points: readonly Point[]): Point[] =>
    runPoints({ coords: Float64Array.from(points.flatMap((p) => [p.x, p.y])), closed: false }, length);
  // Jobs of a walk without recursion: a long stem has thousands of nodes.
  const jobs: (() => void)[] = [];
  const visit = (node: number): void => {
    for (const o of on.get(node) ?? []) builder.addLine(lineOf(o.stroke), Part.top);
    const next = children[node].filter((c) => needed[c]);
    for (const first of next.reverse()) {
      jobs.push(() => {
        const chain = [node, first];
        let end = first;
        while (!on.has(end)) {
          const on2 = children[end].filter((c) => needed[c]);
          if (on2.length !== 1) break;
          [end] = on2;
          chain.push(end);
        }
        // Both passes go through the same needle points, so that the second hides in the first.
        const points = lineOf(chain.map((i) => twigs[i]));
        jobs.push(() => builder.addLine(points.toReversed(), part));
        builder.addLine(points, part);
        visit(end);
      });
    }
  };
  builder.add(twigs[0].x, twigs[0].y, Part.travel);
  visit(0);
  for (let job = jobs.pop(); job; job = jobs.pop()) job();
  return builder.thread;
}

function stitch(input: Input): SewnThread[] {
  const { settings, motif } = input;
  const apart = settings.density;
  const size = settings.size;
  const standing = (name: string) => (name === 'none' ? null : standingFrom(unitCoords(name, motif)));
  return eachPiece(outlineRegion(input.outline), input, (polygon, from) => {
    const random = seeded(settings.seed);
    const edges = new EdgeIndex(ringsOf(polygon));
    const { stem, margin } = stemOf(polygon, edges, input, from);
    if (stem.length < 2) return [];
    const places = scatter(polygon, 0.55 * apart, 0.5 * apart, random);
    const curl = 0.5 * settings.curl;
    const tree = grow(stem, places, edges, { apart, curl, margin, random });
    for (const [foot, ...shoot] of shootsTo(tree, polygon, edges, {
      far: FARTHEST * apart,
      step: 0.2 * apart,
    })) {
      const d = (t: Point): number => Math.hypot(t.x - foot.x, t.y - foot.y);
      let parent = tree.reduce((best, t, i) => (d(t) < d(tree[best]) ? i : best), 0);
      for (const p of shoot) parent = tree.push({ ...p, parent }) - 1;
    }
    // Rounding must not bring a stem out of a narrow shape.
    const rounder = smoothTwigs(tree, 6);
    const grown = rounder.map((t, i) => (keepsInside(edges, t, rounder[t.parent] ?? t) ? t : tree[i]));
    const ornaments = dress(grown, edges, {
      leaf: standing(settings.leaf),
      blossom: standing(settings.blossom),
      size,
      every: Math.max(1.5, 0.45 * size),
      random,
    });
    const thread = sewTree(grown, ornaments, settings.parts, settings.length);
    return thread.x.length > 2 ? [thread] : [];
  });
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
  estimate: ({ area }, settings) =>
    (area / settings.density ** 2) * (10 + (8 * settings.size) / settings.length),
  settings: SETTINGS,
  stitch,
  cover: () => [],
};
