// The person's own motifs: kept on the server, shared by all designs.
import { defineStore } from 'pinia';
import {
  everyLeaf,
  outlinePaths,
  type Item,
  type Path,
  type PlainOutline,
  type StitchesObject,
} from '@rosehip/core';
import type { KeptMotif } from '@rosehip/wire';
import { api } from '../api.ts';
import { useKeptList } from './kept-list.ts';

/** All outlines of some items as one drawing; null when they have none. */
export function drawingOf(items: readonly Item<PlainOutline>[]): PlainOutline | null {
  const paths: Path[] = [...everyLeaf(items)].flatMap((leaf) =>
    leaf.kind === 'object' ? outlinePaths(leaf.outline) : [],
  );
  return paths.length ? { kind: 'path', paths } : null;
}

export const useMotifs = defineStore('motifs', () => {
  const { all, problem, change: shelve } = useKeptList<KeptMotif>(async () => (await api.motifs()).motifs);

  return {
    all,
    problem,
    load: () => shelve(),
    keep: (name: string, outline: PlainOutline) =>
      shelve(() => api.keepMotif(name.slice(0, 120), { outline })),
    /** Plain stitches, exactly as they are. */
    keepStitches: (name: string, stitches: StitchesObject[]) =>
      shelve(() => api.keepMotif(name.slice(0, 120), { stitches })),
    remove: (id: string) => shelve(() => api.removeMotif(id)),
  };
});
