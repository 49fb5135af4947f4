<script setup lang="ts">
// From a picture to a design: steps side by side, the picture as a step leaves it, and the cloth with what comes of it.
import { ChevronLeft, ImageUp } from '@lucide/vue';
import { useDropZone, useEventListener } from '@vueuse/core';
import { computed, ref, shallowRef, useTemplateRef, watch } from 'vue';
import {
  applyCommand,
  emptyDesign,
  findItem,
  HOOPS,
  itemsOfPicture,
  layPictureJob,
  PICTURE_TYPES,
  relayPictureJob,
  type Design,
  type Figures,
  type Group,
  type PictureObjects,
} from '@rosehip/core';
import { useRouter } from 'vue-router';
import { api } from '../api.ts';
import ComparePane from '../compare/ComparePane.vue';
import FileButton from '../parts/FileButton.vue';
import { ago, counted, sewingTime } from '../parts/time.ts';
import { useSharedView } from '../parts/shared-view.ts';
import ZoomButtons from '../parts/ZoomButtons.vue';
import { useHandOver } from '../stores/hand-over.ts';
import { useSettings } from '../stores/settings.ts';
import { forgetBegun, keepBegun, lastBegun, type Begun } from './begun.ts';
import ColourStep from './ColourStep.vue';
import { EXAMPLES, exampleFile } from './examples.ts';
import GroundStep from './GroundStep.vue';
import OutlineStep from './OutlineStep.vue';
import PicturePane from './PicturePane.vue';
import SizeStep from './SizeStep.vue';
import StepCard from './StepCard.vue';
import { usePictureSteps, type StepName } from './steps.ts';
import StitchStep from './StitchStep.vue';
import TakeStep from './TakeStep.vue';

/** On to a design that is there already; or a group of it that came from a picture is made anew. */
const props = defineProps<{ id?: string; group?: string }>();
const router = useRouter();
const settings = useSettings();
const handOver = useHandOver();

/** What the stitches are laid on. */
const base = shallowRef<Design>(emptyDesign('From a picture', { ...HOOPS[1] }));
const page = useTemplateRef<HTMLElement>('page');
const steps = usePictureSteps(() => base.value);
const { made, picture, problem, working, step } = steps;
const failed = ref('');
const laying = ref(false);

/** A picture that was begun before, and not laid on the bench. */
const begun = shallowRef<Begun | null>(null);

/* A picture of this design that is gone back to */
const before = shallowRef<PictureObjects>({ objects: [], cloth: {} });
const back = computed(() => !!props.group);
async function begin(): Promise<void> {
  if (!props.id) {
    if (handOver.picture) void steps.choose(handOver.picture);
    else {
      begun.value = (await lastBegun()) ?? null;
      void steps.warmUp();
    }
    handOver.picture = null;
    return;
  }
  try {
    const { design } = await api.load(props.id);
    base.value = design;
    const group = props.group ? findItem(design, props.group) : null;
    if (group?.kind === 'group' && group.fromPicture) {
      before.value = (await steps.reopen(group.fromPicture)) ?? before.value;
    } else if (props.group) failed.value = 'What came from this picture is no longer in the design.';
    else if (handOver.picture) void steps.choose(handOver.picture);
    else void steps.warmUp();
    handOver.picture = null;
  } catch (error) {
    failed.value = (error as Error).message;
  }
}
void begin();

async function goOn(): Promise<void> {
  const last = begun.value;
  if (!last) return;
  base.value = { ...base.value, hoop: last.hoop, cloth: last.cloth };
  await steps.reopen(last);
}
// Kept with the choices that were made last; what is changed on a design that is there already is kept by that.
watch(made, () => {
  const { hoop, cloth } = base.value;
  if (!props.id && picture.value && made.value)
    void keepBegun({ picture: picture.value, choices: steps.choices.value, hoop, cloth, at: Date.now() });
});

/* Pictures come by dropping and pasting, too */
const { isOverDropZone } = useDropZone(page, {
  onDrop: (files) => files?.[0] && void steps.choose(files[0]),
});
useEventListener(window, 'paste', (e: ClipboardEvent) => {
  const file = [...(e.clipboardData?.files ?? [])].find((f) => f.type.startsWith('image/'));
  if (file) void steps.choose(file);
});
async function tryOut(example: (typeof EXAMPLES)[number]): Promise<void> {
  try {
    await steps.choose(await exampleFile(example));
  } catch (error) {
    failed.value = `The picture could not be fetched: ${(error as Error).message}`;
  }
}

/* What it is sewn on */
function hoopTo(hoop: Design['hoop']): void {
  base.value = { ...base.value, hoop };
  void steps.run();
  fit();
}
function clothTo(cloth: Design['cloth']): void {
  base.value = { ...base.value, cloth };
  void steps.run();
}

/** The cloth with what comes of the picture, and nothing else. */
const sewn = shallowRef<Design | null>(null);
watch([made, base], ([now]) => {
  if (!now) return;
  const { hoop, cloth, chart } = base.value;
  sewn.value = { ...emptyDesign('Picture', hoop, cloth), chart, objects: itemsOfPicture(now) };
});
const figures = shallowRef<Figures | null>(null);
/** The design that the figures are of. */
const figured = shallowRef<Design | null>(null);
function took(now: Figures | null): void {
  figures.value = now;
  figured.value = sewn.value;
}
/** Colours of thread; the machine may change more often. */
const threads = computed(() => new Set(figures.value?.threads).size);
const settled = computed(() => !!sewn.value && figured.value === sewn.value && !steps.busy.value);

/* Both halves are seen alike */
const { seen, fit, pan, zoom, sized } = useSharedView(() => {
  const { width, height } = base.value.hoop;
  return { minX: -width / 2, minY: -height / 2, maxX: width / 2, maxY: height / 2 };
}, 16);

const look = (name: StepName): void => void (step.value = name);
const STEPS: Record<string, string> = {
  picture: 'Taking the picture',
  ground: 'Looking for the ground',
  colours: 'Finding colours',
  outlines: 'Drawing outlines',
  stitches: 'Choosing stitches',
};
const empty = computed(() => made.value && !made.value.objects.length);
const blocked = computed(() => {
  if (!picture.value) return 'Choose a picture first.';
  if (!made.value) return 'The picture is still being looked at.';
  return empty.value ? 'Nothing is left of the picture to be sewn.' : '';
});

async function lay(): Promise<void> {
  if (laying.value) return;
  laying.value = true;
  // What was chosen last is laid, also when it is still being made.
  await steps.done();
  const now = made.value;
  if (blocked.value || !now || !picture.value) {
    laying.value = false;
    return;
  }
  const from = { picture: picture.value, choices: steps.choices.value };
  try {
    if (!props.id) {
      const named = { ...base.value, name: picture.value.name };
      const { command, select } = layPictureJob(named, from, now);
      const { id } = await api.create(
        applyCommand(named, command).design,
        `From the picture ${picture.value.name}`,
      );
      handOver.select = select;
      await forgetBegun();
      await router.push({ name: 'bench', params: { id } });
      return;
    }
    const group = props.group;
    handOver.work = {
      design: props.id,
      does: (design) => {
        if (!group) return { job: layPictureJob(design, from, now), says: '' };
        const { job, lost, kept } = relayPictureJob(design, group, from, before.value, now);
        const says = [
          `${(findItem(design, group) as Group).name} is made anew.`,
          kept ? `${kept} ${kept === 1 ? 'shape keeps' : 'shapes keep'} what was changed by hand.` : '',
          lost.length ? `Could not be kept: ${lost.join(', ')}.` : '',
        ];
        return { job, says: says.filter(Boolean).join(' ') };
      },
    };
    await router.push({ name: 'bench', params: { id: props.id } });
  } catch (error) {
    failed.value = `It could not be laid on the bench: ${(error as Error).message}`;
  } finally {
    laying.value = false;
  }
}

/** The choices that were made last: what stopping goes back to. */
const last = shallowRef(steps.choices.value);
watch(made, (now) => now && (last.value = steps.choices.value));
</script>

<template>
  <div
    ref="page"
    :data-settled="settled"
    class="grid h-full grid-rows-[48px_auto_minmax(0,1fr)]"
    :class="isOverDropZone ? 'bg-blush' : ''"
  >
    <header class="flex items-center gap-2 border-b border-line bg-panel px-3">
      <RouterLink v-if="id" :to="{ name: 'bench', params: { id } }" class="button button-quiet px-1">
        <ChevronLeft :size="18" aria-hidden="true" /> Bench
      </RouterLink>
      <RouterLink v-else :to="{ name: 'shelf' }" class="button button-quiet px-1">
        <ChevronLeft :size="18" aria-hidden="true" /> Shelf
      </RouterLink>
      <h1 class="truncate text-base">From a picture</h1>
      <p v-if="picture" class="truncate text-muted max-lg:hidden">{{ picture.name }}</p>
      <div class="grow" />
      <p v-if="working.on" role="status" class="flex items-center gap-2">
        <span class="max-md:sr-only">{{ STEPS[working.step] ?? 'Working' }} …</span>
        <progress class="w-24" :value="working.done" max="1" aria-label="How far it is" />
        <button type="button" class="button h-8" @click="steps.stop(last)">Stop</button>
      </p>
      <p v-else-if="made && figures" class="whitespace-nowrap" aria-live="polite" data-numbers>
        {{ threads }} {{ threads === 1 ? 'colour' : 'colours' }} · {{ counted(figures.stitches) }} stitches ·
        {{ sewingTime(figures.seconds) }}
      </p>
      <ZoomButtons fits="Fit the hoop in the window" @zoom="zoom" @fit="fit" />
      <button
        type="button"
        class="button button-primary"
        :aria-disabled="!!blocked || laying || undefined"
        :title="blocked || undefined"
        @click="lay"
      >
        {{ back ? 'Change it on the bench' : 'Lay it on the bench' }}
      </button>
    </header>
    <div
      v-if="picture"
      class="grid grid-cols-[minmax(0,1fr)_minmax(0,0.95fr)_minmax(0,1.05fr)_minmax(0,1.4fr)_minmax(0,0.95fr)_minmax(0,1fr)] gap-2 border-b border-line p-2 max-[900px]:grid-cols-3"
    >
      <StepCard :number="1" name="Picture" :active="step === 'picture'" @look="look('picture')">
        <TakeStep :steps="steps" />
      </StepCard>
      <StepCard :number="2" name="Size" :active="step === 'size'" @look="look('size')">
        <SizeStep :steps="steps" :hoop="base.hoop" :own-hoop="!!id" @hoop="hoopTo" />
      </StepCard>
      <StepCard :number="3" name="Ground" :active="step === 'ground'" @look="look('ground')">
        <GroundStep :steps="steps" />
      </StepCard>
      <StepCard :number="4" name="Colours" :active="step === 'colours'" @look="look('colours')">
        <ColourStep :steps="steps" :laid="base" />
      </StepCard>
      <StepCard :number="5" name="Outlines" :active="step === 'outlines'" @look="look('outlines')">
        <OutlineStep :steps="steps" />
      </StepCard>
      <StepCard :number="6" name="Stitches" :active="step === 'stitches'" @look="look('stitches')">
        <StitchStep :steps="steps" :cloth="base.cloth" :laid="base" :own-cloth="!!id" @cloth="clothTo" />
      </StepCard>
    </div>
    <main v-if="picture" class="relative grid min-h-0 grid-cols-2">
      <PicturePane :steps="steps" :step="step" :seen="seen" @pan="pan" @zoom="zoom" />
      <ComparePane
        class="border-l border-line"
        label="The stitches that come of it"
        :design="sewn"
        :machine="settings.machineId"
        view="cloth"
        :scale="seen.scale"
        :centre="seen.centre"
        :share="1"
        @figures="took"
        @pan="pan"
        @zoom="zoom"
        @sized="sized"
      />
      <p
        v-if="failed || problem || steps.note.value || empty"
        role="alert"
        class="absolute inset-x-4 top-3 mx-auto w-fit rounded-card border border-line bg-panel px-3 py-1.5"
      >
        {{
          failed ||
          problem ||
          (empty
            ? 'All of this picture is ground: lower the tolerance, or say that ground is only what is clear.'
            : steps.note.value)
        }}
      </p>
    </main>
    <main v-else class="row-span-2 grid min-h-0 place-items-center p-6">
      <div
        class="grid max-w-xl justify-items-center gap-3 rounded-card border border-dashed border-line bg-panel p-10 text-center"
      >
        <ImageUp :size="32" class="text-rosehip" aria-hidden="true" />
        <h2 class="text-xl">Begin with a picture</h2>
        <p class="text-muted">
          Drop it here, paste it, or choose a file: PNG, JPEG, WebP, GIF or SVG. Flat art with clear colours
          comes in best; drawings on paper lose its shadows, photographs are calmed first.
        </p>
        <p v-if="failed || problem" role="alert" class="text-rosehip">{{ failed || problem }}</p>
        <p v-if="working.on" role="status">Opening the picture …</p>
        <FileButton
          asks="Picture to begin with"
          :accept="PICTURE_TYPES"
          class="button-primary"
          @files="steps.choose($event[0])"
        >
          Choose a picture
        </FileButton>
        <button v-if="begun" type="button" class="button" @click="goOn">
          Go on with {{ begun.picture.name }}, begun {{ ago(new Date(begun.at)) }}
        </button>
        <h3 class="mt-4 text-sm">Or try one of these</h3>
        <ul class="flex flex-wrap justify-center gap-2">
          <li v-for="example in EXAMPLES" :key="example.name">
            <button
              type="button"
              class="overflow-hidden rounded-card border border-line hover:border-rosehip"
              :title="example.name"
              @click="tryOut(example)"
            >
              <img :src="example.url" :alt="example.name" class="h-20 w-24 object-cover" />
            </button>
          </li>
        </ul>
      </div>
    </main>
  </div>
</template>
