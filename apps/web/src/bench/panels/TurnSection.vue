<script setup lang="ts">
// Turning, mirroring and skewing about a centre.
import { computed, reactive } from 'vue';
import { skewing } from '@rosehip/core';
import NumberField from '../../fields/NumberField.vue';
import CommandButton from '../../parts/CommandButton.vue';
import { useBench } from '../../stores/bench/bench.ts';
import { pivot } from '../commands/command.ts';
import type { Commands } from '../commands/commands.ts';
import { frameOf } from '../items.ts';

const props = defineProps<{ commands: Commands }>();
const bench = useBench();

const turn = reactive({ degrees: 15, parts: 5, across: 10, down: 0 });
const none = computed(() => props.commands.need(1));
const frame = computed(() => frameOf(bench.selectedPlain));
const mirrors = computed(() => props.commands.turns.value.slice(0, 2));
const steps = computed(() => props.commands.turns.value.slice(2));
</script>

<template>
  <div class="grid gap-2">
    <h3 class="text-sm">Turn, mirror, skew</h3>
    <div class="grid grid-cols-6 gap-1">
      <CommandButton
        v-for="c in steps"
        :key="c.label"
        :label="c.label"
        :hint="`Turn by ${c.label}${c.keys ? ` (${c.keys})` : ''}`"
        :blocked="c.blocked"
        @press="c.run()"
      />
    </div>
    <div class="grid grid-cols-[1fr_4rem] items-end gap-2">
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
      <CommandButton
        label="Turn"
        hint="Turn by these degrees"
        :blocked="none"
        @press="commands.turn(turn.degrees)"
      />
      <NumberField
        label="One part of a circle of"
        :value="turn.parts"
        unit=""
        :least="1"
        :most="360"
        :step="1"
        @change="turn.parts = Math.round($event)"
      />
      <CommandButton
        :label="`1/${turn.parts}`"
        :hint="`Turn by 1/${turn.parts} of a circle`"
        :blocked="none"
        @press="commands.turn(360 / turn.parts)"
      />
    </div>
    <div class="grid grid-cols-2 gap-1.5">
      <CommandButton
        v-for="c in mirrors"
        :key="c.label"
        :label="`⇋ ${c.label}`"
        :called="`Mirror ${c.label.toLowerCase()}`"
        :hint="`${c.help} (${c.keys})`"
        :blocked="c.blocked"
        @press="c.run()"
      />
    </div>
    <div class="grid grid-cols-[1fr_1fr_4rem] items-end gap-2">
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
      <CommandButton
        label="Skew"
        hint="Skew about the centre"
        :blocked="none"
        @press="commands.transform(skewing(turn.across, turn.down, commands.centre()), 'Skew')"
      />
    </div>
    <div v-if="frame" class="grid grid-cols-[1fr_1fr_4rem] items-end gap-2">
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
      <CommandButton
        label="Middle"
        hint="Back to the middle of what is selected"
        :blocked="pivot ? undefined : 'It is in the middle already.'"
        @press="pivot = null"
      />
    </div>
  </div>
</template>
