<script setup lang="ts">
// The numbers of words: text, font, height, spaces, and what their lines stand on.
import { ChevronDown } from '@lucide/vue';
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue';
import {
  isCarried,
  isStitched,
  isText,
  letterSpaceOf,
  LINE_SPACE,
  stoodOn,
  textOf,
  type Baseline,
  type TextOutline,
} from '@rosehip/core';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import { useBench } from '../../stores/bench/bench.ts';
import { fontsCame } from '../../stores/fonts.ts';
import { useOwnFonts } from '../../stores/own-fonts.ts';
import { useView } from '../../stores/view.ts';
import { listed } from './faces.ts';
import LetterFields from './LetterFields.vue';
import SignsField from './SignsField.vue';
import { useTextEdit } from './text-edit.ts';
import { reworded, useWriting } from './writing.ts';

const emit = defineEmits<{ fonts: [] }>();
const bench = useBench();
const view = useView();
const writing = useWriting();
const { texts, one, valueOf, show, set } = useTextEdit();

const text = ref('');
watch(
  () => one.value?.outline.text,
  (now) => (text.value = now ?? ''),
  { immediate: true },
);
/** Only the last committed words are known here: what is typed is shown at once and stands when the field is left. */
const committedOne = () => bench.committedSelected[0] as NonNullable<typeof one.value>;
function typed(): void {
  text.value = writing.within(text.value);
  if (one.value) bench.preview([reworded(committedOne(), text.value)]);
}
function keep(): void {
  if (!one.value || text.value === committedOne().outline.text) return;
  if (text.value.trim()) bench.replace([reworded(committedOne(), text.value)], 'Type');
  else {
    bench.message = 'Words need at least one letter; Delete removes them.';
    bench.cancelPreview();
    text.value = committedOne().outline.text;
  }
}

const field = useTemplateRef<HTMLTextAreaElement>('field');
const signs = ref(false);
/** A sign comes where the caret is: on the cloth where words are written there, else in the field. */
async function put(sign: string): Promise<void> {
  const written = one.value;
  if (!written) return;
  const { state } = writing;
  const all = written.outline.text;
  if (state.id === written.id) {
    const [from, to] = [Math.min(state.from, state.to), Math.max(state.from, state.to)];
    writing.type(all.slice(0, from) + sign + all.slice(to), from + sign.length, from + sign.length);
    return;
  }
  const { selectionStart: from, selectionEnd: to } = field.value!;
  text.value = text.value.slice(0, from) + sign + text.value.slice(to);
  typed();
  await nextTick();
  field.value?.setSelectionRange(from + sign.length, from + sign.length);
  if (document.activeElement !== field.value) keep();
}

const font = computed(() => valueOf((o) => o.font));
const own = useOwnFonts();
void own.load();
const face = computed(() => listed(own.all).find(({ id }) => id === font.value));
/** What a design that brings its letters along calls their font. */
const carriedName = computed(() => bench.design?.fonts?.find(({ id }) => id === font.value)?.name);
const fontName = computed(() =>
  font.value ? (face.value?.name ?? carriedName.value ?? 'A font that is not on the shelf') : 'mixed',
);
const carried = computed(() => fontsCame.value >= 0 && !!font.value && isCarried(font.value));
const smallest = computed(() => face.value?.smallest);
/** Letters that are stitches already keep the size that they were made for. */
const stitched = computed(() => fontsCame.value >= 0 && !!font.value && isStitched(font.value));
const height = computed(() => valueOf((o) => o.height));

/** Spaces are told in mm, and kept as shares of the height. */
const SPACES = [
  {
    key: 'letterSpace',
    label: 'Between letters',
    first: (o: TextOutline) => letterSpaceOf({ ...o, letterSpace: undefined }),
    least: -1,
    most: 50,
  },
  { key: 'wordSpace', label: 'Between words', first: () => 0, least: -1, most: 50 },
  { key: 'lineSpace', label: 'Line to line', first: () => LINE_SPACE, least: 0, most: 50 },
] as const;
type Space = (typeof SPACES)[number];
const mm = ({ key, first }: Space): number | null => {
  const v = valueOf((o) => Math.round((o[key] ?? first(o)) * o.height * 1000) / 1000);
  return v;
};
const spaced =
  ({ key, first, least, most }: Space, value: number) =>
  (o: TextOutline): Partial<TextOutline> => {
    const share = Math.min(most, Math.max(least, Math.round((value / o.height) * 10000) / 10000));
    return { [key]: Math.abs(share - first(o)) < 1e-4 ? undefined : share };
  };
const tall = (value: number) => (): Partial<TextOutline> => ({ height: value });
const stretched = (value: number) => (): Partial<TextOutline> => ({
  stretch: value === 100 ? undefined : value / 100,
});
const slanted = (value: number) => (): Partial<TextOutline> => ({ slant: value || undefined });

function setHeight(value: number): void {
  if (set(tall(value), 'Height')) writing.height.value = value;
}

const ALIGN = [
  { value: 'left', label: 'at their left ends' },
  { value: 'centre', label: 'at their middles' },
  { value: 'right', label: 'at their right ends' },
];
const ORDER = [
  { value: 'read', label: 'as they are read' },
  { value: 'centre', label: 'from the centre out' },
  { value: 'near', label: 'always the nearest next' },
  { value: 'back', label: 'from the end' },
];
const BASELINES = [
  { value: 'straight', label: 'a straight line' },
  { value: 'over', label: 'an arc over' },
  { value: 'under', label: 'an arc under' },
  { value: 'circle', label: 'a circle' },
  { value: 'wave', label: 'a wave' },
  { value: 'column', label: 'a column' },
  { value: 'along', label: 'a drawn line' },
  { value: 'within', label: 'nothing: they fill a shape' },
];
const baseline = computed(() => {
  const kinds = texts.value.map(({ outline: { baseline: b } }) =>
    !b ? 'straight' : b.kind === 'arc' ? (b.radius > 0 ? 'over' : 'under') : b.kind,
  );
  return kinds.every((k) => k === kinds[0]) ? kinds[0] : null;
});
/** A line, or a shape to fill, is chosen beside the words, on the Make page. */
const choices = computed(() =>
  BASELINES.filter(({ value }) => value === baseline.value || (value !== 'along' && value !== 'within')),
);

const LAYS = [
  { value: 'rows', label: 'in even rows' },
  { value: 'importance', label: 'in rows, the first words largest' },
  { value: 'rings', label: 'along its edge, ring by ring' },
  { value: 'monogram', label: 'as a monogram: letters side by side' },
];
/** The words laid otherwise: what was drawn of their parts by hand is no more about the same parts. */
function laid(lay: string): Baseline {
  const { pulls: _, sides, lay: __, ...rest } = within.value!;
  return lay === 'rows'
    ? rest
    : { ...rest, lay: lay as 'rings', ...(lay === 'monogram' && sides !== undefined && { sides }) };
}

/** A radius at which the longest line takes about a third of the circle. */
function roundFor(o: TextOutline): number {
  const longest = Math.max(...o.text.split('\n').map((l) => l.length), 3);
  return Math.max(10, Math.round((longest * o.height * 0.7 * 3) / (2 * Math.PI)));
}
function standOn(value: string): void {
  const made = (o: TextOutline): Baseline | undefined => {
    const r = o.baseline && 'radius' in o.baseline ? Math.abs(o.baseline.radius) : roundFor(o);
    if (value === 'over') return { kind: 'arc', radius: r };
    if (value === 'under') return { kind: 'arc', radius: -r };
    if (value === 'circle') return { kind: 'circle', radius: r };
    if (value === 'wave') return { kind: 'wave', length: 4 * o.height, height: 0.4 * o.height };
    if (value === 'column') return { kind: 'column' };
    return undefined;
  };
  const { committed } = bench;
  if (!committed || value === 'along' || value === 'within') return;
  const items = bench.committedSelected.filter(isText).map((object) => {
    const set = textOf(committed, object.id);
    return set ? { ...object, outline: stoodOn(object.outline, set, made(object.outline)) } : object;
  });
  bench.replace(items, 'Baseline');
}

interface BaseNumber {
  key: string;
  label: string;
  value: number;
  unit: 'mm' | '°' | '';
  least: number;
  most: number;
  step: number;
  make(value: number): Baseline;
}
/** The angle that words on a circle are spread over; 0 leaves them as long as they are. */
const fills = (b: Extract<Baseline, { radius: number }>): BaseNumber => ({
  key: 'fills',
  label: 'Fills an angle',
  value: b.fills ?? 0,
  unit: '°',
  step: 5,
  least: 0,
  most: 359,
  make: (v) => {
    const { fills: _, ...rest } = b;
    return v >= 1 ? { ...rest, fills: v } : rest;
  },
});
const numbers = computed<BaseNumber[]>(() => {
  const b = one.value?.outline.baseline;
  const size = { unit: 'mm' as const, step: 0.5 };
  if (b?.kind === 'arc') {
    const sign = Math.sign(b.radius) || 1;
    const make = (v: number): Baseline => ({ ...b, radius: sign * v });
    return [
      { key: 'radius', label: 'Radius', value: Math.abs(b.radius), ...size, least: 1, most: 5000, make },
      fills(b),
    ];
  }
  if (b?.kind === 'circle')
    return [
      {
        key: 'radius',
        label: 'Radius',
        value: b.radius,
        ...size,
        least: 1,
        most: 5000,
        make: (radius) => ({ ...b, radius }),
      },
      fills(b),
    ];
  if (b?.kind === 'wave')
    return [
      {
        key: 'length',
        label: 'Crest to crest',
        value: b.length,
        ...size,
        least: 1,
        most: 5000,
        make: (length) => ({ ...b, length }),
      },
      {
        key: 'height',
        label: 'Height of crests',
        value: b.height,
        ...size,
        least: -500,
        most: 500,
        make: (h) => ({ ...b, height: h }),
      },
    ];
  if (b?.kind === 'within')
    return [
      {
        key: 'edge',
        label: 'Room at the edge',
        value: b.edge,
        ...size,
        least: 0,
        most: 100,
        make: (edge) => ({ ...b, edge }),
      },
      {
        key: 'gap',
        label: b.lay === 'monogram' ? 'Between them' : 'Between words',
        value: b.gap,
        ...size,
        least: 0,
        most: 100,
        make: (gap) => ({ ...b, gap }),
      },
      ...(b.lay === 'monogram'
        ? [
            {
              key: 'sides',
              label: 'Outer letters (%)',
              value: Math.round((b.sides ?? 1) * 1000) / 10,
              unit: '' as const,
              step: 1,
              least: 20,
              most: 100,
              make: (v: number): Baseline => ({ ...b, sides: v / 100 }),
            },
          ]
        : []),
    ];
  if (b?.kind === 'along')
    return [
      {
        key: 'start',
        label: 'Starts at',
        value: Math.round(b.start * 1000) / 10,
        unit: '',
        step: 1,
        least: 0,
        most: 100,
        make: (v) => ({ ...b, start: v / 100 }),
      },
    ];
  return [];
});
const within = computed(() => {
  const b = one.value?.outline.baseline;
  return b?.kind === 'within' ? b : null;
});
const along = computed(() => {
  const b = one.value?.outline.baseline;
  return b?.kind === 'along' ? b : null;
});
function turnOver(value: string): void {
  set(
    (o) => (o.baseline?.kind === 'along' ? { baseline: { ...o.baseline, side: value as 'left' } } : {}),
    'Side',
  );
}
function runLine(value: string): void {
  set((o) => {
    if (o.baseline?.kind !== 'along') return {};
    const { through: _, ...under } = o.baseline;
    return { baseline: value === 'through' ? { ...under, through: true } : under };
  }, 'Line of words');
}
/** On the cloth, where the caret is. */
function write(): void {
  if (!one.value) return;
  view.tool = 'words';
  writing.go(one.value.id, one.value.outline.text.length);
}
</script>

<template>
  <div v-if="texts.length" class="grid gap-2" role="group" aria-label="Words">
    <LetterFields />
    <div v-if="one" :data-made="within ? true : undefined">
      <span class="label block" aria-hidden="true">Words</span>
      <textarea
        ref="field"
        v-model="text"
        class="field h-auto py-1.5"
        aria-label="Words"
        :rows="Math.min(6, Math.max(1, text.split('\n').length))"
        spellcheck="false"
        @keydown.stop
        @input="typed"
        @blur="keep"
      />
      <div class="mt-1 flex flex-wrap gap-1">
        <button type="button" class="button h-7 px-2" @click="write">Write on the cloth</button>
        <button
          v-if="!stitched"
          type="button"
          class="button h-7 px-2"
          :aria-expanded="signs"
          @mousedown.prevent
          @click="signs = !signs"
        >
          Signs
        </button>
      </div>
      <SignsField v-if="signs && !stitched" :font="one.outline.font" @put="put" />
    </div>
    <div>
      <span class="label block" aria-hidden="true">Font</span>
      <button
        type="button"
        class="field flex items-center text-left"
        :aria-label="`Font: ${fontName}`"
        @click="emit('fonts')"
      >
        <span class="grow">{{ fontName }}</span>
        <ChevronDown :size="16" class="shrink-0" aria-hidden="true" />
      </button>
    </div>
    <p v-if="carried" class="rounded-card bg-linen px-2 py-1">
      {{ fontName }} is not on the shelf: these words are sewn from the letters that the design carries. Put
      the font on the shelf before you type others.
    </p>
    <p v-if="stitched" class="text-muted">
      Its letters are stitches already: they are sewn at the size that they were made for.
    </p>
    <div v-if="baseline !== 'within'" class="grid grid-cols-2 gap-2">
      <NumberField
        v-if="!stitched"
        label="Height of capitals"
        :value="height"
        :least="0.5"
        :most="1000"
        :step="0.5"
        :help="smallest ? `This font sews well from ${smallest} mm on.` : ''"
        @live="show(tall($event))"
        @change="setHeight"
      />
      <NumberField
        v-for="space in SPACES"
        :key="space.key"
        :label="space.label"
        :value="mm(space)"
        :least="space.least * (height ?? 15)"
        :most="space.most * (height ?? 15)"
        @live="show(spaced(space, $event))"
        @change="set(spaced(space, $event), space.label)"
      />
      <NumberField
        v-if="!stitched"
        label="Stretch (%)"
        unit=""
        :value="valueOf((o) => Math.round((o.stretch ?? 1) * 1000) / 10)"
        :least="10"
        :most="1000"
        :step="1"
        @live="show(stretched($event))"
        @change="set(stretched($event), 'Stretch')"
      />
      <NumberField
        v-if="!stitched"
        label="Slant"
        unit="°"
        :value="valueOf((o) => o.slant ?? 0)"
        :least="-60"
        :most="60"
        :step="1"
        @live="show(slanted($event))"
        @change="set(slanted($event), 'Slant')"
      />
    </div>
    <ChoiceField
      v-if="baseline !== 'within' && (one?.outline.text.includes('\n') || baseline !== 'straight')"
      label="Lines lined up"
      :value="valueOf((o) => o.align ?? 'centre') ?? ''"
      :choices="ALIGN"
      @change="set(() => ({ align: $event as 'left' }), 'Line up')"
    />
    <ChoiceField label="Standing on" :value="baseline ?? ''" :choices="choices" @change="standOn" />
    <div v-if="numbers.length" class="grid grid-cols-2 gap-2">
      <NumberField
        v-for="n in numbers"
        :key="n.key"
        :label="n.key === 'start' ? `${n.label} (%)` : n.label"
        :value="n.value"
        :unit="n.unit"
        :least="n.least"
        :most="n.most"
        :step="n.step"
        @live="show(() => ({ baseline: n.make($event) }))"
        @change="set(() => ({ baseline: n.make($event) }), n.label)"
      />
      <ChoiceField
        v-if="along"
        label="Side of the line"
        :value="along.side"
        :choices="[
          { value: 'left', label: 'this side' },
          { value: 'right', label: 'the other side' },
        ]"
        @change="turnOver"
      />
      <ChoiceField
        v-if="along"
        label="The line runs"
        :value="along.through ? 'through' : 'under'"
        :choices="[
          { value: 'under', label: 'under them' },
          { value: 'through', label: 'through their middle' },
        ]"
        @change="runLine"
      />
    </div>
    <ChoiceField
      v-if="within"
      label="Laid"
      :value="within.lay ?? 'rows'"
      :choices="LAYS"
      @change="set(() => ({ baseline: laid($event) }), 'Laid')"
    />
    <label v-if="within" class="flex items-center gap-2">
      <input
        type="checkbox"
        class="accent-rosehip"
        :checked="!within.typed"
        @change="
          set(() => ({ baseline: { ...within!, typed: within!.typed ? undefined : true } }), 'Capitals')
        "
      />
      All in capitals
    </label>
    <ChoiceField
      label="Letters sewn"
      :value="valueOf((o) => o.order ?? 'read') ?? ''"
      :choices="ORDER"
      @change="set(() => ({ order: $event === 'read' ? undefined : ($event as 'back') }), 'Order of letters')"
    />
    <label v-if="stitched" class="flex items-center gap-2">
      <input
        type="checkbox"
        class="accent-rosehip"
        :checked="valueOf((o) => o.joined ?? false) ?? false"
        @change="set((o) => ({ joined: o.joined ? undefined : true }), 'Joined letters')"
      />
      All letters are one step of the thread
    </label>
    <label v-else class="flex items-center gap-2">
      <input
        type="checkbox"
        class="accent-rosehip"
        :checked="valueOf((o) => o.ligatures ?? true) ?? true"
        @change="set((o) => ({ ligatures: (o.ligatures ?? true) ? false : undefined }), 'Ligatures')"
      />
      Letters that print joins stay joined
    </label>
  </div>
</template>
