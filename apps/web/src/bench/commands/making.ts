// What can be made of what is selected: the table of makings, and what the hand has to draw.
import { MAKINGS, motifFrom, stitchesAmong, subjectOf, type Making } from '@rosehip/core';
import { computed } from 'vue';
import { drawingOf, useMotifs } from '../../stores/motifs.ts';
import { useView } from '../../stores/view.ts';
import type { CommandParts, MakingCommand } from './command.ts';

const MAKING_KEYS: Partial<Record<string, string>> = { 'circle-repeat': 'Shift C', 'plain-shape': 'Shift P' };

export function useMakingCommands({ bench, ids, count, need }: CommandParts) {
  const motifs = useMotifs();
  const view = useView();

  async function keepAsMotif(): Promise<void> {
    const outline = drawingOf(bench.selectedPlain);
    const [first] = bench.selected;
    const stitches = outline || !bench.design ? [] : stitchesAmong(bench.design, ids());
    if (stitches.length) {
      bench.message = (await motifs.keepStitches(first.name, stitches))
        ? `${first.name} is on the motif shelf, stitch by stitch: “Ready shapes” lays it on any cloth.`
        : `The motif was not kept: ${motifs.problem}`;
      return;
    }
    if (!outline || !motifFrom(first.name, outline))
      bench.message = 'A motif needs lines: a drawing, or one line that does not end where it begins.';
    else if (await motifs.keep(first.name, outline))
      bench.message = `${first.name} is on the motif shelf: motif lines and motif fills can repeat it.`;
    else bench.message = `The motif was not kept: ${motifs.problem}`;
  }

  /** Makes something of what is selected, and shows its card from the top. */
  function make(one: Making): void {
    if (bench.does((design) => one.job(design, subjectOf(one, design, ids())))) view.showMade();
  }

  /** What can be made of what is selected. */
  const makings = computed<MakingCommand[]>(() =>
    MAKINGS.map((one) => ({
      id: one.id,
      purpose: one.purpose,
      label: one.label,
      help: one.help,
      words: one.words,
      keys: MAKING_KEYS[one.id],
      blocked: one.whole && !count.value && bench.design?.objects.length ? undefined : need(one.least),
      pictured: one.purpose !== 'keep',
      run: () => make(one),
    })),
  );

  /** Makings that are no jobs: the hand has to draw, or nothing of the design is changed. */
  const others = computed<MakingCommand[]>(() => [
    {
      id: 'border-by-hand',
      purpose: 'around',
      label: 'Border by hand',
      help: 'Click around with the pen: the closed line is sewn as a satin border.',
      words: 'draw frame pen',
      pictured: false,
      run: () => {
        view.drawsBorder = true;
        view.tool = 'pen';
      },
    },
    {
      id: 'keep-motif',
      purpose: 'keep',
      label: 'Keep as motif',
      help: 'Puts what is drawn on the motif shelf, to be repeated along lines and in fills; stitches as they are.',
      words: 'motif shelf save drawing',
      blocked: need(1),
      pictured: false,
      run: () => void keepAsMotif(),
    },
  ]);

  return { makings, others };
}
