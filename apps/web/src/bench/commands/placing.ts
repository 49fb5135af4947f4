// Where things stand: moved, turned, mirrored, lined up, spread.
import {
  align,
  densityNote,
  findItem,
  itemBounds,
  mirroring,
  rotation,
  spread,
  translation,
  type AlignTo,
  type Axis,
  type Bounds,
  type Matrix,
  type Shift,
  type Spread,
} from '@rosehip/core';
import { computed } from 'vue';
import { frameOf } from '../items.ts';
import { lastMove } from '../last-move.ts';
import { alignWith, pivot, waiting, type BenchCommand, type CommandParts } from './command.ts';

export function usePlacingCommands({ bench, count, need, command }: CommandParts) {
  /** Maps what is selected; asks first when that changes the density of stitches that are kept. */
  function transform(m: Matrix, label: string): void {
    if (!count.value) return;
    const items = bench.transformed(m);
    if (!items.length) return;
    const [sx, sy] = [Math.hypot(m[0], m[1]), Math.hypot(m[2], m[3])];
    const note = densityNote(bench.committedSelected, sx, sy);
    if (note) {
      waiting.value = { items, map: m, note, label };
      bench.preview(items);
    } else bench.replace(items, label);
  }

  function centre(): { x: number; y: number } {
    return pivot.value ?? frameOf(bench.selectedPlain) ?? { x: 0, y: 0 };
  }
  const turn = (degrees: number): void => transform(rotation(degrees, centre()), 'Turn');
  const mirror = (degrees: number, label: string): void => transform(mirroring(degrees, centre()), label);

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

  return { turns, transform, turn, centre, nudge, alignTo, alignBlocked, spreadAlong, spreadBlocked };
}
