// What a press on the cloth means: the leaf that lies there, or the group that it stands in.
import {
  findPlace,
  leavesAt,
  leavesInside,
  referencesOf,
  type Bounds,
  type Leaf,
  type PlainOutline,
  type Point,
} from '@rosehip/core';
import { useBench } from '../stores/bench/bench.ts';
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

  const isAside = (leaf: Leaf<PlainOutline>): boolean => leaf.kind === 'object' && !!leaf.unsewn;
  /** Shown dashed over everything, since what is selected looks at it. */
  const isDashed = (leaf: Leaf<PlainOutline>): boolean =>
    isAside(leaf) && bench.selected.some((s) => referencesOf(s).includes(leaf.id));

  /** Shapes that are set aside can be met only where they are seen: in Lines, or about what is made from them. */
  const isSeen = (leaf: Leaf<PlainOutline>): boolean =>
    !isAside(leaf) || view.view === 'lines' || bench.selection.includes(leaf.id) || isDashed(leaf);

  /** What lies at a place, the topmost first. */
  function leaves(at: Point, reach = REACH): Leaf<PlainOutline>[] {
    const all = bench.plain ? leavesAt(bench.plain, at, reach / view.scale).filter(isSeen) : [];
    return [...all.filter(isDashed), ...all.filter((leaf) => !isDashed(leaf))];
  }

  /** What lies wholly in a box, as what is meant by each. */
  const inBox = (box: Bounds): string[] =>
    bench.plain
      ? [
          ...new Set(
            leavesInside(bench.plain, box)
              .filter(isSeen)
              .map((l) => meant(l.id)),
          ),
        ]
      : [];

  /** Everything that can be selected, group by group. */
  const everything = (): string[] => {
    const group = bench.inside && bench.plain ? findPlace(bench.plain.objects, bench.inside)?.item : null;
    const all = group?.kind === 'group' ? group.objects : (bench.plain?.objects ?? []);
    return all.filter((o) => o.visible && !o.locked && (o.kind === 'group' || isSeen(o))).map((o) => o.id);
  };

  /** What lies at a place, topmost first, as what is meant by each. */
  const found = (at: Point): string[] => [...new Set(leaves(at).map((l) => meant(l.id)))];

  return { meant, leaves, found, inBox, everything };
}
