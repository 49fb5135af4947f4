<script setup lang="ts">
// A piece that is larger than the hoop: its size, where the hoop is put on it, and the marks between.
import { Trash2 } from '@lucide/vue';
import {
  addHoopingJob,
  marksBetween,
  marksJob,
  placeHoopingJob,
  removeHoopingJob,
  type Design,
  type Job,
  type Marks,
  type Piece,
} from '@rosehip/core';
import { computed, ref, shallowRef } from 'vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import CommandButton from '../../parts/CommandButton.vue';
import IconButton from '../../parts/IconButton.vue';
import { useBench } from '../../stores/bench/bench.ts';
import { tintOf, useHoopings } from '../hoopings.ts';
import { packed, useChecker } from '../../workers/engine.ts';

const bench = useBench();
const design = computed(() => bench.design!);
const { hoopings, several, belongs } = useHoopings();
/** What came of it, or why not; it is said of the hoopings as they were then. */
const told = shallowRef({ text: '', of: design.value.hoopings });
const said = computed(() => (told.value.of === design.value.hoopings ? told.value.text : ''));
const say = (text: string): void => void (told.value = { text, of: design.value.hoopings });

function does(job: (d: Design) => Job): boolean {
  const done = bench.does((d) => ({ ...job(d), select: [...bench.selection] }));
  if (!done) say(bench.message);
  return done;
}

/* The piece */
const AS_HOOP = 'hoop';
function shapeTo(shape: string): void {
  const { hoop, piece } = design.value;
  const size = { width: piece?.width ?? hoop.width, height: piece?.height ?? hoop.height };
  put(shape === AS_HOOP ? undefined : { ...size, shape: shape as Piece['shape'] });
}
const put = (piece: Piece | undefined): void =>
  void bench.run({ do: 'set-design', label: 'Size of the cloth', changes: { piece } });

/* Hoopings */
const counts = computed(() => {
  const out = hoopings.value.map(() => 0);
  for (const k of belongs.value.of.values()) out[k]++;
  return out;
});
const things = (n: number): string => `${n} ${n === 1 ? 'thing' : 'things'}`;
const laying = ref(false);
/** Found in a worker: many things take their time. What is drawn meanwhile is kept, and not laid for. */
async function lay(): Promise<void> {
  if (laying.value || !bench.committed) return;
  laying.value = true;
  try {
    const found = await useChecker().layHoopings(packed(useChecker(), bench.committed));
    if ('problem' in found) return say(found.problem);
    const { job, count, tooLarge } = found;
    if (!does(() => job)) return;
    const many = count === 1 ? 'One hooping' : `${count} hoopings`;
    const holds = count === 1 ? 'holds' : 'hold';
    say(
      tooLarge
        ? `${many}; ${things(tooLarge)} ${tooLarge === 1 ? 'is' : 'are'} larger than the hoop.`
        : `${many} ${holds} everything whole.`,
    );
  } finally {
    laying.value = false;
  }
}
const unmarked = computed(() =>
  hoopings.value.slice(1).flatMap((next, k) => {
    const { marks } = design.value;
    return marks && !marksBetween(hoopings.value[k], next, design.value) ? [k + 1] : [];
  }),
);
const problems = computed(() => [
  ...(belongs.value.cut.length
    ? [
        `${things(belongs.value.cut.length)} ${belongs.value.cut.length === 1 ? 'is' : 'are'} held whole by none.`,
      ]
    : []),
  ...unmarked.value.map((n) => `No marks fit between ${n} and ${n + 1}.`),
]);
const marksTo = (changes: Partial<Marks>): boolean => does((d) => marksJob(d, { ...d.marks!, ...changes }));
const threads = computed(() => bench.materials.chart.threads);
</script>

<template>
  <section class="grid gap-2" aria-label="Hoopings">
    <h3 class="text-sm">A piece larger than the hoop</h3>
    <ChoiceField
      label="The cloth is"
      :value="design.piece?.shape ?? AS_HOOP"
      :choices="[
        { value: AS_HOOP, label: 'as large as the hoop' },
        { value: 'rectangle', label: 'a rectangle or strip' },
        { value: 'round', label: 'round' },
      ]"
      @change="shapeTo"
    />
    <div v-if="design.piece" class="grid grid-cols-2 gap-2">
      <NumberField
        label="Cloth width"
        :value="design.piece.width"
        :least="10"
        :most="2000"
        :step="1"
        @change="put({ ...design.piece!, width: $event })"
      />
      <NumberField
        label="Cloth height"
        :value="design.piece.height"
        :least="10"
        :most="2000"
        :step="1"
        @change="put({ ...design.piece!, height: $event })"
      />
    </div>
    <div class="grid grid-cols-2 gap-2">
      <CommandButton
        :label="laying ? 'Being laid …' : 'Lay hoopings'"
        called="Lay hoopings"
        hint="As few as hold everything whole, with room for their marks"
        @press="lay"
      />
      <CommandButton label="Add one" hint="One more, beside the last" @press="does(addHoopingJob)" />
    </div>
    <p v-if="said" role="status">{{ said }}</p>
    <ol v-if="design.hoopings" class="grid gap-2" aria-label="Hoopings in order">
      <li v-for="(h, k) in hoopings" :key="h.id" class="grid gap-1 rounded-card border border-line p-2">
        <div class="flex items-center gap-2">
          <b
            class="grid size-6 place-items-center rounded-full text-white"
            :style="{ background: tintOf(k) }"
            >{{ k + 1 }}</b
          >
          <span class="grow text-muted">{{ several ? things(counts[k]) : '' }}</span>
          <IconButton :label="`Remove hooping ${k + 1}`" @press="does((d) => removeHoopingJob(d, h.id))"
            ><Trash2 :size="16" aria-hidden="true"
          /></IconButton>
        </div>
        <div class="grid grid-cols-3 gap-1.5">
          <NumberField
            label="Across"
            :value="h.x"
            :least="-2000"
            :most="2000"
            :step="1"
            :places="1"
            @change="does((d) => placeHoopingJob(d, h.id, { x: $event }))"
          />
          <NumberField
            label="Down"
            :value="h.y"
            :least="-2000"
            :most="2000"
            :step="1"
            :places="1"
            @change="does((d) => placeHoopingJob(d, h.id, { y: $event }))"
          />
          <NumberField
            label="Turn"
            :value="h.turn"
            unit="°"
            :least="-360"
            :most="360"
            :step="5"
            :places="0"
            @change="does((d) => placeHoopingJob(d, h.id, { turn: $event }))"
          />
        </div>
      </li>
    </ol>
    <template v-if="design.marks && several">
      <div class="grid grid-cols-2 gap-2">
        <ChoiceField
          label="Marks"
          :value="design.marks.as"
          :choices="[
            { value: 'cross', label: 'crosses' },
            { value: 'corner', label: 'corners' },
            { value: 'frame', label: 'a basted frame' },
          ]"
          @change="marksTo({ as: $event as Marks['as'] })"
        />
        <ChoiceField
          label="Their thread"
          :value="design.marks.thread"
          :choices="threads.map((t) => ({ value: t.code, label: `${t.name} ${t.code}` }))"
          @change="marksTo({ thread: $event })"
        />
      </div>
      <p class="text-muted">
        Those that end one hooping begin the next, each with a stop; taken away, there is one file a hooping.
      </p>
    </template>
    <p v-for="problem in problems" :key="problem" class="text-rosehip">{{ problem }}</p>
  </section>
</template>
