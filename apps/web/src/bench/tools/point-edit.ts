// The object whose points are edited, and what can be done to them: for the tool, the card and the keys alike.
import {
  addPoint,
  breakAt,
  closePath,
  deletePoints,
  findItem,
  isEnd,
  isLive,
  joinEnds,
  madePlain,
  outlinePaths,
  pointKind,
  reversePaths,
  segmentCount,
  setFirst,
  setPointKind,
  setSegments,
  simplifyPaths,
  smoothPaths,
  type DesignObject,
  type Path,
  type PathOutline,
  type PointKind,
  type PointRef,
} from '@rosehip/core';
import { useKept } from '../../parts/kept.ts';
import { computed, shallowRef } from 'vue';
import { useBench } from '../../stores/bench/bench.ts';
import type { ToolAction } from './tool.ts';

/** What is chosen among the points. */
export const chosenPoints = shallowRef<PointRef[]>([]);

export function usePointEdit() {
  const bench = useBench();
  const tolerance = useKept('rosehip-simplify', 0.1);
  const strength = useKept('rosehip-smooth', 0.3);

  const object = computed<DesignObject | null>(() => {
    const [only] = bench.selected;
    return bench.selected.length === 1 && only.kind === 'object' && !only.locked ? only : null;
  });
  const live = computed(() => (object.value && isLive(object.value.outline) ? object.value : null));
  /** Its paths as they are shown; none for a live outline. */
  const paths = computed<readonly Path[]>(() => {
    const o = object.value?.outline;
    return !o || isLive(o) ? [] : outlinePaths(o);
  });
  /** Its paths before a preview that is under way. */
  function given(): readonly Path[] {
    const found = bench.committed && object.value && findItem(bench.committed, object.value.id);
    return found?.kind === 'object' && !isLive(found.outline) ? outlinePaths(found.outline) : [];
  }

  function changed(next: readonly Path[]): DesignObject | null {
    const o = object.value;
    if (!o || isLive(o.outline)) return null;
    const rule = o.outline.kind === 'path' ? o.outline.fillRule : undefined;
    const outline: PathOutline = { kind: 'path', paths: [...next], ...(rule && { fillRule: rule }) };
    return { ...o, outline };
  }
  const preview = (next: readonly Path[]): void => {
    const item = changed(next);
    if (item) bench.preview([item]);
  };
  function commit(next: readonly Path[], label: string, choose?: PointRef[]): void {
    const item = changed(next);
    if (!item) return;
    if (!next.length) {
      bench.message = 'A shape needs two points at least; press Delete with the Select tool to take it away.';
      return;
    }
    const before = bench.committed && findItem(bench.committed, item.id);
    const wasReady = before?.kind === 'object' && before.outline.kind !== 'path';
    if (!bench.replace([item], label)) return;
    if (wasReady) bench.message = `${item.name} is a path of its own points now.`;
    if (choose) chosenPoints.value = choose;
  }

  /** Indices of paths that hold a chosen point; all of them when none is chosen. */
  const named = (): Set<number> =>
    new Set(chosenPoints.value.length ? chosenPoints.value.map((r) => r.path) : paths.value.map((_, i) => i));

  const needPoint = computed(() => (chosenPoints.value.length ? undefined : 'Choose a point first.'));
  const needOne = computed(() => (chosenPoints.value.length === 1 ? undefined : 'Choose one point.'));
  /** Segments between chosen points, or the one that begins at the only chosen point. */
  const segments = computed<PointRef[]>(() => {
    const chosen = chosenPoints.value;
    const isChosen = (path: number, point: number): boolean =>
      chosen.some((r) => r.path === path && r.point === point);
    const between = paths.value.flatMap((path, i) =>
      Array.from({ length: segmentCount(path) }, (_, k) => ({ path: i, point: k })).filter(
        (r) => isChosen(i, r.point) && isChosen(i, (r.point + 1) % path.points.length),
      ),
    );
    return between.length || chosen.length !== 1
      ? between
      : chosen.filter((r) => r.point < segmentCount(paths.value[r.path]));
  });
  const needSegment = computed(() => (segments.value.length ? undefined : 'Choose both ends of a segment.'));

  const kindAction = (kind: PointKind, label: string, keys: string): ToolAction => ({
    label,
    keys,
    blocked: needPoint.value,
    on:
      chosenPoints.value.length > 0 &&
      chosenPoints.value.every(
        (r) =>
          paths.value[r.path]?.points[r.point] && pointKind(paths.value[r.path].points[r.point]) === kind,
      ),
    run: () => commit(setPointKind(given(), chosenPoints.value, kind), label),
  });

  const actions = computed<ToolAction[]>(() => {
    const chosen = chosenPoints.value;
    const all = paths.value;
    const ends = chosen.filter((r) => all[r.path] && isEnd(all, r));
    const open = all.some((p, i) => named().has(i) && !p.closed);
    return [
      kindAction('corner', 'Corner', 'Shift C'),
      kindAction('smooth', 'Smooth', 'Shift S'),
      kindAction('symmetric', 'Symmetric', 'Shift Y'),
      {
        label: 'Straight',
        keys: 'Shift L',
        blocked: needSegment.value,
        run: () => commit(setSegments(given(), segments.value, 'straight'), 'Straighten'),
      },
      {
        label: 'Curved',
        keys: 'Shift U',
        blocked: needSegment.value,
        run: () => commit(setSegments(given(), segments.value, 'curved'), 'Curve'),
      },
      {
        label: 'Add points',
        keys: 'Insert',
        blocked: needSegment.value,
        run: () => {
          const last = [...segments.value].sort((a, b) => b.path - a.path || b.point - a.point);
          commit(
            last.reduce<Path[]>((p, s) => addPoint(p, s, 0.5), [...given()]),
            'Add points',
            [],
          );
        },
      },
      {
        label: 'Delete',
        keys: 'Backspace',
        blocked: needPoint.value,
        run: () => commit(deletePoints(given(), chosen), 'Delete points', []),
      },
      {
        label: 'Break',
        keys: 'Shift X',
        blocked: needOne.value,
        run: () => commit(breakAt(given(), chosen[0]), 'Break', []),
      },
      {
        label: 'Join ends',
        keys: 'Shift J',
        blocked: ends.length === 2 && chosen.length === 2 ? undefined : 'Choose two ends of open lines.',
        run: () => commit(joinEnds(given(), ends[0], ends[1]), 'Join', []),
      },
      {
        label: 'Close',
        keys: 'Shift O',
        blocked: open ? undefined : 'This is closed already.',
        run: () => {
          const which = named();
          commit(
            given().map((p, i) => (which.has(i) ? closePath(p) : p)),
            'Close',
            [],
          );
        },
      },
      {
        label: 'Reverse',
        keys: 'Shift R',
        run: () => commit(reversePaths(given(), named()), 'Reverse', []),
      },
      {
        label: 'Begin here',
        keys: 'Shift F',
        blocked:
          needOne.value ??
          (all[chosen[0]?.path]?.closed ? undefined : 'An open line begins at its end; reverse it instead.'),
        run: () => commit(setFirst(given(), chosen[0]), 'First point', [{ path: chosen[0].path, point: 0 }]),
      },
    ];
  });

  return {
    object,
    live,
    paths,
    given,
    preview,
    commit,
    actions,
    tolerance,
    strength,
    simplify: () => {
      const before = given().reduce((n, p) => n + p.points.length, 0);
      const next = simplifyPaths(given(), tolerance.value);
      const after = next.reduce((n, p) => n + p.points.length, 0);
      if (after === before) bench.message = 'No point can be spared at this tolerance.';
      else {
        commit(next, 'Simplify', []);
        bench.message = `${before} points became ${after}.`;
      }
    },
    smooth: () => commit(smoothPaths(given(), strength.value), 'Smooth', []),
    makePlain: () => {
      const plain = bench.committed && object.value && madePlain(bench.committed, object.value);
      if (plain) bench.replace([plain], 'Make plain');
    },
  };
}
