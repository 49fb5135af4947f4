// A picture becomes a group of objects; a step that is changed later makes them anew, and what was done by hand since stays.
import { chooseStitches } from '../choosing/choose.ts';
import { middleLines } from '../choosing/middle-lines.ts';
import { kindCounted, type KindCounts } from '../choosing/kinds.ts';
import { referencesOf } from '../design/references.ts';
import { findItem } from '../design/tree.ts';
import {
  newId,
  type Design,
  type DesignObject,
  type FromPicture,
  type Group,
  type Item,
  type Path,
  type PathOutline,
  type Recipe,
  type ShadedChoice,
  type StitchChoice,
  type Tones,
} from '../design/types.ts';
import { bandRegion, intersect } from '../geometry/clip.ts';
import { boundsMeet } from '../geometry/points.ts';
import { regionArea, regionBounds, type Region } from '../geometry/region.ts';
import { clothById } from '../materials/cloths.ts';
import { chartOf, threadIn } from '../materials/threads.ts';
import { outlineLines } from '../outlines/flatten.ts';
import { outlineRegion } from '../outlines/region.ts';
import { sewnFrom } from '../stitches/kinds.ts';
import { toneOfHex } from '../pictures/tones.ts';
import { silhouetteOf } from '../pictures/regions.ts';
import { shadingsOf } from '../pictures/shading.ts';
import { pixelMap, SHADED, type PictureSteps } from '../pictures/steps.ts';
import { transformItems } from '../resolve/transform-items.ts';
import { JobBuilder, JobError, type Job } from './job.ts';
import { appliqueOf } from './surround.ts';

/** Where a picture's stitches are laid: what the choice of stitches depends on. */
export type Laid = Pick<Design, 'cloth' | 'chart' | 'ownChart'>;

/** What a picture's regions become: the shapes, and for those that are cloth the colour that it has, by their ids. */
export interface PictureObjects {
  objects: DesignObject[];
  cloth: Record<string, string>;
}

/** What is sewn, and of which colour; not yet an object. */
interface Sewn {
  outline: PathOutline;
  recipe: Recipe;
  thread: string;
  /** #rrggbb of the cloth that it is. */
  cloth?: string;
  tones?: Tones;
}

type Steps = Pick<
  PictureSteps,
  'regions' | 'edges' | 'colours' | 'taken' | 'ground' | 'shades' | 'ink' | 'scale'
>;

/** A drawing's lines in one thread wherever they touch. */
const AS_LINES: Recipe = { kind: 'redwork', settings: {} };

function areas({ regions, colours }: Steps, satin: number, compensation: number): Sewn[] {
  const pieces = regions.map(({ outline, colour }) => ({
    outline,
    thread: colours[colour].thread,
    cloth: !!colours[colour].cloth,
  }));
  const { chosen } = chooseStitches(pieces, { satin, compensation, apart: true });
  return chosen.map(({ piece, outline, recipe }) => {
    const { thread, cloth } = pieces[piece];
    const colour = cloth && colours[regions[piece].colour].colour;
    return { outline: outline as PathOutline, recipe, thread, ...(colour && { cloth: colour }) };
  });
}

/** Lines of one colour are one object; colours in the order in which they are seen most. */
function lines(of: readonly { paths: readonly Path[]; colour: number }[], { colours }: Steps): Sewn[] {
  return colours.flatMap(({ thread }, c): Sewn[] => {
    const paths = of.flatMap(({ paths: own, colour }) => (colour === c ? own : []));
    return paths.length ? [{ outline: { kind: 'path', paths }, recipe: AS_LINES, thread }] : [];
  });
}

/** Every border once, in the darker of its two colours. */
function outlines(steps: Steps): Sewn[] {
  const light = steps.colours.map(({ colour }) => toneOfHex(colour)[0]);
  const of = steps.edges.map(({ path, colours: [a, b] }) => ({
    paths: [path],
    colour: a < 0 || (b >= 0 && light[b] < light[a]) ? b : a,
  }));
  return lines(of, steps);
}

const middles = (steps: Steps): Sewn[] =>
  lines(
    steps.regions.map(({ outline, colour }) => ({
      paths: middleLines(outlineRegion(outline)).paths,
      colour,
    })),
    steps,
  );

/** From line to line of one thread, in mm: the first with one thread, and so much more with each other one. */
const SHADED_SPACING = [1.6, 0.25] as const;

/** With several threads a little of one is no loss: others are there. */
const SHADED_BARE = 0.18;

/** One object a thread, all over the same shape; their lines lie side by side. */
function shadedLines(steps: Steps, choice: ShadedChoice, laid: Laid): Sewn[] {
  const { taken, ground, shades } = steps;
  const map = pixelMap(steps);
  const outline = silhouetteOf(taken.width, taken.height, ground, map);
  if (!outline) return [];
  const { scale, origin } = map;
  const where = {
    name: 'Picture',
    place: [taken.width * scale, 0, 0, taken.height * scale, origin.x, origin.y] as const,
  };
  const { threads, chosen, lines: how, angle } = choice;
  const threadsOf = { threads, chosen, cloth: laid.cloth.colour, chart: chartOf(laid) };
  const shadings = shadingsOf(taken, ground, shades, threadsOf, where);
  const spacing = choice.spacing ?? SHADED_SPACING[0] + SHADED_SPACING[1] * (shadings.length - 1);
  return shadings.map(({ thread, tones }, k): Sewn => {
    const offset = Math.round((100 * k) / shadings.length) / 100;
    const settings = {
      lines: how,
      spacing,
      ...(how === 'parallel' && { angle }),
      ...(how !== 'contour' && offset && { offset }),
      ...(shadings.length > 1 && { bare: SHADED_BARE }),
    };
    return { outline, thread, tones, recipe: { kind: 'shaded', settings } };
  });
}

/** The objects that a picture becomes, in sewing order; the same every time but for their ids. */
export function objectsOfPicture(
  steps: Steps,
  { satin, as, shaded }: StitchChoice,
  laid: Laid,
): PictureObjects {
  const threads = chartOf(laid);
  const make = {
    areas: () => areas(steps, satin, clothById(laid.cloth.kind).compensation),
    outlines: () => outlines(steps),
    middle: () => middles(steps),
    shaded: () => shadedLines(steps, shaded ?? SHADED, laid),
  };
  const sewn = make[as]();
  const counts = new Map<string, number>();
  const laidOn: Record<string, string> = {};
  const objects = sewn.map(({ outline, recipe, thread, cloth: colour, tones }): DesignObject => {
    const n = (counts.get(thread) ?? 0) + 1;
    counts.set(thread, n);
    const id = newId();
    if (colour) laidOn[id] = colour;
    return {
      id,
      name: `${threadIn(threads, thread).name} ${n}`,
      kind: 'object',
      visible: true,
      locked: false,
      outline,
      recipe,
      thread,
      ...(tones && { tones }),
      ...(colour && { unsewn: true }),
    };
  });
  return { objects, cloth: laidOn };
}

/** The appliqué of a shape that is cloth of one colour. */
const laidCloth = (shape: DesignObject, colour: string): Group =>
  appliqueOf(shape, { tack: 'run', cover: 'satin', patch: { print: 'plain', colour } });

/** All that a picture becomes: shapes that are cloth come with their appliqué. */
export const itemsOfPicture = ({ objects, cloth }: PictureObjects): Item[] =>
  objects.flatMap((o) => (cloth[o.id] ? [o, laidCloth(o, cloth[o.id])] : [o]));

/** How many objects of each kind there are. */
export function chooseCounts(objects: readonly DesignObject[]): KindCounts {
  const counts: KindCounts = { satin: 0, fill: 0, line: 0 };
  for (const { recipe } of objects) counts[kindCounted(recipe)]++;
  return counts;
}

/** Puts what was made of a picture on top of a design, as a group that knows where it came from. */
export function layPictureJob(design: Design, from: Omit<FromPicture, 'made'>, now: PictureObjects): Job {
  const { objects } = now;
  if (!objects.length)
    throw new JobError('Nothing is left of the picture to be sewn: take less of it as ground.');
  const group: Group = {
    id: newId(),
    name: from.picture.name,
    kind: 'group',
    visible: true,
    locked: false,
    objects: itemsOfPicture(now),
    fromPicture: { ...from, made: objects.map((o) => o.id) },
  };
  const builder = new JobBuilder(design, 'From a picture');
  builder.insert(group, null, design.objects.length);
  return builder.job([group.id]);
}

export interface Relaid {
  job: Job;
  /** What was changed by hand and could not be kept, as names. */
  lost: string[];
  /** How many objects keep what was changed by hand. */
  kept: number;
}

/** Shapes that share more than this of what they cover together are the same one. */
const SAME_SHAPE = 0.35;
/** Shapes that share more than this are as good as unchanged: an outline that was changed by hand may stay. */
const UNCHANGED_SHAPE = 0.97;

/** Values that hold the same; numbers that differ by less than a hundredth are equal, as maps leave such. */
function equal(a: unknown, b: unknown): boolean {
  if (typeof a === 'number' && typeof b === 'number') return Math.abs(a - b) < 0.01;
  if (typeof a !== 'object' || typeof b !== 'object' || !a || !b) return a === b;
  const keys = new Set([...Object.keys(a), ...Object.keys(b)]);
  return [...keys].every((k) => equal((a as Record<string, unknown>)[k], (b as Record<string, unknown>)[k]));
}

/** Is it a group of what follows one shape, as an appliqué is? */
const follows = (item: Item, id: string): boolean =>
  item.kind === 'group' &&
  item.objects.length > 0 &&
  item.objects.every((o) => referencesOf(o).length === 1 && referencesOf(o)[0] === id);

/** What two regions share of what they cover together. */
function overlap(a: Region, b: Region): number {
  const [p, q] = [regionBounds(a), regionBounds(b)];
  if (!p || !q || !boundsMeet(p, q)) return 0;
  const both = regionArea(intersect(a, b));
  return both / (regionArea(a) + regionArea(b) - both);
}

/** Where an object lies; lines, which have no area, by a band about them. */
const regionOf = ({ outline, recipe }: DesignObject): Region =>
  sewnFrom(recipe) === 'lines'
    ? bandRegion(outlineLines(outline as PathOutline), 1, 'round', 'round')
    : outlineRegion(outline as PathOutline);

/**
 * Makes a group anew that came from a picture. `before` is what its choices made when nothing had been changed by hand, in
 * the same order as its `made`; `now` is what the new choices make.
 */
export function relayPictureJob(
  design: Design,
  id: string,
  from: Omit<FromPicture, 'made' | 'map'>,
  before: PictureObjects,
  now: PictureObjects,
): Relaid {
  const group = findItem(design, id);
  if (group?.kind !== 'group' || !group.fromPicture)
    throw new JobError('What came from this picture is no longer there.');
  if (!now.objects.length)
    throw new JobError('Nothing is left of the picture to be sewn: take less of it as ground.');
  const { made, map } = group.fromPicture;
  const mapped = (objects: readonly DesignObject[]): DesignObject[] =>
    map ? (transformItems(design, [...objects], map) as DesignObject[]) : [...objects];
  const [was, is] = [mapped(before.objects), mapped(now.objects)];
  const present = new Map(group.objects.map((o) => [o.id, o]));
  const lost: string[] = [];
  let kept = 0;

  /** What was changed by hand of each thing that was made; null when it was taken away. */
  const changes = was.map((base, i): Partial<DesignObject> | null => {
    const current = present.get(made[i]);
    if (!current || current.kind !== 'object') return null;
    const out: Record<string, unknown> = {};
    for (const key of new Set([...Object.keys(base), ...Object.keys(current)]))
      if (key !== 'id' && !equal(base[key as keyof DesignObject], current[key as keyof DesignObject]))
        out[key] = current[key as keyof DesignObject];
    return out;
  });
  const wasRegions = was.map(regionOf);
  const free = new Set(was.keys());
  const objects: Item[] = [];
  const ids: string[] = [];
  /** Appliqués that have their place already, or are no longer wanted. */
  const taken = new Set<string>();
  for (const next of is) {
    const region = regionOf(next);
    let best = -1;
    let most = SAME_SHAPE;
    for (const i of free) {
      const share = overlap(region, wasRegions[i]) * (was[i].thread === next.thread ? 1 : 0.9);
      if (share > most) [most, best] = [share, i];
    }
    const colour = now.cloth[next.id];
    if (best < 0) {
      objects.push(next, ...(colour ? [laidCloth(next, colour)] : []));
      ids.push(next.id);
      continue;
    }
    free.delete(best);
    ids.push(made[best]);
    const own = changes[best];
    // Taken away by hand: so it stays.
    if (!own) continue;
    const { outline, ...others } = own;
    const keep = { ...next, ...others, id: made[best] };
    if (outline && overlap(region, wasRegions[best]) >= UNCHANGED_SHAPE) keep.outline = outline;
    else if (outline) lost.push(`the outline of ${keep.name}`);
    if (Object.keys(others).length || (outline && keep.outline === outline)) kept++;
    objects.push(keep);
    // Its appliqué follows the shape wherever it goes; one that is cloth only now gets its own.
    const applique = group.objects.find((o) => follows(o, keep.id));
    if (colour) objects.push(applique ?? laidCloth(keep, colour));
    taken.add(applique?.id ?? '');
  }
  for (const i of free) {
    const own = changes[i];
    if (own && Object.keys(own).length) lost.push(`what was changed of ${present.get(made[i])!.name}`);
  }
  // What was put into the group by hand stays, on top.
  const ours = new Set(made);
  const gone = made.filter((m) => !objects.some((o) => o.id === m));
  const without = (o: Item): boolean => gone.some((id) => follows(o, id));
  objects.push(...group.objects.filter((o) => !ours.has(o.id) && !taken.has(o.id) && !without(o)));
  const inBefore = made.filter((m) => present.has(m));
  const order = group.objects.filter((o) => ours.has(o.id)).map((o) => o.id);
  if (!equal(inBefore, order)) lost.push('the order');
  const builder = new JobBuilder(design, 'Change what came from a picture');
  builder.replace({ ...group, objects, fromPicture: { ...from, made: ids, ...(map && { map }) } });
  return { job: builder.job([id]), lost, kept };
}
