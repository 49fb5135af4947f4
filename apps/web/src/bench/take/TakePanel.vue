<script setup lang="ts">
// Take to machine: what to take, where to, and what speaks against it, with what is in the files told before.
import { CircleCheck, FileText } from '@lucide/vue';
import { until } from '@vueuse/core';
import { computed, reactive, ref, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { fileNameOf, FILE_KINDS, smallerHoop, type FileKind } from '@rosehip/core';
import { showNumber } from '../../fields/arithmetic.ts';
import { counted, sewingTime } from '../../parts/time.ts';
import { useBench } from '../../stores/bench/bench.ts';
import { useSettings } from '../../stores/settings.ts';
import { useSewing } from '../../stores/sewing.ts';
import { useStick } from '../../stores/stick.ts';
import { goSheet } from '../following.ts';
import { useHindrances } from './hindrances.ts';
import TakeHindrances from './TakeHindrances.vue';
import TakeWhere from './TakeWhere.vue';
import { useWhere, type Taken } from './where.ts';
import { useEngine, packed } from '../../workers/engine.ts';
import { useView } from '../../stores/view.ts';
import type { PictureOptions } from '../../workers/engine/pictures.ts';

const bench = useBench();
const router = useRouter();
const sewing = useSewing();
const settings = useSettings();
const stick = useStick();

/** A picture is painted, not written: it is offered among the files all the same. */
const PICTURE = {
  id: 'png' as const,
  name: 'Picture',
  about: 'Of any view, for a screen or a page.',
  ending: '.png',
  mediaType: 'image/png',
  stitched: true,
  suffix: '',
};
type Offered = typeof PICTURE | FileKind;

/** What can be made of this design: the picture before what few designs have. */
const offered = computed<Offered[]>(() => {
  const { design } = bench;
  const always = FILE_KINDS.filter((format) => !format.suits);
  const some = FILE_KINDS.filter((format) => design && format.suits?.(design));
  return [...always, PICTURE, ...some];
});

const chosen = ref<Offered['id']>((useBench().design?.hoopings?.length ?? 0) > 1 ? 'hoopings' : 'dst');
/** How the picture is painted; it begins with what is looked at now. */
const picture = reactive<PictureOptions>({
  view: useView().view,
  ground: 'cloth',
  scale: 300 / 25.4,
  area: 'stitches',
});
/** Dots an inch that can be chosen. */
const DOTS = [96, 150, 300, 600];
/** The checks are waited for this long, in ms: what they would say is shown beside the stitches all the same. */
const LONGEST_CHECK = 20_000;
/** Neither side of a canvas can be larger, in pixels. */
const MOST_PIXELS = 16_000;
const name = ref('');
const problem = ref('');
const working = ref(false);

watch(
  () => bench.design?.name,
  (n) => (name.value = fileNameOf(n ?? '')),
  { immediate: true },
);

const entry = computed(() => offered.value.find(({ id }) => id === chosen.value) ?? offered.value[0]);
/** What is taken, in a line. */
const summary = computed(() => {
  const f = sewing.figures;
  if (!f?.stitches) return '';
  const size = [f.width, f.height].map((v) => showNumber(v, settings.units, 1)).join(' × ');
  const colours = f.colourChanges + 1;
  return [
    `${size} ${settings.units}`,
    `${counted(f.stitches)} stitches`,
    `${colours} ${colours === 1 ? 'colour' : 'colours'}`,
    `${f.trims} ${f.trims === 1 ? 'trim' : 'trims'}`,
    sewingTime(f.seconds),
  ].join(' · ');
});
/** Width and height of the picture, in pixels. */
const pixels = computed(() => {
  const { hoop } = bench.design!;
  const f = sewing.figures;
  const [w, h] =
    picture.area === 'hoop' || !f?.stitches ? [hoop.width, hoop.height] : [f.width + 8, f.height + 8];
  return [w, h].map((v) => Math.round(v * picture.scale));
});
const blocked = computed(() => {
  if (entry.value.stitched && !sewing.figures?.stitches)
    return 'There are no stitches yet: draw something first.';
  if (chosen.value === 'png' && Math.max(...pixels.value) > MOST_PIXELS)
    return 'The picture would be too large: take fewer dots an inch.';
  return undefined;
});

const forMachine = computed(() => chosen.value === 'dst' || chosen.value === 'hoopings');
/** A hoop of the machine that would do. */
const smaller = computed(() =>
  forMachine.value && sewing.figures && bench.design && !against.value.some((h) => h.key === 'strange-hoop')
    ? smallerHoop(bench.design, sewing.figures, settings.machine)
    : null,
);
const takeSmaller = (): void =>
  void bench.run({ do: 'set-design', label: 'Change hoop', changes: { hoop: smaller.value! } });
/** Only what a machine sews can go wrong there. */
const { checked, hindrances } = useHindrances();
const against = computed(() => (forMachine.value ? hindrances.value : []));
const anyway = ref(false);
watch(
  () =>
    against.value
      .filter((h) => h.sure)
      .map((h) => h.key)
      .join(),
  () => (anyway.value = false),
);

const { where, folder, canPick, chooseFolder, deliver } = useWhere();
const said = ref('');
const short = ref('');
/** Files that stand ready to be written over others of their names. */
const inTheWay = shallowRef<Taken[] | null>(null);
watch([chosen, where, name], () => ((said.value = problem.value = ''), (inTheWay.value = null)));

/** What the machine's reader makes of the file. */
const reads = computed(() => {
  const f = sewing.figures;
  if (!forMachine.value || !f?.stitches) return '';
  const { machine } = settings;
  return `${machine.name} reads it: ${counted(f.stitches)} of ${counted(machine.mostStitches)} stitches, ${f.threads.length} of ${machine.mostColours} colours.`;
});
const says = computed(() => {
  if (working.value) return 'Being written …';
  if (where.value === 'stick') return 'Write to the stick';
  return where.value === 'folder' ? 'Write into the folder' : `Take ${entry.value.ending}`;
});
const notNow = computed(() => {
  if (blocked.value) return blocked.value;
  if (against.value.some((h) => h.sure) && !anyway.value)
    return 'It would go wrong as it is: see above, or take it all the same.';
  if (where.value === 'stick' && stick.state && !stick.inside)
    return 'The stick is not in its slot: put it in first.';
  return undefined;
});

/** The checks of what is on the cloth now have ended. */
const afterChecks = async (): Promise<void> => {
  if (forMachine.value) await until(checked).toBe(true, { timeout: LONGEST_CHECK });
};

async function make(): Promise<Taken[]> {
  const design = bench.design!;
  const { id, suffix = '', ending, mediaType } = entry.value;
  const called = name.value.trim() || 'design';
  // A machine reads no zip: each hooping is a file of a folder.
  if (id === 'hoopings' && where.value !== 'computer')
    return (await useEngine().hoopingFiles(design)).map((file) => ({
      name: `${called}/${file.name}`,
      mediaType,
      bytes: file.bytes,
    }));
  const bytes =
    id === 'png'
      ? await useEngine().picture(packed(useEngine(), design), { ...picture })
      : await useEngine().writeFile(design, id);
  return [{ name: `${called}${suffix}${ending}`, mediaType, bytes }];
}

async function handOver(files: readonly Taken[], replace: boolean): Promise<void> {
  inTheWay.value = null;
  const outcome = await deliver(files, replace);
  if ('problem' in outcome) {
    problem.value = outcome.problem;
    if (outcome.taken) inTheWay.value = [...files];
  } else {
    said.value = outcome.said;
    short.value = outcome.short ?? '';
  }
}

async function take(): Promise<void> {
  if (notNow.value || working.value || !bench.design) return;
  working.value = true;
  problem.value = said.value = '';
  try {
    await afterChecks();
    if (notNow.value) return; // what the checks found is shown above
    await handOver(await make(), false);
  } catch (error) {
    problem.value = `The file could not be made: ${(error as Error).message}`;
  } finally {
    working.value = false;
  }
}
</script>

<template>
  <section class="grid gap-3 p-4" aria-label="Take to machine">
    <h2 class="text-lg">Take to machine</h2>
    <TakeHindrances
      v-if="forMachine && !blocked"
      v-model:anyway="anyway"
      :hindrances="against"
      :checked="checked"
    />
    <fieldset class="grid gap-1.5">
      <legend class="label mb-1">What to take</legend>
      <label
        v-for="k in offered"
        :key="k.id"
        class="flex gap-2 rounded-card border px-2 py-1"
        :class="chosen === k.id ? 'border-rosehip bg-blush' : 'border-line hover:bg-linen'"
      >
        <input v-model="chosen" type="radio" name="take-kind" :value="k.id" class="mt-1 accent-rosehip" />
        <span>
          <b class="font-semibold">{{ k.name }}</b> <span class="text-muted">{{ k.ending }}</span><br
            v-if="chosen === k.id"
          /><span v-if="chosen === k.id" class="text-muted">{{ k.about }}</span>
        </span>
      </label>
    </fieldset>
    <div v-if="chosen === 'png'" class="grid grid-cols-2 gap-2">
      <div>
        <label class="label" for="picture-view">View</label>
        <select id="picture-view" v-model="picture.view" class="field">
          <option value="lines">Lines</option>
          <option value="needle">Needle</option>
          <option value="cloth">Cloth</option>
        </select>
      </div>
      <div>
        <label class="label" for="picture-ground">Ground</label>
        <select id="picture-ground" v-model="picture.ground" class="field">
          <option value="cloth">the cloth</option>
          <option value="clear">transparent</option>
        </select>
      </div>
      <div>
        <label class="label" for="picture-area">Shows</label>
        <select id="picture-area" v-model="picture.area" class="field">
          <option value="stitches">the stitches</option>
          <option value="hoop">the whole hoop</option>
        </select>
      </div>
      <div>
        <label class="label" for="picture-dots">Dots an inch</label>
        <select id="picture-dots" v-model.number="picture.scale" class="field">
          <option v-for="d in DOTS" :key="d" :value="d / 25.4">{{ d }}</option>
        </select>
      </div>
      <p class="col-span-2 text-muted">{{ pixels[0] }} × {{ pixels[1] }} dots</p>
    </div>
    <TakeWhere
      :where="where"
      :folder="folder"
      :can-pick="canPick"
      :choose="chooseFolder"
      @to="where = $event"
    />
    <div>
      <label class="label" for="take-name">File name</label>
      <div class="flex items-center gap-1">
        <input
          id="take-name"
          v-model="name"
          class="field"
          maxlength="100"
          @keydown.stop
          @keydown.enter.prevent="take"
        />
        <span class="text-muted">{{ entry.ending }}</span>
      </div>
    </div>
    <button type="button" class="button justify-center" @click="goSheet(bench, router)">
      <FileText :size="16" aria-hidden="true" /> Sewing sheet
    </button>
    <p v-if="summary" class="text-muted">{{ summary }}</p>
    <p v-if="smaller" class="flex flex-wrap items-center gap-x-2 gap-y-1 text-muted">
      A smaller hoop holds it too, and the cloth more firmly.
      <button type="button" class="button h-7 px-2 text-ink" @click="takeSmaller">
        Take the {{ smaller.name }} hoop
      </button>
    </p>
    <p v-if="reads && where === 'stick'" class="text-muted">{{ reads }}</p>
    <div class="sticky bottom-0 -mx-4 -mb-4 grid gap-2 border-t border-line bg-panel px-4 py-3">
      <div v-if="problem" role="alert" class="grid gap-1 text-rosehip">
        {{ problem }}
        <button
          v-if="inTheWay"
          type="button"
          class="button justify-self-start text-ink"
          @click="handOver(inTheWay, true)"
        >
          Write over it
        </button>
      </div>
      <button
        type="button"
        class="button button-primary justify-center"
        :aria-disabled="!!notNow || undefined"
        :title="notNow"
        @click="take"
      >
        {{ says }}
      </button>
      <p v-if="notNow" class="text-muted">{{ notNow }}</p>
      <div v-if="said" role="status" class="grid gap-1">
        <p class="flex items-center gap-1.5">
          <CircleCheck :size="18" class="shrink-0 text-leaf" aria-hidden="true" /> {{ said }}
        </p>
        <p v-if="short" class="text-muted">Old machines show it as {{ short }}.</p>
        <a
          v-if="where === 'stick' && stick.state?.machine"
          :href="stick.state.machine"
          target="practice-machine"
          class="button justify-center"
          @click="stick.put('machine', true)"
          >Take the stick to the practice machine</a
        >
      </div>
    </div>
  </section>
</template>
