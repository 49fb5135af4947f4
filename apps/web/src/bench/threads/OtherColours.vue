<script setup lang="ts">
// Other colours for the whole design, five pictures side by side to choose from: hues turned, or the colours of a picture;
// and two threads swapped.
import {
  PICTURE_TYPES,
  PictureFileError,
  recolourAllJob,
  schemesFor,
  swappedThreads,
  turnedHues,
  usedThreads,
  type Recolouring,
} from '@rosehip/core';
import * as Comlink from 'comlink';
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import BitmapPicture from '../../parts/BitmapPicture.vue';
import CommandButton from '../../parts/CommandButton.vue';
import FileButton from '../../parts/FileButton.vue';
import { openPicture } from '../../picture/open-picture.ts';
import { useBench } from '../../stores/bench/bench.ts';
import { packed, useChecker } from '../../workers/engine.ts';

/** Side of a small picture, in CSS pixels. */
const SIDE = 84;
/** Hues are turned in five even steps. */
const TURNS = [60, 120, 180, 240, 300];
/** The pictures wait until the hand has been still for so long, in ms. */
const STILL = 200;

const bench = useBench();
/** What stands: not what a hand previews. */
const design = computed(() => bench.committed);
/** Which threads it has, as a text: only another one makes other ways. */
const used = computed(() =>
  design.value ? [design.value.chart, ...usedThreads(design.value).map((t) => t.code)].join(' ') : '',
);
const threads = computed(() => (used.value && design.value ? usedThreads(design.value) : []));
/** Colours of the picture that was chosen, and its name. */
const from = shallowRef<{ name: string; colours: string[] } | null>(null);
const problem = ref('');

const ways = shallowRef<Recolouring[]>([]);
watch(
  [used, from],
  () => {
    const now = design.value;
    if (!now) ways.value = [];
    else if (from.value) ways.value = schemesFor(now, from.value.colours);
    else ways.value = TURNS.map((turn) => ({ name: `turned by ${turn}°`, codes: turnedHues(now, turn) }));
  },
  { immediate: true },
);
const pictures = shallowRef<(ImageBitmap | undefined)[]>([]);
let round = 0;
let still: ReturnType<typeof setTimeout> | undefined;
function draw(): void {
  clearTimeout(still);
  const mine = ++round;
  still = setTimeout(async () => {
    if (!design.value || mine !== round) return;
    const pairs = ways.value.map(({ codes }) => [...codes]);
    const made = await useChecker().recoloured(
      packed(useChecker(), design.value),
      pairs,
      Math.round(SIDE * devicePixelRatio),
    );
    if (mine === round) pictures.value = made;
  }, STILL);
}
onMounted(draw);
watch([design, ways], draw);

const take = ({ codes, name }: Recolouring): void => {
  const done = bench.does((design) => ({
    ...recolourAllJob(design, codes, `Colours ${name}`),
    select: [...bench.selection],
  }));
  problem.value = done ? '' : bench.message;
};
async function choose(file: File): Promise<void> {
  problem.value = '';
  try {
    const { image, name } = await openPicture(file);
    from.value = { name, colours: await useChecker().coloursOf(Comlink.transfer(image, [image])) };
  } catch (error) {
    problem.value = error instanceof PictureFileError ? error.message : String(error);
  }
}

/* Two threads, each in the other's place */
const [one, other] = [ref(''), ref('')];
const choices = computed(() => [
  { value: '', label: 'a thread' },
  ...threads.value.map((t) => ({ value: t.code, label: `${t.name} ${t.code}` })),
]);
function swap(): void {
  take({ name: 'swapped', codes: swappedThreads(one.value, other.value) });
  one.value = other.value = '';
}
</script>

<template>
  <section class="grid gap-2" aria-label="Other colours">
    <h3 class="text-sm">Other colours</h3>
    <p class="text-muted">
      {{ from ? `In the colours of ${from.name}.` : 'All hues turned; light and dark stay.' }}
    </p>
    <div class="grid grid-cols-[repeat(auto-fill,minmax(92px,1fr))] gap-1.5">
      <button
        v-for="(way, i) in ways"
        :key="way.name"
        type="button"
        class="grid justify-items-center gap-1 rounded-card border border-line bg-panel p-1 text-[12.5px] leading-tight hover:bg-linen"
        @click="take(way)"
      >
        <BitmapPicture :picture="pictures[i]" :size="SIDE" />
        {{ way.name }}
      </button>
    </div>
    <div class="grid grid-cols-2 gap-2">
      <FileButton
        asks="Picture to take colours from"
        :accept="PICTURE_TYPES"
        class="justify-center px-1"
        @files="choose($event[0])"
        >Of a picture</FileButton
      >
      <CommandButton v-if="from" label="Turn the hues" @press="from = null" />
    </div>
    <div v-if="threads.length > 1" class="grid gap-1.5">
      <div class="grid grid-cols-2 gap-2">
        <ChoiceField label="Swap" :value="one" :choices="choices" @change="one = $event" />
        <ChoiceField label="with" :value="other" :choices="choices" @change="other = $event" />
      </div>
      <CommandButton
        label="Swap these two"
        :blocked="one && other && one !== other ? undefined : 'Choose two threads first.'"
        @press="swap"
      />
    </div>
    <p v-if="problem" role="alert" class="text-rosehip">{{ problem }}</p>
  </section>
</template>
