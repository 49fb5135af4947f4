// Where a finding can be seen: what it is about selected, in the middle of the cloth with a mark, the playhead there.
import { clothBounds, findItem, uniteBounds, type Finding } from '@rosehip/core';
import { useBench } from '../stores/bench/bench.ts';
import { useRehearsal } from '../stores/rehearsal.ts';
import { useView } from '../stores/view.ts';
import { marked } from './finding-mark.ts';

/** Zooms to where a finding can be seen: what reaches beyond the hoop together with that; `mended`, the hoop that holds it then. */
export function lookAt({ id, at }: Finding, mended = false): void {
  const [bench, view] = [useBench(), useView()];
  if (id === 'outside-hoop' && bench.design)
    view.fit(uniteBounds([clothBounds(bench.design), ...(at && !mended ? [at] : [])])!);
  else if (at) view.fit(at, 120);
}

export function showFinding(f: Finding): void {
  const [bench, view, rehearsal] = [useBench(), useView(), useRehearsal()];
  bench.selection = f.objects.filter((id) => bench.design && findItem(bench.design, id));
  view.tool = 'select';
  view.panel = 'findings';
  marked.value = f.at ?? null;
  lookAt(f);
  if (f.record !== undefined) {
    rehearsal.pause();
    rehearsal.seek(f.record);
  }
}
