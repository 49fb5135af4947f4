<script setup lang="ts">
// The picture to draw over: chosen, placed, scaled by a known distance, faded, locked.
import { computed, ref } from 'vue';
import type { ReferencePicture } from '@rosehip/core';
import NumberField from '../../fields/NumberField.vue';
import { useRouter } from 'vue-router';
import { blobOf } from '../../parts/data-url.ts';
import { useBench } from '../../stores/bench/bench.ts';
import { useHandOver } from '../../stores/hand-over.ts';
import { goPicture } from '../following.ts';
import { PictureError, readPicture } from '../read-picture.ts';
import { known, marking } from '../tools/picture-tool.ts';

const bench = useBench();
const handOver = useHandOver();
const router = useRouter();
const picture = computed(() => bench.design?.picture ?? null);
const problem = ref('');

const set = (changes: Partial<ReferencePicture>, label: string): void => {
  if (bench.committed?.picture)
    bench.run({ do: 'set-design', label, changes: { picture: { ...bench.committed.picture, ...changes } } });
};
const show = (changes: Partial<ReferencePicture>): void => {
  if (bench.committed?.picture) bench.previewDesign({ picture: { ...bench.committed.picture, ...changes } });
};

async function choose(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  if (!file || !bench.design) return;
  problem.value = '';
  try {
    const { hoop } = bench.design;
    const made = await readPicture(file, hoop);
    known.value = null;
    bench.run({ do: 'set-design', label: 'Lay picture', changes: { picture: made } });
  } catch (error) {
    if (!(error instanceof PictureError)) throw error;
    problem.value = error.message;
  }
}

/** On to the page of steps, with this picture when there is one. */
async function toStitches(): Promise<void> {
  const now = picture.value;
  if (now) {
    const blob = blobOf(now.data);
    handOver.picture = new File([blob], now.name, { type: blob.type });
  }
  await goPicture(bench, router);
}

const apart = computed(() =>
  known.value ? Math.hypot(known.value[1].x - known.value[0].x, known.value[1].y - known.value[0].y) : 0,
);

/** The two marked places come to lie this far apart; the first one stays. */
function scaleTo(mm: number): void {
  const p = bench.committed?.picture;
  if (!known.value || !p || apart.value < 1e-6) return;
  const [a, b] = known.value;
  const k = mm / apart.value;
  const about = (v: number, fixed: number): number => fixed + (v - fixed) * k;
  set({ x: about(p.x, a.x), y: about(p.y, a.y), width: p.width * k, height: p.height * k }, 'Scale picture');
  known.value = [a, { x: about(b.x, a.x), y: about(b.y, a.y) }];
}
</script>

<template>
  <section class="grid gap-4 p-4" aria-label="Reference picture">
    <header>
      <h2 class="text-lg">Reference picture</h2>
      <p class="text-muted">Lies under the thread to be drawn over. It is never stitched.</p>
    </header>
    <label class="button justify-center focus-within:outline-2 focus-within:outline-rosehip">
      {{ picture ? 'Choose another' : 'Choose a picture' }}
      <input type="file" class="sr-only" accept="image/png,image/jpeg,image/webp" @change="choose" />
    </label>
    <p v-if="problem" role="alert" class="text-rosehip">{{ problem }}</p>
    <button
      type="button"
      class="button justify-center"
      title="A page of steps: ground, colours, outlines, stitches"
      @click="toStitches"
    >
      {{ picture ? 'Make stitches of it' : 'Stitches from a picture' }}
    </button>
    <template v-if="picture">
      <p class="truncate px-1" :title="picture.name">{{ picture.name }}</p>
      <div class="grid grid-cols-2 gap-2">
        <NumberField
          v-for="f in [
            { key: 'x', label: 'Across' },
            { key: 'y', label: 'Down' },
          ] as const"
          :key="f.key"
          :label="f.label"
          :value="picture[f.key]"
          :least="-1000"
          :most="1000"
          @live="show({ [f.key]: $event })"
          @change="set({ [f.key]: $event }, 'Move picture')"
        />
        <NumberField
          label="Width"
          :value="picture.width"
          :least="1"
          :most="2000"
          @live="show({ width: $event, height: (picture.height / picture.width) * $event })"
          @change="
            set(
              {
                width: $event,
                height: (bench.committed!.picture!.height / bench.committed!.picture!.width) * $event,
              },
              'Size picture',
            )
          "
        />
        <NumberField
          label="Turn"
          :value="picture.turn"
          unit="°"
          :least="-360"
          :most="360"
          :step="1"
          @live="show({ turn: $event })"
          @change="set({ turn: $event }, 'Turn picture')"
        />
      </div>
      <div>
        <label class="label" for="strength">Strength</label>
        <input
          id="strength"
          type="range"
          min="0.05"
          max="1"
          step="0.05"
          class="w-full accent-rosehip"
          :value="picture.strength"
          @input="show({ strength: Number(($event.target as HTMLInputElement).value) })"
          @change="set({ strength: Number(($event.target as HTMLInputElement).value) }, 'Fade picture')"
        />
      </div>
      <div class="grid gap-2">
        <h3 class="text-sm">Scale by a known distance</h3>
        <button
          type="button"
          class="button justify-center"
          :aria-pressed="marking"
          @click="marking = !marking"
        >
          {{ marking ? 'Drag between the two places …' : known ? 'Mark again' : 'Mark two places' }}
        </button>
        <NumberField
          v-if="known && apart > 0"
          label="This distance is"
          :value="apart"
          :least="0.5"
          :most="2000"
          @change="scaleTo"
        />
      </div>
      <div class="grid grid-cols-2 gap-2">
        <button
          type="button"
          class="button justify-center"
          :aria-pressed="picture.locked"
          @click="set({ locked: !picture.locked }, picture.locked ? 'Unlock picture' : 'Lock picture')"
        >
          {{ picture.locked ? 'Unlock' : 'Lock' }}
        </button>
        <button
          type="button"
          class="button justify-center"
          :aria-pressed="!picture.visible"
          @click="set({ visible: !picture.visible }, picture.visible ? 'Hide picture' : 'Show picture')"
        >
          {{ picture.visible ? 'Hide' : 'Show' }}
        </button>
      </div>
      <button
        type="button"
        class="button justify-center"
        @click="bench.run({ do: 'set-design', label: 'Take picture away', changes: { picture: undefined } })"
      >
        Take it away
      </button>
    </template>
  </section>
</template>
