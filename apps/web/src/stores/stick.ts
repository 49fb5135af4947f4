// The memory stick in the computer's slot: where it is and what is on it. Whoever changes something looks again.
import type { OnStick, Stick } from '@rosehip/wire';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { api, ApiError } from '../api.ts';

export const useStick = defineStore('stick', () => {
  const state = shallowRef<Stick | null>(null);
  const entries = shallowRef<OnStick[]>([]);
  /** The folder that is looked into, as a path; empty: the stick's root. */
  const folder = ref('');
  const problem = ref('');
  /** Its code when the last thing failed, as of the server. */
  const code = ref('');
  const busy = ref(false);
  /** There is one, wherever it is. */
  const exists = computed(() => !!state.value && state.value.slot !== 'none');
  const inside = computed(() => state.value?.slot === 'computer');

  /** Runs a step; what goes wrong is told and answers undefined. */
  async function tried<T>(step: () => Promise<T>): Promise<T | undefined> {
    problem.value = code.value = '';
    busy.value = true;
    try {
      return await step();
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      problem.value = error.message;
      code.value = error.code;
      return undefined;
    } finally {
      busy.value = false;
    }
  }

  /** Looks again without a word: a stick can be pulled out at any time. */
  async function glance(): Promise<void> {
    try {
      state.value = await api.stick();
      entries.value = inside.value ? (await api.onStick(folder.value)).entries : [];
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      // The folder may have gone with another stick's content.
      if (error.status === 404) folder.value = '';
    }
  }
  const load = (): Promise<void | undefined> =>
    tried(async () => {
      state.value = await api.stick();
      entries.value = inside.value ? (await api.onStick(folder.value)).entries : [];
    });
  async function open(path: string): Promise<void> {
    folder.value = path;
    await load();
  }
  const inFolder = (name: string): string => (folder.value ? `${folder.value}/${name}` : name);

  /** Does something to it, then looks again. */
  async function change<T>(step: () => Promise<T>): Promise<T | undefined> {
    const done = await tried(step);
    await glance();
    return done;
  }

  return {
    state,
    entries,
    folder,
    problem,
    code,
    busy,
    exists,
    inside,
    glance,
    load,
    open,
    inFolder,
    write: (path: string, bytes: BlobPart, replace = false) =>
      change(() => api.writeToStick(path, new Blob([bytes]), replace)),
    rename: (path: string, name: string) => change(() => api.renameOnStick(path, name)),
    remove: (path: string) => change(() => api.removeFromStick(path)),
    makeFolder: (path: string) => change(() => api.makeStickFolder(path)),
    put: (slot: Parameters<typeof api.putStick>[0], safely: boolean) =>
      change(() => api.putStick(slot, safely)),
    lock: (locked: boolean) => change(() => api.lockStick(locked)),
  };
});
