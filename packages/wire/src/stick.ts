// The stick that stands for a memory stick: where it is, what is on it, and what is done with it.
import { Type, type Static } from 'typebox';
import { orNull } from './parts.ts';

const Slot = Type.Unsafe<'computer' | 'machine' | 'hand'>({ enum: ['computer', 'machine', 'hand'] });

export const Stick = Type.Object({
  /** `none`: this Rosehip has no stick at all. */
  slot: Type.Unsafe<'computer' | 'machine' | 'hand' | 'none'>({
    enum: ['computer', 'machine', 'hand', 'none'],
  }),
  /** Bytes. */
  capacity: Type.Integer(),
  used: Type.Integer(),
  /** Its switch is set so that nothing can be written. */
  locked: Type.Boolean(),
  /** Where the practice machine shows its screen; null when none runs. */
  machine: orNull<string>(Type.String()),
});
export type Stick = Static<typeof Stick>;

export const OnStick = Type.Object({
  name: Type.String(),
  /** What old machines show instead. */
  short: Type.String(),
  folder: Type.Boolean(),
  /** Bytes. */
  size: Type.Integer(),
  /** ms since 1970. */
  changed: Type.Number(),
});
export type OnStick = Static<typeof OnStick>;
export const StickList = Type.Object({ entries: Type.Array(OnStick) });
export type StickList = Static<typeof StickList>;

/** A path such as `folder/name.dst`. */
const Path = Type.String({ maxLength: 1000 });
export const StickFolder = Type.Object({ folder: Type.Optional(Path) });
export const StickPath = Type.Object({ path: Path });
export const StickWrite = Type.Object({ path: Path, replace: Type.Optional(Type.Boolean()) });
export const StickName = Type.Object({ name: Type.String({ maxLength: 1000 }) });
/** Where it is put; `safely`: when all that is being written is. */
export const StickPlace = Type.Object({ slot: Slot, safely: Type.Optional(Type.Boolean()) });
export const StickLock = Type.Object({ locked: Type.Boolean() });
