<script setup lang="ts">
// Shaping what is selected: turning, mirroring, combining, lining up.
import {
  AlignCenterHorizontal,
  AlignCenterVertical,
  AlignEndHorizontal,
  AlignEndVertical,
  AlignStartHorizontal,
  AlignStartVertical,
} from '@lucide/vue';
import { useLocalStorage } from '@vueuse/core';
import { computed, reactive } from 'vue';
import { bandJob, skewing, surroundJob, type AlignTo, type Axis, type CornerRule } from '@rosehip/core';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import { useBench } from '../../stores/bench.ts';
import { alignWith, pivot, type BenchCommand, type Commands } from '../commands.ts';
import { frameOf } from '../items.ts';
import LiveFields from './LiveFields.vue';

const props = defineProps<{ commands: Commands }>();
const bench = useBench();

const ICONS: Record<AlignTo, { icon: typeof AlignStartVertical; label: string }> = {
  left: { icon: AlignStartVertical, label: 'Left edges' },
  centre: { icon: AlignCenterVertical, label: 'Middles, side to side' },
  right: { icon: AlignEndVertical, label: 'Right edges' },
  top: { icon: AlignStartHorizontal, label: 'Top edges' },
  middle: { icon: AlignCenterHorizontal, label: 'Middles, up and down' },
  bottom: { icon: AlignEndHorizontal, label: 'Bottom edges' },
};
const ALIGN = Object.keys(ICONS) as AlignTo[];
const WITH = [
  { value: 'each', label: 'each other' },
  { value: 'last', label: 'the one chosen last' },
  { value: 'hoop', label: 'the hoop' },
];
const CORNERS: { value: CornerRule; label: string }[] = [
  { value: 'round', label: 'round' },
  { value: 'mitre', label: 'pointed' },
  { value: 'bevel', label: 'cut off' },
];
const ENDS = [
  { value: 'flat', label: 'flat' },
  { value: 'round', label: 'round' },
  { value: 'square', label: 'square' },
];

const turn = reactive({ degrees: 15, parts: 5, across: 10, down: 0 });
const offset = useLocalStorage('rosehip-offset', { distance: 2, corners: 'round' as CornerRule });
const band = useLocalStorage('rosehip-band', {
  width: 4,
  ends: 'flat' as 'flat' | 'round' | 'square',
  corners: 'mitre' as CornerRule,
});
const spreading = reactive({ gap: 5, length: 80 });

const frame = computed(() => frameOf(bench.selectedPlain));
const none = computed(() => props.commands.need(1));
/** Plain copies: what goes into the design must not be watched by the interface. */
const makeOffset = (): void => props.commands.does((d, ids) => surroundJob(d, ids, { ...offset.value }));
const makeBand = (): void => props.commands.does((d, ids) => bandJob(d, ids, { ...band.value }));
const skew = (): void =>
  props.commands.transform(skewing(turn.across, turn.down, props.commands.centre()), 'Skew');

const AXES: { axis: Axis; label: string }[] = [
  { axis: 'x', label: 'across' },
  { axis: 'y', label: 'down' },
];

const sections = computed<{ title: string; commands: BenchCommand[] }[]>(() => [
  { title: 'Select', commands: props.commands.choose.value },
  { title: 'Keep in order', commands: props.commands.arrange.value },
]);
const mirrors = computed(() => props.commands.turns.value.slice(0, 2));
const steps = computed(() => props.commands.turns.value.slice(2));
const tip = (c: BenchCommand): string =>
  c.blocked ?? [c.help, c.keys && `(${c.keys})`].filter(Boolean).join(' ');
</script>

<template>
  <section class="grid gap-5 p-4" aria-label="Shaping">
    <p v-if="none" class="text-muted">Select something on the cloth to shape it.</p>
    <LiveFields />
    <div class="grid gap-2">
      <h3 class="text-sm">Combine</h3>
      <div class="grid grid-cols-3 gap-1.5">
        <button
          v-for="c in commands.combine.value"
          :key="c.label"
          type="button"
          class="button h-8 justify-center px-0 text-[12.5px]"
          :aria-disabled="!!c.blocked || undefined"
          :title="tip(c)"
          @click="!c.blocked && c.run()"
        >
          {{ c.label }}
        </button>
      </div>
    </div>
    <div class="grid gap-2">
      <h3 class="text-sm">Offset</h3>
      <div class="grid grid-cols-[1fr_1fr_auto] items-end gap-2">
        <NumberField
          label="Distance"
          :value="offset.distance"
          :least="-200"
          :most="200"
          help="Negative goes inwards."
          @change="offset.distance = $event"
        />
        <ChoiceField
          label="Corners"
          :value="offset.corners"
          :choices="CORNERS"
          @change="offset.corners = $event as CornerRule"
        />
        <button
          type="button"
          class="button px-2"
          :aria-disabled="!!none || undefined"
          :title="none ?? 'A live outline at this distance'"
          @click="!none && makeOffset()"
        >
          Offset
        </button>
      </div>
      <h3 class="text-sm">Line to band</h3>
      <div class="grid grid-cols-3 items-end gap-2">
        <NumberField
          label="Width"
          :value="band.width"
          :least="0.1"
          :most="200"
          @change="band.width = $event"
        />
        <ChoiceField
          label="Ends"
          :value="band.ends"
          :choices="ENDS"
          @change="band.ends = $event as typeof band.ends"
        />
        <ChoiceField
          label="Corners"
          :value="band.corners"
          :choices="CORNERS"
          @change="band.corners = $event as CornerRule"
        />
      </div>
      <button
        type="button"
        class="button justify-center"
        :aria-disabled="!!none || undefined"
        :title="none ?? 'The lines as shapes of this width; they stay live'"
        @click="!none && makeBand()"
      >
        Make a band
      </button>
    </div>
    <div class="grid gap-2">
      <h3 class="text-sm">Align with</h3>
      <ChoiceField
        label="Lined up with"
        :value="alignWith"
        :choices="WITH"
        @change="alignWith = $event as typeof alignWith"
      />
      <div class="grid grid-cols-6 gap-1">
        <button
          v-for="a in ALIGN"
          :key="a"
          type="button"
          class="button h-8 justify-center px-0"
          :aria-label="ICONS[a].label"
          :aria-disabled="!!commands.alignBlocked.value || undefined"
          :title="commands.alignBlocked.value ?? ICONS[a].label"
          @click="!commands.alignBlocked.value && commands.alignTo(a)"
        >
          <component :is="ICONS[a].icon" :size="16" aria-hidden="true" />
        </button>
      </div>
      <h3 class="text-sm">Spread</h3>
      <div class="grid grid-cols-2 gap-1.5">
        <template v-for="{ axis, label } in AXES" :key="axis">
          <button
            v-for="by in ['centres', 'gaps'] as const"
            :key="by"
            type="button"
            class="button h-8 justify-center px-1 text-[13px]"
            :aria-disabled="!!commands.spreadBlocked(by) || undefined"
            :title="commands.spreadBlocked(by) ?? `Even ${by === 'centres' ? 'middles' : 'gaps'} ${label}`"
            @click="!commands.spreadBlocked(by) && commands.spreadAlong(axis, { by })"
          >
            {{ by === 'centres' ? 'Middles' : 'Gaps' }} {{ label }}
          </button>
        </template>
      </div>
      <div class="grid grid-cols-[1fr_auto_auto] items-end gap-1.5">
        <NumberField
          label="One gap of"
          :value="spreading.gap"
          :least="-200"
          :most="500"
          @change="spreading.gap = $event"
        />
        <button
          v-for="{ axis, label } in AXES"
          :key="axis"
          type="button"
          class="button px-2"
          :aria-disabled="!!commands.spreadBlocked('gap') || undefined"
          :title="commands.spreadBlocked('gap') ?? `The same gap ${label}`"
          :aria-label="`One gap ${label}`"
          @click="
            !commands.spreadBlocked('gap') && commands.spreadAlong(axis, { by: 'gap', gap: spreading.gap })
          "
        >
          {{ label }}
        </button>
        <NumberField
          label="Fill a length of"
          :value="spreading.length"
          :least="1"
          :most="2000"
          @change="spreading.length = $event"
        />
        <button
          v-for="{ axis, label } in AXES"
          :key="axis"
          type="button"
          class="button px-2"
          :aria-disabled="!!commands.spreadBlocked('length') || undefined"
          :title="commands.spreadBlocked('length') ?? `Fill this length ${label}`"
          :aria-label="`Fill the length ${label}`"
          @click="
            !commands.spreadBlocked('length') &&
            commands.spreadAlong(axis, { by: 'length', length: spreading.length })
          "
        >
          {{ label }}
        </button>
      </div>
    </div>
    <div class="grid gap-2">
      <h3 class="text-sm">Turn, mirror, skew</h3>
      <div class="grid grid-cols-6 gap-1">
        <button
          v-for="c in steps"
          :key="c.label"
          type="button"
          class="button h-8 justify-center px-0 text-[13px]"
          :aria-disabled="!!c.blocked || undefined"
          :title="c.blocked ?? `Turn by ${c.label}${c.keys ? ` (${c.keys})` : ''}`"
          @click="!c.blocked && c.run()"
        >
          {{ c.label }}
        </button>
      </div>
      <div class="grid grid-cols-[1fr_auto] items-end gap-2">
        <NumberField
          label="Turn by"
          :value="turn.degrees"
          unit="°"
          :least="-360"
          :most="360"
          :step="1"
          help="Clockwise; 360/5 is one fifth of a circle."
          @change="turn.degrees = $event"
        />
        <button
          type="button"
          class="button px-3"
          :aria-disabled="!!none || undefined"
          :title="none ?? 'Turn by these degrees'"
          @click="!none && commands.turn(turn.degrees)"
        >
          Turn
        </button>
        <NumberField
          label="One part of a circle of"
          :value="turn.parts"
          unit=""
          :least="1"
          :most="360"
          :step="1"
          @change="turn.parts = Math.round($event)"
        />
        <button
          type="button"
          class="button px-3"
          :aria-disabled="!!none || undefined"
          :title="none ?? `Turn by 1/${turn.parts} of a circle`"
          @click="!none && commands.turn(360 / turn.parts)"
        >
          1/{{ turn.parts }}
        </button>
      </div>
      <div class="grid grid-cols-2 gap-1.5">
        <button
          v-for="c in mirrors"
          :key="c.label"
          type="button"
          class="button h-8 justify-center px-1"
          :aria-label="`Mirror ${c.label.toLowerCase()}`"
          :aria-disabled="!!c.blocked || undefined"
          :title="tip(c)"
          @click="!c.blocked && c.run()"
        >
          ⇋ {{ c.label }}
        </button>
      </div>
      <div class="grid grid-cols-[1fr_1fr_auto] items-end gap-2">
        <NumberField
          label="Skew across"
          :value="turn.across"
          unit="°"
          :least="-80"
          :most="80"
          :step="1"
          @change="turn.across = $event"
        />
        <NumberField
          label="Skew down"
          :value="turn.down"
          unit="°"
          :least="-80"
          :most="80"
          :step="1"
          @change="turn.down = $event"
        />
        <button
          type="button"
          class="button px-3"
          :aria-disabled="!!none || undefined"
          :title="none ?? 'Skew about the centre'"
          @click="!none && skew()"
        >
          Skew
        </button>
      </div>
      <div v-if="frame" class="grid grid-cols-[1fr_1fr_auto] items-end gap-2">
        <NumberField
          label="Centre across"
          :value="(pivot ?? frame).x"
          :least="-1000"
          :most="1000"
          @change="pivot = { x: $event, y: (pivot ?? frame).y }"
        />
        <NumberField
          label="Centre down"
          :value="(pivot ?? frame).y"
          :least="-1000"
          :most="1000"
          @change="pivot = { x: (pivot ?? frame).x, y: $event }"
        />
        <button
          type="button"
          class="button px-2"
          :aria-disabled="!pivot || undefined"
          :title="pivot ? 'Back to the middle of what is selected' : 'It is in the middle already'"
          @click="pivot = null"
        >
          Middle
        </button>
      </div>
    </div>
    <div v-for="s in sections" :key="s.title" class="grid gap-2">
      <h3 class="text-sm">{{ s.title }}</h3>
      <div class="grid grid-cols-2 gap-1.5">
        <button
          v-for="c in s.commands"
          :key="c.label"
          type="button"
          class="button h-8 justify-center px-1 text-[13px]"
          :aria-disabled="!!c.blocked || undefined"
          :title="tip(c) || c.label"
          @click="!c.blocked && c.run()"
        >
          {{ c.label }}
        </button>
      </div>
    </div>
  </section>
</template>
