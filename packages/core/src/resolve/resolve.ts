// From a design whose outlines refer to each other to one in which every outline stands by itself: live outlines
// made, copies of repeats added, room kept clear, sheets bent, what lies hidden left out.
//
// Nothing is made twice: an outline is made anew only when it, or one that it is made from, has changed.
import { isLive, isText } from '../design/live-outline.ts';
import { Memo } from '../design/memo.ts';
import { MOST_MADE } from '../design/copies.ts';
import { everyItem, everyLeaf, findItem, findPlace, originOf } from '../design/tree.ts';
import type {
  Bend,
  Design,
  DesignObject,
  Group,
  Item,
  ResolvedDesign,
  PlainOutline,
  Repeat,
  TextOutline,
} from '../design/types.ts';
import { outlineLines } from '../outlines/flatten.ts';
import { bendPoint } from '../outlines/live/bend.ts';
import { stitchesOutline } from '../outlines/live/keep-clear.ts';
import type { Point } from '../geometry/points.ts';
import { determinant, IDENTITY, type Matrix } from '../geometry/matrix.ts';
import type { Cloth } from '../materials/cloths.ts';
import { transformOutline } from '../outlines/transform.ts';
import { sewnFrom } from '../stitches/kinds.ts';
import { withoutHidden } from './beneath.ts';
import { withCopies } from './copies.ts';
import { bendOnce, clearOnce, makeOnce, setTextOnce } from './make-live.ts';
import { fontChanges } from '../lettering/fonts.ts';
import { mappedSet } from '../lettering/mapped-set.ts';
import type { SetText } from '../lettering/set-letters.ts';
import { placeCopies, type Placed } from './repeat/maps.ts';
import { threadOutline } from './thread-outline.ts';
import { materialsOf } from '../materials/materials.ts';

const NOTHING: PlainOutline = { kind: 'path', paths: [] };

/** What of others is followed: their outlines, or where their thread ends. */
type Seen = 'outline' | 'thread';

type PlainItem = Item<PlainOutline>;
type PlainGroup = Group<PlainOutline>;

/** What of a group is seen: shapes that only serve to make their neighbours are seen in those. */
function seenIn({ objects }: Group): Item[] {
  const sewn = objects.filter((o) => o.kind !== 'object' || !o.unsewn);
  return sewn.length ? sewn : objects;
}

const placedRepeats = new Memo<Placed>();
const groupsWithCopies = new Memo<PlainGroup>(2);
const plainObjects = new Memo<DesignObject<PlainOutline>>(2);
const plainGroups = new Memo<PlainGroup>(2);
const bentItems = new Memo<PlainItem>(2);
const clearedItems = new Memo<PlainItem>(2);
const movedOutlines = new Memo<PlainOutline[]>(2);

/** Height of a text's capitals on its sheet; undefined where that is for the shape to say which it fills. */
const capitalsOf = ({ height, place, baseline }: TextOutline): number | undefined =>
  baseline?.kind === 'within' ? undefined : height * Math.sqrt(Math.abs(determinant(place ?? IDENTITY)));

class Resolver {
  private readonly items = new Map<string, { item: Item; inside: Group[] }>();
  /** Outlines on their own sheet: before the bends of the groups that they stand in. */
  private readonly flat = new Map<string, PlainOutline>();
  private readonly open = new Set<string>();

  private readonly cloth: Cloth;

  constructor(design: Design) {
    this.cloth = materialsOf(design).cloth;
    const visit = (items: readonly Item[], inside: Group[]): void => {
      for (const item of items) {
        this.items.set(item.id, { item, inside });
        if (item.kind === 'group') visit(item.objects, [...inside, item]);
      }
    };
    visit(design.objects, []);
  }

  private flatOutline(object: DesignObject, inside: Group[]): PlainOutline {
    const { outline, id } = object;
    if (!isLive(outline)) return outline;
    const known = this.flat.get(id);
    if (known) return known;
    if (this.open.has(id)) return NOTHING; // made from itself: refused on every way in
    this.open.add(id);
    const seen: Seen = outline.kind === 'surround' && outline.from === 'thread' ? 'thread' : 'outline';
    const made = makeOnce(
      outline,
      outline.of.map((source) => this.seenFrom(source, inside, seen)),
    );
    this.open.delete(id);
    this.flat.set(id, made);
    return made;
  }

  /** The letters of a text object on its own sheet; null for others. */
  private setLetters({ outline, id }: DesignObject, inside: Group[]): SetText | null {
    if (outline.kind !== 'text' || this.open.has(id)) return null;
    this.open.add(id);
    const lines = outline.of.flatMap((source) => this.seenFrom(source, inside, 'outline'));
    this.open.delete(id);
    return setTextOnce(outline, lines);
  }

  /** The same of an object by its id. */
  textOf(id: string): SetText | null {
    const found = this.items.get(id);
    return found?.item.kind === 'object' ? this.setLetters(found.item, found.inside) : null;
  }

  /** The outlines of an item with all its copies, as they lie beside it: on the sheet that it stands on. */
  private outlinesOf(item: Item, inside: Group[], seen: Seen): PlainOutline[] {
    if (item.kind === 'stitches') return [stitchesOutline(item)];
    if (item.kind === 'object') {
      const outline = this.flatOutline(item, inside);
      return [seen === 'thread' && !item.unsewn ? threadOutline({ ...item, outline }, this.cloth) : outline];
    }
    const within = [...inside, item];
    const own = seenIn(item).flatMap((o) => this.outlinesOf(o, within, seen));
    const all = item.repeat ? this.repeated(item, item.repeat, inside, own) : own;
    return item.bend ? all.map((o) => bendOnce(item.bend!, o)) : all;
  }

  private repeated(group: Group, repeat: Repeat, inside: Group[], own: PlainOutline[]): PlainOutline[] {
    const maps = this.affordable(this.placed(group, repeat, inside).maps, own.length);
    const without = new Set(repeat.without);
    return own.flatMap((outline) =>
      movedOutlines.get(outline, [...maps.flat(), null, ...without], () =>
        maps.flatMap((m, i) => (without.has(i) ? [] : [transformOutline(outline, m)])),
      ),
    );
  }

  /**
   * The copies that can be made of so many outlines: repeats that find their own count, in each other, could make more
   * than anything could bear. (Where the counts are told, a design with too many is refused.)
   */
  private affordable(maps: Matrix[], outlines: number): Matrix[] {
    const most = Math.max(1, Math.floor(MOST_MADE / Math.max(1, outlines)));
    return maps.length > most ? maps.slice(0, most) : maps;
  }

  /** Where the copies of a group stand. */
  placed(group: Group, repeat: Repeat, inside: Group[]): Placed {
    const within = [...inside, group];
    const outlines = seenIn(group).flatMap((o) => this.outlinesOf(o, within, 'thread'));
    const { layout } = repeat;
    const along = layout.kind === 'path' ? this.seenFrom(layout.along, within, 'outline') : [];
    return placedRepeats.get(repeat, [...outlines, null, ...along], () =>
      placeCopies(repeat, { outlines, along: along.flatMap((o) => outlineLines(o)) }),
    );
  }

  /** The outlines of an item as they lie for one who stands inside of these groups. */
  private seenFrom(id: string, here: readonly Group[], seen: Seen): PlainOutline[] {
    const found = this.items.get(id);
    if (!found) return [];
    const { item, inside } = found;
    if (this.open.has(id)) return [];
    const outlines = this.outlinesOf(item, inside, seen);
    return inside
      .filter((g) => !here.includes(g))
      .reduceRight((all, g) => (g.bend ? all.map((o) => bendOnce(g.bend!, o)) : all), outlines);
  }

  /** The outlines of an item as they lie for one who stands beside another. */
  seenBeside(id: string, beside: string): PlainOutline[] {
    return this.seenFrom(id, this.items.get(beside)?.inside ?? [], 'outline');
  }

  /** The outline of an object on its sheet, less the room that it keeps around those of its `of` that `counts` says. */
  withRoom(id: string, counts: (id: string) => boolean): PlainOutline | null {
    const found = this.items.get(id);
    if (found?.item.kind !== 'object') return null;
    const plain = { ...found.item, outline: this.flatOutline(found.item, found.inside), raised: undefined };
    const cleared = this.cleared(plain, found.inside, counts);
    return cleared.kind === 'object' ? cleared.outline : null;
  }

  inside(id: string): Group[] {
    return this.items.get(id)?.inside ?? [];
  }

  resolve(items: readonly Item[], inside: Group[]): PlainItem[] {
    return items.map((item) =>
      item.kind === 'stitches'
        ? item
        : item.kind === 'group'
          ? this.resolveGroup(item, inside)
          : this.resolveObject(item, inside),
    );
  }

  /** One item as it lies on the cloth, and no more of the design than it is made from. */
  resolveOne(id: string): PlainItem | null {
    const found = this.items.get(id);
    if (!found) return null;
    const { item, inside } = found;
    let [made] = this.resolve([item], inside);
    const outermost = inside.findIndex((g) => g.repeat);
    for (let i = inside.length - 1; i >= 0; i--) {
      const around = inside[i];
      if (i === outermost) made = this.cleared(made, inside.slice(0, i), this.outside(around));
      if (around.bend) made = bentItem(made, around.bend);
    }
    return made;
  }

  /** The item without the room that it keeps around those of its `of` that `counts` says. */
  private cleared(item: PlainItem, here: readonly Group[], counts: (id: string) => boolean): PlainItem {
    if (item.kind !== 'object') {
      if (item.kind === 'stitches') return item;
      const objects = item.objects.map((o) => this.cleared(o, here, counts));
      return objects.every((o, i) => o === item.objects[i]) ? item : { ...item, objects };
    }
    const of = item.keepClear?.of.filter(counts) ?? [];
    if (!of.length) return item;
    const sources = of.map((id) => this.seenFrom(id, here, 'thread'));
    const lines = sewnFrom(item.recipe) === 'lines';
    const outline = clearOnce(item.keepClear!, item.outline, sources, lines);
    // What is left of letters is no letters any more.
    return clearedItems.get(item, [outline], () => ({ ...item, outline, letters: undefined }));
  }

  private resolveObject(item: DesignObject, inside: Group[]): PlainItem {
    const outline = this.flatOutline(item, inside);
    const raised = item.relief?.flatMap((id) => this.seenFrom(id, inside, 'outline'));
    const likeLines = item.linesLike?.flatMap((id) => this.seenFrom(id, inside, 'outline'));
    const partOf =
      item.outline.kind === 'combine' && item.outline.part && !item.keepClear
        ? item.outline.of.flatMap((id) => this.seenFrom(id, inside, 'outline'))
        : [];
    const letters = this.setLetters(item, inside)?.letters;
    const plain =
      outline === item.outline && !raised && !likeLines
        ? (item as DesignObject<PlainOutline>)
        : plainObjects.get(
            item,
            [outline, ...(raised ?? []), null, ...(likeLines ?? []), null, ...partOf],
            () => ({
              ...(item as DesignObject<PlainOutline>),
              outline,
              ...(raised && { raised }),
              ...(likeLines && { likeLines }),
              ...(partOf.length === 2 && { partOf }),
              ...(letters && {
                letters,
                lettersOrder: (item.outline as TextOutline).order,
                lettersJoined: (item.outline as TextOutline).joined,
                capitals: capitalsOf(item.outline as TextOutline),
              }),
            }),
          );
    // What copies keep clear of outside of their repeat is taken out of each of them, later.
    const repeat = inside.find((g) => g.repeat);
    const outside = repeat && this.outside(repeat);
    return this.cleared(plain, inside, (id) => !outside?.(id));
  }

  /** Tells which ids stand neither for a group nor for anything in it. */
  private outside(group: Group): (id: string) => boolean {
    return (id) => id !== group.id && !this.inside(id).some((g) => g.id === group.id);
  }

  private resolveGroup(item: Group, inside: Group[]): PlainItem {
    let group = this.sameGroup(item, this.resolve(item.objects, [...inside, item]));
    const { repeat, bend } = item;
    if (repeat) {
      const one = group;
      const leaves = [...everyLeaf(one.objects)].length;
      const maps = this.affordable(this.placed(item, repeat, inside).maps, leaves);
      group = groupsWithCopies.get(item, [...one.objects, ...maps.flat()], () =>
        withCopies(one, repeat, maps),
      );
      if (!inside.some((g) => g.repeat)) {
        group = this.cleared(group, inside, this.outside(item)) as PlainGroup;
      }
    }
    return bend ? bentItem(group, bend) : group;
  }

  private sameGroup(item: Group, objects: PlainItem[]): PlainGroup {
    const same = objects.every((o, i) => o === (item.objects as readonly unknown[])[i]);
    return same
      ? (item as PlainGroup)
      : plainGroups.get(item, objects, () => ({ ...item, objects }) as PlainGroup);
  }
}

function bentItem(item: PlainItem, bend: Bend): PlainItem {
  if (item.kind === 'stitches') return item;
  return bentItems.get(item, [bend], () =>
    item.kind === 'group'
      ? { ...item, objects: item.objects.map((o) => bentItem(o, bend)) }
      : {
          ...item,
          outline: bendOnce(bend, item.outline),
          ...(item.raised && { raised: item.raised.map((o) => bendOnce(bend, o)) }),
          ...(item.likeLines && { likeLines: item.likeLines.map((o) => bendOnce(bend, o)) }),
          ...(item.partOf && { partOf: item.partOf.map((o) => bendOnce(bend, o)) }),
        },
  );
}

/** Resolved designs, with how many fonts had come by then. */
const resolved = new WeakMap<Design, { made: ResolvedDesign; fonts: number }>();

const resolvedBefore = (design: Design): ResolvedDesign | undefined => {
  const known = resolved.get(design);
  return known?.fonts === fontChanges() ? known.made : undefined;
};

/**
 * The design with every outline made plain, bent and in place, and with the copies of repeats as groups of their own
 * (`copy`), whose ids are those of what is repeated with a mark (`originOf`). Items that are plain already, and those
 * that come out the same as before, are the same objects as before.
 */
export function resolveDesign(design: Design): ResolvedDesign {
  let made = resolvedBefore(design);
  if (!made) {
    const objects = withoutHidden(
      new Resolver(design).resolve(design.objects, []),
      materialsOf(design).cloth,
    );
    made = { ...design, objects };
    resolved.set(design, { made, fonts: fontChanges() });
  }
  return made;
}

/**
 * One item of a design as it is resolved, without resolving all others; what is hidden beneath later stitches is still
 * there. Null when the design doesn't hold it.
 */
export function resolvedItem(design: Design, id: string): Item<PlainOutline> | null {
  const whole = resolvedBefore(design);
  if (whole) return findPlace(whole.objects, id)?.item ?? null;
  return new Resolver(design).resolveOne(originOf(id));
}

/**
 * The outlines of an object or a group as they lie on the sheet of another one, or on its own: bends of groups
 * that both stand in are left out, so that what is made of them can be put there.
 */
export const outlinesBeside = (design: Design, id: string, beside = id): PlainOutline[] =>
  new Resolver(design).seenBeside(id, beside);

/** The outline of an object on its own sheet, less the room that it keeps around those that `counts` says; null for others. */
export const outlineWithRoom = (
  design: Design,
  id: string,
  counts: (id: string) => boolean,
): PlainOutline | null => new Resolver(design).withRoom(id, counts);

/** Where the copies of a repeat stand on its sheet, and what its numbers came to; null when it is none. */
export function placedCopies(design: Design, id: string): Placed | null {
  for (const item of everyItem(design.objects)) {
    if (item.id !== id || item.kind !== 'group' || !item.repeat) continue;
    const resolver = new Resolver(design);
    return resolver.placed(item, item.repeat, resolver.inside(id));
  }
  return null;
}

/** The letters of a text object, on the sheet that it stands on; null for other items. */
export const textOf = (design: Design, id: string): SetText | null =>
  new Resolver(design).textOf(originOf(id));

/** The same as they lie on the cloth: bent with the groups that they stand in. */
export function textOnCloth(design: Design, id: string): SetText | null {
  const resolver = new Resolver(design);
  const set = resolver.textOf(originOf(id));
  const item = findItem(design, originOf(id));
  const bends = resolver.inside(originOf(id)).flatMap((group) => group.bend ?? []);
  if (!set || !isText(item) || !bends.length) return set;
  // From the innermost sheet to the outermost.
  const map = (p: Point): Point => bends.reduceRight((at, bend) => bendPoint(bend, at), p);
  return mappedSet(set, map, item.outline.height);
}
