// What can be done to what is selected: one table for buttons, keys and the keys sheet.
import {
  MAKINGS,
  align,
  densityNote,
  duplicateJob,
  everyItem,
  everyLeaf,
  findItem,
  findPlace,
  groupJob,
  hangingOn,
  itemBounds,
  mirroring,
  motifFrom,
  recipeJob,
  removeJob,
  rotation,
  setItemsJob,
  spread,
  subjectOf,
  translation,
  ungroupJob,
  type AlignTo,
  type Axis,
  type Bounds,
  type Design,
  type DesignObject,
  type Item,
  type Job,
  type Matrix,
  type Shift,
  type Spread,
  type Making,
  type Purpose,
} from '@rosehip/core';
import { computed, ref, shallowRef } from 'vue';
import { useBench } from '../stores/bench/bench.ts';
import { frameOf } from './items.ts';
import { lastMove } from './last-move.ts';
import { drawingOf, useMotifs } from '../stores/motifs.ts';
import { useRecipes } from '../stores/recipes.ts';
import { useView } from '../stores/view.ts';
import { useProposals } from './proposals.ts';

export interface BenchCommand {
  id: string;
  label: string;
  keys?: string;
  /** What it does, where its label says too little by itself. */
  about?: string;
  help?: string;
  /** Why it can't be done now. */
  blocked?: string;
  run(): void;
}

/** A command that makes something of what is selected. */
export interface MakingCommand extends BenchCommand {
  purpose: Purpose;
  /** Other words that it is looked for by. */
  words: string;
  /** A picture of the result is shown on its button. */
  pictured: boolean;
}

const MAKING_KEYS: Partial<Record<string, string>> = { 'circle-repeat': 'Shift C', 'plain-shape': 'Shift P' };

/** A size that was asked for stitches that are kept: it waits until the person has read what it does. */
export const waiting = shallowRef<{ items: Item[]; note: string; label: string } | null>(null);

/** What was asked to be deleted while others are made from it: it waits until the person has said what becomes of them. */
export const leaving = shallowRef<{ ids: string[]; names: string[] } | null>(null);

/** The point about which things are turned, skewed and mirrored; null for the middle of what is selected. */
export const pivot = ref<{ x: number; y: number } | null>(null);

/** What things are lined up with: each other, the one selected last, or the hoop. */
export const alignWith = ref<'each' | 'last' | 'hoop'>('each');

export function useCommands() {
  const bench = useBench();
  const motifs = useMotifs();
  const proposals = useProposals();
  const view = useView();
  const recipes = useRecipes();
  const ids = (): string[] => [...bench.selection];
  const count = computed(() => bench.selected.length);

  const need = (n: number): string | undefined =>
    count.value >= n ? undefined : n === 1 ? 'Select something first.' : `Select ${n} or more first.`;
  const does = (job: (design: Design, ids: string[]) => Job): void =>
    void bench.does((design) => job(design, ids()));

  /** Maps what is selected; asks first when that changes the density of stitches that are kept. */
  function transform(m: Matrix, label: string): void {
    if (!count.value) return;
    const items = bench.transformed(m);
    if (!items.length) return;
    const [sx, sy] = [Math.hypot(m[0], m[1]), Math.hypot(m[2], m[3])];
    const note = densityNote(bench.committedSelected, sx, sy);
    if (note) {
      waiting.value = { items, note, label };
      bench.preview(items);
    } else bench.replace(items, label);
  }

  function centre(): { x: number; y: number } {
    return pivot.value ?? frameOf(bench.selectedPlain) ?? { x: 0, y: 0 };
  }
  const turn = (degrees: number): void => transform(rotation(degrees, centre()), 'Turn');
  const mirror = (degrees: number, label: string): void => transform(mirroring(degrees, centre()), label);

  function remove(): void {
    if (!count.value) return;
    const locked = bench.selected.find((i) => i.locked);
    if (locked) {
      bench.message = `${locked.name} is locked: unlock it first (Shift L).`;
      return;
    }
    const hanging = bench.committed ? hangingOn(bench.committed, ids()) : [];
    // What is made from it must not change unasked: the strip asks.
    if (hanging.length) leaving.value = { ids: ids(), names: hanging.map((i) => i.name) };
    else does(removeJob);
  }

  /** Deletes what waits for an answer: what is made from it stays plain, or goes too. */
  function removeWaiting(hanging: 'plain' | 'remove'): void {
    const asked = leaving.value;
    leaving.value = null;
    if (asked) bench.does((d) => removeJob(d, asked.ids, hanging));
  }

  async function keepAsMotif(): Promise<void> {
    const outline = drawingOf(bench.selectedPlain);
    const [first] = bench.selected;
    if (!outline || !motifFrom(first.name, outline))
      bench.message = 'A motif needs lines: a drawing, or one line that does not end where it begins.';
    else if (await motifs.keep(first.name, outline))
      bench.message = `${first.name} is on the motif shelf: motif lines and motif fills can repeat it.`;
    else bench.message = `The motif was not kept: ${motifs.problem}`;
  }

  function duplicate(inPlace: boolean): void {
    const { dx, dy } = inPlace ? { dx: 0, dy: 0 } : lastMove.value;
    does((design, all) => duplicateJob(design, all, translation(dx, dy)));
  }

  function nudge(dx: number, dy: number): void {
    if (!count.value) return;
    if (bench.replace(bench.transformed(translation(dx, dy)), 'Nudge')) lastMove.value = { dx, dy };
  }

  /** Moves each selected item by its own shift, as one step. */
  function shift(shifts: Shift[], label: string): void {
    const { committed } = bench;
    if (!committed) return;
    const items = bench.selectedPlain.flatMap((item, i) => {
      const own = findItem(committed, item.id);
      return own ? bench.transformed(translation(shifts[i].dx, shifts[i].dy), [own]) : [];
    });
    const unique = [...new Map(items.map((i) => [i.id, i])).values()];
    bench.replace(unique, label);
  }
  const boxes = (): Bounds[] | null => {
    const all = bench.selectedPlain.map(itemBounds);
    return all.every((b): b is Bounds => !!b) ? all : null;
  };

  const alignBlocked = computed(() => need(alignWith.value === 'hoop' ? 1 : 2));
  function alignTo(to: AlignTo): void {
    const all = boxes();
    if (!all || !bench.design) return;
    const { width, height } = bench.design.hoop;
    const hoop = { minX: -width / 2, minY: -height / 2, maxX: width / 2, maxY: height / 2 };
    const whole = all.reduce((a, b) => ({
      minX: Math.min(a.minX, b.minX),
      minY: Math.min(a.minY, b.minY),
      maxX: Math.max(a.maxX, b.maxX),
      maxY: Math.max(a.maxY, b.maxY),
    }));
    const target = { each: whole, last: all[all.length - 1], hoop }[alignWith.value];
    shift(align(all, target, to), 'Align');
  }

  const spreadBlocked = (how: Spread['by']): string | undefined =>
    need(how === 'centres' || how === 'gaps' ? 3 : 2);
  function spreadAlong(axis: Axis, how: Spread): void {
    const all = boxes();
    if (all) shift(spread(all, axis, how), 'Spread');
  }

  /** Selects everything that shares something with what is selected. */
  function selectAlike(same: (a: DesignObject, b: DesignObject) => boolean): void {
    const { design } = bench;
    const models = [...everyLeaf(bench.selected)].filter((l): l is DesignObject => l.kind === 'object');
    if (!design || !models.length) return;
    bench.selection = [...everyLeaf(design.objects)]
      .filter(
        (l): l is DesignObject =>
          l.kind === 'object' && l.visible && !l.locked && !l.unsewn && models.some((m) => same(m, l)),
      )
      .map((l) => l.id);
  }

  function selectBeneath(): void {
    const { plain } = bench;
    const [only] = bench.selectedPlain;
    const box = only && itemBounds(only);
    if (!plain || !box) return;
    const under = [...everyLeaf(plain.objects)].filter((l) => {
      const b = itemBounds(l);
      return (
        l.visible &&
        !l.locked &&
        b &&
        b.minX < box.maxX &&
        b.maxX > box.minX &&
        b.minY < box.maxY &&
        b.maxY > box.minY
      );
    });
    const at = under.findIndex((l) => l.id === only.id || [...everyItem([only])].some((i) => i.id === l.id));
    const next = under[at - 1];
    if (next) bench.selection = [next.id];
    else bench.message = 'Nothing lies beneath this.';
  }

  const isLocked = computed(() => bench.selected.length > 0 && bench.selected.every((i) => i.locked));
  const lockedOnes = (): string[] =>
    [...everyItem(bench.design?.objects ?? [])].filter((i) => i.locked).map((i) => i.id);
  const hiddenOnes = (): string[] =>
    [...everyItem(bench.design?.objects ?? [])].filter((i) => !i.visible).map((i) => i.id);

  const command = (
    id: string,
    label: string,
    n: number,
    run: () => void,
    keys?: string,
    help?: string,
  ): BenchCommand => ({
    id,
    label,
    keys,
    help,
    blocked: need(n),
    run,
  });

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
      help: 'Puts what is drawn on the motif shelf, to be repeated along lines and in fills.',
      words: 'motif shelf save drawing',
      blocked: need(1),
      pictured: false,
      run: () => void keepAsMotif(),
    },
  ]);

  const orderBlocked = computed(() =>
    [...everyLeaf(bench.design?.objects ?? [])].length > 1
      ? undefined
      : 'Two objects or more are needed before they can be put in order.',
  );

  const arrange = computed<BenchCommand[]>(() => [
    command('group', 'Group', 2, () => does(groupJob), 'G'),
    {
      ...command('ungroup', 'Ungroup', 1, () => does(ungroupJob), 'Shift G'),
      blocked: bench.selected.some((i) => i.kind === 'group') ? undefined : 'Select a group first.',
    },
    command(
      'lock',
      isLocked.value ? 'Unlock' : 'Lock',
      1,
      () =>
        does((d, all) =>
          setItemsJob(d, all, { locked: !isLocked.value }, isLocked.value ? 'Unlock' : 'Lock'),
        ),
      'Shift L',
    ),
    {
      id: 'unlock-all',
      label: 'Unlock all',
      blocked: lockedOnes().length ? undefined : 'Nothing is locked.',
      run: () => void bench.does((d) => setItemsJob(d, lockedOnes(), { locked: false }, 'Unlock all')),
    },
    command(
      'hide',
      'Hide',
      1,
      () => {
        const hidden = ids();
        if (bench.does((d) => setItemsJob(d, hidden, { visible: false }, 'Hide'))) bench.selection = [];
      },
      'H',
      'Hidden objects are not sewn.',
    ),
    {
      id: 'show-all',
      label: 'Show all',
      keys: 'Shift H',
      blocked: hiddenOnes().length ? undefined : 'Nothing is hidden.',
      run: () => void bench.does((d) => setItemsJob(d, hiddenOnes(), { visible: true }, 'Show all')),
    },
    command(
      'tidy',
      'Tidy travel',
      1,
      () => void proposals.tidyTravel(),
      'Shift Y',
      'A better route through this colour: fewer trims, less travel.',
    ),
    {
      id: 'put-in-order',
      label: 'Put in order',
      keys: 'Shift O',
      help: 'Fewer colour changes, then trims, then travel; shown first.',
      blocked: orderBlocked.value,
      run: () => void proposals.putInOrder(),
    },
    command(
      'duplicate',
      'Duplicate',
      1,
      () => duplicate(false),
      'D',
      'A copy, as far away as the last move went.',
    ),
    command('duplicate-in-place', 'Duplicate in place', 1, () => duplicate(true), 'Shift D'),
    command('delete', 'Delete', 1, remove, 'Backspace'),
  ]);

  /** The recipe as a whole, from one object to others. */
  const recipeCommands = computed<BenchCommand[]>(() => {
    const models = [...everyLeaf(bench.selected)].filter((l): l is DesignObject => l.kind === 'object');
    const { copied } = recipes;
    return [
      {
        ...command(
          'copy-recipe',
          'Copy recipe',
          1,
          () => {
            if (!models[0]) return;
            recipes.copied = models[0].recipe;
            bench.message = `The recipe of ${models[0].name} is copied: select others and paste it.`;
          },
          'Ctrl Shift C',
          'Remembers how this is stitched.',
        ),
        ...(bench.selected.length && !models.length
          ? { blocked: 'Stitches that are kept have no recipe.' }
          : {}),
      },
      {
        ...command(
          'paste-recipe',
          'Paste recipe',
          1,
          () => copied && does((design, all) => recipeJob(design, all, copied, copied.kept)),
          'Ctrl Shift V',
          'Stitches this as what was copied from.',
        ),
        ...(copied ? {} : { blocked: 'Copy a recipe first.' }),
      },
    ];
  });

  const choose = computed<BenchCommand[]>(() => [
    {
      ...command(
        'same-thread',
        'Same thread',
        1,
        () => selectAlike((a, b) => a.thread === b.thread),
        'Shift T',
      ),
      about: 'Select all in the same thread',
    },
    {
      ...command(
        'same-kind',
        'Same kind',
        1,
        () => selectAlike((a, b) => a.recipe.kind === b.recipe.kind),
        'Shift K',
      ),
      about: 'Select all stitched alike',
    },
    { ...command('beneath', 'Beneath', 1, selectBeneath, 'Shift B'), about: 'Select what lies beneath' },
    {
      id: 'outer-group',
      label: 'The group',
      about: 'Select the group around',
      keys: 'U',
      blocked: outer() ? undefined : 'What is selected is in no group.',
      run: () => {
        const group = outer();
        if (group) bench.selection = [group];
      },
    },
  ]);

  function outer(): string | null {
    const [only] = bench.selected;
    return only && bench.design ? (findPlace(bench.design.objects, only.id)?.parent?.id ?? null) : null;
  }

  const turns = computed<BenchCommand[]>(() => [
    {
      ...command(
        'mirror-across',
        'Left and right',
        1,
        () => mirror(90, 'Mirror'),
        'Shift M',
        'Mirrored left to right.',
      ),
      about: 'Mirror left and right',
    },
    {
      ...command(
        'mirror-down',
        'Up and down',
        1,
        () => mirror(0, 'Mirror'),
        'Shift W',
        'Mirrored upside down.',
      ),
      about: 'Mirror up and down',
    },
    command('turn-left-90', '−90°', 1, () => turn(-90)),
    { ...command('turn-left-10', '−10°', 1, () => turn(-10), 'Shift ['), about: 'Turn back by 10°' },
    { ...command('turn-left-1', '−1°', 1, () => turn(-1), '['), about: 'Turn back by 1°' },
    { ...command('turn-right-1', '+1°', 1, () => turn(1), ']'), about: 'Turn by 1°' },
    { ...command('turn-right-10', '+10°', 1, () => turn(10), 'Shift ]'), about: 'Turn by 10°' },
    command('turn-right-90', '+90°', 1, () => turn(90)),
  ]);

  /** Every command with a key, by that key as it is written. */
  const byKey = computed(() => {
    const map = new Map<string, BenchCommand>();
    for (const c of [
      ...makings.value,
      ...arrange.value,
      ...choose.value,
      ...turns.value,
      ...recipeCommands.value,
    ])
      if (c.keys) map.set(c.keys, c);
    return map;
  });

  return {
    makings,
    others,
    arrange,
    choose,
    turns,
    recipes: recipeCommands,
    byKey,
    transform,
    turn,
    centre,
    remove,
    removeWaiting,
    duplicate,
    nudge,
    alignTo,
    alignBlocked,
    spreadAlong,
    spreadBlocked,
    need,
    does,
  };
}

export type Commands = ReturnType<typeof useCommands>;
