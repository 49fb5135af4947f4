// The design on the bench: what it is, how it was changed, and whether that is saved.
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import {
  applyCommand,
  applySettled,
  CommandError,
  findItem,
  findPlace,
  JobError,
  resolveDesign,
  resolvedItem,
  transformItems,
  type Command,
  type Design,
  type DesignChanges,
  type Item,
  type Job,
  type Matrix,
  type PlainOutline,
} from '@rosehip/core';
import type { ApiError } from '../api.ts';
import { api } from '../api.ts';
import { uuid } from '../parts/uuid.ts';
import {
  beginSitting,
  draftToShelf,
  dropDraft,
  dropLeft,
  endSitting,
  keepDraft,
  leftDrafts,
  type KeptDraft,
} from './drafts.ts';

/** `gone`: the design was deleted elsewhere. */
export type SaveState = 'saved' | 'unsaved' | 'saving' | 'away' | 'conflict' | 'refused' | 'gone';

interface Step {
  label: string;
  inverse: Command;
}

/** Quiet time after an edit before it is saved, and between tries while the server is away, in ms. */
const SAVE_AFTER = 700;
const TRY_AGAIN = 2000;
const MOST_UNANSWERED = 50;

export const useBench = defineStore('bench', () => {
  const id = ref('');
  const revision = ref(0);
  /** What is shown: the committed design, or a preview of it while a hand is moving. */
  const design = shallowRef<Design | null>(null);
  const committed = shallowRef<Design | null>(null);
  const selection = ref<string[]>([]);
  /** The group whose inside is worked on; its members are selected one by one. */
  const inside = ref<string | null>(null);
  const undoSteps = shallowRef<Step[]>([]);
  const redoSteps = shallowRef<Step[]>([]);
  const saveState = ref<SaveState>('saved');
  /** The sentence that goes with a refusal or with a server that is away. */
  const saveProblem = ref('');
  /** Somebody else's revision, when both were changed. */
  const theirs = shallowRef<{ revision: number; design: Design } | null>(null);
  const message = ref('');
  /** An older revision that is looked at on the cloth; the next edit, or leaving it, shows the design again. */
  const looking = shallowRef<number | null>(null);
  let savedDesign: Design | null = null;
  /** Counts openings: the answer to a save that was sent before the last one is not this sitting's. */
  let opening = 0;
  let labels: string[] = [];
  /** Saves whose answers never came: the server may have taken them. */
  let unanswered: string[] = [];
  let editedAt = 0;
  /** Drafts of this design that other tabs have left behind. */
  const otherDrafts = shallowRef<KeptDraft[]>([]);
  let timer: ReturnType<typeof setTimeout> | undefined;
  let saving: Promise<void> | null = null;

  const selectedIn = (from: Design | null): Item[] =>
    from ? selection.value.map((s) => findItem(from, s)).filter((item): item is Item => !!item) : [];
  /** What is selected, as it is shown now. */
  const selected = computed(() => selectedIn(design.value));
  /** What is selected, as it was before the preview that may be under way. */
  const committedSelected = computed(() => selectedIn(committed.value));

  // Whoever selects something outside of a group has left it.
  watch(selection, (now) => {
    const group = inside.value && design.value ? findItem(design.value, inside.value) : null;
    if (group?.kind === 'group' && now.some((id) => !findPlace(group.objects, id))) inside.value = null;
  });

  /** The design as it is shown, every outline by itself: what the cloth draws and hits. */
  const plain = computed(() => (design.value ? resolveDesign(design.value) : null));
  // Pressing and snapping look at the whole design: it is made ready while no hand moves.
  const whenIdle = window.requestIdleCallback ?? ((work: () => void) => setTimeout(work, 200));
  watch(committed, (now) => now && whenIdle(() => now === committed.value && resolveDesign(now)));
  /** What is selected, by itself: while a hand moves, no more is made here than that. */
  const selectedPlain = computed<Item<PlainOutline>[]>(() =>
    design.value ? selection.value.flatMap((id) => resolvedItem(design.value!, id) ?? []) : [],
  );

  async function load(designId: string): Promise<void> {
    close();
    const now = opening;
    await beginSitting();
    const loaded = await api.load(designId);
    if (now !== opening) return; // another was opened meanwhile
    id.value = loaded.id;
    revision.value = loaded.revision;
    savedDesign = loaded.design;
    committed.value = design.value = loaded.design;
    saveState.value = 'saved';
    await takeUp(loaded.design);
  }

  /** Work that could not be saved before a page was left is taken up again: the newest; others are offered. */
  async function takeUp(loaded: Design): Promise<void> {
    const left = await leftDrafts(id.value);
    const text = JSON.stringify(loaded);
    const same = (draft: KeptDraft): boolean => JSON.stringify(draft.design) === text;
    for (const draft of left.filter(same)) void dropLeft(draft);
    const [mine, ...others] = left.filter((draft) => !same(draft));
    otherDrafts.value = others;
    if (!mine) return;
    labels = ['Edits taken up again'];
    committed.value = design.value = mine.design;
    revision.value = mine.basedOn; // whether that is still the newest, or its own doing, the server knows
    unanswered = mine.unanswered;
    editedAt = mine.at;
    saveState.value = 'unsaved';
    await keep();
    void dropLeft(mine);
    later(0);
  }

  /** Keeps what is not saved yet in the browser. */
  const keep = (): Promise<void> =>
    keepDraft({
      designId: id.value,
      basedOn: revision.value,
      design: committed.value!,
      unanswered,
      at: editedAt,
    });

  /** What another tab has left becomes a design of its own, or is thrown away. Gives the new design's id. */
  async function settleDraft(draft: KeptDraft, keepIt: boolean): Promise<string | null> {
    let made: string | null = null;
    if (keepIt) made = await draftToShelf(draft, 'Kept from another tab');
    else await dropLeft(draft);
    otherDrafts.value = otherDrafts.value.filter((d) => d !== draft);
    return made;
  }

  /** A design that was deleted elsewhere goes on as a new one. Gives its id. */
  async function keepAsNew(): Promise<string> {
    const made = await api.create(committed.value!, 'Kept: the design was deleted elsewhere');
    await dropDraft(id.value, editedAt);
    return made.id;
  }

  function close(): void {
    clearTimeout(timer);
    opening++;
    void endSitting();
    id.value = '';
    design.value = committed.value = savedDesign = theirs.value = null;
    selection.value = [];
    inside.value = null;
    looking.value = null;
    undoSteps.value = [];
    redoSteps.value = [];
    saveProblem.value = '';
    message.value = '';
    labels = [];
    unanswered = [];
    otherDrafts.value = [];
  }

  function meetConflict(current: { revision: number; design: Design }): void {
    theirs.value = current;
    saveState.value = 'conflict';
  }

  function later(wait: number): void {
    clearTimeout(timer);
    timer = setTimeout(() => void save(), wait);
  }

  function changed(next: Design, label: string): void {
    committed.value = design.value = next;
    looking.value = null;
    selection.value = selection.value.filter((s) => findItem(next, s));
    if (inside.value && !findItem(next, inside.value)) inside.value = null;
    labels.push(label);
    editedAt = Date.now();
    void keep();
    if (saveState.value === 'conflict' || saveState.value === 'gone') return; // waits for the person's decision
    if (saveState.value !== 'away') saveState.value = 'unsaved';
    later(SAVE_AFTER);
  }

  /** Carries out a command and remembers how to take it back. Says so when it can't be done. */
  function run(command: Command): boolean {
    if (!committed.value) return false;
    try {
      const applied = applySettled(committed.value, command);
      undoSteps.value = [...undoSteps.value, { label: command.label, inverse: applied.inverse }];
      redoSteps.value = [];
      changed(applied.design, command.label);
      return true;
    } catch (error) {
      if (!(error instanceof CommandError)) throw error;
      message.value = error.message;
      return false;
    }
  }

  /** Does a job and selects what comes of it; says what it needs when it can't be done. */
  function does(job: (design: Design) => Job): boolean {
    if (!committed.value) return false;
    try {
      const { command, select } = job(committed.value);
      if (!run(command)) return false;
      selection.value = select;
      return true;
    } catch (error) {
      if (!(error instanceof JobError || error instanceof CommandError)) throw error;
      message.value = error.message;
      return false;
    }
  }

  function step(from: typeof undoSteps, to: typeof redoSteps, word: string): void {
    cancelPreview();
    const last = from.value.at(-1);
    if (!last || !committed.value) return;
    const applied = applyCommand(committed.value, last.inverse);
    from.value = from.value.slice(0, -1);
    to.value = [...to.value, { label: last.label, inverse: applied.inverse }];
    changed(applied.design, `${word}: ${last.label}`);
    message.value = `${word}: ${last.label}`;
  }
  const undo = (): void => step(undoSteps, redoSteps, 'Undone');
  const redo = (): void => step(redoSteps, undoSteps, 'Done again');

  const replacing = (items: Item[], label: string): Command => ({
    do: 'batch',
    label,
    commands: items.map((item) => ({ do: 'replace', label, item })),
  });

  /** Shows items as they would become, without remembering it. */
  function preview(items: Item[]): void {
    if (committed.value) design.value = applyCommand(committed.value, replacing(items, '')).design;
  }

  /** Shows what a job would do, without remembering it. */
  function previewJob({ command }: Job): void {
    if (committed.value) design.value = applyCommand(committed.value, command).design;
  }

  function previewDesign(changes: DesignChanges): void {
    if (committed.value) design.value = { ...committed.value, ...changes };
  }

  /**
   * What is selected (as it was before a preview), and what belongs to it, after a map. What is locked keeps its
   * place; when all of it is, that is said.
   */
  function transformed(m: Matrix, items = committedSelected.value): Item[] {
    const free = items.filter((item) => !item.locked);
    if (items.length && !free.length) message.value = `${lockedWords(items)} locked: unlock first (Shift L).`;
    return committed.value ? transformItems(committed.value, free, m) : [];
  }
  const lockedWords = (items: Item[]): string =>
    items.length === 1 ? `${items[0].name} is` : 'All of this is';

  function cancelPreview(): void {
    design.value = committed.value;
    looking.value = null;
  }

  /** Shows an older revision in the place of the design. */
  function look(number: number, at: Design): void {
    selection.value = [];
    inside.value = null;
    design.value = at;
    looking.value = number;
  }

  /** The design becomes as it was, as one step that can be undone. It keeps its name. */
  function bringBack(at: Design, label: string): boolean {
    return run({ do: 'become', label, design: { ...at, name: committed.value!.name } });
  }

  /** Replaces items for good, as one step. */
  const replace = (items: Item[], label: string): boolean => items.length > 0 && run(replacing(items, label));

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
    saving = api
      .save(forId, {
        basedOn: revision.value,
        design: what,
        label: summary.slice(0, 200),
        saveId,
        unanswered: sent,
      })
      .then(
        ({ revision: number }) => {
          if (opening !== sitting) return;
          unanswered = [];
          revision.value = number;
          savedDesign = what;
          saveProblem.value = '';
          if (committed.value === what) {
            saveState.value = 'saved';
            void dropDraft(forId, editedAt);
          } else {
            saveState.value = 'unsaved';
            void keep();
            later(SAVE_AFTER);
          }
        },
        (error: ApiError) => {
          if (opening !== sitting) return;
          labels = [...told, ...labels];
          saveProblem.value = error.message;
          if (error.status === 409 && error.current) meetConflict(error.current);
          else if (error.status === 404) saveState.value = 'gone';
          else if (error.away) {
            saveState.value = 'away';
            void keep(); // with the save that may have been taken
            later(TRY_AGAIN);
          } else saveState.value = 'refused';
        },
      )
      .finally(() => {
        saving = null;
        if (opening !== sitting) later(0); // what was edited since waited for this
      });
    return saving;
  }

  /** Saves what is not saved yet, as far as the server can be reached. */
  async function settle(): Promise<void> {
    clearTimeout(timer);
    await saving;
    await save();
  }

  /** Ends a conflict: mine goes on top of theirs, theirs is taken, or mine becomes a design of its own. */
  async function decide(choice: 'mine' | 'theirs' | 'copy'): Promise<string | null> {
    const other = theirs.value;
    if (!other || !committed.value) return null;
    let copy: string | null = null;
    if (choice === 'copy') {
      const mine = { ...committed.value, name: `${committed.value.name.slice(0, 108)} (my copy)` };
      copy = (await api.create(mine, 'Kept from a conflict')).id;
    }
    theirs.value = null;
    unanswered = [];
    revision.value = other.revision;
    if (choice === 'mine') {
      saveState.value = 'unsaved';
      await save();
    } else {
      committed.value = design.value = savedDesign = other.design;
      looking.value = null;
      undoSteps.value = [];
      redoSteps.value = [];
      saveState.value = 'saved';
      void dropDraft(id.value, editedAt);
    }
    return copy;
  }

  return {
    id,
    revision,
    design,
    committed,
    selection,
    selected,
    selectedPlain,
    plain,
    inside,
    committedSelected,
    undoSteps,
    redoSteps,
    saveState,
    saveProblem,
    theirs,
    message,
    otherDrafts,
    settleDraft,
    keepAsNew,
    load,
    close,
    run,
    does,
    transformed,
    undo,
    redo,
    preview,
    previewDesign,
    previewJob,
    cancelPreview,
    looking,
    look,
    bringBack,
    replace,
    settle,
    decide,
  };
});
