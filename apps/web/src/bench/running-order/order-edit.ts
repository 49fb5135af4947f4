// What both forms of the running order do to the design: choosing, moving, naming, stops.
import {
  everyItem,
  findItem,
  findPlace,
  recolourJob,
  renameJob,
  reorderJob,
  setItemsJob,
  stepJob,
  stopJob,
  type Item,
  type OrderPlace,
} from '@rosehip/core';
import { useBench } from '../../stores/bench/bench.ts';

export function useOrder() {
  const bench = useBench();

  /** Chooses an item; `add` keeps what is chosen already and takes it away when it is. */
  function choose(id: string, add: boolean): void {
    if (!add) bench.selection = [id];
    else if (bench.selection.includes(id)) bench.selection = bench.selection.filter((s) => s !== id);
    else bench.selection = [...bench.selection, id];
  }

  const isChosen = (id: string): boolean =>
    bench.selection.includes(id) ||
    bench.selected.some((s) => s.kind === 'group' && !!findPlace(s.objects, id));

  /** What a hand that drags an item moves: all that is chosen when it is among it. */
  const dragged = (id: string): string[] => (isChosen(id) ? [...bench.selection] : [id]);

  const held = (id: string): Set<string> => {
    const item = bench.design && findItem(bench.design, id);
    return new Set(item ? [...everyItem([item])].map((i) => i.id) : []);
  };

  function move(ids: readonly string[], place: OrderPlace): void {
    bench.does((design) => reorderJob(design, ids, place));
  }

  function step(ids: readonly string[], by: -1 | 1): void {
    bench.does((design) => stepJob(design, ids, by));
  }

  const rename = (id: string, name: string): void => void bench.does((d) => renameJob(d, id, name));
  const recolour = (ids: readonly string[], thread: string): void =>
    void bench.does((d) => recolourJob(d, ids, thread));
  const stop = (ids: readonly string[], note: string | null): void =>
    void bench.does((d) => stopJob(d, ids, note));

  function toggle(item: Item, what: 'visible' | 'locked'): void {
    const label = what === 'visible' ? (item.visible ? 'Hide' : 'Show') : item.locked ? 'Unlock' : 'Lock';
    const before = [...bench.selection];
    if (bench.does((d) => setItemsJob(d, [item.id], { [what]: !item[what] }, label)))
      bench.selection = before;
  }

  return { choose, isChosen, dragged, held, move, step, rename, recolour, stop, toggle };
}
