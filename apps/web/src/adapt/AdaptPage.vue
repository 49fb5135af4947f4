<script setup lang="ts">
// A second design made of a first one: choices at the side, both on the cloth, and a table of what changes and why.
import { ChevronLeft } from '@lucide/vue';
import { computed, markRaw, reactive, ref, shallowRef, watch } from 'vue';
import {
  CLOTHS,
  clothBounds,
  fits,
  HOOPS,
  machineById,
  MACHINES,
  uniteBounds,
  type AdaptChoices,
  type AdaptedDesign,
  type Design,
  type Figures,
  type Hoop,
} from '@rosehip/core';
import { useRoute, useRouter, type LocationQuery } from 'vue-router';
import { api } from '../api.ts';
import ComparePane from '../compare/ComparePane.vue';
import NumberField from '../fields/NumberField.vue';
import { showNumber } from '../fields/arithmetic.ts';
import ClothFields from '../parts/ClothFields.vue';
import HoopFields from '../parts/HoopFields.vue';
import { counted, sewingTime } from '../parts/time.ts';
import { useSharedView } from '../parts/shared-view.ts';
import ZoomButtons from '../parts/ZoomButtons.vue';
import { useSettings } from '../stores/settings.ts';
import { packed, useChecker } from '../workers/engine.ts';
import AdaptTable from './AdaptTable.vue';

/** Width or height of all that is sewn, in mm. */
const [LEAST_SIZE, MOST_SIZE] = [5, 2000];

/** What the page was asked to begin with. */
function choicesIn({ cloth, colour, by, to }: LocationQuery): AdaptChoices {
  const known = CLOTHS.find(({ id }) => id === cloth);
  const shade = typeof colour === 'string' && /^#[0-9a-f]{6}$/i.test(colour) ? colour : known?.colour;
  return {
    ...(known && { cloth: { kind: known.id, colour: shade! } }),
    ...((by === 'width' || by === 'height') &&
      Number(to) >= LEAST_SIZE &&
      Number(to) <= MOST_SIZE && { size: { by, to: Number(to) } }),
  };
}

const props = defineProps<{ id: string }>();
const router = useRouter();
const settings = useSettings();

const original = shallowRef<Design | null>(null);
const revision = ref(0);
/** What was chosen; what goes with another cloth comes to it, but for what was chosen by hand. */
const asked = shallowRef<AdaptChoices>(choicesIn(useRoute().query));
const byHand = reactive(new Set<'size' | 'hoop'>(asked.value.size ? ['size'] : []));
const machineId = ref(settings.machineId);
const machine = computed(() => machineById(machineId.value));
const follows = ref(true);
const made = shallowRef<(AdaptedDesign & { choices: AdaptChoices }) | null>(null);
const problem = ref('');
const working = ref(false);
const keeping = ref(false);
const figures = shallowRef<(Figures | null)[]>([null, null]);

async function open(): Promise<void> {
  problem.value = '';
  try {
    const loaded = await api.load(props.id);
    revision.value = loaded.revision;
    original.value = markRaw(loaded.design);
    await adapt();
    fit();
  } catch (error) {
    problem.value = (error as Error).message;
  }
}
void open();

/** Makes it of the choices as they are now; while it is made, only the last of those that come is kept. */
async function adapt(): Promise<void> {
  if (working.value || !original.value) return;
  working.value = true;
  let done: AdaptChoices | null = null;
  while (done !== asked.value) {
    done = asked.value;
    try {
      const answer = await useChecker().adapt(packed(useChecker(), original.value), done, [...byHand]);
      if (done !== asked.value) continue;
      problem.value = 'problem' in answer ? answer.problem : '';
      if ('problem' in answer) continue;
      const { design } = answer;
      const before = made.value?.design;
      made.value = markRaw(answer);
      if (!before || before.hoop.width !== design.hoop.width || before.hoop.height !== design.hoop.height)
        fit();
    } catch (error) {
      problem.value = (error as Error).message;
    }
  }
  working.value = false;
}
watch(asked, () => void adapt());

/* Choices */
const change = (to: Partial<AdaptChoices>): void => void (asked.value = { ...asked.value, ...to });
const cloth = computed(() => asked.value.cloth ?? original.value!.cloth);

/** How large what is sewn is, as it was and as it is made. */
const sizes = computed(() => figures.value.map((f) => f?.bounds && { width: f.width, height: f.height }));
function chooseSize(by: 'width' | 'height', to: number): void {
  byHand.add('size');
  change({ size: { by, to } });
}
function asLarge(): void {
  byHand.add('size');
  change({ size: undefined });
}

const hoop = computed<Hoop>(() => made.value?.choices.hoop ?? asked.value.hoop ?? original.value!.hoop);
function chooseHoop({ name, width, height }: Hoop, ofMachine?: string): void {
  if (ofMachine) machineId.value = ofMachine;
  byHand.add('hoop');
  change({ hoop: { name, width, height } });
}
/** The smallest hoop of the machine that holds what is made; null when none does. */
const smallest = computed(() => {
  const bounds = figures.value[1]?.bounds;
  if (!bounds) return null;
  const hoops = machine.value.hoops
    .map((name) => HOOPS.find((h) => h.name === name)!)
    .filter((h) => fits(bounds, h));
  return hoops.length ? hoops.reduce((a, b) => (b.width * b.height < a.width * a.height ? b : a)) : null;
});
const tooMuch = computed(() => {
  const f = figures.value[1];
  const { name, mostStitches } = machine.value;
  return f && f.stitches > mostStitches
    ? `${name} reads at most ${counted(mostStitches)} stitches; these are ${counted(f.stitches)}.`
    : '';
});

const anything = computed(() => !!made.value?.rows.length);

async function keep(): Promise<void> {
  if (!made.value || keeping.value) return;
  keeping.value = true;
  problem.value = '';
  try {
    const { adapted: _, ...design } = made.value.design;
    const saved = await api.create(
      follows.value
        ? {
            ...design,
            adapted: {
              from: props.id,
              name: original.value!.name,
              revision: revision.value,
              choices: made.value.choices,
            },
          }
        : design,
      `Adapted from ${original.value!.name}`.slice(0, 200),
    );
    await router.push({ name: 'bench', params: { id: saved.id } });
  } catch (error) {
    problem.value = (error as Error).message;
  }
  keeping.value = false;
}

/* The view, the same on both sides */
const { seen, fit, pan, zoom, sized } = useSharedView(
  () => uniteBounds([original.value, made.value?.design].map((d) => (d ? clothBounds(d) : null))),
  20,
);

const sides = computed(() => [
  { label: original.value?.name ?? '', design: original.value, figures: figures.value[0] },
  { label: made.value?.design.name ?? '', design: made.value?.design ?? null, figures: figures.value[1] },
]);
const took = (side: number, f: Figures | null): void =>
  void (figures.value = figures.value.map((old, k) => (k === side ? f && markRaw(f) : old)));

const said = (f: Figures): string => {
  const [w, h] = [f.width, f.height].map((v) => showNumber(v, settings.units, 1));
  return `${w} × ${h} ${settings.units} · ${counted(f.stitches)} stitches · ${f.colourChanges} colour ${f.colourChanges === 1 ? 'change' : 'changes'} · ${sewingTime(f.seconds)}`;
};
</script>

<template>
  <div class="grid h-full grid-rows-[48px_minmax(0,1fr)]" :data-settled="!working || undefined">
    <header class="flex items-center gap-2 border-b border-line bg-panel px-3">
      <RouterLink :to="{ name: 'bench', params: { id } }" class="button button-quiet px-1">
        <ChevronLeft :size="18" aria-hidden="true" /> Bench
      </RouterLink>
      <h1 class="truncate text-base">Adapt {{ original?.name }}</h1>
      <p v-if="working" role="status" class="text-muted">Adapting …</p>
      <div class="grow" />
      <ZoomButtons fits="Fit both in the window" @zoom="zoom" @fit="fit" />
      <button
        type="button"
        class="button button-primary"
        :aria-disabled="!made || keeping || undefined"
        :title="anything ? undefined : 'Nothing is changed yet: it would be a copy'"
        @click="keep"
      >
        Keep as a new design
      </button>
    </header>
    <p v-if="problem && !original" role="alert" class="p-8 text-center">
      {{ problem }}
      <button type="button" class="button ml-2" @click="open">Try again</button>
    </p>
    <div
      v-else-if="original"
      class="grid min-h-0 grid-cols-[17.5rem_minmax(0,1fr)] max-[900px]:grid-cols-1 max-[900px]:grid-rows-[auto_minmax(0,1fr)]"
    >
      <section
        class="grid content-start gap-5 border-r border-line bg-panel p-4 overflow-y-auto max-[900px]:grid-cols-2 max-[900px]:border-r-0 max-[900px]:border-b"
        aria-label="What is to be otherwise"
      >
        <ClothFields :cloth="cloth" @change="change({ cloth: $event })" />
        <fieldset>
          <legend class="label">Size of what is sewn</legend>
          <div class="grid grid-cols-2 gap-2">
            <NumberField
              label="Width"
              :value="sizes[1]?.width ?? null"
              :least="LEAST_SIZE"
              :most="MOST_SIZE"
              :places="1"
              @change="chooseSize('width', $event)"
            />
            <NumberField
              label="Height"
              :value="sizes[1]?.height ?? null"
              :least="LEAST_SIZE"
              :most="MOST_SIZE"
              :places="1"
              @change="chooseSize('height', $event)"
            />
          </div>
          <button v-if="made?.choices.size" type="button" class="button mt-2 h-8" @click="asLarge">
            As large as it was
          </button>
        </fieldset>
        <div>
          <label class="label" for="adapt-machine">For the machine</label>
          <select id="adapt-machine" v-model="machineId" class="field">
            <option v-for="m in MACHINES" :key="m.id" :value="m.id">{{ m.name }}</option>
          </select>
          <p v-if="tooMuch" class="mt-1 text-amber-deep">{{ tooMuch }}</p>
        </div>
        <div>
          <HoopFields :hoop="hoop" :machine="machine" @change="chooseHoop" />
          <button
            v-if="smallest && smallest.name !== hoop.name"
            type="button"
            class="button mt-2 h-8"
            @click="chooseHoop(smallest)"
          >
            Smallest that holds it: {{ smallest.name }}
          </button>
        </div>
        <label class="flex items-start gap-2">
          <input v-model="follows" type="checkbox" class="mt-1 size-4" />
          <span>
            It goes on following {{ original.name }}
            <span class="block text-muted">{{
              follows
                ? 'What you change there comes here, too. What you change here by hand stays.'
                : 'It stands by itself: what you change there stays there.'
            }}</span>
          </span>
        </label>
      </section>
      <div class="grid min-h-0 grid-rows-[minmax(0,1fr)_minmax(8rem,34%)]">
        <main class="relative grid min-h-0 grid-cols-2">
          <div
            v-for="(side, i) in sides"
            :key="i"
            class="grid min-h-0 min-w-0 grid-rows-[auto_minmax(0,1fr)]"
            :class="i ? 'border-l border-line' : ''"
          >
            <p class="border-b border-line bg-panel px-3 py-1 text-xs" :data-figures="i">
              <b>{{ i ? 'As it becomes' : 'As it is' }}</b>
              <template v-if="side.figures"> · {{ said(side.figures) }}</template>
            </p>
            <ComparePane
              :label="i ? 'As it becomes' : 'As it is'"
              :design="side.design"
              :machine="machineId"
              view="cloth"
              :scale="seen.scale"
              :centre="seen.centre"
              :share="1"
              @figures="took(i, $event)"
              @pan="pan"
              @zoom="zoom"
              @sized="sized"
            />
          </div>
          <p
            v-if="problem"
            role="alert"
            class="absolute inset-x-4 top-3 mx-auto w-fit rounded-card border border-line bg-panel px-3 py-1.5"
          >
            {{ problem }}
          </p>
        </main>
        <AdaptTable
          :rows="made?.rows ?? []"
          :without="asked.without ?? []"
          @change="change({ without: $event.length ? $event : undefined })"
        />
      </div>
    </div>
  </div>
</template>
