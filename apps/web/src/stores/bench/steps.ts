// What was done to a design, and what takes it back.
import { shallowRef, type Ref } from 'vue';
import {
  applyCommand,
  applySettled,
  CommandError,
  JobError,
  type Command,
  type Design,
  type Job,
} from '@rosehip/core';
import type { Selected } from './selection.ts';

export interface Step {
  label: string;
  inverse: Command;
  /** What was selected on the other side of the step, and is again when it is taken. */
  selected: Selected;
}

/**
 * `changed` takes the design as it has become, and says in words what was done; `say` tells what can't be done; `selecting`
 * tells what is selected and selects it again: whoever takes steps back and does them again goes on where the hand was.
 */
export function useSteps(
  committed: Ref<Design | null>,
  changed: (next: Design, label: string) => void,
  say: (sentence: string) => void,
  selecting: { now: () => Selected; again: (selected: Selected) => void },
) {
  const undoSteps = shallowRef<Step[]>([]);
  const redoSteps = shallowRef<Step[]>([]);

  /** Carries out a command and remembers how to take it back. False, with words, when it can't be done. */
  function run(command: Command): boolean {
    if (!committed.value) return false;
    try {
      const applied = applySettled(committed.value, command);
      const selected = selecting.now();
      undoSteps.value = [...undoSteps.value, { label: command.label, inverse: applied.inverse, selected }];
      redoSteps.value = [];
      changed(applied.design, command.label);
      return true;
    } catch (error) {
      if (!(error instanceof CommandError)) throw error;
      say(error.message);
      return false;
    }
  }

  /** Does a job. Gives the ids of what comes of it; null, with words, when it can't be done. */
  function does(job: (design: Design) => Job): string[] | null {
    if (!committed.value) return null;
    try {
      const { command, select } = job(committed.value);
      return run(command) ? select : null;
    } catch (error) {
      if (!(error instanceof JobError || error instanceof CommandError)) throw error;
      say(error.message);
      return null;
    }
  }

  function step(from: typeof undoSteps, to: typeof redoSteps, word: string): void {
    const last = from.value.at(-1);
    if (!last || !committed.value) return;
    const applied = applyCommand(committed.value, last.inverse);
    from.value = from.value.slice(0, -1);
    to.value = [...to.value, { label: last.label, inverse: applied.inverse, selected: selecting.now() }];
    changed(applied.design, `${word}: ${last.label}`);
    selecting.again(last.selected);
    say(`${word}: ${last.label}`);
  }
  const undo = (): void => step(undoSteps, redoSteps, 'Undone');
  const redo = (): void => step(redoSteps, undoSteps, 'Done again');

  function clear(): void {
    undoSteps.value = [];
    redoSteps.value = [];
  }

  return { undoSteps, redoSteps, run, does, undo, redo, clear };
}
