// Whether what is on the bench is saved: edits are sent once the hand rests, kept in the browser until the server has
// them, and a change that was made elsewhere meanwhile is shown and decided on by the person.
import { ref, shallowRef, type Ref } from 'vue';
import type { Design } from '@rosehip/core';
import type { Failure, Loaded, Saved } from '@rosehip/wire';
import type { WholeSave } from '../../api.ts';
import { uuid } from '../../parts/uuid.ts';
import type { Draft, KeptDraft } from '../drafts.ts';

/** `gone`: the design was deleted elsewhere. */
export type SaveState = 'saved' | 'unsaved' | 'saving' | 'away' | 'conflict' | 'refused' | 'gone';

type Current = NonNullable<Failure['error']['current']>;

/** Why a save failed. */
export interface SaveFailure {
  message: string;
  status: number;
  /** Worth trying again later. */
  away: boolean;
  current?: Current;
}

/** What saving needs of the server. Calls reject with a SaveFailure. */
export interface Server {
  load(id: string): Promise<Loaded>;
  save(id: string, save: WholeSave): Promise<Saved>;
  create(design: Design, label: string): Promise<Saved>;
}

/** What saving needs of the browser's store. */
export interface DraftStore {
  beginSitting(): Promise<void>;
  endSitting(): Promise<void>;
  keepDraft(draft: Draft): Promise<void>;
  dropDraft(designId: string, at: number): Promise<void>;
  dropLeft(draft: KeptDraft): Promise<void>;
  leftDrafts(designId?: string): Promise<KeptDraft[]>;
  draftToShelf(draft: KeptDraft, label: string): Promise<string>;
}

/** Quiet time after an edit before it is saved, and between tries while the server is away, in ms. */
const SAVE_AFTER = 700;
const TRY_AGAIN = 2000;
const MOST_UNANSWERED = 50;

/** `committed` is what is saved; `show` puts another design in its place on the bench. */
export function useSaving(
  committed: Ref<Design | null>,
  show: (design: Design) => void,
  server: Server,
  drafts: DraftStore,
) {
  const id = ref('');
  const revision = ref(0);
  const saveState = ref<SaveState>('saved');
  /** The sentence that goes with a refusal or with a server that is away. */
  const saveProblem = ref('');
  /** Somebody else's revision, when both were changed. */
  const theirs = shallowRef<Current | null>(null);
  /** Drafts of this design that other tabs have left behind. */
  const otherDrafts = shallowRef<KeptDraft[]>([]);
  let savedDesign: Design | null = null;
  /** What the server is known to have, to the letter: changes are sent as such to it. */
  let there: { design: Design; revision: number } | null = null;
  /** Counts openings: the answer to a save that was sent before the last one is not this sitting's. */
  let opening = 0;
  let labels: string[] = [];
  /** Saves whose answers never came: the server may have taken them. */
  let unanswered: string[] = [];
  let editedAt = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let saving: Promise<void> | null = null;

  /** Opens a design. Nothing is shown when another was opened meanwhile. */
  async function open(designId: string): Promise<void> {
    const now = opening;
    await drafts.beginSitting();
    const loaded = await server.load(designId);
    if (now !== opening) return;
    id.value = loaded.id;
    revision.value = loaded.revision;
    savedDesign = loaded.design;
    there = loaded;
    show(loaded.design);
    saveState.value = 'saved';
    await takeUp(loaded.design);
  }

  /** Work that could not be saved before a page was left is taken up again: the newest; others are offered. */
  async function takeUp(loaded: Design): Promise<void> {
    const left = await drafts.leftDrafts(id.value);
    const text = JSON.stringify(loaded);
    const same = (draft: KeptDraft): boolean => JSON.stringify(draft.design) === text;
    for (const draft of left.filter(same)) void drafts.dropLeft(draft);
    const [mine, ...others] = left.filter((draft) => !same(draft));
    otherDrafts.value = others;
    if (!mine) return;
    labels = ['Edits taken up again'];
    show(mine.design);
    revision.value = mine.basedOn; // whether that is still the newest, or its own doing, the server knows
    unanswered = mine.unanswered;
    editedAt = mine.at;
    saveState.value = 'unsaved';
    await keep();
    void drafts.dropLeft(mine);
    later(0);
  }

  function close(): void {
    clearTimeout(timer);
    opening++;
    void drafts.endSitting();
    id.value = '';
    savedDesign = there = theirs.value = null;
    saveProblem.value = '';
    labels = [];
    unanswered = [];
    otherDrafts.value = [];
  }

  /** Keeps what is not saved yet in the browser. */
  const keep = (): Promise<void> =>
    drafts.keepDraft({
      designId: id.value,
      basedOn: revision.value,
      design: committed.value!,
      unanswered,
      at: editedAt,
    });

  /** What another tab has left becomes a design of its own, or is thrown away. Gives the new design's id. */
  async function settleDraft(draft: KeptDraft, keepIt: boolean): Promise<string | null> {
    let made: string | null = null;
    if (keepIt) made = await drafts.draftToShelf(draft, 'Kept from another tab');
    else await drafts.dropLeft(draft);
    otherDrafts.value = otherDrafts.value.filter((d) => d !== draft);
    return made;
  }

  /** A design that was deleted elsewhere goes on as a new one. Gives its id. */
  async function keepAsNew(): Promise<string> {
    const made = await server.create(committed.value!, 'Kept: the design was deleted elsewhere');
    await drafts.dropDraft(id.value, editedAt);
    return made.id;
  }

  function later(wait: number): void {
    clearTimeout(timer);
    timer = setTimeout(() => void save(), wait);
  }

  /** `committed` was changed: it is kept here at once, and saved once the hand rests. */
  function edited(label: string): void {
    labels.push(label);
    editedAt = Date.now();
    void keep();
    if (saveState.value === 'conflict' || saveState.value === 'gone') return; // waits for the person's decision
    if (saveState.value !== 'away') saveState.value = 'unsaved';
    later(SAVE_AFTER);
  }

  async function save(): Promise<void> {
    if (saving) return saving;
    const what = committed.value;
    if (!what || what === savedDesign || saveState.value === 'conflict' || saveState.value === 'gone') return;
    const forId = id.value;
    const sitting = opening;
    const told = labels;
    labels = [];
    if (saveState.value !== 'away') saveState.value = 'saving';
    const summary = told.length > 1 ? `${told.at(-1)} and ${told.length - 1} more` : (told[0] ?? 'Edit');
    const saveId = uuid();
    const sent = [...unanswered];
    unanswered = [...unanswered, saveId].slice(-MOST_UNANSWERED);
    saving = server
      .save(forId, {
        basedOn: revision.value,
        design: what,
        since: there?.revision === revision.value ? there.design : null,
        label: summary.slice(0, 200),
        saveId,
        unanswered: sent,
      })
      .then(
        ({ revision: number, healed }) => {
          if (opening === sitting) answered(what, number, healed);
        },
        (failure: SaveFailure) => {
          if (opening !== sitting) return;
          labels = [...told, ...labels];
          failed(failure);
        },
      )
      .finally(() => {
        saving = null;
        if (opening !== sitting) later(0); // what was edited since waited for this
      });
    return saving;
  }

  function answered(what: Design, number: number, healed = false): void {
    unanswered = [];
    there = healed ? null : { design: what, revision: number };
    revision.value = number;
    savedDesign = what;
    saveProblem.value = '';
    if (committed.value === what) {
      saveState.value = 'saved';
      void drafts.dropDraft(id.value, editedAt);
    } else {
      saveState.value = 'unsaved';
      void keep();
      later(SAVE_AFTER);
    }
  }

  function failed({ status, message, current, away }: SaveFailure): void {
    saveProblem.value = message;
    if (status === 409 && current) {
      theirs.value = current;
      saveState.value = 'conflict';
    } else if (status === 404) saveState.value = 'gone';
    else if (away) {
      saveState.value = 'away';
      void keep(); // with the save that may have been taken
      later(TRY_AGAIN);
    } else saveState.value = 'refused';
  }

  /** Saves what is not saved yet, as far as the server can be reached. */
  async function settle(): Promise<void> {
    clearTimeout(timer);
    await saving;
    await save();
  }

  /**
   * Ends a conflict: mine goes on top of theirs, theirs is taken, or mine becomes a design of its own, whose id is given.
   */
  async function decide(choice: 'mine' | 'theirs' | 'copy'): Promise<string | null> {
    const other = theirs.value;
    if (!other || !committed.value) return null;
    let copy: string | null = null;
    if (choice === 'copy') {
      const mine = { ...committed.value, name: `${committed.value.name.slice(0, 108)} (my copy)` };
      copy = (await server.create(mine, 'Kept from a conflict')).id;
    }
    theirs.value = null;
    unanswered = [];
    there = other;
    revision.value = other.revision;
    if (choice === 'mine') {
      saveState.value = 'unsaved';
      await save();
    } else {
      savedDesign = other.design;
      show(other.design);
      saveState.value = 'saved';
      void drafts.dropDraft(id.value, editedAt);
    }
    return copy;
  }

  return {
    id,
    revision,
    saveState,
    saveProblem,
    theirs,
    otherDrafts,
    open,
    close,
    edited,
    settle,
    decide,
    settleDraft,
    keepAsNew,
  };
}
