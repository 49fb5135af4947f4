<script setup lang="ts">
// The numbers of a repeat: how many copies, where they stand, which are left out, in which order they are sewn.
import { computed } from 'vue';
import {
  breakOutJob,
  endRepeatJob,
  findItem,
  leaveOutJob,
  multiply,
  placedCopies,
  rotation,
  transformInside,
  translation,
  type CircleLayout,
  type Group,
  type Layout,
  type Matrix,
  type PathLayout,
  type Point,
  type Repeat,
  type RowSpacing,
} from '@rosehip/core';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import CommandButton from '../../parts/CommandButton.vue';
import { useBench } from '../../stores/bench.ts';
import { showNumber } from '../../fields/arithmetic.ts';
import { useSettings } from '../../stores/settings.ts';
import { pickedCopy } from '../picked-copy.ts';
import RowSpacingFields from './RowSpacingFields.vue';

type RepeatGroup = Group & { repeat: Repeat };

const bench = useBench();
const units = useSettings();
const repeatIn = (items: typeof bench.selected): RepeatGroup | null => {
  const [only] = items;
  return items.length === 1 && only.kind === 'group' && only.repeat ? (only as RepeatGroup) : null;
};
const group = computed(() => repeatIn(bench.selected));
const layout = computed(() => group.value?.repeat.layout ?? null);
const circle = computed(() => (layout.value?.kind === 'circle' ? layout.value : null));
const rows = computed(() =>
  layout.value?.kind === 'row' || layout.value?.kind === 'grid' ? layout.value : null,
);
const path = computed(() => (layout.value?.kind === 'path' ? layout.value : null));
const placed = computed(() =>
  group.value && bench.design ? placedCopies(bench.design, group.value.id) : null,
);
const count = computed(() => placed.value?.maps.length ?? 0);
const along = computed(() => (path.value && bench.design ? findItem(bench.design, path.value.along) : null));

/** The committed repeat with something of it changed. */
function changed(change: (r: Repeat) => Repeat): Group[] {
  const committed = repeatIn(bench.committedSelected);
  return committed ? [{ ...committed, repeat: change(committed.repeat) }] : [];
}
const withLayout = (change: Partial<CircleLayout> | Partial<PathLayout> | object): Group[] =>
  changed((r) => ({ ...r, layout: { ...r.layout, ...change } as Layout }));

function set(change: object, label: string, live = false): void {
  if (live) bench.preview(withLayout(change));
  else bench.replace(withLayout(change), label);
}

/* A circle's radius and start angle are where what is repeated stands: changing them moves it. */
const at = computed<Point | null>(() => placed.value?.middle ?? null);
const committedMiddle = (): Point | null => {
  const committed = repeatIn(bench.committedSelected);
  return committed && bench.committed ? (placedCopies(bench.committed, committed.id)?.middle ?? null) : null;
};
const startAngle = computed(() => {
  if (!at.value || !circle.value) return 0;
  const { x, y } = circle.value.centre;
  return (Math.atan2(at.value.x - x, y - at.value.y) * 180) / Math.PI;
});
function moveInside(m: Matrix, label: string, live: boolean): void {
  const committed = repeatIn(bench.committedSelected);
  if (!committed) return;
  const items = [{ ...committed, objects: transformInside(committed, m) }];
  if (live) bench.preview(items);
  else bench.replace(items, label);
}
function setRadius(radius: number, live: boolean): void {
  const from = committedMiddle();
  if (!from || !circle.value) return;
  const { centre } = circle.value;
  const away = { x: from.x - centre.x, y: from.y - centre.y };
  const d = Math.hypot(away.x, away.y);
  const u = d > 1e-6 ? { x: away.x / d, y: away.y / d } : { x: 0, y: -1 };
  moveInside(translation(u.x * (radius - d), u.y * (radius - d)), 'Radius', live);
}
function setStart(angle: number, live: boolean): void {
  const from = committedMiddle();
  if (!from || !circle.value) return;
  const { centre, upright } = circle.value;
  const now = (Math.atan2(from.x - centre.x, centre.y - from.y) * 180) / Math.PI;
  const turn = rotation(angle - now, centre);
  const to = multiply(turn, translation(from.x, from.y));
  moveInside(upright ? translation(to[4] - from.x, to[5] - from.y) : turn, 'Start angle', live);
}

const FITS = [
  { value: 'place', label: 'as placed' },
  { value: 'gap', label: 'by the gap: radius follows' },
  { value: 'count', label: 'by the gap: count follows' },
];
const ORDERS = [
  { value: 'copies', label: 'copy by copy' },
  { value: 'colours', label: 'each colour through all copies' },
];
const PATH_FITS = [
  { value: 'count', label: 'by count' },
  { value: 'step', label: 'by step' },
];
const CORNERS = [
  { value: 'through', label: 'on round them' },
  { value: 'stop', label: 'one at each' },
  { value: 'miss', label: 'none near them' },
];

const NAMES = { circle: 'Circle repeat', row: 'Row repeat', grid: 'Grid repeat', path: 'Path repeat' };
const told = computed(() => {
  if (!placed.value || !layout.value) return '';
  const mm = (v: number): string => `${showNumber(v, units.units, 2)} ${units.units}`;
  const { step, down, radius, gap } = placed.value;
  const parts = [`${count.value} copies`];
  if (layout.value.kind === 'circle')
    parts.push(`${showNumber(step, 'plain', 2)}° apart`, `radius ${mm(radius ?? 0)}`);
  else parts.push(`${mm(step)} apart`);
  if (down !== undefined && layout.value.kind === 'grid') parts.push(`${mm(down)} down`);
  if (gap !== null && count.value > 1) parts.push(gap < 0 ? `overlap ${mm(-gap)}` : `gap ${mm(gap)}`);
  return parts.join(' · ');
});

const isOut = (i: number): boolean => group.value?.repeat.without?.includes(i) ?? false;
const picked = computed(() =>
  pickedCopy.value !== null && pickedCopy.value < count.value ? pickedCopy.value : null,
);
/** Chips are shown up to so many copies; above, a number is typed. */
const MOST_CHIPS = 48;
const chips = computed(() => Array.from({ length: Math.min(count.value, MOST_CHIPS) }, (_, i) => i));
function leaveOut(i: number): void {
  const id = group.value!.id;
  const out = !isOut(i);
  bench.does((d) => leaveOutJob(d, id, i, out));
}
function breakOut(): void {
  const id = group.value!.id;
  const i = picked.value!;
  pickedCopy.value = null;
  bench.does((d) => breakOutJob(d, id, i));
}
const breakBlocked = computed(() => {
  if (picked.value === null) return 'Press a copy on the cloth, or its number here, first.';
  if (picked.value === 0) return 'The first copy is what is repeated itself.';
  return isOut(picked.value) ? 'This copy is left out.' : undefined;
});
const outBlocked = computed(() =>
  picked.value === null ? 'Press a copy on the cloth, or its number here, first.' : undefined,
);
const setRow = (which: 'across' | 'down', change: Partial<RowSpacing>, live: boolean): void => {
  const now = rows.value as unknown as Record<string, RowSpacing>;
  set({ [which]: { ...now[which], ...change } }, 'Copies', live);
};
</script>

<template>
  <div v-if="group && layout" class="grid gap-2" data-testid="repeat-fields">
    <h3 class="text-sm">{{ NAMES[layout.kind] }}</h3>
    <p class="text-muted" aria-live="polite">{{ told }}</p>
    <template v-if="circle">
      <ChoiceField
        label="Placed"
        :value="circle.fit"
        :choices="FITS"
        @change="set({ fit: $event }, 'Placing')"
      />
      <div class="grid grid-cols-2 gap-2">
        <NumberField
          label="Copies"
          :value="count"
          unit=""
          :least="1"
          :most="500"
          :step="1"
          :blocked="circle.fit === 'count' ? 'The count follows from the gap.' : undefined"
          @live="set({ count: Math.round($event) }, 'Copies', true)"
          @change="set({ count: Math.round($event) }, 'Copies')"
        />
        <NumberField
          v-if="circle.fit !== 'place'"
          label="Gap"
          :value="circle.gap"
          :least="-50"
          :most="200"
          help="Between the threads of neighbours: 0 and they touch, below 0 they overlap."
          @live="set({ gap: $event }, 'Gap', true)"
          @change="set({ gap: $event }, 'Gap')"
        />
        <NumberField
          label="Radius"
          :value="placed?.radius ?? 0"
          :least="0"
          :most="600"
          help="From the centre to the middle of what is repeated."
          :blocked="circle.fit === 'gap' ? 'The radius follows from the gap.' : undefined"
          @live="setRadius($event, true)"
          @change="setRadius($event, false)"
        />
        <NumberField
          label="Start angle"
          :value="startAngle"
          unit="°"
          :least="-360"
          :most="360"
          :step="1"
          help="Where the first copy stands, clockwise from the top."
          @live="setStart($event, true)"
          @change="setStart($event, false)"
        />
        <NumberField
          label="Part"
          :value="circle.sweep"
          unit="°"
          :least="-360"
          :most="360"
          :step="5"
          help="360 all round; less for a part of the circle; below 0 anticlockwise."
          @live="set({ sweep: $event }, 'Part of a circle', true)"
          @change="set({ sweep: $event }, 'Part of a circle')"
        />
        <NumberField
          v-for="axis in ['x', 'y'] as const"
          :key="axis"
          :label="axis === 'x' ? 'Centre across' : 'Centre down'"
          :value="circle.centre[axis]"
          :least="-1000"
          :most="1000"
          :step="0.5"
          @live="set({ centre: { ...circle.centre, [axis]: $event } }, 'Centre', true)"
          @change="set({ centre: { ...circle.centre, [axis]: $event } }, 'Centre')"
        />
      </div>
    </template>
    <template v-if="rows">
      <RowSpacingFields
        :title="rows.kind === 'grid' ? 'Across' : 'Along the row'"
        :row="rows.across"
        :count="
          rows.across.fit === 'length' && rows.across.solve === 'count' && rows.kind === 'row' ? count : null
        "
        @live="setRow('across', $event, true)"
        @change="setRow('across', $event, false)"
      />
      <RowSpacingFields
        v-if="rows.kind === 'grid'"
        title="Down"
        :row="rows.down"
        :count="null"
        @live="setRow('down', $event, true)"
        @change="setRow('down', $event, false)"
      />
      <NumberField
        label="Direction"
        :value="rows.angle"
        unit="°"
        :least="-360"
        :most="360"
        :step="1"
        @live="set({ angle: $event }, 'Direction', true)"
        @change="set({ angle: $event }, 'Direction')"
      />
      <label v-if="rows.kind === 'grid'" class="flex items-center gap-2">
        <input
          type="checkbox"
          :checked="!!rows.brick"
          @change="set({ brick: ($event.target as HTMLInputElement).checked }, 'Bricks')"
        />
        Every other row shifted by half
      </label>
    </template>
    <template v-if="path">
      <p class="text-muted">
        Along
        <button
          v-if="along"
          type="button"
          class="button h-7 px-2"
          :title="`Select ${along.name}`"
          @click="bench.selection = [along.id]"
        >
          {{ along.name }}
        </button>
      </p>
      <div class="grid grid-cols-2 gap-2">
        <ChoiceField
          label="Fitted"
          :value="path.fit"
          :choices="PATH_FITS"
          @change="set({ fit: $event }, 'Fitting')"
        />
        <NumberField
          v-if="path.fit === 'count'"
          label="Copies"
          :value="path.count"
          unit=""
          :least="1"
          :most="500"
          :step="1"
          @live="set({ count: Math.round($event) }, 'Copies', true)"
          @change="set({ count: Math.round($event) }, 'Copies')"
        />
        <NumberField
          v-else
          label="Step"
          :value="path.step"
          :least="0.2"
          :most="500"
          :step="0.5"
          help="About so far from copy to copy: a whole number is fitted."
          @live="set({ step: $event }, 'Step', true)"
          @change="set({ step: $event }, 'Step')"
        />
        <ChoiceField
          label="At corners"
          :value="path.corners"
          :choices="CORNERS"
          @change="set({ corners: $event }, 'Corners')"
        />
      </div>
    </template>
    <label v-if="circle || path" class="flex items-center gap-2">
      <input
        type="checkbox"
        :checked="!(circle ?? path)!.upright"
        @change="set({ upright: !($event.target as HTMLInputElement).checked }, 'Turned copies')"
      />
      Copies are turned {{ circle ? 'with the circle' : 'with the line' }}
    </label>
    <label class="flex items-center gap-2">
      <input
        type="checkbox"
        :checked="!!group.repeat.mirror"
        @change="
          bench.replace(
            changed((r) => ({ ...r, mirror: ($event.target as HTMLInputElement).checked })),
            'Mirror every other copy',
          )
        "
      />
      Every other copy mirrored
    </label>
    <ChoiceField
      label="Sewn"
      :value="group.repeat.order"
      :choices="ORDERS"
      @change="
        bench.replace(
          changed((r) => ({ ...r, order: $event as Repeat['order'] })),
          'Order of copies',
        )
      "
    />
    <div v-if="count > 1" class="grid gap-1.5">
      <p class="label">Which copies</p>
      <div class="flex flex-wrap gap-1" role="group" aria-label="Which copies">
        <button
          v-for="i in chips"
          :key="i"
          type="button"
          class="button h-6 min-w-6 justify-center px-1 text-xs tabular-nums"
          :class="[isOut(i) ? 'line-through opacity-55' : '', picked === i ? 'border-rosehip bg-blush' : '']"
          :aria-pressed="picked === i"
          :aria-label="`Copy ${i + 1}${isOut(i) ? ', left out' : ''}`"
          @click="pickedCopy = picked === i ? null : i"
        >
          {{ i + 1 }}
        </button>
      </div>
      <div class="grid grid-cols-3 gap-1.5">
        <CommandButton
          :label="picked !== null && isOut(picked) ? 'Take in' : 'Leave out'"
          :blocked="outBlocked"
          @press="leaveOut(picked!)"
        />
        <CommandButton
          label="Break out"
          hint="The copy becomes an object of its own"
          :blocked="breakBlocked"
          @press="breakOut"
        />
        <CommandButton
          label="All plain"
          hint="Ends the repeat: every copy becomes an object of its own"
          @press="bench.does((d) => endRepeatJob(d, [group!.id]))"
        />
      </div>
    </div>
  </div>
</template>
