// What a design is tried on, and where: as the document keeps it, or as it is when nothing was chosen yet.
import { OWN_PHOTO, turned, type Bounds, type Design, type TriedPlace, type TryOn } from '@rosehip/core';
import { box } from './paths.ts';
import type { Place } from './lay.ts';
import type { Spot, Thing } from './thing.ts';
import { thingById, thingForCloth } from './things.ts';

/** A photograph as a thing: flat, and as large as the person says. */
function photoThing({ name, width, height }: NonNullable<TryOn['photo']>): Thing {
  return {
    id: OWN_PHOTO,
    name,
    cloth: 'cotton',
    colour: '#ffffff',
    bounds: { minX: -width / 2, minY: -height / 2, maxX: width / 2, maxY: height / 2 },
    surface: { kind: 'flat' },
    pieces: () => [{ paths: box(-width / 2, -height / 2, width, height), sewn: true }],
    spots: [],
  };
}

/** The thing that is tried; one that isn't known here gives way to what suits the cloth. */
export function triedThing(design: Pick<Design, 'tryOn' | 'cloth'>): Thing {
  const { tryOn } = design;
  if (tryOn?.thing === OWN_PHOTO && tryOn.photo) return photoThing(tryOn.photo);
  return (tryOn && thingById(tryOn.thing)) ?? thingForCloth(design.cloth.kind);
}

/** Its colour: the chosen one; or the design's cloth, when the thing is made of that; or its own. */
export const triedColour = ({ tryOn, cloth }: Pick<Design, 'tryOn' | 'cloth'>, thing: Thing): string =>
  tryOn?.colour ?? (cloth.kind === thing.cloth && !thing.carrier ? cloth.colour : thing.colour);

const MIDDLE: TriedPlace = { x: 0, y: 0, turn: 0 };

export const atSpot = ({ x, y, turn = 0 }: Spot): TriedPlace => ({ x, y, turn });

/** Size of a design, in mm. */
interface Size {
  width: number;
  height: number;
}

/** Is there room for a design of this size? Some stitches more are no matter. */
export const holds = (spot: Spot, { width, height }: Size): boolean =>
  width <= spot.width + 0.5 && height <= spot.height + 0.5;

/** Where a design is put on a thing at first: on the first spot that has room for it, or the first of all. */
export function usualPlace({ spots }: Thing, size: Size | null): TriedPlace {
  const spot = (size && spots.find((s) => holds(s, size))) ?? spots[0];
  return spot ? atSpot(spot) : MIDDLE;
}

/** Where a design of this size lies: as chosen, or where it usually is on such a thing. */
export const triedPlaces = (
  design: Pick<Design, 'tryOn' | 'cloth'>,
  size: Size | null,
): readonly TriedPlace[] => design.tryOn?.places ?? [usualPlace(triedThing(design), size)];

/** The spot that a place stands on, if it does. */
export const spotOf = (thing: Thing, place: TriedPlace): Spot | undefined =>
  thing.spots.find(
    (s) => Math.hypot(s.x - place.x, s.y - place.y) < 0.5 && Math.abs((s.turn ?? 0) - place.turn) < 0.5,
  );

/** The copies of a design of this size, in mm, that a place stands for: rows about it, turned with it. */
export function copiesOf(place: TriedPlace, size: Size): Place[] {
  const { x, y, turn, across = 1, down = 1, gap = 0 } = place;
  const out: Place[] = [];
  for (let row = 0; row < down; row++)
    for (let column = 0; column < across; column++) {
      const aside = {
        x: (column - (across - 1) / 2) * (size.width + gap),
        y: (row - (down - 1) / 2) * (size.height + gap),
      };
      const by = turned(aside, turn);
      out.push({ x: x + by.x, y: y + by.y, turn });
    }
  return out;
}

export const middleOf = (b: Bounds): { x: number; y: number } => ({
  x: (b.minX + b.maxX) / 2,
  y: (b.minY + b.maxY) / 2,
});
