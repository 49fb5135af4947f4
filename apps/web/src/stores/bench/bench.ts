// The design on the bench: what it is and how it was changed. Saving, steps and selection are modules of their own.
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import {
  applyCommand,
  emptyDesign,
  materialsOf,
  resolveDesign,
  transformItems,
  type Command,
  type Design,
  type DesignChanges,
  type Item,
  type Job,
  type Matrix,
} from '@rosehip/core';
import { api } from '../../api.ts';
import * as drafts from '../drafts.ts';
import { bringFonts, fontsCame, fontsShelved } from '../fonts.ts';
import { useSaving } from './saving.ts';
import { useSelection } from './selection.ts';
import { useSteps } from './steps.ts';

export const useBench = defineStore('bench', () => {
  /** What is shown: the committed design, or a preview of it while a hand is moving. */
  const design = shallowRef<Design | null>(null);
  const committed = shallowRef<Design | null>(null);
  const message = ref('');
  /** An older revision that is looked at on the cloth; the next edit, or leaving it, shows the design again. */
  const looking = shallowRef<number | null>(null);

  const { keepTo, now, again, clear: selectNothing, ...selecting } = useSelection(design, committed);
  const { selection, committedSelected } = selecting;
  const {
    does: doesJob,
    run,
    undo: undoStep,
    redo: redoStep,
    clear: forgetSteps,
    ...steps
  } = useSteps(committed, changed, (sentence) => (message.value = sentence), { now, again });
  const { open, close: closeSaving, edited, decide, ...saving } = useSaving(committed, show, api, drafts);

  /** The design as it is shown, every outline by itself: what the cloth draws and hits. */
  const plain = computed(() => (fontsCame.value, design.value ? resolveDesign(design.value) : null));
  watch([design, fontsShelved], ([now]) => now && void bringFonts(now));
  // Pressing and snapping look at the whole design: it is made ready while no hand moves.
  const whenIdle = window.requestIdleCallback ?? ((work: () => void) => setTimeout(work, 200));
  watch(committed, (now) => now && whenIdle(() => now === committed.value && resolveDesign(now)));

  /** What the design is sewn on and with. */
  const materials = computed(() => materialsOf(design.value ?? emptyDesign('')));

  /** Another design takes the place of the one that is here. */
  function show(next: Design): void {
    committed.value = design.value = next;
    looking.value = null;
    forgetSteps();
    keepTo(next);
  }

  /** The revision that was here when the design was opened. */
  const opened = ref(0);
  async function load(designId: string): Promise<void> {
    close();
    await open(designId);
    opened.value = saving.revision.value;
  }

  function close(): void {
    closeSaving();
    design.value = committed.value = null;
    selectNothing();
    looking.value = null;
    forgetSteps();
    message.value = '';
  }

  function changed(next: Design, label: string): void {
    committed.value = design.value = next;
    looking.value = null;
    keepTo(next);
    edited(label);
  }

  /** Does a job and selects what comes of it; says what it needs when it can't be done. */
  function does(job: (design: Design) => Job): boolean {
    const made = doesJob(job);
    if (made) selection.value = made;
    return made !== null;
  }

  function undo(): void {
    cancelPreview();
    undoStep();
  }

  function redo(): void {
    cancelPreview();
    redoStep();
  }

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
    selectNothing();
    design.value = at;
    looking.value = number;
  }

  /** The design becomes as it was, as one step that can be undone. It keeps its name. */
  function bringBack(at: Design, label: string): boolean {
    return run({ do: 'become', label, design: { ...at, name: committed.value!.name } });
  }

  /** Replaces items for good, as one step. */
  const replace = (items: Item[], label: string): boolean => items.length > 0 && run(replacing(items, label));

  return {
    design,
    committed,
    plain,
    materials,
    message,
    looking,
    opened,
    ...selecting,
    ...steps,
    ...saving,
    load,
    close,
    run,
    does,
    undo,
    redo,
    transformed,
    preview,
    previewDesign,
    previewJob,
    cancelPreview,
    look,
    bringBack,
    replace,
    decide,
  };
});
