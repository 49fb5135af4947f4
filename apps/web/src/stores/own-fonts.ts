// The person's own fonts and alphabets: kept on the server, for all designs.
import { defineStore } from 'pinia';
import { ref } from 'vue';
import type { Alphabet } from '@rosehip/core';
import type { OwnFont } from '@rosehip/wire';
import { api } from '../api.ts';
import { lookAgain } from '../workers/fonts.ts';
import { useChecker, useEngine } from '../workers/engine.ts';
import { fontsShelved } from './fonts.ts';

/** What files of fonts end in. */
export const FONT_ENDINGS = ['.ttf', '.otf', '.woff', '.woff2'];
export const isFontFile = ({ name }: File): boolean =>
  FONT_ENDINGS.some((ending) => name.toLowerCase().endsWith(ending));

export const useOwnFonts = defineStore('own-fonts', () => {
  const all = ref<OwnFont[]>([]);
  /** Why the list is not up to date, as a sentence. */
  const problem = ref('');
  let loaded = false;

  async function look(): Promise<void> {
    try {
      all.value = (await api.ownFonts()).fonts;
      problem.value = '';
      loaded = true;
    } catch (error) {
      problem.value = (error as Error).message;
    }
  }

  /** Everybody who did not find a font looks once more. */
  async function came(): Promise<void> {
    await look();
    lookAgain();
    await Promise.all([useEngine().lookAgain(), useChecker().lookAgain()]);
    fontsShelved.value++;
  }

  /** Puts one on the shelf. Throws ApiError with a sentence when it can't be used. */
  async function put(work: () => Promise<OwnFont>): Promise<OwnFont> {
    const made = await work();
    await came();
    return made;
  }

  async function change(work: () => Promise<void>): Promise<void> {
    try {
      await work();
      await look();
    } catch (error) {
      problem.value = (error as Error).message;
    }
  }

  return {
    all,
    problem,
    load: async () => (loaded ? undefined : look()),
    add: (file: File) => put(() => api.addFont(file, file.name)),
    addAlphabet: (alphabet: Alphabet) => put(() => api.addAlphabet(alphabet)),
    rename: (id: string, name: string) => change(() => api.renameFont(id, name)),
    remove: (id: string) => change(() => api.removeFont(id)),
  };
});
