// What can be done to what is selected: one table for buttons, keys and the keys sheet.
import {
  align,
  appliqueJob,
  AROUND,
  borderJob,
  combineJob,
  compoundJob,
  cropJob,
  densityNote,
  duplicateJob,
  echoesJob,
  edgeJob,
  embossJob,
  everyItem,
  everyLeaf,
  findItem,
  findPlace,
  groupJob,
  hangingOn,
  holesJob,
  itemBounds,
  knockdownJob,
  mirroring,
  motifFrom,
  partsJob,
  patchEdgeJob,
  plainJob,
  removeJob,
  repeatJob,
  rotation,
  setItemsJob,
  setUnsewnJob,
  splitJob,
  sprigPartsJob,
  stippleAroundJob,
  stitchesJob,
  surroundJob,
  spread,
  translation,
  ungroupJob,
  type AlignTo,
  type AppliqueOptions,
  type Axis,
  type Bounds,
  type Design,
  type DesignObject,
  type Item,
  type Job,
  type Matrix,
  type Shift,
  type Spread,
} from '@rosehip/core';
import { computed, ref, shallowRef } from 'vue';
import { useBench } from '../stores/bench.ts';
import { frameOf } from './items.ts';
import { lastMove } from './last-move.ts';
import { drawingOf, useMotifs } from '../stores/motifs.ts';
import { useView } from '../stores/view.ts';
import { useProposals } from './proposals.ts';

export interface BenchCommand {
  label: string;
  keys?: string;
  help?: string;
  /** Why it can't be done now. */
  blocked?: string;
  run(): void;
}

/** A size that was asked for stitches that are kept: it waits until the person has read what it does. */
export const waiting = shallowRef<{ items: Item[]; note: string; label: string } | null>(null);

/** What was asked to be deleted while others are made from it: it waits until the person has said what becomes of them. */
export const leaving = shallowRef<{ ids: string[]; names: string[] } | null>(null);

/** How an appliqué is first made. */
const FIRST_APPLIQUE: AppliqueOptions = {
  tack: 'run',
  cover: 'satin',
  patch: { print: 'stars', colour: '#3f6c8f' },
};

/** The point about which things are turned, skewed and mirrored; null for the middle of what is selected. */
export const pivot = ref<{ x: number; y: number } | null>(null);

/** What things are lined up with: each other, the one selected last, or the hoop. */
export const alignWith = ref<'each' | 'last' | 'hoop'>('each');

export function useCommands() {
  const bench = useBench();
  const motifs = useMotifs();
  const proposals = useProposals();
  const view = useView();
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
      bench.message = `${first.name} is on the motif shelf: motif runs and motif fills can repeat it.`;
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
    label: string,
    n: number,
    run: () => void,
    keys?: string,
    help?: string,
  ): BenchCommand => ({
    label,
    keys,
    help,
    blocked: need(n),
    run,
  });

  const combine = computed<BenchCommand[]>(() => [
    command(
      'Unite',
      2,
      () => does((d, all) => combineJob(d, all, 'unite')),
      undefined,
      'One shape of all; it follows them.',
    ),
    command(
      'Subtract',
      2,
      () => does((d, all) => combineJob(d, all, 'subtract')),
      undefined,
      'The first sewn, less the others.',
    ),
    command(
      'Knock out',
      2,
      () => does((d, all) => combineJob(d, all, 'subtract', true)),
      undefined,
      'The first sewn, less the others, which stay sewn: no lump beneath them.',
    ),
    command(
      'Intersect',
      2,
      () => does((d, all) => combineJob(d, all, 'intersect')),
      undefined,
      'What they share.',
    ),
    command('Split', 2, () => does(splitJob), undefined, 'The first sewn, parted along the others.'),
    command(
      'Lines inside',
      2,
      () => does((d, all) => cropJob(d, all, 'inside')),
      undefined,
      'The first sewn, as lines, where the others cover it.',
    ),
    command(
      'Lines outside',
      2,
      () => does((d, all) => cropJob(d, all, 'outside')),
      undefined,
      'The first sewn, as lines, where the others don’t cover it.',
    ),
    command(
      'Edge line',
      1,
      () => does(edgeJob),
      undefined,
      'The edge as a line of its own, which follows the shape.',
    ),
    command(
      'Emboss',
      1,
      () => does(embossJob),
      undefined,
      'Two light grids and a satin rim, which follow the shape.',
    ),
    command(
      'Sprig in parts',
      1,
      () => does(sprigPartsJob),
      undefined,
      'Leaves, blossoms and stems of a sprig as objects that can have threads of their own.',
    ),
    command(
      'Keep as motif',
      1,
      keepAsMotif,
      undefined,
      'Puts what is drawn on the motif shelf, to be repeated along lines and in fills.',
    ),
    command(
      'Fill holes',
      1,
      () => does((d, all) => holesJob(d, all, 'outer')),
      undefined,
      'The shape without its holes.',
    ),
    command(
      'Take holes',
      1,
      () => does((d, all) => holesJob(d, all, 'holes')),
      undefined,
      'Every hole as a shape.',
    ),
    command('Into parts', 1, () => does(partsJob), undefined, 'Every separate piece, or line, as an object.'),
    command(
      'One shape',
      2,
      () => does(compoundJob),
      undefined,
      'Several outlines as one; overlaps are holes.',
    ),
    command('Make plain', 1, () => does(plainJob), 'Shift P', 'Ends what is live: points of its own.'),
    command(
      'Set as stitches',
      1,
      () => does(stitchesJob),
      undefined,
      'The stitches as they are now; the outline goes.',
    ),
    command(
      'Set aside',
      1,
      () => does((d, all) => setUnsewnJob(d, all, true)),
      undefined,
      'Only a shape for others; not sewn.',
    ),
    {
      ...command('Sew again', 1, () => does((d, all) => setUnsewnJob(d, all, false))),
      help: 'Sewn like any other object.',
      blocked:
        need(1) ??
        ([...everyLeaf(bench.selected)].some((l) => l.kind === 'object' && l.unsewn)
          ? undefined
          : 'This is sewn already.'),
    },
  ]);

  const around = computed<BenchCommand[]>(() => [
    command(
      'Border',
      1,
      () => does((d, all) => borderJob(d, all)),
      undefined,
      'A satin border that follows.',
    ),
    command('Echoes', 1, () => does(echoesJob), undefined, 'Three lines that repeat the outline.'),
    command(
      'Knockdown',
      1,
      () => does(knockdownJob),
      undefined,
      'A light grid beneath, sewn first in the colour of the cloth.',
    ),
    command(
      'Stipple around',
      1,
      () => does(stippleAroundJob),
      undefined,
      'Within the hoop, or within the one selected shape that holds all others.',
    ),
    command('Patch edge', 1, () => does(patchEdgeJob), undefined, 'Wide satin at which a patch is cut out.'),
    command(
      'Appliqué',
      1,
      () => does((d, all) => appliqueJob(d, all, FIRST_APPLIQUE)),
      undefined,
      'Placement, tack-down and cover of the closed shapes, with the stops between.',
    ),
    command(
      'Surround',
      1,
      () => does((d, all) => surroundJob(d, all, { ...AROUND })),
      undefined,
      'A live outline at a distance, to be stitched in any way.',
    ),
    command(
      'Border by hand',
      0,
      () => {
        view.drawsBorder = true;
        view.tool = 'pen';
      },
      undefined,
      'Click around with the pen: the closed line is sewn as a satin border.',
    ),
  ]);

  const repeats = computed<BenchCommand[]>(() => [
    command(
      'Circle',
      1,
      () => does((d, all) => repeatJob(d, all, 'circle')),
      'Shift C',
      'Live copies about a centre.',
    ),
    command('Row', 1, () => does((d, all) => repeatJob(d, all, 'row')), undefined, 'Live copies in a row.'),
    command(
      'Grid',
      1,
      () => does((d, all) => repeatJob(d, all, 'grid')),
      undefined,
      'Live copies in rows and columns.',
    ),
    {
      ...command(
        'Path',
        2,
        () => does((d, all) => repeatJob(d, all, 'path')),
        undefined,
        'Live copies along a line: select the line last.',
      ),
      blocked:
        count.value > 1 ? undefined : 'Select what is to be repeated, and then the line it stands along.',
    },
  ]);

  const orderBlocked = computed(() =>
    [...everyLeaf(bench.design?.objects ?? [])].length > 1
      ? undefined
      : 'Two objects or more are needed before they can be put in order.',
  );

  const arrange = computed<BenchCommand[]>(() => [
    command('Group', 2, () => does(groupJob), 'G'),
    {
      ...command('Ungroup', 1, () => does(ungroupJob), 'Shift G'),
      blocked: bench.selected.some((i) => i.kind === 'group') ? undefined : 'Select a group first.',
    },
    command(
      isLocked.value ? 'Unlock' : 'Lock',
      1,
      () =>
        does((d, all) =>
          setItemsJob(d, all, { locked: !isLocked.value }, isLocked.value ? 'Unlock' : 'Lock'),
        ),
      'Shift L',
    ),
    {
      label: 'Unlock all',
      blocked: lockedOnes().length ? undefined : 'Nothing is locked.',
      run: () => void bench.does((d) => setItemsJob(d, lockedOnes(), { locked: false }, 'Unlock all')),
    },
    command(
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
      label: 'Show all',
      keys: 'Shift H',
      blocked: hiddenOnes().length ? undefined : 'Nothing is hidden.',
      run: () => void bench.does((d) => setItemsJob(d, hiddenOnes(), { visible: true }, 'Show all')),
    },
    command(
      'Tidy travel',
      1,
      () => void proposals.tidyTravel(),
      'Shift Y',
      'A better route through this colour: fewer trims, less travel.',
    ),
    {
      label: 'Put in order',
      keys: 'Shift O',
      help: 'Fewer colour changes, then trims, then travel; shown first.',
      blocked: orderBlocked.value,
      run: () => void proposals.putInOrder(),
    },
    command('Duplicate', 1, () => duplicate(false), 'D', 'A copy, as far away as the last move went.'),
    command('Duplicate in place', 1, () => duplicate(true), 'Shift D'),
    command('Delete', 1, remove, 'Backspace'),
  ]);

  const choose = computed<BenchCommand[]>(() => [
    command('Same thread', 1, () => selectAlike((a, b) => a.thread === b.thread), 'Shift T'),
    command('Same kind', 1, () => selectAlike((a, b) => a.recipe.kind === b.recipe.kind), 'Shift K'),
    command('Beneath', 1, selectBeneath, 'Shift B'),
    {
      label: 'The group',
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
    command('Left and right', 1, () => mirror(90, 'Mirror'), 'Shift M', 'Mirrored left to right.'),
    command('Up and down', 1, () => mirror(0, 'Mirror'), 'Shift W', 'Mirrored upside down.'),
    command('−90°', 1, () => turn(-90)),
    command('−10°', 1, () => turn(-10), 'Shift ['),
    command('−1°', 1, () => turn(-1), '['),
    command('+1°', 1, () => turn(1), ']'),
    command('+10°', 1, () => turn(10), 'Shift ]'),
    command('+90°', 1, () => turn(90)),
  ]);

  /** Every command with a key, by that key as it is written. */
  const byKey = computed(() => {
    const map = new Map<string, BenchCommand>();
    for (const c of [...combine.value, ...arrange.value, ...choose.value, ...turns.value, ...repeats.value])
      if (c.keys) map.set(c.keys, c);
    return map;
  });

  return {
    combine,
    arrange,
    choose,
    turns,
    around,
    repeats,
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

/** The key that was pressed, as it is written in the table. */
export function writtenKey(e: KeyboardEvent): string {
  const codes: Record<string, string> = { BracketLeft: '[', BracketRight: ']' };
  const key =
    codes[e.code] ?? (e.key.length === 1 ? e.key.toUpperCase() : e.key === 'Delete' ? 'Backspace' : e.key);
  return e.shiftKey ? `Shift ${key}` : key;
}
