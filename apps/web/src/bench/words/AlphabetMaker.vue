<script setup lang="ts">
// Stitch files become an alphabet: which letter each is, and how far it is lifted, in a table with pictures.
import { ArrowLeft, Check } from '@lucide/vue';
import { computed, reactive, ref } from 'vue';
import { alphabetFrom, capitalsOf, type LetterFile } from '@rosehip/core';
import type { OwnFont } from '@rosehip/wire';
import NumberField from '../../fields/NumberField.vue';
import { showNumber } from '../../fields/arithmetic.ts';
import IconButton from '../../parts/IconButton.vue';
import { useOwnFonts } from '../../stores/own-fonts.ts';
import { useSettings } from '../../stores/settings.ts';
import type { FileOfLetter } from './read-letters.ts';

const props = defineProps<{
  name: string;
  files: readonly FileOfLetter[];
  /** What could not be read. */
  notes: readonly string[];
}>();
const emit = defineEmits<{ done: [font: OwnFont]; close: [] }>();
const own = useOwnFonts();
const settings = useSettings();
const name = ref(props.name);
const rows = reactive(props.files.map((file, key) => ({ ...file, key })));
const problem = ref('');
const busy = ref(false);

const capitals = computed(() => capitalsOf(rows) / 10);
const named = computed(() => rows.filter(({ says }) => says));
/** The alphabet as it would be. */
const made = computed(() => alphabetFrom(name.value.trim() || props.name, named.value));
const twice = computed(() => {
  const seen = new Set<string>();
  return new Set(named.value.filter(({ says }) => seen.has(says) || !seen.add(says)).map(({ says }) => says));
});

/** One letter as a field leaves it. */
function letter(row: LetterFile, event: Event): void {
  const input = event.target as HTMLInputElement;
  row.says = [...input.value.trim()].at(-1) ?? '';
  input.value = row.says;
}

/** A letter in its place between the lines that it stands in, as path data; tenths of a millimetre. */
function drawing({ says, threads }: LetterFile): { data: string; box: string } {
  const placed = (says && made.value.letters[says]?.threads) || threads;
  const high = made.value.capHeight;
  const xs = placed.flatMap((t) => t.filter((_, i) => i % 2 === 0));
  const middle = xs.length ? (Math.min(...xs) + Math.max(...xs)) / 2 : 0;
  const data = placed
    .map((t) =>
      Array.from({ length: t.length / 2 }, (_, i) => `${i ? 'L' : 'M'}${t[2 * i]} ${t[2 * i + 1]}`).join(''),
    )
    .join('');
  return { data, box: `${middle - high} ${-1.5 * high} ${2 * high} ${2 * high}` };
}

async function keep(): Promise<void> {
  problem.value = '';
  if (!named.value.length) {
    problem.value = 'Type which letter at least one of the files is.';
    return;
  }
  busy.value = true;
  try {
    emit('done', await own.addAlphabet(made.value));
  } catch (error) {
    problem.value = (error as Error).message;
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <form class="grid gap-2" aria-label="A stitched alphabet" @submit.prevent="keep" @keydown.stop>
    <div class="flex items-center gap-1">
      <IconButton label="Back without it" @press="emit('close')"><ArrowLeft :size="18" /></IconButton>
      <h3 class="text-base">A stitched alphabet</h3>
    </div>
    <label>
      <span class="label block">Name</span>
      <input v-model="name" class="field" maxlength="120" />
    </label>
    <p class="text-xs text-muted">
      {{ named.length }} of {{ rows.length }} files have a letter; capitals are
      {{ showNumber(capitals, settings.units, 2) }} {{ settings.units }} high. The line is where each letter
      stands: lift those that stand wrong.
    </p>
    <p v-for="note in notes" :key="note" class="text-xs text-rosehip" role="alert">{{ note }}</p>
    <p v-if="twice.size" class="text-xs text-amber-deep">
      Two files are “{{ [...twice].join('”, “') }}”: the first one counts.
    </p>
    <table class="w-full">
      <thead class="text-left text-xs text-muted">
        <tr>
          <th scope="col" class="font-normal">Stitches</th>
          <th scope="col" class="font-normal">Letter</th>
          <th scope="col"><span class="sr-only">Lift</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.key" class="border-t border-line">
          <td class="py-1">
            <svg
              :viewBox="drawing(row).box"
              class="size-14 rounded-card bg-linen"
              role="img"
              :aria-label="`Stitches of ${row.file}`"
            >
              <line
                x1="-9999"
                x2="9999"
                y1="0"
                y2="0"
                stroke="#b9a9a0"
                stroke-width="1"
                vector-effect="non-scaling-stroke"
              />
              <path
                :d="drawing(row).data"
                fill="none"
                stroke="#a8323e"
                stroke-width="1"
                vector-effect="non-scaling-stroke"
                stroke-linejoin="round"
              />
            </svg>
          </td>
          <td class="px-1">
            <input
              :value="row.says"
              class="field w-12 text-center"
              :aria-label="`Letter of ${row.file}`"
              @change="letter(row, $event)"
            />
            <span class="block max-w-24 truncate text-[11px] text-muted" :title="row.file">{{
              row.file
            }}</span>
          </td>
          <td class="w-24">
            <NumberField
              :label="`Lift ${row.says}`"
              :value="row.lift / 10"
              :least="-200"
              :most="200"
              :step="0.1"
              @live="row.lift = Math.round($event * 10)"
              @change="row.lift = Math.round($event * 10)"
            />
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="problem" class="text-rosehip" role="alert">{{ problem }}</p>
    <button type="submit" class="button button-primary sticky bottom-2 justify-center" :disabled="busy">
      <Check :size="16" aria-hidden="true" /> Put it on the shelf
    </button>
  </form>
</template>
