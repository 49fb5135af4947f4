// What speaks against taking the design to the machine as it is, each with a way out.
import { strangeHoop, type Finding } from '@rosehip/core';
import { computed } from 'vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useSettings } from '../../stores/settings.ts';
import { useSewing } from '../../stores/sewing.ts';
import { useView } from '../../stores/view.ts';
import { packed, useChecker } from '../../workers/engine.ts';
import { showFinding } from '../show-finding.ts';

export interface Hindrance {
  key: string;
  sentence: string;
  /** It would surely go wrong; otherwise it is good to know. */
  sure: boolean;
  ways: { label: string; act: () => void }[];
}

export function useHindrances() {
  const [bench, sewing, settings, view] = [useBench(), useSewing(), useSettings(), useView()];

  async function fix(finding: Finding): Promise<void> {
    const { committed } = bench;
    if (!committed) return;
    const plain = JSON.parse(JSON.stringify(finding)) as Finding;
    const job = await useChecker().fix(packed(useChecker(), committed), plain);
    if (bench.committed !== committed) return;
    if ('problem' in job) bench.message = job.problem;
    else bench.does(() => job);
  }

  const ofHoop = computed((): Hindrance[] => {
    const { design } = bench;
    const strange = design && sewing.figures && strangeHoop(design, sewing.figures, settings.machine);
    if (!strange) return [];
    const { sentence, fits } = strange;
    const change = (): void =>
      void bench.run({ do: 'set-design', label: 'Change hoop', changes: { hoop: fits! } });
    return [
      {
        key: 'strange-hoop',
        sentence,
        // The person may have more hoops than came with it.
        sure: false,
        ways: [
          ...(fits ? [{ label: `Take the ${fits.name} hoop`, act: change }] : []),
          { label: 'Hoop and machine', act: () => void (view.panel = 'hoop') },
        ],
      },
    ];
  });

  const found = computed((): Hindrance[] => {
    const [worst, others] = [
      sewing.minded.filter((f) => f.weight === 3),
      sewing.minded.filter((f) => f.weight < 3),
    ];
    const shown = worst.map((f) => ({
      key: f.key,
      sentence: f.sentence,
      sure: true,
      ways: [
        ...(f.fix ? [{ label: f.fix, act: () => void fix(f) }] : []),
        { label: 'Show me', act: () => showFinding(f) },
      ],
    }));
    if (!others.length) return shown;
    const sentence =
      others.length === 1
        ? others[0].sentence
        : `${others.length} smaller findings: they will show, or are good to know.`;
    const look = { label: 'Look at them', act: () => void (view.panel = 'findings') };
    return [...shown, { key: 'others', sentence, sure: false, ways: [look] }];
  });

  /** Checks are about the design as it is now. */
  const checked = computed(() => !!bench.design && sewing.checked === bench.design);
  return { checked, hindrances: computed(() => [...ofHoop.value, ...found.value]) };
}
