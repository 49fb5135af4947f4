// Where a finding can be seen: what it is about selected, in the middle of the cloth with a mark, the playhead there.
import { findItem, type Finding } from '@rosehip/core';
import { useBench } from '../stores/bench/bench.ts';
import { useRehearsal } from '../stores/rehearsal.ts';
import { useView } from '../stores/view.ts';
import { marked } from './finding-mark.ts';

export function showFinding(f: Finding): void {
  const [bench, view, rehearsal] = [useBench(), useView(), useRehearsal()];
  bench.selection = f.objects.filter((id) => bench.design && findItem(bench.design, id));
  view.tool = 'select';
  view.panel = 'findings';
  marked.value = f.at ?? null;
  if (f.at) view.fit(f.at, 120);
  if (f.record !== undefined) {
    rehearsal.pause();
    rehearsal.seek(f.record);
  }
}
