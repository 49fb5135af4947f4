// Jobs that put something around what is selected: borders, echoes, knockdown, stipple around, patch edges, appliqué.
// Each makes ordinary objects that follow what they surround.
import { findItem } from '../design/tree.ts';
import {
  newId,
  type Design,
  type DesignObject,
  type Group,
  type Item,
  type Outline,
  type Patch,
  type PlainOutline,
  type Recipe,
  type SurroundOutline,
} from '../design/types.ts';
import { nearestThread, chartOf, LARKMOOR_CHART } from '../materials/threads.ts';
import { subtract } from '../geometry/clip.ts';
import { regionArea } from '../geometry/region.ts';
import { outlinePaths } from '../outlines/flatten.ts';
import { outlineRegion } from '../outlines/region.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { boundsOfItems } from '../shaping/bounds.ts';
import { inOrder, JobBuilder, JobError, objectsIn, outlinesOnly, type Job } from './job.ts';

export type Around = Omit<SurroundOutline, 'kind' | 'of' | 'place' | 'dents'>;

/** How a surround is first made: from where the thread ends, notches between letters closed. */
export const AROUND: Around = {
  distance: 3,
  corners: 'round',
  from: 'thread',
  bridge: 2,
  smooth: 1,
  fillHoles: true,
};

const surround = (items: readonly Item[], around: Around): SurroundOutline => ({
  kind: 'surround',
  of: items.map((i) => i.id),
  ...around,
});

const madeObject = (
  name: string,
  outline: Outline,
  recipe: Recipe,
  thread: string,
  more: Partial<DesignObject> = {},
): DesignObject => ({
  id: newId(),
  name: name.slice(0, 120),
  kind: 'object',
  visible: true,
  locked: false,
  outline,
  recipe,
  thread,
  ...more,
});

/** What is selected; throws when that is nothing. */
function chosen(design: Design, ids: readonly string[], label: string): Item[] {
  const items = inOrder(design, ids);
  if (!items.length) throw new JobError(`${label}: select what it is to go around first.`);
  return items;
}

const nameOf = (items: readonly Item[]): string => (items.length === 1 ? items[0].name : 'all');

/** The thread that is sewn last in items: the one that lies on top. */
function topThread(items: readonly Item[]): string {
  const threads = items.flatMap(function visit(i): string[] {
    return i.kind === 'group' ? i.objects.flatMap(visit) : i.kind === 'object' && i.unsewn ? [] : [i.thread];
  });
  const all = threads.length ? threads : objectsIn(items).map((o) => o.thread);
  return all.at(-1) ?? LARKMOOR_CHART.threads[0].code;
}

/** The thread that is seen least on the design's cloth. */
const clothThread = (design: Design): string =>
  nearestThread(design.cloth.colour, chartOf(design))?.code ?? chartOf(design).threads[0].code;

/** An outline around what is selected, as an object just after it; what it follows stays sewn. */
export function surroundJob(
  design: Design,
  ids: readonly string[],
  around: Around,
  name = 'Surround',
  recipe: Recipe = { kind: 'run', settings: {} },
): Job {
  const items = chosen(design, ids, name);
  const builder = new JobBuilder(design, name);
  const object = madeObject(`${name} of ${nameOf(items)}`, surround(items, around), recipe, topThread(items));
  builder.insertAfter([object], items[items.length - 1].id);
  return builder.job([object.id]);
}

export type BorderStitch = 'satin' | 'bean' | 'blanket';

/** Recipes of borders: satin, a bold line, or blanket stitch that reaches inwards. */
export const BORDER_RECIPES: Record<BorderStitch, Recipe> = {
  satin: { kind: 'satin', settings: { width: 3.5 } },
  bean: { kind: 'run', settings: { passes: 3, length: 2.8 } },
  blanket: { kind: 'motif-line', settings: { unit: 'blanket', size: 3.5, height: 1, corners: 'bend' } },
};

/** A border a little outside of where the thread ends; `distance` in mm. */
export const borderJob = (
  design: Design,
  ids: readonly string[],
  stitch: BorderStitch = 'satin',
  distance = stitch === 'satin' ? 2.5 : 2,
): Job => surroundJob(design, ids, { ...AROUND, distance }, 'Border', BORDER_RECIPES[stitch]);

/** Lines that repeat the outline farther and farther out. */
export const echoesJob = (design: Design, ids: readonly string[]): Job =>
  surroundJob(design, ids, { ...AROUND, distance: 3, rings: 3, gap: 3 }, 'Echoes');

/** How wide a patch's edge is, and how far it lies over what it goes around, in mm. */
const PATCH_WIDTH = 4.5;
const PATCH_OVER = 0.7;

/** The edge at which a patch is cut out: wide, dense satin, sewn last of all. */
export function patchEdgeJob(design: Design, ids: readonly string[]): Job {
  const items = chosen(design, ids, 'Patch edge');
  const builder = new JobBuilder(design, 'Patch edge');
  const edge = madeObject(
    `Patch edge of ${nameOf(items)}`,
    surround(items, { ...AROUND, distance: PATCH_WIDTH / 2 - PATCH_OVER, bridge: 6, smooth: 3 }),
    { kind: 'satin', settings: { width: PATCH_WIDTH, spacing: 0.35, underlay: 'edge-zigzag' } },
    topThread(items),
  );
  builder.insert(edge, null, design.objects.length);
  return builder.job([edge.id]);
}

/**
 * Knockdown: a light grid that holds down the pile under a design, with a run at its edge, sewn before everything in
 * the thread that is seen least on the cloth.
 */
export function knockdownJob(design: Design, ids: readonly string[]): Job {
  const items = chosen(design, ids, 'Knockdown');
  const builder = new JobBuilder(design, 'Knockdown');
  const thread = clothThread(design);
  const grid = madeObject(
    `Knockdown of ${nameOf(items)}`,
    surround(items, { ...AROUND, distance: 2, bridge: 4, smooth: 1.5 }),
    { kind: 'crosshatch', settings: { spacing: 2, angle: 45 } },
    thread,
  );
  const edge = madeObject(
    `Knockdown edge of ${nameOf(items)}`,
    { kind: 'edge', of: [grid.id], which: 'all' },
    { kind: 'run', settings: {} },
    thread,
  );
  builder.insert(grid, null, 0);
  builder.insert(edge, null, 1);
  return builder.job([grid.id, edge.id]);
}

/** A field keeps this far inside the hoop, and stipple so far from what it goes around, in mm. */
const HOOP_ROOM = 4;
const STIPPLE_ROOM = 2.5;

/** The one shape among items that all others lie in, or null. */
function fieldAmong(design: Design, items: readonly Item[]): DesignObject | null {
  if (items.length < 2) return null;
  const plain = resolveDesign(design);
  return (
    items.find((item): item is DesignObject => {
      const field = findItem(plain, item.id);
      if (field?.kind !== 'object' || item.kind !== 'object') return false;
      const own = outlineRegion(field.outline);
      const others = items.filter((o) => o !== item).map((o) => boundsOfItems([findItem(plain, o.id)!]));
      return (
        own.length > 0 &&
        others.every((b) => {
          if (!b) return true;
          const box: PlainOutline = {
            kind: 'rectangle',
            x: (b.minX + b.maxX) / 2,
            y: (b.minY + b.maxY) / 2,
            width: b.maxX - b.minX,
            height: b.maxY - b.minY,
            radius: 0,
            turn: 0,
          };
          return regionArea(subtract(outlineRegion(box), own)) < 1e-3;
        })
      );
    }) ?? null
  );
}

/**
 * Stipple around what is selected, within the hoop; or within the one shape of the selection in which all others
 * lie. It keeps clear of them.
 */
export function stippleAroundJob(design: Design, ids: readonly string[]): Job {
  const label = 'Stipple around';
  const items = chosen(design, ids, label);
  const field = fieldAmong(design, items);
  const around = items.filter((i) => i !== field);
  const { width, height } = design.hoop;
  const outline: Outline = field
    ? { kind: 'surround', of: [field.id], distance: 0, corners: 'mitre' }
    : {
        kind: 'rectangle',
        x: 0,
        y: 0,
        width: Math.max(1, width - 2 * HOOP_ROOM),
        height: Math.max(1, height - 2 * HOOP_ROOM),
        radius: 0,
        turn: 0,
      };
  const builder = new JobBuilder(design, label);
  const object = madeObject(
    `Stipple around ${nameOf(around)}`,
    outline,
    { kind: 'stipple', settings: {} },
    field?.unsewn ? field.thread : clothThread(design),
    { keepClear: { of: around.map((i) => i.id), margin: STIPPLE_ROOM, fillHoles: true } },
  );
  builder.insertAfter([object], items[items.length - 1].id);
  return builder.job([object.id]);
}

/** Gaps of a ring that are narrower are bridged, in mm: beads on a string enclose what lies within. */
const RING_GAP = 6;

/** Stipple in what the selected things enclose, sewn before them. */
export function stippleInsideJob(design: Design, ids: readonly string[]): Job {
  const label = 'Stipple in the middle';
  const items = chosen(design, ids, label);
  const outline = surround(items, {
    ...{ distance: 1.5, corners: 'round', from: 'thread', bridge: RING_GAP },
    inside: true,
  });
  const object = madeObject(
    `Stipple in ${nameOf(items)}`,
    outline,
    { kind: 'stipple', settings: {} },
    clothThread(design),
  );
  const builder = new JobBuilder(design, label);
  builder.insertBefore([object], items[0].id);
  const made = findItem(resolveDesign(builder.design), object.id);
  if (made?.kind !== 'object' || !outlineRegion(made.outline).length)
    throw new JobError(
      `${items.length === 1 ? items[0].name : 'What is selected'} encloses nothing that could be filled.`,
    );
  return builder.job([object.id]);
}

export type TackStitch = 'run' | 'zigzag';

/** How an appliqué cloth is tacked down. */
export const TACK_RECIPES: Record<TackStitch, Recipe> = {
  run: { kind: 'run', settings: { length: 2 } },
  zigzag: { kind: 'satin', settings: { width: 2, spacing: 1.5, underlay: 'none' } },
};

const PLACEMENT: Recipe = { kind: 'run', settings: { length: 3 } };

export interface AppliqueOptions {
  tack: TackStitch;
  cover: BorderStitch;
  patch: Patch;
}

/** What is to be done after the placement line, and after the tack-down. */
export const appliqueNotes = (reverse: boolean): [string, string] =>
  reverse
    ? ['Lay the appliqué cloth under the hoop.', 'Cut the upper cloth away inside the stitches.']
    : ['Lay the appliqué cloth over the line.', 'Trim the appliqué cloth close to the stitches.'];

/** Placement line, stop, tack-down, stop for trimming, and cover: each follows the shape, or the outline that is given. */
export function appliqueOf(
  { id, thread, name }: Pick<DesignObject, 'id' | 'thread' | 'name'>,
  { tack, cover, patch }: AppliqueOptions,
  whole: Outline = { kind: 'surround', of: [id], distance: 0, corners: 'mitre' },
): Group {
  const [lay, trim] = appliqueNotes(!!patch.reverse);
  const placement = madeObject(`${name}, placement`, whole, PLACEMENT, thread, { patch, stopAfter: lay });
  const tackDown = madeObject(`${name}, tack-down`, whole, TACK_RECIPES[tack], thread, { stopAfter: trim });
  const edge = madeObject(`${name}, cover`, whole, BORDER_RECIPES[cover], thread);
  return {
    id: newId(),
    name: `Appliqué of ${name}`.slice(0, 120),
    kind: 'group',
    visible: true,
    locked: false,
    objects: [placement, tackDown, edge],
  };
}

/** Cloth that lies beneath a whole repeat reaches so far beyond it, and bridges notches up to so wide, in mm. */
const BENEATH_ALL: Partial<Around> = { distance: 2, bridge: 4, smooth: 2 };

/**
 * Appliqué of closed shapes: placement line, stop, tack-down, stop for trimming, cover; each follows the shape, which
 * is set aside. In reverse the cloth lies beneath, and the upper one is cut away. Under a repeat lies one cloth for all of it,
 * sewn before it, and it stays sewn.
 */
export function appliqueJob(
  design: Design,
  ids: readonly string[],
  { tack, cover, patch }: AppliqueOptions,
): Job {
  const label = 'Appliqué';
  const plain = resolveDesign(design);
  const shapes = objectsIn(outlinesOnly(design, ids, 1, label)).filter((o) => {
    const found = findItem(plain, o.id);
    return !o.unsewn && found?.kind === 'object' && outlinePaths(found.outline).some((path) => path.closed);
  });
  if (!shapes.length) throw new JobError('Appliqué needs a closed shape: lines enclose nothing.');
  const builder = new JobBuilder(design, label);
  const repeats = inOrder(design, ids).filter((i): i is Group => i.kind === 'group' && !!i.repeat);
  const inRepeats = new Set(objectsIn(repeats).map((o) => o.id));
  const beneath = repeats.map((repeat) => {
    const thread = topThread([repeat]);
    const outline = surround([repeat], { ...AROUND, ...BENEATH_ALL });
    const group = appliqueOf({ id: repeat.id, thread, name: repeat.name }, { tack, cover, patch }, outline);
    builder.insertBefore([group], repeat.id);
    return group.id;
  });
  const alone = shapes.filter((shape) => !inRepeats.has(shape.id));
  const groups = alone.map((shape) => {
    const group = appliqueOf(shape, { tack, cover, patch });
    builder.insertAfter([group], shape.id);
    builder.replace({ ...shape, unsewn: true });
    return group.id;
  });
  return builder.job([...beneath, ...groups]);
}
