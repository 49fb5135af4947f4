<script setup lang="ts">
// What the design is tried on, in which colour, where, and how often.
import { RadioGroup, RadioGroupOption } from '@headlessui/vue';
import { ImagePlus, Plus, Trash2 } from '@lucide/vue';
import { useRouter } from 'vue-router';
import { computed, ref, shallowRef, watch } from 'vue';
import { clothById, OWN_PHOTO, type TriedPlace } from '@rosehip/core';
import { atSpot, holds, thingById, THINGS, usualPlace, type Spot } from '@rosehip/things';
import { showNumber } from '../../fields/arithmetic.ts';
import NumberField from '../../fields/NumberField.vue';
import BitmapPicture from '../../parts/BitmapPicture.vue';
import FileButton from '../../parts/FileButton.vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useSettings } from '../../stores/settings.ts';
import { useChecker } from '../../workers/engine.ts';
import { goAdapt } from '../following.ts';
import { PictureError, readPicture } from '../read-picture.ts';
import { FARTHEST, MOST_PLACES, useTryOn } from './try-on.ts';

const bench = useBench();
const settings = useSettings();
const router = useRouter();
const tried = useTryOn();

/** Of the small pictures, in CSS pixels. */
const [WIDTH, HEIGHT] = [54, 50];
const pictures = shallowRef<ImageBitmap[]>([]);
watch(
  () => bench.design!.cloth,
  async (cloth) => {
    const [w, h] = [WIDTH, HEIGHT].map((side) => Math.round(side * devicePixelRatio));
    pictures.value = await useChecker().things({ ...cloth }, w, h);
  },
  { immediate: true },
);

/** Another thing has other places, and its own colour until one is chosen for it; a photograph is kept. */
function change(thing: string, first: TriedPlace, label: string, photo = tried.tryOn.value.photo): void {
  tried.index.value = 0;
  tried.set({ thing, colour: undefined, places: [first], photo }, label);
}
function choose(id: string): void {
  const thing = thingById(id);
  if (thing && id !== tried.thing.value.id)
    change(id, usualPlace(thing, tried.size.value), `Try on: ${thing.name}`);
}
const toSpot = (spot: Spot): void => tried.setPlace(atSpot(spot), `Put on ${spot.name.toLowerCase()}`);

function another(): void {
  const free = tried.thing.value.spots.find(
    (s) => !tried.places.value.some((p) => Math.hypot(p.x - s.x, p.y - s.y) < 20),
  );
  const { place, size } = tried;
  const next = free
    ? atSpot(free)
    : { x: place.value.x + (size.value?.width ?? 40) + 10, y: place.value.y, turn: place.value.turn };
  tried.set({ places: [...tried.places.value, next] }, 'Once more');
  tried.index.value = tried.places.value.length - 1;
}
const takeOff = (): void =>
  tried.set({ places: tried.places.value.filter((_, k) => k !== tried.at.value) }, 'Take off');

const mm = (v: number): string => showNumber(v, settings.units, 0);
/** How it fits the place that it was put on. */
const fits = computed(() => {
  const { spot, size } = tried;
  if (!spot.value || !size.value) return null;
  const { width, height } = size.value;
  const one = (tried.place.value.across ?? 1) * (tried.place.value.down ?? 1) === 1;
  const tooLarge = one && !holds(spot.value, size.value);
  return {
    tooLarge,
    says: `${spot.value.name}: room for ${mm(spot.value.width)} × ${mm(spot.value.height)} ${settings.units}; the design is ${mm(width)} × ${mm(height)}.`,
  };
});
/** The same design for this thing: of its cloth, and no larger than there is room. */
function makeOne(): void {
  const { thing, spot, size, colour } = tried;
  if (!spot.value || !size.value) return;
  const [across, down] = [size.value.width / spot.value.width, size.value.height / spot.value.height];
  const cloth = thing.value.carrier ? undefined : { kind: thing.value.cloth, colour: colour.value };
  void goAdapt(bench, router, {
    ...(cloth && { cloth }),
    // Which height a cap's front takes is known already.
    ...(thing.value.cloth !== 'cap' && {
      size:
        across > down
          ? { by: 'width' as const, to: spot.value.width }
          : { by: 'height' as const, to: spot.value.height },
    }),
  });
}
/** It is stitched for another cloth than this is made of. */
const otherCloth = computed(() => {
  const { thing } = tried;
  const { kind } = bench.design!.cloth;
  return thing.value.id !== OWN_PHOTO && !thing.value.carrier && kind !== thing.value.cloth
    ? { is: clothById(thing.value.cloth), was: clothById(kind) }
    : null;
});
const suit = (): void => {
  const { thing, colour } = tried;
  bench.run({
    do: 'set-design',
    label: 'Change cloth',
    changes: { cloth: { kind: thing.value.cloth, colour: colour.value } },
  });
};

/* A photograph */
const problem = ref('');
/** How wide a photograph is taken to be until somebody says, in mm. */
const USUAL = 600;
const toPhoto = (photo = tried.tryOn.value.photo): void =>
  change(OWN_PHOTO, { x: 0, y: 0, turn: 0 }, 'Try on a photograph', photo);
async function bring([file]: File[]): Promise<void> {
  problem.value = '';
  try {
    const { name, data, width, height } = await readPicture(file, bench.design!.hoop);
    tried.marked.value = null;
    toPhoto({ name, data, width: USUAL, height: (USUAL * height) / width });
    tried.marking.value = true;
  } catch (error) {
    if (!(error instanceof PictureError)) throw error;
    problem.value = error.message;
  }
}
const onPhoto = computed(() => tried.thing.value.id === OWN_PHOTO);
const apart = computed(() => {
  const m = tried.marked.value;
  return m && onPhoto.value ? Math.hypot(m[1].x - m[0].x, m[1].y - m[0].y) : 0;
});
/** The two marked places are this far apart in truth; what is tried on stays where it is in the picture. */
function scaleTo(length: number): void {
  const { photo, places } = tried.tryOn.value;
  const m = tried.marked.value;
  if (!photo || !m || apart.value < 1e-6) return;
  const k = length / apart.value;
  const [width, height] = [photo.width * k, photo.height * k];
  const scaled = places.map((p) => ({ ...p, x: p.x * k, y: p.y * k }));
  const farthest = Math.max(
    width,
    height,
    ...scaled.map(({ x, y }) => 2 * Math.max(Math.abs(x), Math.abs(y))),
  );
  problem.value = '';
  if (Math.min(width, height) < 1 || farthest > 2 * FARTHEST) {
    problem.value =
      'The photograph would be larger than ten metres, or next to nothing: mark the two places again.';
    return;
  }
  tried.set({ photo: { ...photo, width, height }, places: scaled }, 'Scale the photograph');
  tried.marked.value = [
    { x: m[0].x * k, y: m[0].y * k },
    { x: m[1].x * k, y: m[1].y * k },
  ];
}
</script>

<template>
  <section class="grid gap-4 p-4" aria-label="Try on">
    <h2 class="text-lg">Try on</h2>
    <RadioGroup
      class="grid grid-cols-4 gap-1"
      aria-label="Thing"
      :model-value="tried.thing.value.id"
      @update:model-value="choose"
    >
      <RadioGroupOption
        v-for="(thing, k) in THINGS"
        :key="thing.id"
        :value="thing.id"
        class="grid cursor-pointer justify-items-center content-start gap-0.5 rounded-card border p-1 text-center text-[11px] leading-3"
        :class="tried.thing.value.id === thing.id ? 'border-rosehip bg-blush' : 'border-line hover:bg-linen'"
      >
        <BitmapPicture :picture="pictures[k]" :size="WIDTH" :height="HEIGHT" />
        {{ thing.name }}
      </RadioGroupOption>
    </RadioGroup>
    <div class="flex flex-wrap gap-1">
      <FileButton
        asks="Photograph"
        accept="image/png,image/jpeg,image/webp"
        title="A picture of your own thing, with a length on it that you know"
        @files="bring"
      >
        <ImagePlus :size="16" aria-hidden="true" /> Your photograph
      </FileButton>
      <button
        v-if="tried.tryOn.value.photo && !onPhoto"
        type="button"
        class="button min-w-0"
        @click="toPhoto()"
      >
        <span class="truncate">{{ tried.tryOn.value.photo.name }}</span>
      </button>
    </div>
    <p v-if="problem" role="alert" class="text-rosehip">{{ problem }}</p>

    <div v-if="onPhoto" class="grid gap-2">
      <p class="truncate" :title="tried.tryOn.value.photo?.name">{{ tried.tryOn.value.photo?.name }}</p>
      <p class="text-muted">
        Mark two places whose distance you know, such as a hem or a pocket: then the design is as large on it
        as it will be.
      </p>
      <button
        type="button"
        class="button justify-center"
        :aria-pressed="tried.marking.value"
        @click="tried.marking.value = !tried.marking.value"
      >
        {{ tried.marking.value ? 'Drag between the two places …' : apart ? 'Mark again' : 'Mark two places' }}
      </button>
      <NumberField
        v-if="apart > 0"
        label="This distance is"
        :value="apart"
        :least="1"
        :most="5000"
        @change="scaleTo"
      />
    </div>
    <div v-else class="flex items-end gap-2">
      <div>
        <label class="label" for="thing-colour">Colour</label>
        <input
          id="thing-colour"
          type="color"
          class="field w-14 p-1"
          :value="tried.colour.value"
          @input="tried.show({ colour: ($event.target as HTMLInputElement).value })"
          @change="tried.set({ colour: ($event.target as HTMLInputElement).value }, 'Colour of the thing')"
        />
      </div>
      <button
        v-if="tried.tryOn.value.colour"
        type="button"
        class="button"
        @click="tried.set({ colour: undefined }, 'Colour of the thing')"
      >
        Its own
      </button>
    </div>

    <p v-if="!tried.size.value" class="text-muted">There are no stitches yet: draw something first.</p>
    <template v-else>
      <div class="grid gap-2">
        <h3 class="text-sm">Where</h3>
        <div
          v-if="tried.places.value.length > 1"
          class="flex flex-wrap gap-1"
          role="group"
          aria-label="Which one"
        >
          <button
            v-for="(_, k) in tried.places.value"
            :key="k"
            type="button"
            class="button h-7 w-8 justify-center px-0"
            :class="k === tried.at.value ? 'bg-ink text-panel hover:bg-ink' : ''"
            :aria-pressed="k === tried.at.value"
            :aria-label="`Number ${k + 1}`"
            @click="tried.index.value = k"
          >
            {{ k + 1 }}
          </button>
        </div>
        <div
          v-if="tried.thing.value.spots.length"
          class="flex flex-wrap gap-1"
          role="group"
          aria-label="Spot"
        >
          <button
            v-for="s in tried.thing.value.spots"
            :key="s.name"
            type="button"
            class="button h-7 px-2"
            :class="tried.spot.value === s ? 'bg-ink text-panel hover:bg-ink' : ''"
            :aria-pressed="tried.spot.value === s"
            @click="toSpot(s)"
          >
            {{ s.name }}
          </button>
        </div>
        <p v-if="fits" :class="fits.tooLarge ? 'text-amber-deep' : 'text-muted'">
          {{ fits.says }}
          <button
            v-if="fits.tooLarge"
            type="button"
            class="button mt-1 h-7 px-2"
            title="A second design, no larger than there is room, for this cloth"
            @click="makeOne"
          >
            Make one for the {{ tried.thing.value.name.toLowerCase() }}
          </button>
        </p>
        <div class="grid grid-cols-3 gap-2">
          <NumberField
            label="Across"
            :value="tried.place.value.x"
            :least="-FARTHEST"
            :most="FARTHEST"
            :places="1"
            :step="1"
            @live="tried.showPlace({ x: $event })"
            @change="tried.setPlace({ x: $event }, 'Move on the thing')"
          />
          <NumberField
            label="Down"
            :value="tried.place.value.y"
            :least="-FARTHEST"
            :most="FARTHEST"
            :places="1"
            :step="1"
            @live="tried.showPlace({ y: $event })"
            @change="tried.setPlace({ y: $event }, 'Move on the thing')"
          />
          <NumberField
            label="Turn"
            :value="tried.place.value.turn"
            unit="°"
            :least="-360"
            :most="360"
            :step="1"
            @live="tried.showPlace({ turn: $event })"
            @change="tried.setPlace({ turn: $event }, 'Turn on the thing')"
          />
        </div>
      </div>
      <div class="grid gap-2">
        <h3 class="text-sm">How often</h3>
        <div class="grid grid-cols-3 gap-2">
          <NumberField
            label="In a row"
            :value="tried.place.value.across ?? 1"
            unit=""
            :least="1"
            :most="30"
            :step="1"
            :places="0"
            @live="tried.showPlace({ across: Math.round($event) })"
            @change="tried.setPlace({ across: Math.round($event) }, 'Repeat on the thing')"
          />
          <NumberField
            label="Rows"
            :value="tried.place.value.down ?? 1"
            unit=""
            :least="1"
            :most="30"
            :step="1"
            :places="0"
            @live="tried.showPlace({ down: Math.round($event) })"
            @change="tried.setPlace({ down: Math.round($event) }, 'Repeat on the thing')"
          />
          <NumberField
            label="Between"
            :value="tried.place.value.gap ?? 0"
            :least="0"
            :most="500"
            :step="1"
            @live="tried.showPlace({ gap: $event })"
            @change="tried.setPlace({ gap: $event }, 'Repeat on the thing')"
          />
        </div>
        <div class="flex gap-2">
          <button
            type="button"
            class="button grow justify-center"
            :aria-disabled="tried.places.value.length >= MOST_PLACES || undefined"
            :title="
              tried.places.value.length >= MOST_PLACES
                ? 'It lies in as many places as can be kept.'
                : undefined
            "
            @click="tried.places.value.length < MOST_PLACES && another()"
          >
            <Plus :size="16" aria-hidden="true" /> Once more
          </button>
          <button v-if="tried.places.value.length > 1" type="button" class="button" @click="takeOff">
            <Trash2 :size="16" aria-hidden="true" /> Take this off
          </button>
        </div>
      </div>
    </template>
    <p v-if="otherCloth" class="grid gap-1 text-amber-deep">
      It is stitched for {{ otherCloth.was.name.toLowerCase() }}; this is
      {{ otherCloth.is.name.toLowerCase() }}.
      <button type="button" class="button h-7 justify-self-start px-2 text-ink" @click="suit">
        Stitch it for {{ otherCloth.is.name.toLowerCase() }}
      </button>
    </p>
  </section>
</template>
