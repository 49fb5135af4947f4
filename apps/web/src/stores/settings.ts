// What the person has chosen for every design: units, how large a millimetre is on their screen, and their machine.
import type { Defaults, OwnThreads, Settings } from '@rosehip/wire';
import { defineStore } from 'pinia';
import { computed, ref } from 'vue';
import { machineById, MACHINES, type Recipe } from '@rosehip/core';
import { api } from '../api.ts';

export type Units = 'mm' | 'in';

/** How long it is told that a choice could not be kept, in ms. */
const SHOWN = 10_000;

export const useSettings = defineStore('settings', () => {
  const units = ref<Units>('mm');
  /** Pixels a millimetre at true size; 96 an inch until calibrated. */
  const screen = ref(96 / 25.4);
  const machineId = ref(MACHINES[0].id);
  const machine = computed(() => machineById(machineId.value));

  /** Numbers that new objects begin with, by `kind cloth`. */
  const defaults = ref<Defaults>({});

  /** Threads that the person has, and how much is left of each. */
  const threads = ref<OwnThreads>([]);

  async function load(): Promise<void> {
    try {
      const { settings } = await api.settings();
      units.value = settings.units ?? units.value;
      screen.value = settings.screen ?? screen.value;
      defaults.value = settings.defaults ?? {};
      threads.value = settings.threads ?? [];
      machineId.value = settings.machine ?? machineId.value;
    } catch {
      // Without the server the defaults serve; the bench says that it is away.
    }
  }

  /** Why the last choice could not be kept, as a sentence; empty when it was. */
  const trouble = ref('');

  /** Choices are sent one after the other: of two that follow close on each other the later one must be the one that stays. */
  let sending = Promise.resolve();

  /** Keeps a choice on the server. When that fails it holds for this page, and the person is told. */
  function keep<K extends keyof Settings>(name: K, what: string, value: Settings[K]): void {
    sending = sending.then(() => send(name, what, value));
  }

  async function send<K extends keyof Settings>(name: K, what: string, value: Settings[K]): Promise<void> {
    try {
      await api.setSetting(name, value);
      trouble.value = '';
    } catch (error) {
      setTimeout(() => (trouble.value = ''), SHOWN);
      trouble.value = `${what} holds on this page only, and could not be kept: ${(error as Error).message}`;
    }
  }

  function setUnits(value: Units): void {
    units.value = value;
    keep('units', 'The choice of units', value);
  }

  function setScreen(pixels: number): void {
    screen.value = pixels;
    keep('screen', 'True size', pixels);
  }

  function setMachine(id: string): void {
    machineId.value = id;
    keep('machine', 'The choice of machine', id);
  }

  function setThreads(value: OwnThreads): void {
    threads.value = value;
    keep('threads', 'What you have of threads', value);
  }

  const keyOf = (kind: string, cloth: string): string => `${kind} ${cloth}`;
  /** The recipe that a new object of this kind begins with on this cloth. */
  const startOf = (kind: string, cloth: string): Recipe => ({
    kind,
    settings: { ...defaults.value[keyOf(kind, cloth)] },
  });
  /** New objects of the kind begin with these numbers on this cloth; null: with Rosehip's own again. */
  function setStart(kind: string, cloth: string, numbers: Recipe['settings'] | null): void {
    const { [keyOf(kind, cloth)]: _, ...others } = defaults.value;
    defaults.value = numbers ? { ...others, [keyOf(kind, cloth)]: numbers } : others;
    keep('defaults', 'The choice of numbers', defaults.value);
  }

  return {
    defaults,
    startOf,
    setStart,
    trouble,
    setScreen,
    threads,
    setThreads,
    machineId,
    machine,
    setMachine,
    units,
    screen,
    load,
    setUnits,
  };
});
