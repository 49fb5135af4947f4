// What a design is tried on, as the document keeps it: a drawn thing or a photograph, and where on it.
import { Type } from 'typebox';
import {
  colour,
  coordinate,
  exactly,
  integer,
  length,
  list,
  name,
  number,
  perhaps,
  picture,
  turn,
} from './parts.ts';

/** The `thing` of a photograph of the person's own. */
export const OWN_PHOTO = 'photo';

/** Where the design lies on the thing, its middle in mm of the thing's surface; repeated in rows about that place. */
export const triedPlace = exactly({
  x: coordinate,
  y: coordinate,
  turn,
  across: perhaps(integer(1, 30)),
  down: perhaps(integer(1, 30)),
  /** Between copies, in mm. */
  gap: perhaps(length(500)),
});

/** A photograph, and how wide all of it is in truth, in mm. */
export const triedPhoto = exactly({
  name,
  data: picture,
  width: number(1, 10_000),
  height: number(1, 10_000),
});

export const tryOn = exactly({
  /** Id of the thing. One that is not known here is shown as another that suits the cloth. */
  thing: Type.String({ pattern: '^[a-z0-9-]{1,40}$' }),
  /** Of the thing; left out: its own. */
  colour: perhaps(colour),
  places: list(triedPlace, 20, 1),
  photo: perhaps(triedPhoto),
});
