// From a design whose outlines refer to each other to one in which every outline stands by itself.
//
// Nothing is made twice: an outline is made anew only when it, or one that it is made from, has changed.
import { isLive } from '../design/live.ts';
import { remember } from '../design/remember.ts';
import type {
  Design,
  DesignObject,
  Group,
  Item,
  LiveOutline,
  PlainDesign,
  PlainOutline,
} from '../design/types.ts';
import { combineOutlines, cutOutline } from './live/combine.ts';
import { bandOutline, edgeOutline, surroundOutline } from './live/around.ts';
import { clearedOutline, stitchesOutline } from './live/keep-clear.ts';
import { bendOutline } from './live/bend.ts';
import { transformOutline } from './transform.ts';

function make(outline: LiveOutline, sources: PlainOutline[][]): PlainOutline {
  switch (outline.kind) {
    case 'combine':
      return combineOutlines(outline, sources);
    case 'cut':
      return cutOutline(outline, sources[0] ?? [], sources[1] ?? []);
    case 'surround':
      return surroundOutline(outline, sources.flat());
    case 'band':
      return bandOutline(outline, sources.flat());
    case 'edge':
      return edgeOutline(outline, sources.flat());
  }
}

interface Known {
  sources: PlainOutline[][];
  made: PlainOutline;
}

/** Made before from the very same sources, for as long as the object lives. */
const byObject = new WeakMap<LiveOutline, Known>();
/** Made before from equal content: a worker is handed new objects every time. */
const byContent = new Map<string, PlainOutline>();
/** Outlines are large, and every move of a hand makes new ones. */
const MOST_OUTLINES = 80;
const bentByOutline = new WeakMap<PlainOutline, { bend: object; made: PlainOutline }>();
const bentByContent = new Map<string, PlainOutline>();

const same = (a: PlainOutline[][], b: PlainOutline[][]): boolean =>
  a.length === b.length &&
  a.every((list, i) => list.length === b[i].length && list.every((o, k) => o === b[i][k]));

function makeOnce(outline: LiveOutline, sources: PlainOutline[][]): PlainOutline {
  const known = byObject.get(outline);
  if (known && same(known.sources, sources)) return known.made;
  const build = (): PlainOutline => {
    const plain = make(outline, sources);
    return outline.place ? transformOutline(plain, outline.place) : plain;
  };
  const made = remember(JSON.stringify([outline, sources]), byContent, build, MOST_OUTLINES);
  byObject.set(outline, { sources, made });
  return made;
}

function bendOnce(bend: NonNullable<Group['bend']>, outline: PlainOutline): PlainOutline {
  const known = bentByOutline.get(outline);
  if (known?.bend === bend) return known.made;
  const made = remember(
    JSON.stringify([bend, outline]),
    bentByContent,
    () => bendOutline(bend, outline),
    MOST_OUTLINES,
  );
  bentByOutline.set(outline, { bend, made });
  return made;
}

const clearByOutline = new WeakMap<PlainOutline, Known & { margin: number }>();
const clearByContent = new Map<string, PlainOutline>();

function clearOnce(margin: number, outline: PlainOutline, sources: PlainOutline[][]): PlainOutline {
  const known = clearByOutline.get(outline);
  if (known?.margin === margin && same(known.sources, sources)) return known.made;
  const made = remember(
    JSON.stringify([margin, outline, sources]),
    clearByContent,
    () => clearedOutline(outline, sources.flat(), margin),
    MOST_OUTLINES,
  );
  clearByOutline.set(outline, { margin, sources, made });
  return made;
}

const NOTHING: PlainOutline = { kind: 'path', paths: [] };

class Resolver {
  private readonly items = new Map<string, { item: Item; inside: Group[] }>();
  /** Outlines on their own sheet: before the bends of the groups that they stand in. */
  private readonly flat = new Map<string, PlainOutline>();
  private readonly open = new Set<string>();

  constructor(design: Design) {
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
    const made = makeOnce(
      outline,
      outline.of.map((source) => this.seenFrom(source, inside)),
    );
    this.open.delete(id);
    this.flat.set(id, made);
    return made;
  }

  /** The outlines of an object or a group as they lie for one who stands inside of these groups. */
  private seenFrom(id: string, here: Group[]): PlainOutline[] {
    const found = this.items.get(id);
    if (!found || found.item.kind === 'stitches') return [];
    const { item, inside } = found;
    if (item.kind === 'group') return item.objects.flatMap((o) => this.seenFrom(o.id, here));
    return [
      this.bent(
        this.flatOutline(item, inside),
        inside.filter((g) => !here.includes(g)),
      ),
    ];
  }

  /** The outlines of an item as they lie for one who stands beside another. */
  seenBeside(id: string, beside: string): PlainOutline[] {
    return this.seenFrom(id, this.items.get(beside)?.inside ?? []);
  }

  private bent(outline: PlainOutline, groups: Group[]): PlainOutline {
    return groups.reduceRight((o, group) => (group.bend ? bendOnce(group.bend, o) : o), outline);
  }

  resolve(items: readonly Item[], inside: Group[]): Item<PlainOutline>[] {
    return items.map((item) => this.resolveItem(item, inside));
  }

  /** The outline without the room that is kept around other objects; on the sheet that the object stands on. */
  private cleared(object: DesignObject, outline: PlainOutline, inside: Group[]): PlainOutline {
    if (!object.keepClear?.of.length) return outline;
    const sources = object.keepClear.of.map((id) => this.areasFrom(id, inside));
    return clearOnce(object.keepClear.margin, outline, sources);
  }

  /** Like `seenFrom`, and for stitches the area that their thread covers. */
  private areasFrom(id: string, here: Group[]): PlainOutline[] {
    const item = this.items.get(id)?.item;
    if (item?.kind === 'group') return item.objects.flatMap((o) => this.areasFrom(o.id, here));
    return item?.kind === 'stitches' ? [stitchesOutline(item)] : this.seenFrom(id, here);
  }

  private resolveItem(item: Item, inside: Group[]): Item<PlainOutline> {
    if (item.kind === 'stitches') return item;
    const known = resolvedItems.get(item);
    if (item.kind === 'group') {
      const objects = this.resolve(item.objects, [...inside, item]);
      const unchanged =
        known?.kind === 'group' &&
        known.objects.length === objects.length &&
        known.objects.every((o, i) => o === objects[i]);
      if (unchanged) return known;
      const made: Group<PlainOutline> = { ...item, objects };
      resolvedItems.set(item, made);
      return made;
    }
    const outline = this.bent(this.cleared(item, this.flatOutline(item, inside), inside), inside);
    const raised = item.relief?.flatMap((id) => this.seenFrom(id, inside).map((o) => this.bent(o, inside)));
    if (outline === item.outline && !raised) return item as DesignObject<PlainOutline>;
    if (known?.kind === 'object' && known.outline === outline && same([known.raised ?? []], [raised ?? []]))
      return known;
    const made: DesignObject<PlainOutline> = { ...item, outline, ...(raised && { raised }) };
    resolvedItems.set(item, made);
    return made;
  }
}

const resolvedItems = new WeakMap<Item, Item<PlainOutline>>();
const resolved = new WeakMap<Design, PlainDesign>();

/**
 * The design with every outline made plain, bent and in place. Items that are plain already, and those that
 * come out the same as before, are the same objects as before.
 */
export function resolveDesign(design: Design): PlainDesign {
  let made = resolved.get(design);
  if (!made) {
    made = { ...design, objects: new Resolver(design).resolve(design.objects, []) };
    resolved.set(design, made);
  }
  return made;
}

/**
 * The outlines of an object or a group as they lie on the sheet of another one, or on its own: bends of groups
 * that both stand in are left out, so that what is made of them can be put there.
 */
export const outlinesBeside = (design: Design, id: string, beside = id): PlainOutline[] =>
  new Resolver(design).seenBeside(id, beside);
