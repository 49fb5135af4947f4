<script setup lang="ts">
// Pieces of thread: turned, sized, mirrored, taken out, cut by shapes, joined to others.
import {
  allRecords,
  begunAt,
  cutAtJob,
  cutRegionJob,
  endsApart,
  everyItem,
  joinEndsJob,
  mapMarked,
  middleOfMarked,
  mirroring,
  outlineRegion,
  resolvedItem,
  rotation,
  scaling,
  takeOutJob,
  turnedRound,
  type JoinWay,
  type Kept,
  type Matrix,
  type Point,
} from '@rosehip/core';
import { computed, reactive } from 'vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import CommandButton from '../../parts/CommandButton.vue';
import { useBench } from '../../stores/bench/bench.ts';
import { packed, useChecker } from '../../workers/engine.ts';
import { useMend } from '../tools/mend-edit.ts';
import { useMendNeeds } from './needs.ts';

const bench = useBench();
const mend = useMend();
const need = useMendNeeds();
const by = reactive({ turn: 15, size: 1.1 });
const cut = reactive({ shape: '', kept: 'both' as Kept });
const join = reactive({ to: '' });

const map = (label: string, matrix: (about: Point) => Matrix): boolean =>
  mend.mend(label, (given) => mapMarked(given, matrix(middleOfMarked(given))));

const items = computed(() => (bench.design ? [...everyItem(bench.design.objects)] : []));
const shapes = computed(() => [
  { value: '', label: 'a shape' },
  ...items.value.flatMap(({ id, name, kind }) => (kind === 'object' ? [{ value: id, label: name }] : [])),
]);
const KEPT = [
  { value: 'both', label: 'both parts' },
  { value: 'inside', label: 'inside' },
  { value: 'outside', label: 'outside' },
];
function cutWith(): void {
  const shape = bench.design && resolvedItem(bench.design, cut.shape);
  if (shape?.kind !== 'object') return;
  need.does((id) => cutRegionJob(bench.committed!, [id], outlineRegion(shape.outline), cut.kept));
}

const others = computed(() => [
  { value: '', label: 'other stitches' },
  ...items.value.flatMap(({ id, name, kind }) =>
    kind === 'stitches' && id !== mend.item.value?.id ? [{ value: id, label: name }] : [],
  ),
]);
/** How far apart the two ends are, in mm; null before both are known. */
const apart = computed(() => {
  const second = items.value.find(({ id }) => id === join.to);
  const first = mend.records.value;
  return first && second?.kind === 'stitches' && second.id !== mend.item.value?.id
    ? endsApart(first, allRecords(second.blocks))
    : null;
});
const unjoined = computed(() => (apart.value === null ? 'Choose what it is joined to.' : undefined));
/** The engine looks for the way: what is sewn later may take a while to be read. */
async function joinHidden(): Promise<void> {
  const { committed } = bench;
  const id = mend.item.value?.id;
  if (!committed || !id) return;
  const checker = useChecker();
  const job = await checker.joinHidden(packed(checker, committed), id, join.to);
  // What was changed in the meantime makes the way worthless.
  if (bench.committed !== committed) return;
  if ('problem' in job) bench.message = job.problem;
  else bench.does(() => job);
}
const joinEnds = (how: JoinWay): boolean =>
  need.does((id) => joinEndsJob(bench.committed!, id, join.to, how));
</script>

<template>
  <div class="grid gap-1.5">
    <h3 class="text-sm">Pieces</h3>
    <div class="grid grid-cols-2 items-end gap-x-2 gap-y-1.5">
      <NumberField
        label="Turn by"
        :value="by.turn"
        unit="°"
        :least="-360"
        :most="360"
        :step="1"
        @change="by.turn = $event"
      />
      <CommandButton
        label="Turn"
        :blocked="need.many.value"
        @press="map('Turn a piece', (about) => rotation(by.turn, about))"
      />
      <NumberField
        label="Size"
        :value="by.size"
        unit="×"
        :least="0.1"
        :most="4"
        :step="0.05"
        @change="by.size = $event"
      />
      <CommandButton
        label="Size it"
        :blocked="need.many.value"
        @press="map('Size a piece', (about) => scaling(by.size, by.size, about))"
      />
      <CommandButton
        label="Mirror across"
        :blocked="need.many.value"
        @press="map('Mirror a piece', (about) => mirroring(90, about))"
      />
      <CommandButton
        label="Mirror down"
        :blocked="need.many.value"
        @press="map('Mirror a piece', (about) => mirroring(0, about))"
      />
      <CommandButton
        label="Take out"
        hint="The chosen stitches become an object of their own"
        :blocked="need.many.value"
        @press="need.does((id) => takeOutJob(bench.committed!, id, mend.marked.value))"
      />
      <CommandButton
        label="Cut here"
        hint="Two objects from this needle point on"
        :blocked="need.inner.value"
        @press="need.does((id) => cutAtJob(bench.committed!, id, mend.first.value))"
      />
      <CommandButton
        label="Turn round"
        hint="Sewn from its end to its begin"
        @press="need.rewrite('Turn round', ({ records }) => turnedRound(records))"
      />
      <CommandButton
        label="Begin here"
        hint="A closed thread begins at this needle point"
        :blocked="need.closed.value"
        @press="need.rewrite('Begin here', ({ records }) => begunAt(records, mend.first.value))"
      />
    </div>
    <div v-if="shapes.length > 1" class="grid grid-cols-2 items-end gap-2">
      <ChoiceField label="Cut with" :value="cut.shape" :choices="shapes" @change="cut.shape = $event" />
      <ChoiceField label="What stays" :value="cut.kept" :choices="KEPT" @change="cut.kept = $event as Kept" />
      <CommandButton
        class="col-span-2"
        label="Cut with this shape"
        :blocked="cut.shape ? undefined : 'Choose a shape to cut with.'"
        @press="cutWith"
      />
    </div>
    <div v-if="others.length > 1" class="grid gap-1.5">
      <ChoiceField label="Join its end to" :value="join.to" :choices="others" @change="join.to = $event" />
      <p v-if="apart !== null" class="text-sm text-muted">Their ends are {{ apart.toFixed(1) }} mm apart.</p>
      <div class="grid grid-cols-2 gap-1.5">
        <CommandButton label="By a stitch" :blocked="unjoined" @press="joinEnds('stitch')" />
        <CommandButton label="By moving it" :blocked="unjoined" @press="joinEnds('move')" />
        <CommandButton
          class="col-span-2"
          label="By a hidden way"
          hint="Beneath what is sewn later"
          :blocked="unjoined"
          @press="joinHidden"
        />
      </div>
    </div>
  </div>
</template>
