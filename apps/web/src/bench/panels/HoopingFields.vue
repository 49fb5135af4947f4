<script setup lang="ts">
// A piece that is larger than the hoop: its size, where the hoop is put on it, and the marks between.
import { Trash2 } from '@lucide/vue';
import {
  addHoopingJob,
  panelById,
  PANELS,
  findItem,
  originOf,
  placeMarkJob,
  type HoopingError,
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
const { hoopings, several, belongs, error, errorsShown } = useHoopings();
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
/** A panel is named after what it is of: its size is the one that it is cut in. */
const PANEL = 'panel ';
const shapes = [
  { value: AS_HOOP, label: 'as large as the hoop' },
  { value: 'rectangle', label: 'a rectangle or strip' },
  { value: 'round', label: 'round' },
  ...PANELS.map(({ id, name }) => ({ value: PANEL + id, label: name })),
];
const shape = computed(() => {
  const { piece } = design.value;
  return piece?.shape === 'panel' ? PANEL + piece.panel : (piece?.shape ?? AS_HOOP);
});
function shapeTo(to: string): void {
  const { hoop, piece } = design.value;
  if (to.startsWith(PANEL)) {
    const { id, width, height } = panelById(to.slice(PANEL.length));
    return put({ shape: 'panel', panel: id, width, height });
  }
  const size = { width: piece?.width ?? hoop.width, height: piece?.height ?? hoop.height };
  put(to === AS_HOOP ? undefined : { ...size, shape: to as Piece['shape'] });
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
/** Things that are larger than the hoop, as it was last laid. */
const tooLarge = shallowRef({ count: 0, of: design.value.hoopings });
const large = computed(() =>
  Math.max(belongs.value.cut.length, tooLarge.value.of === design.value.hoopings ? tooLarge.value.count : 0),
);
const laying = ref(false);
/** Found in a worker: many things take their time. What is drawn meanwhile is kept, and not laid for. */
async function lay(): Promise<void> {
  if (laying.value || !bench.committed) return;
  laying.value = true;
  try {
    const found = await useChecker().layHoopings(packed(useChecker(), bench.committed));
    if ('problem' in found) return say(found.problem);
    const { job, count } = found;
    if (!does(() => job)) return;
    tooLarge.value = { count: found.tooLarge, of: design.value.hoopings };
    const many = count === 1 ? 'One hooping' : `${count} hoopings`;
    const holds = count === 1 ? 'holds' : 'hold';
    say(
      found.tooLarge
        ? `${many}; ${things(found.tooLarge)} ${found.tooLarge === 1 ? 'is' : 'are'} larger than the hoop.`
        : `${many} ${holds} everything whole.`,
    );
  } finally {
    laying.value = false;
  }
}
/** What no hoop holds whole is parted where it shows least, and everything is laid anew. */
async function part(): Promise<void> {
  if (laying.value || !bench.committed) return;
  laying.value = true;
  try {
    const found = await useChecker().partForHoop(packed(useChecker(), bench.committed));
    if ('problem' in found) return say(found.problem);
    if (!does(() => found.job)) return;
    const rest = found.whole.length
      ? ` ${found.whole.slice(0, 3).join(', ')} can’t be parted as ${found.whole.length === 1 ? 'it is' : 'they are'}.`
      : '';
    const list = (names: string[]): string => names.slice(0, 3).join(', ') + (names.length > 3 ? ' …' : '');
    const first = [
      found.split.length && `${list(found.split)}: split, and still words.`,
      found.plain.length && `${list(found.plain)}: made plain, to be parted.`,
    ].filter(Boolean);
    const parts = found.parted
      ? `${things(found.parted)} in ${found.pieces} parts, which lie over each other by 1 mm; `
      : '';
    say([`${parts}${found.hoopings} hoopings.${rest}`, ...first].join(' '));
  } finally {
    laying.value = false;
  }
}

/* An error of hooping, tried on the cloth */
const ERRORS: { name: string; label: string; error: HoopingError | null }[] = [
  { name: 'none', label: 'laid exactly', error: null },
  { name: 'shift', label: 'each 0.5 mm off', error: { shift: 0.5, turn: 0 } },
  { name: 'turn', label: 'each turned by 1°', error: { shift: 0, turn: 1 } },
];
const tried = computed(() => ERRORS.find((e) => e.error === error.value) ?? ERRORS[0]);
const nameOf = (id: string): string => findItem(design.value, originOf(id))?.name ?? 'something';
const SHOWN = 4;
const shows = computed(() =>
  errorsShown.value
    .filter((e) => e.off > 0.05)
    .slice(0, SHOWN)
    .map(
      ({ things: [a, b], hoopings: [k, m], off }) =>
        `${nameOf(a)} (${k}) and ${nameOf(b)} (${m}): ${off.toFixed(1)} mm`,
    ),
);

const handMarked = computed(() => hoopings.value.filter((h) => h.marksAt));
const unmarked = computed(() =>
  hoopings.value.slice(1).flatMap((next, k) => {
    const { marks } = design.value;
    return marks && bench.plain && !marksBetween(hoopings.value[k], next, bench.plain) ? [k + 1] : [];
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
    <ChoiceField label="The cloth is" :value="shape" :choices="shapes" @change="shapeTo" />
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
    <CommandButton
      v-if="large"
      label="Part what is larger"
      hint="Cut where it shows least; the parts lie over each other by 1 mm and follow their shape"
      @press="part"
    />
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
        Those that end one hooping begin the next, each with a stop; drag one to where it is seen better.
        Taken away, there is one file a hooping.
      </p>
      <CommandButton
        v-if="handMarked.length"
        label="Marks as far apart as can be"
        hint="Those that were dragged go back to their own places"
        @press="does((d) => placeMarkJob(d, handMarked[0].id, 0, null))"
      />
    </template>
    <template v-if="several">
      <ChoiceField
        label="Check: what would show were they"
        :value="tried.name"
        :choices="ERRORS.map((e) => ({ value: e.name, label: e.label }))"
        @change="error = ERRORS.find((e) => e.name === $event)!.error"
      />
      <div v-if="error" role="status">
        <p v-if="!shows.length">Nothing would show: no two things of different hoopings meet.</p>
        <template v-else>
          <p>The cloth shows it. Apart, or over each other:</p>
          <ul class="list-disc pl-4">
            <li v-for="line in shows" :key="line">{{ line }}</li>
          </ul>
        </template>
      </div>
    </template>
    <p v-for="problem in problems" :key="problem" class="text-rosehip">{{ problem }}</p>
  </section>
</template>
