<script setup lang="ts">
// Place, size and turn of what is selected, by numbers; the numbers of a ready shape.
import { Link2, Link2Off } from '@lucide/vue';
import { computed, ref } from 'vue';
import {
  densityNote,
  resolvedItem,
  rotation,
  translation,
  type BoxOutline,
  type DesignObject,
  type Item,
  type Matrix,
} from '@rosehip/core';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import { waiting } from '../commands/command.ts';
import { readMap } from '../reading/read-edit.ts';
import { fitting, frameOf, readyOf, type Frame } from '../items.ts';

const bench = useBench();
const view = useView();
const locked = ref(true);

const frame = computed(() => frameOf(bench.selectedPlain));
const ready = computed(() => readyOf(bench.selectedPlain));
/** The frame before a preview that may be under way: every live value counts from it. */
function start(): Frame | null {
  const { committed } = bench;
  return committed && frameOf(bench.selection.flatMap((id) => resolvedItem(committed, id) ?? []));
}

type Key = 'x' | 'y' | 'width' | 'height' | 'turn';

function mapTo(from: Frame, key: Key, value: number): Matrix {
  if (key === 'x') return translation(value - from.x, 0);
  if (key === 'y') return translation(0, value - from.y);
  if (key === 'turn') return rotation(value - from.turn, from);
  const to: Frame = { ...from, [key]: value };
  if (locked.value) {
    const k = value / Math.max(from[key], 1e-6);
    to.width = from.width * k;
    to.height = from.height * k;
  }
  return fitting(from, to);
}

function show(key: Key, value: number): void {
  const from = start();
  if (from) bench.preview(bench.transformed(mapTo(from, key, value)));
}

function set(key: Key, value: number, label: string): void {
  const from = start();
  if (!from) return;
  const m = mapTo(from, key, value);
  const items = bench.transformed(m);
  if (!items.length) return;
  const note =
    key === 'width' || key === 'height'
      ? densityNote(bench.committedSelected, Math.hypot(m[0], m[1]), Math.hypot(m[2], m[3]))
      : null;
  if (!note) {
    bench.replace(items, label);
    return;
  }
  // Stitches that are kept: the person reads first what it does to them.
  waiting.value = { items, map: m, note, label };
  bench.preview(items);
}

function decide(yes: boolean): void {
  const asked = waiting.value;
  waiting.value = null;
  if (asked && yes) bench.replace(asked.items, asked.label);
  else bench.cancelPreview();
}

/** Another size with the stitches as close as they are: through the objects that they are read as. */
function keepDensity(): void {
  const asked = waiting.value;
  decide(false);
  readMap.value = asked?.map ?? null;
  view.tool = 'read';
}
/** Only stitches are read, and nothing else is sized by it. */
const onlyStitches = computed(() => bench.selected.every((i) => i.kind === 'stitches'));

/** The ready shape with some of its own numbers changed. */
function own(changes: Record<string, unknown>): Item[] {
  const [object] = bench.committedSelected as (DesignObject & { outline: BoxOutline })[];
  return [{ ...object, outline: { ...object.outline, ...changes } as BoxOutline }];
}

interface OwnNumber {
  label: string;
  value: number;
  unit: 'mm' | '°' | '×' | '';
  least: number;
  most: number;
  step: number;
  change: (v: number) => Record<string, unknown>;
}

/** What a ready shape has of its own, beside its box. */
const numbers = computed<OwnNumber[]>(() => {
  const o = ready.value?.outline;
  const count = { unit: '' as const, least: 3, most: 200, step: 1 };
  const share = { unit: '' as const, least: 0, most: 1, step: 0.05 };
  switch (o?.kind) {
    case 'rectangle':
      return [
        {
          label: 'Corner radius',
          value: o.radius,
          unit: 'mm',
          least: 0,
          most: 500,
          step: 0.1,
          change: (radius) => ({ radius }),
        },
      ];
    case 'polygon':
      return [{ label: 'Corners', value: o.corners, ...count, change: (v) => ({ corners: Math.round(v) }) }];
    case 'star':
      return [
        { label: 'Points', value: o.corners, ...count, change: (v) => ({ corners: Math.round(v) }) },
        { label: 'Inner', value: o.inner, ...share, change: (inner) => ({ inner }) },
      ];
    case 'spiral':
      return [
        {
          label: 'Rounds',
          value: o.rounds,
          unit: '',
          least: 0.25,
          most: 100,
          step: 0.25,
          change: (rounds) => ({ rounds }),
        },
        { label: 'Inner', value: o.inner, ...share, change: (inner) => ({ inner }) },
      ];
    case 'ellipse': {
      const { arc } = o;
      if (!arc) return [];
      return [
        {
          label: 'From',
          value: arc.from,
          unit: '°',
          least: -360,
          most: 360,
          step: 5,
          change: (from) => ({ arc: { ...arc, from } }),
        },
        {
          label: 'Sweep',
          value: arc.sweep,
          unit: '°',
          least: 1,
          most: 360,
          step: 5,
          change: (sweep) => ({ arc: { ...arc, sweep } }),
        },
      ];
    }
    default:
      return [];
  }
});
const arc = computed(() => (ready.value?.outline.kind === 'ellipse' ? ready.value.outline.arc : undefined));
const isEllipse = computed(() => ready.value?.outline.kind === 'ellipse');
const ENDS = [
  { value: 'whole', label: 'whole ellipse' },
  { value: 'open', label: 'open arc' },
  { value: 'chord', label: 'chord' },
  { value: 'slice', label: 'slice' },
];

function setEnds(value: string): void {
  const [object] = bench.committedSelected as (DesignObject & { outline: BoxOutline })[];
  if (object.outline.kind !== 'ellipse') return;
  const { arc: before, ...whole } = object.outline;
  const next =
    value === 'whole' ? whole : { ...whole, arc: { from: 0, sweep: 270, ...before, ends: value as 'open' } };
  bench.replace([{ ...object, outline: next }], 'Part of ellipse');
}

const FIELDS = [
  { key: 'x', label: 'Across', help: 'From the hoop’s middle to the right.' },
  { key: 'y', label: 'Down', help: 'From the hoop’s middle downwards.' },
  { key: 'width', label: 'Width', help: '' },
  { key: 'height', label: 'Height', help: '' },
] as const;
</script>

<template>
  <div v-if="frame" class="grid gap-2">
    <div class="grid grid-cols-2 gap-2">
      <NumberField
        v-for="f in FIELDS"
        :key="f.key"
        :label="f.label"
        :value="frame[f.key]"
        :least="f.key === 'width' || f.key === 'height' ? 0.2 : -1000"
        :most="1000"
        :help="f.help"
        @live="show(f.key, $event)"
        @change="set(f.key, $event, f.key === 'x' || f.key === 'y' ? 'Move' : 'Size')"
      />
      <NumberField
        :label="ready ? 'Turn' : 'Turn by'"
        :value="frame.turn"
        unit="°"
        :least="-360"
        :most="360"
        :step="1"
        help="Clockwise; 360/5 is one fifth of a circle."
        @live="show('turn', $event)"
        @change="set('turn', $event, 'Turn')"
      />
      <NumberField
        v-for="n in numbers"
        :key="n.label"
        :label="n.label"
        :value="n.value"
        :unit="n.unit"
        :least="n.least"
        :most="n.most"
        :step="n.step"
        @live="bench.preview(own(n.change($event)))"
        @change="bench.replace(own(n.change($event)), n.label)"
      />
      <ChoiceField
        v-if="isEllipse"
        label="Part"
        :value="arc?.ends ?? 'whole'"
        :choices="ENDS"
        @change="setEnds"
      />
      <button
        type="button"
        class="button self-end"
        :aria-pressed="locked"
        title="Keep width and height in proportion when one is typed"
        @click="locked = !locked"
      >
        <component :is="locked ? Link2 : Link2Off" :size="16" aria-hidden="true" />
        {{ locked ? 'In proportion' : 'Free' }}
      </button>
    </div>
    <div v-if="waiting" class="rounded-card border border-amber bg-linen p-3" role="alert">
      <p>{{ waiting.note }}</p>
      <div class="mt-2 flex flex-wrap gap-2">
        <button type="button" class="button h-8" @click="decide(true)">{{ waiting.label }} exactly</button>
        <button v-if="onlyStitches" type="button" class="button h-8" @click="keepDensity">
          Keep the density …
        </button>
        <button type="button" class="button h-8" @click="decide(false)">Leave as they are</button>
      </div>
    </div>
  </div>
</template>
