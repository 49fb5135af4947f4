// All that the finder finds: commands, tools, pages, stitch kinds, settings, objects.
import { computed, type ComputedRef } from 'vue';
import { everyItem, STITCH_KINDS } from '@rosehip/core';
import { useRouter } from 'vue-router';
import { useBench } from '../../stores/bench/bench.ts';
import { useView, type PanelName } from '../../stores/view.ts';
import { useAskForFiles } from '../bring-in.ts';
import type { BenchCommand } from '../commands/command.ts';
import type { Commands } from '../commands/commands.ts';
import { goAdapt, goSheet } from '../following.ts';
import { useRecipeEdit } from '../recipe-card/recipe-edit.ts';
import type { ToolEntry } from '../tools/tools.ts';

export interface FinderEntry {
  id: string;
  /** What it is called. */
  label: string;
  /** What it does, or where it is. */
  about: string;
  /** Which sort of thing it is, as a word. */
  sort: 'command' | 'tool' | 'page' | 'stitches' | 'setting' | 'object' | 'view';
  /** Other words that it is looked for by. */
  words: string;
  keys?: string;
  /** Why it can't be done now. */
  blocked?: string;
  run(): void;
}

const PAGES: { panel: PanelName; label: string; about: string; words: string }[] = [
  {
    panel: 'take',
    label: 'Take to machine',
    about: 'Files to take away.',
    words: 'save export download dst svg png stick usb',
  },
  {
    panel: 'hoop',
    label: 'Hoop and cloth',
    about: 'The design’s hoop, cloth and colour.',
    words: 'fabric size frame material',
  },
  {
    panel: 'findings',
    label: 'Findings',
    about: 'What the checks found.',
    words: 'problems check errors warnings mend',
  },
  {
    panel: 'figures',
    label: 'Figures',
    about: 'Stitches, lengths, threads, time.',
    words: 'statistics count metres time chart',
  },
  {
    panel: 'history',
    label: 'History',
    about: 'Earlier saves, to look at and bring back.',
    words: 'revisions versions undo back',
  },
  {
    panel: 'rehearsal',
    label: 'Rehearsal',
    about: 'How the stitches are played, and for which machine.',
    words: 'simulate play machine speed layers heat',
  },
  {
    panel: 'guides',
    label: 'Guides',
    about: 'Rulers, guides, grid and snapping.',
    words: 'ruler grid snap units inches',
  },
  {
    panel: 'make',
    label: 'Make',
    about: 'What can be made of what is selected.',
    words: 'border repeat combine cut',
  },
  {
    panel: 'shaping',
    label: 'Arrange',
    about: 'Lining up, turning, mirroring, grouping.',
    words: 'align distribute rotate mirror flip group lock hide',
  },
  { panel: 'keys', label: 'Keys', about: 'Every key of the bench.', words: 'shortcuts keyboard help' },
];

const ALSO: Partial<Record<string, string>> = {
  group: 'together join',
  ungroup: 'apart break',
  lock: 'fix protect',
  hide: 'invisible eye',
  tidy: 'travel jump trim route order',
  'put-in-order': 'sort sequence colour changes trims',
  duplicate: 'copy clone again',
  delete: 'remove erase',
  'mirror-across': 'mirror flip horizontal',
  'mirror-down': 'mirror flip vertical',
  'same-thread': 'select colour',
  'same-kind': 'select alike stitch',
  beneath: 'select under below',
};

/** Words of the trade, and of everyday, for the kinds. */
const KIND_WORDS: Partial<Record<string, string>> = {
  run: 'running stitch line bean triple',
  satin: 'column zigzag border letters',
  fill: 'rows area weave cover',
  stipple: 'meander quilting background',
  contour: 'echo offset rings',
  redwork: 'line double outline',
};

export function useFinderEntries(
  commands: Commands,
  tools: readonly ToolEntry[],
): ComputedRef<FinderEntry[]> {
  const bench = useBench();
  const view = useView();
  const edit = useRecipeEdit();
  const router = useRouter();
  const ask = useAskForFiles();

  const ofCommand = (c: BenchCommand & { words?: string }): FinderEntry => ({
    id: `command ${c.id}`,
    label: c.about ?? c.label,
    about: c.help ?? '',
    sort: 'command',
    words: c.words ?? ALSO[c.id] ?? '',
    keys: c.keys,
    blocked: c.blocked,
    run: c.run,
  });

  /** Opens the card on a setting, its field ready to be typed in. */
  function openSetting(name: string): void {
    view.showCard();
    view.openSetting = name;
  }

  return computed(() => [
    ...[
      ...commands.makings.value,
      ...commands.others.value,
      ...commands.arrange.value,
      ...commands.choose.value,
      ...commands.turns.value,
      ...commands.recipes.value,
      commands.chooseStitches.value,
    ].map(ofCommand),
    ...tools.map(({ name, label, key }): FinderEntry => ({
      id: `tool ${name}`,
      label,
      about: 'A tool.',
      sort: 'tool',
      words: '',
      keys: key,
      run: () => (view.tool = name),
    })),
    ...PAGES.map(({ panel, label, about, words }): FinderEntry => ({
      id: `page ${panel}`,
      label,
      about,
      sort: 'page',
      words,
      run: () => (view.panel = panel),
    })),
    {
      id: 'bring-in',
      label: 'Bring in a drawing or stitches',
      about: 'Files are added to what is on the cloth.',
      sort: 'command',
      words: 'import open file svg dst add load upload picture',
      keys: 'Ctrl O',
      run: ask,
    },
    {
      id: 'adapt',
      label: 'Adapt',
      about: 'The same design for another cloth, size, hoop or machine, or for a cap.',
      sort: 'page',
      words: 'scale resize cap hat fabric convert version variant smaller larger',
      blocked: bench.design?.objects.length ? undefined : 'Draw something first.',
      run: () => void goAdapt(bench, router),
    },
    {
      id: 'sheet',
      label: 'Sewing sheet',
      about: 'Steps, threads and a template in true size, to print or as a PDF.',
      sort: 'page',
      words: 'print pdf paper template worksheet',
      run: () => void goSheet(bench, router),
    },
    {
      id: 'try-on',
      label: 'Try on',
      about: 'The design on a jacket, a cap, a towel or a photograph, in true size.',
      sort: 'view',
      words: 'garment mockup preview wear shirt polo bag blanket cushion label patch photo',
      keys: 'Z',
      run: view.tryOn,
    },
    {
      id: 'stick',
      label: 'Stick',
      about: 'What is on the memory stick, and where it is.',
      sort: 'page',
      words: 'usb memory flash drive machine files',
      run: () => void bench.settle().then(() => router.push({ name: 'stick' })),
    },
    ...(['lines', 'needle', 'cloth'] as const).map((name): FinderEntry => ({
      id: `view ${name}`,
      label: `${name[0].toUpperCase()}${name.slice(1)} view`,
      about: 'How the cloth is looked at.',
      sort: 'view',
      words: 'look show',
      keys: name[0].toUpperCase(),
      run: () => view.look(name),
    })),
    ...STITCH_KINDS.map((kind): FinderEntry => ({
      id: `kind ${kind.id}`,
      label: `Stitch as ${kind.name.toLowerCase()}`,
      about: kind.summary,
      sort: 'stitches',
      words: KIND_WORDS[kind.id] ?? '',
      blocked: edit.objects.value.length ? undefined : 'Select something that is drawn first.',
      run: () => edit.setKind(kind.id),
    })),
    ...(edit.kind.value?.settings ?? []).map((setting): FinderEntry => ({
      id: `setting ${setting.name}`,
      label: setting.label,
      about: setting.help,
      sort: 'setting',
      words: '',
      run: () => openSetting(setting.name),
    })),
    ...[...everyItem(bench.design?.objects ?? [])].map((item): FinderEntry => ({
      id: `object ${item.id}`,
      label: item.name,
      about: item.kind === 'group' ? 'Selects this group.' : 'Selects this object.',
      sort: 'object',
      words: item.kind === 'group' ? '' : bench.materials.thread(item.thread).name,
      run: () => (bench.selection = [item.id]),
    })),
  ]);
}
