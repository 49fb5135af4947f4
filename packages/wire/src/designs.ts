// Designs: the shelf's list, loading, saving, and what is kept of their past.
import { Type, type Static } from 'typebox';
import { AnsweredDesign, Changes, Label, Moment, Name, orNull, SentDesign, Uuid } from './parts.ts';

/** What the shelf shows of a revision. */
export const Summary = Type.Object({
  stitches: Type.Integer(),
  trims: Type.Integer(),
  width: Type.Number(),
  height: Type.Number(),
  seconds: Type.Number(),
  /** Threads in sewing order, without repeats. */
  colours: Type.Array(Type.Object({ code: Type.String(), name: Type.String(), colour: Type.String() })),
  /** Stitch kinds that are sewn (kept as ids, told as names), `stitches` for brought-in ones. Older revisions never told. */
  kinds: Type.Optional(Type.Array(Type.String())),
});
export type Summary = Static<typeof Summary>;

export const ShelfEntry = Type.Object({
  id: Uuid,
  name: Type.String(),
  /** Number of the newest revision. */
  revision: Type.Integer(),
  madeAt: Moment,
  changedAt: Moment,
  /** When it was taken off the shelf. */
  deletedAt: orNull<string>(Moment),
  /** Name of its hoop. */
  hoop: Type.String(),
  /** What the person has put on it to find it by, by the alphabet. */
  labels: Type.Array(Type.String()),
  /** Null while it is being made. */
  summary: orNull<Summary>(Summary),
  /** Why there is no picture, as a sentence; null when there is one, or will be. */
  problem: orNull<string>(Type.String()),
});
export type ShelfEntry = Static<typeof ShelfEntry>;

export const ShelfQuery = Type.Object({
  /** What can be brought back instead of what is there. */
  deleted: Type.Boolean({ default: false }),
});

export const Shelf = Type.Object({
  designs: Type.Array(ShelfEntry),
  /** So many days what was deleted can be brought back. */
  deletedDays: Type.Integer(),
});
export type Shelf = Static<typeof Shelf>;

export const ById = Type.Object({ id: Uuid });

/** What a save made. */
export const Saved = Type.Object({
  id: Uuid,
  revision: Type.Integer(),
  /** What was saved is not all that was sent: references that lead nowhere were left out. */
  healed: Type.Optional(Type.Boolean()),
});
export type Saved = Static<typeof Saved>;

export const Loaded = Type.Object({ id: Uuid, revision: Type.Integer(), design: AnsweredDesign });
export type Loaded = Static<typeof Loaded>;

export const NewDesign = Type.Object({
  design: SentDesign,
  label: Type.Unsafe<string>({ ...Label, default: 'New design' }),
});

/**
 * One save: on which revision, and which saves before it were never answered. It brings the whole design, or what has
 * become of that revision since; when that can't be made out, the answer is 412, and the whole is sent.
 */
export const Save = Type.Object({
  basedOn: Type.Integer({ minimum: 1 }),
  design: Type.Optional(SentDesign),
  changes: Type.Optional(Changes),
  label: Type.Unsafe<string>({ ...Label, default: 'Edit' }),
  /** The save's own id: sent twice, it is one save. */
  saveId: Type.Optional(Uuid),
  /** Ids of earlier saves whose answers never came: a newest revision that is one of them is the sender's own. */
  unanswered: Type.Optional(Type.Array(Uuid, { maxItems: 50 })),
});
export type Save = Static<typeof Save>;

/** A label, and so many at most on one design. */
export const LABEL_LENGTH = 40;
export const MOST_LABELS = 20;
const ShelfLabel = Type.String({ minLength: 1, maxLength: LABEL_LENGTH, pattern: '\\S' });
/** Which labels go on to which designs, and which come off them. */
export const Labelling = Type.Object({
  ids: Type.Array(Uuid, { minItems: 1, maxItems: 2000 }),
  add: Type.Array(ShelfLabel, { maxItems: MOST_LABELS, default: [] }),
  remove: Type.Array(ShelfLabel, { maxItems: MOST_LABELS, default: [] }),
});

export const Rename = Type.Object({ name: Name });

export const RevisionEntry = Type.Object({
  number: Type.Integer(),
  label: Label,
  /** What the person calls it; those with a name are kept for good. */
  name: orNull<string>(Type.String()),
  madeAt: Moment,
});
export type RevisionEntry = Static<typeof RevisionEntry>;

/** Newest first, at most 500. */
export const History = Type.Object({ revisions: Type.Array(RevisionEntry) });
export type History = Static<typeof History>;

/** Revisions older than this one. */
export const HistoryQuery = Type.Object({ before: Type.Optional(Type.Integer({ minimum: 2 })) });

export const ByNumber = Type.Object({ id: Uuid, number: Type.Integer({ minimum: 1 }) });

/** A revision's name; without letters it has none any more. */
export const RevisionName = Type.Object({ name: Type.String({ maxLength: 120 }) });
