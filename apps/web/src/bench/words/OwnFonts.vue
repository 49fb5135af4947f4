<script setup lang="ts">
// The person's own fonts and stitched alphabets: put on the shelf, named, taken off.
import { ArrowLeft, X } from '@lucide/vue';
import { onMounted, ref } from 'vue';
import IconButton from '../../parts/IconButton.vue';
import { showNumber } from '../../fields/arithmetic.ts';
import { FONT_ENDINGS, useOwnFonts } from '../../stores/own-fonts.ts';
import { useSettings } from '../../stores/settings.ts';
import AlphabetMaker from './AlphabetMaker.vue';
import { listed, type Listed } from './faces.ts';
import { readLetters, type FileOfLetter } from './read-letters.ts';

const emit = defineEmits<{ choose: [face: Listed]; close: [] }>();
const own = useOwnFonts();
const settings = useSettings();
onMounted(own.load);

const busy = ref('');
const notes = ref<string[]>([]);
/** Stitch files that wait for the names of their letters. */
const alphabet = ref<{ name: string; files: FileOfLetter[] } | null>(null);
/** The font that is asked about before it goes. */
const going = ref<string | null>(null);

function filesOf(event: Event): File[] {
  const input = event.target as HTMLInputElement;
  const files = [...(input.files ?? [])];
  input.value = '';
  notes.value = [];
  return files;
}

async function addFonts(event: Event): Promise<void> {
  for (const file of filesOf(event)) {
    busy.value = `Looking at ${file.name} …`;
    try {
      await own.add(file);
    } catch (error) {
      notes.value.push(`${file.name}: ${(error as Error).message}`);
    }
  }
  busy.value = '';
}

async function addStitches(event: Event): Promise<void> {
  const { letters, notes: wrong } = await readLetters(filesOf(event), (said) => (busy.value = said));
  notes.value = wrong;
  if (letters.length) alphabet.value = { name: 'My alphabet', files: letters };
}

const countOf = (covers: readonly (readonly [number, number])[]): number =>
  covers.reduce((sum, [a, b]) => sum + b - a + 1, 0);
const mm = (v: number): string => `${showNumber(v, settings.units, 2)} ${settings.units}`;
const choose = (id: string): void => {
  const face = listed(own.all).find((one) => one.id === id);
  if (face) emit('choose', face);
};
function rename(id: string, before: string, event: Event): void {
  const input = event.target as HTMLInputElement;
  const name = input.value.trim();
  if (name && name !== before) void own.rename(id, name.slice(0, 120));
  else input.value = before;
}
async function remove(id: string): Promise<void> {
  going.value = null;
  await own.remove(id);
}
</script>

<template>
  <AlphabetMaker
    v-if="alphabet"
    :name="alphabet.name"
    :files="alphabet.files"
    :notes="notes"
    @done="((alphabet = null), (notes = []))"
    @close="alphabet = null"
  />
  <div v-else class="grid gap-2" role="group" aria-label="Your own fonts" @keydown.stop>
    <div class="flex items-center gap-1">
      <IconButton label="Back to all fonts" @press="emit('close')"><ArrowLeft :size="18" /></IconButton>
      <h3 class="text-base">Your own fonts</h3>
    </div>
    <label class="button justify-center focus-within:outline-2 focus-within:outline-rosehip">
      Bring in fonts (.ttf, .otf, .woff)
      <input
        type="file"
        class="sr-only"
        multiple
        :accept="FONT_ENDINGS.join(',')"
        aria-label="Font files"
        @change="addFonts"
      />
    </label>
    <label class="button justify-center focus-within:outline-2 focus-within:outline-rosehip">
      Bring in stitched letters (.dst)
      <input
        type="file"
        class="sr-only"
        multiple
        accept=".dst"
        aria-label="Stitch files"
        @change="addStitches"
      />
    </label>
    <p class="text-xs text-muted">
      Stitched letters: one file each, named by its letter, such as A.dst or ampersand.dst.
    </p>
    <p v-if="busy" role="status">{{ busy }}</p>
    <p v-for="note in notes" :key="note" class="text-rosehip" role="alert">{{ note }}</p>
    <p v-if="own.problem" class="text-rosehip" role="alert">{{ own.problem }}</p>
    <ul v-if="own.all.length" class="grid gap-1.5">
      <li v-for="font in own.all" :key="font.id" class="rounded-card border border-line p-1.5">
        <div class="flex items-center gap-1">
          <input
            :value="font.name"
            class="field h-7 grow border-transparent px-1 hover:border-line"
            :aria-label="`Name of ${font.name}`"
            maxlength="120"
            @change="rename(font.id, font.name, $event)"
          />
          <button type="button" class="button h-7 px-2" @click="choose(font.id)">Use</button>
          <IconButton :label="`Take ${font.name} off the shelf`" @press="going = font.id">
            <X :size="16" />
          </IconButton>
        </div>
        <p class="px-1 text-xs text-muted">
          <template v-if="font.stitched">
            Stitched, {{ countOf(font.covers) }} letters<template v-if="font.capitals"
              >, capitals {{ mm(font.capitals) }} high</template
            >
          </template>
          <template v-else>
            {{ countOf(font.covers) }} characters<template v-if="font.smallest"
              >, sews well from {{ mm(font.smallest) }}</template
            >
          </template>
        </p>
        <div v-if="going === font.id" class="mt-1 grid gap-1 rounded-card bg-linen p-2" role="alert">
          Words in it are shown as boxes then, until it is put back.
          <span class="flex gap-1">
            <button type="button" class="button h-7 px-2" @click="remove(font.id)">Take it off</button>
            <button type="button" class="button h-7 px-2" @click="going = null">Keep it</button>
          </span>
        </div>
      </li>
    </ul>
    <p v-else-if="!busy" class="text-muted">None yet.</p>
  </div>
</template>
