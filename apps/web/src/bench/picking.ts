// What a press on the cloth means: the leaf that lies there, or the group that it stands in.
import { findPlace, leavesAt, type Point } from '@rosehip/core';
import { useBench } from '../stores/bench.ts';
import { useView } from '../stores/view.ts';

/** How near a press must be, in CSS pixels. */
export const REACH = 5;

export function usePicking() {
  const bench = useBench();
  const view = useView();

  /** The outermost group that a leaf stands in, below the group that is worked in. */
  function meant(id: string): string {
    let at = id;
    for (let place = findPlace(bench.design!.objects, at); place?.parent;) {
      if (place.parent.id === bench.inside) break;
      at = place.parent.id;
      place = findPlace(bench.design!.objects, at);
    }
    return at;
  }

  const leaves = (at: Point) => (bench.plain ? leavesAt(bench.plain, at, REACH / view.scale) : []);

  /** What lies at a place, topmost first, as what is meant by each. */
  const found = (at: Point): string[] => [...new Set(leaves(at).map((l) => meant(l.id)))];

  return { meant, leaves, found };
}
