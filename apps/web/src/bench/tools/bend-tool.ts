// Bend: the corners and curved sides of an envelope, or the points of a mesh, dragged by hand.
import {
  applyMatrix,
  bendAgain,
  bendJob,
  bendPoint,
  endBendJob,
  findItem,
  patchCorners,
  translation,
  type Bend,
  type BendForm,
  type Group,
  type Point,
} from '@rosehip/core';
import { computed, reactive, ref, shallowRef, watch } from 'vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import { nudgeBy } from '../arrows.ts';
import { usePicking } from '../picking.ts';
import { useSnapping } from '../snapping.ts';
import { drawDisc, drawLeaf, drawLine, LEAF } from './marks.ts';
import { useGesture } from './gesture.ts';
import {
  toolOf,
  NOTHING,
  type Marker,
  type Pointer,
  type Tool,
  type ToolAction,
  type ToolNumber,
} from './tool.ts';

const REACH = 9;
/** Lines that show the sheet, and how finely they are drawn. */
const NET = 4;
const FINE = 12;

type Handle = { kind: 'point'; index: number } | { kind: 'pull'; side: number; end: 0 | 1 };

export function bendTool(): Tool {
  const bench = useBench();
  const view = useView();
  const snap = useSnapping();
  const picking = usePicking();
  const size = reactive({ columns: 2, rows: 2 });
  const held = shallowRef<Handle | null>(null);
  /** The handle that the arrow keys move; Tab walks. -1 for none. */
  const walked = ref(-1);
  const gesture = useGesture();

  const group = computed<(Group & { bend: Bend }) | null>(() => {
    const [only] = bench.selected;
    return bench.selected.length === 1 && only.kind === 'group' && only.bend
      ? (only as Group & { bend: Bend })
      : null;
  });

  watch(
    () => group.value?.id,
    () => (walked.value = -1),
  );

  /** The corner that a side's pull belongs to, and its place. */
  function pullPlace(bend: Bend, side: number, end: 0 | 1): { corner: Point; at: Point } {
    const corners = patchCorners(bend);
    const corner = corners[(side + end) % 4];
    const pull = bend.edges![side][end];
    return { corner, at: { x: corner.x + pull.x, y: corner.y + pull.y } };
  }

  function handles(bend: Bend): { handle: Handle; at: Point }[] {
    const points = bend.points.map((at, index) => ({ handle: { kind: 'point' as const, index }, at }));
    const pulls = (bend.edges ?? []).flatMap((_, side) =>
      ([0, 1] as const).map((end) => ({
        handle: { kind: 'pull' as const, side, end },
        at: pullPlace(bend, side, end).at,
      })),
    );
    return [...points, ...pulls];
  }

  function dragged(bend: Bend, handle: Handle, to: Point): Bend {
    if (handle.kind === 'point') return { ...bend, points: bend.points.with(handle.index, to) };
    const { corner } = pullPlace(bend, handle.side, handle.end);
    const pull = { x: to.x - corner.x, y: to.y - corner.y };
    const edges = bend.edges!.map((pair, i) =>
      i === handle.side ? (handle.end ? [pair[0], pull] : [pull, pair[1]]) : pair,
    ) as Bend['edges'];
    return { ...bend, edges };
  }

  const needsBend = computed(() => (group.value ? undefined : 'Bend something first.'));
  const bendAs = (form: BendForm): void => {
    const { value } = group;
    if (value) bench.replace([{ ...value, bend: bendAgain(value.bend, form) }], 'Change bend');
    else bench.does((design) => bendJob(design, bench.selection, form));
  };
  const mesh = (): BendForm => ({ form: 'mesh', columns: size.columns, rows: size.rows });
  const nothing = computed(() => (bench.selection.length ? undefined : 'Select something first.'));

  const actions = computed<ToolAction[]>(() => [
    {
      label: 'Envelope',
      on: !!group.value?.bend.edges,
      blocked: nothing.value,
      run: () => bendAs({ form: 'envelope' }),
    },
    {
      label: 'Mesh',
      on: !!group.value && !group.value.bend.edges,
      blocked: nothing.value,
      run: () => bendAs(mesh()),
    },
    {
      label: 'Flatten',
      blocked: needsBend.value,
      run: () => void bench.does((d) => endBendJob(d, bench.selection, 'flat')),
    },
    {
      label: 'Make plain',
      blocked: needsBend.value,
      run: () => void bench.does((d) => endBendJob(d, bench.selection, 'bent')),
    },
  ]);

  const cells = (key: 'columns' | 'rows', label: string): ToolNumber => ({
    label,
    value: size[key],
    unit: '',
    least: 1,
    most: 8,
    step: 1,
    set: (v) => {
      size[key] = Math.round(v);
      if (group.value && !group.value.bend.edges) bendAs(mesh());
    },
  });

  return toolOf({
    hint: computed(() =>
      group.value
        ? 'Drag corners and pulls of the sides; Tab and the arrow keys do it too.'
        : bench.selection.length
          ? 'Choose an envelope or a mesh for what is selected.'
          : 'Click what is to be bent.',
    ),
    preview: NOTHING,
    actions,
    numbers: computed(() =>
      group.value?.bend.edges ? [] : [cells('columns', 'Columns'), cells('rows', 'Rows')],
    ),
    down({ at }: Pointer) {
      const { value } = group;
      if (!value) {
        bench.selection = picking.found(at).slice(0, 1);
        return;
      }
      const near = handles(value.bend)
        .map((h) => ({ ...h, d: Math.hypot(h.at.x - at.x, h.at.y - at.y) * view.scale }))
        .filter((h) => h.d <= REACH)
        .sort((a, b) => a.d - b.d)[0];
      held.value = near?.handle ?? null;
      if (near) snap.prepare([value]);
      else bench.selection = picking.found(at).slice(0, 1);
    },
    move(p: Pointer) {
      const { value } = group;
      if (!value || !held.value) return;
      const committed = bench.committed && findItem(bench.committed, value.id);
      if (committed?.kind !== 'group' || !committed.bend) return;
      gesture.show([{ ...committed, bend: dragged(committed.bend, held.value, snap.point(p)) }]);
    },
    up() {
      held.value = null;
      snap.end();
      gesture.commit('Bend');
    },
    key(key: string, e: KeyboardEvent) {
      const { value } = group;
      if (!value) return false;
      const all = handles(value.bend);
      if (key === 'Tab' && e.target instanceof HTMLElement && e.target.closest('[role=application]')) {
        walked.value = (walked.value + (e.shiftKey ? -1 : 1) + all.length) % all.length;
        return true;
      }
      const arrow = nudgeBy(key, e.shiftKey);
      const at = all[walked.value];
      if (!arrow || !at) return false;
      const to = { x: at.at.x + arrow.dx, y: at.at.y + arrow.dy };
      bench.replace([{ ...value, bend: dragged(value.bend, at.handle, to) }], 'Bend');
      return true;
    },
    cancel() {
      const was = held.value !== null;
      gesture.cancel();
      held.value = null;
      snap.end();
      return was;
    },
    mark({ ctx, toPx }: Marker) {
      const { value } = group;
      if (!value) return;
      const { bend } = value;
      const { from } = bend;
      const at = (u: number, v: number): Point =>
        toPx(
          bendPoint(
            bend,
            applyMatrix(translation(from.x, from.y), {
              x: (u - 0.5) * from.width,
              y: (v - 0.5) * from.height,
            }),
          ),
        );
      const across = bend.edges ? NET : bend.columns;
      const down = bend.edges ? NET : bend.rows;
      ctx.strokeStyle = LEAF;
      ctx.lineWidth = 1;
      ctx.globalAlpha = 0.7;
      ctx.beginPath();
      for (let i = 0; i <= across; i++)
        for (let k = 0; k <= down * FINE; k++) line(ctx, at(i / across, k / (down * FINE)), k === 0);
      for (let i = 0; i <= down; i++)
        for (let k = 0; k <= across * FINE; k++) line(ctx, at(k / (across * FINE), i / down), k === 0);
      ctx.stroke();
      ctx.globalAlpha = 1;
      for (const [i, { handle, at: place }] of handles(bend).entries()) {
        if (handle.kind === 'pull') {
          drawLine(ctx, toPx(pullPlace(bend, handle.side, handle.end).corner), toPx(place), LEAF, 1.2);
          drawDisc(ctx, toPx(place), 3.5, i === walked.value);
        } else drawLeaf(ctx, toPx(place), 5, i === walked.value);
      }
    },
  });
}

function line(ctx: CanvasRenderingContext2D, p: Point, first: boolean): void {
  if (first) ctx.moveTo(p.x, p.y);
  else ctx.lineTo(p.x, p.y);
}
