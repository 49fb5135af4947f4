// Designs on their way to a worker: only what it doesn't have yet is sent, and what it has is the very same there again.
//
// What was made from an item is remembered with the item (memo.ts). A design that is cloned as a whole has none of its
// old items; one that comes as a parcel has all but those that changed.
import type { StitchBlock } from './stitch-blocks.ts';
import type { Design, DesignObject, Group, Item, KeptPicture, Outline } from './types.ts';

/**
 * An item of a parcel: the number of one that was sent before, or a new one with its number. Of new stitches, blocks that
 * were sent before are numbers, too, and so are the outlines of objects and the pictures that groups came from.
 */
type Packed =
  | number
  | { number: number; item: Item }
  | { number: number; object: object; outline: PackedPart<Outline> }
  | { number: number; group: object; objects: Packed[]; picture?: PackedPart<KeptPicture> }
  | { number: number; stitches: object; blocks: PackedBlock[] };
type PackedPart<T> = number | { number: number; part: T };
type PackedBlock = number | { number: number; records: string };

export interface Parcel {
  /** Letters that the design carries are left out when they are those of the parcel before. */
  design: Omit<Design, 'objects'>;
  sameFonts?: boolean;
  objects: Packed[];
}

/** Items are forgotten, on both sides alike, after so many parcels without them: steps back bring them again. */
const KEPT = 60;

/** What can be sent once: an item, a block of stitches, an outline, or a picture. */
type Sent = Item | StitchBlock | Outline | KeptPicture;

/** The items that both sides have, by number. Both count the same parcels, and so forget the same. */
class Ledger {
  private readonly items = new Map<number, { item: Sent; used: number }>();
  private readonly numbers = new WeakMap<Sent, number>();
  private parcels = 0;

  begin(): void {
    this.parcels++;
  }

  learn(number: number, item: Sent): void {
    this.items.set(number, { item, used: this.parcels });
    this.numbers.set(item, number);
  }

  /** The item's number, when it is known still; it and all that stands in it are in use. */
  use(item: Sent): number | undefined {
    const number = this.numbers.get(item);
    const entry = number === undefined ? undefined : this.items.get(number);
    if (!entry) return undefined;
    entry.used = this.parcels;
    for (const inner of innerOf(item)) this.use(inner);
    return number;
  }

  item(number: number): Sent {
    const entry = this.items.get(number);
    if (!entry) throw new Error(`Item ${number} of a parcel was never sent.`);
    return entry.item;
  }

  end(): void {
    for (const [number, { used }] of this.items) if (used <= this.parcels - KEPT) this.items.delete(number);
  }
}

const innerOf = (item: Sent): readonly Sent[] => {
  if (!('kind' in item)) return [];
  if (item.kind === 'group')
    return item.fromPicture ? [...item.objects, item.fromPicture.picture] : item.objects;
  if (item.kind === 'object') return [item.outline];
  return item.kind === 'stitches' ? item.blocks : [];
};

/** Packs designs for one receiver. Every parcel must be opened there, in order. */
export class DesignSender {
  private readonly ledger = new Ledger();
  private next = 1;
  private fonts: Design['fonts'];

  pack({ objects, ...whole }: Design): Parcel {
    const { fonts, ...without } = whole;
    const sameFonts = fonts !== undefined && fonts === this.fonts;
    const design = sameFonts ? without : whole;
    this.fonts = fonts;
    this.ledger.begin();
    const packed = objects.map((item) => this.packItem(item));
    this.ledger.end();
    return { design, objects: packed, ...(sameFonts && { sameFonts }) };
  }

  private packItem(item: Item): Packed {
    const known = this.ledger.use(item);
    if (known !== undefined) return known;
    const number = this.next++;
    if (item.kind === 'stitches') {
      const { blocks, ...stitches } = item;
      const packed = blocks.map((block) => this.packBlock(block));
      this.ledger.learn(number, item);
      return { number, stitches, blocks: packed };
    }
    if (item.kind === 'object') {
      const { outline, ...object } = item;
      const packed = this.packPart(outline);
      this.ledger.learn(number, item);
      return { number, object, outline: packed };
    }
    if (item.kind !== 'group') {
      this.ledger.learn(number, item);
      return { number, item };
    }
    const { objects, fromPicture, ...group } = item;
    const inner = objects.map((o) => this.packItem(o));
    const picture = fromPicture && this.packPart(fromPicture.picture);
    this.ledger.learn(number, item);
    if (!fromPicture) return { number, group, objects: inner };
    const { picture: _, ...from } = fromPicture;
    return { number, group: { ...group, fromPicture: from }, objects: inner, picture };
  }

  private packPart<T extends Outline | KeptPicture>(part: T): PackedPart<T> {
    const known = this.ledger.use(part);
    if (known !== undefined) return known;
    const number = this.next++;
    this.ledger.learn(number, part);
    return { number, part };
  }

  private packBlock(block: StitchBlock): PackedBlock {
    const known = this.ledger.use(block);
    if (known !== undefined) return known;
    const number = this.next++;
    this.ledger.learn(number, block);
    return { number, records: block.records };
  }
}

/** Opens the parcels of one sender. */
export class DesignReceiver {
  private readonly ledger = new Ledger();
  private fonts: Design['fonts'];

  open({ design, objects, sameFonts }: Parcel): Design {
    this.ledger.begin();
    const items = objects.map((packed) => this.openItem(packed));
    this.ledger.end();
    if (!sameFonts) this.fonts = design.fonts;
    return { ...design, ...(this.fonts && { fonts: this.fonts }), objects: items };
  }

  private openItem(packed: Packed): Item {
    if (typeof packed === 'number') {
      const item = this.ledger.item(packed) as Item;
      this.ledger.use(item);
      return item;
    }
    const item = this.opened(packed);
    this.ledger.learn(packed.number, item);
    return item;
  }

  private opened(packed: Exclude<Packed, number>): Item {
    if ('item' in packed) return packed.item;
    if ('object' in packed)
      return { ...packed.object, outline: this.openPart(packed.outline) } as DesignObject;
    if ('group' in packed) {
      const group = { ...packed.group, objects: packed.objects.map((o) => this.openItem(o)) } as Group;
      if (!group.fromPicture || packed.picture === undefined) return group;
      return { ...group, fromPicture: { ...group.fromPicture, picture: this.openPart(packed.picture) } };
    }
    return { ...packed.stitches, blocks: packed.blocks.map((b) => this.openBlock(b)) } as Item;
  }

  private openPart<T extends Outline | KeptPicture>(packed: PackedPart<T>): T {
    if (typeof packed === 'number') {
      const part = this.ledger.item(packed) as T;
      this.ledger.use(part);
      return part;
    }
    this.ledger.learn(packed.number, packed.part);
    return packed.part;
  }

  private openBlock(packed: PackedBlock): StitchBlock {
    if (typeof packed === 'number') {
      const block = this.ledger.item(packed) as StitchBlock;
      this.ledger.use(block);
      return block;
    }
    const block: StitchBlock = { records: packed.records };
    this.ledger.learn(packed.number, block);
    return block;
  }
}
