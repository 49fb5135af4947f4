// Proposals: a better route for a colour, or a better running order, shown with figures until it is taken or left.
import type { Job, OrderProposal, TidyProposal, TravelFigures } from '@rosehip/core';
import { ref, shallowRef } from 'vue';
import { showNumber } from '../fields/arithmetic.ts';
import { sewingTime } from '../parts/time.ts';
import { useBench } from '../stores/bench/bench.ts';
import { useSettings } from '../stores/settings.ts';
import { useView } from '../stores/view.ts';
import { useChecker, packed } from '../workers/engine.ts';
import type { Problem } from '../workers/engine/opened.ts';

export interface Proposal {
  title: string;
  /** What it does, or why there is nothing to be done. */
  about: string;
  rows: { name: string; before: string; after: string }[];
  job: Job | null;
}

export const proposal = shallowRef<Proposal | null>(null);
/** Id of the command that the engine is looking for at the moment. */
export const lookingFor = ref<string | null>(null);

export function useProposals() {
  const bench = useBench();
  const view = useView();
  const settings = useSettings();

  const length = (mm: number): string => `${showNumber(mm, settings.units, 0)} ${settings.units}`;
  const travelRows = (before: TravelFigures, after: TravelFigures): Proposal['rows'] => [
    { name: 'Trims', before: String(before.trims), after: String(after.trims) },
    { name: 'Jumps', before: String(before.jumps), after: String(after.jumps) },
    { name: 'Travel', before: length(before.travel), after: length(after.travel) },
  ];

  /** Asks the engine, and shows what it proposes on the cloth and in the running order. */
  async function ask<T extends { job: Job }>(
    command: string,
    title: string,
    nothing: string,
    look: () => Promise<T | null | Problem>,
    tell: (found: T) => Omit<Proposal, 'title' | 'job'>,
  ): Promise<void> {
    const { committed } = bench;
    if (!committed || lookingFor.value) return;
    lookingFor.value = command;
    try {
      const found = await look();
      if (found && 'problem' in found) {
        bench.message = found.problem;
        return;
      }
      // What was changed in the meantime makes the figures worthless.
      if (bench.committed !== committed) return;
      proposal.value = found
        ? { title, ...tell(found), job: found.job }
        : { title, about: nothing, rows: [], job: null };
      if (found) bench.previewJob(found.job);
      view.panel = 'proposal';
    } finally {
      lookingFor.value = null;
    }
  }

  /** A better route through the colour of what is selected. */
  const tidyTravel = (): Promise<void> =>
    ask<TidyProposal>(
      'tidy',
      'Tidy travel',
      'No better route was found: this colour is sewn as directly as it can be.',
      () => useChecker().tidy(packed(useChecker(), bench.committed!), [...bench.selection]),
      ({ before, after, objects }) => ({
        about: `A better route through ${objects} ${objects === 1 ? 'object' : 'objects of this colour'}. What lies above what stays as it is.`,
        rows: travelRows(before, after),
      }),
    );

  /** A better order for everything: fewer colour changes, then fewer trims, then less travel. */
  const putInOrder = (): Promise<void> =>
    ask<OrderProposal>(
      'put-in-order',
      'Put in order',
      'No better order was found: no colour change, trim or way can be saved without changing what lies above what.',
      () => useChecker().order(packed(useChecker(), bench.committed!), settings.machineId),
      ({ before, after, moved }) => ({
        about: `${moved} ${moved === 1 ? 'thing changes its place' : 'things change their places'}, as the running order shows now. What lies above what stays as it is.`,
        rows: [
          {
            name: 'Colour changes',
            before: String(before.colourChanges),
            after: String(after.colourChanges),
          },
          ...travelRows(before, after),
          { name: 'Time', before: sewingTime(before.seconds), after: sewingTime(after.seconds) },
        ],
      }),
    );

  function take(): void {
    const job = proposal.value?.job;
    if (job) bench.does(() => (job.select.length ? job : { ...job, select: [...bench.selection] }));
    close();
  }

  function leave(): void {
    if (proposal.value?.job) bench.cancelPreview();
    close();
  }

  function close(): void {
    proposal.value = null;
    if (view.panel === 'proposal') view.panel = 'card';
  }

  return { tidyTravel, putInOrder, take, leave, close };
}
