// What a command of the bench is, and what all of them share.
import type { Design, Item, Job, Matrix, Purpose } from '@rosehip/core';
import { computed, ref, shallowRef } from 'vue';
import { useBench } from '../../stores/bench/bench.ts';

export interface BenchCommand {
  id: string;
  label: string;
  keys?: string;
  /** What it does, where its label says too little by itself. */
  about?: string;
  help?: string;
  /** Why it can't be done now. */
  blocked?: string;
  run(): void;
}

/** A command that makes something of what is selected. */
export interface MakingCommand extends BenchCommand {
  purpose: Purpose;
  /** Other words that it is looked for by. */
  words: string;
  /** A picture of the result is shown on its button. */
  pictured: boolean;
}

/** A size that was asked for stitches that are kept: it waits until the person has read what it does. */
export const waiting = shallowRef<{ items: Item[]; map: Matrix; note: string; label: string } | null>(null);

/** What was asked to be deleted while others are made from it: it waits until the person has said what becomes of them. */
export const leaving = shallowRef<{ ids: string[]; names: string[] } | null>(null);

/** The point about which things are turned, skewed and mirrored; null for the middle of what is selected. */
export const pivot = ref<{ x: number; y: number } | null>(null);

/** What things are lined up with: each other, the one selected last, or the hoop. */
export const alignWith = ref<'each' | 'last' | 'hoop'>('each');

/** The hands that commands are made with. */
export function useCommandParts() {
  const bench = useBench();
  const ids = (): string[] => [...bench.selection];
  const count = computed(() => bench.selected.length);

  const need = (n: number): string | undefined =>
    count.value >= n ? undefined : n === 1 ? 'Select something first.' : `Select ${n} or more first.`;
  const does = (job: (design: Design, ids: string[]) => Job): void =>
    void bench.does((design) => job(design, ids()));

  const command = (
    id: string,
    label: string,
    n: number,
    run: () => void,
    keys?: string,
    help?: string,
  ): BenchCommand => ({
    id,
    label,
    keys,
    help,
    blocked: need(n),
    run,
  });

  return { bench, ids, count, need, does, command };
}
export type CommandParts = ReturnType<typeof useCommandParts>;
