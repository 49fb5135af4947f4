// The centre that the selected object's rays or spiral go about: placed by hand, or the middle of the shape.
import { outlineBounds, stitchKind, type DesignObject, type Point } from '@rosehip/core';
import { computed } from 'vue';
import { useBench } from '../stores/bench/bench.ts';

const tidy = (v: number): number => Math.round(v * 100) / 100;

export function useCentre() {
  const bench = useBench();

  /** In mm; null when nothing of the kind is selected. */
  const centre = computed<Point | null>(() => {
    const [plain] = bench.selectedPlain;
    if (bench.selectedPlain.length !== 1 || plain.kind !== 'object') return null;
    if (!stitchKind(plain.recipe.kind)?.usesCentre || plain.unsewn) return null;
    if (plain.centre) return plain.centre;
    // What is enclosed has the bounds of its outline: no region is made here, on the main thread.
    const b = outlineBounds(plain.outline);
    return b && { x: (b.minX + b.maxX) / 2, y: (b.minY + b.maxY) / 2 };
  });

  function withCentre({ centre: _, ...rest }: DesignObject, at: Point | null): DesignObject {
    return at ? { ...rest, centre: { x: tidy(at.x), y: tidy(at.y) } } : rest;
  }

  return { centre, withCentre };
}
