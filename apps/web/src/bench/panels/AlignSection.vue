<script setup lang="ts">
// Lining up and spreading what is selected.
import {
  AlignCenterHorizontal,
  AlignCenterVertical,
  AlignEndHorizontal,
  AlignEndVertical,
  AlignStartHorizontal,
  AlignStartVertical,
} from '@lucide/vue';
import { reactive } from 'vue';
import type { AlignTo, Axis } from '@rosehip/core';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import CommandButton from '../../parts/CommandButton.vue';
import { alignWith } from '../commands/command.ts';
import type { Commands } from '../commands/commands.ts';

defineProps<{ commands: Commands }>();

const WAYS: { to: AlignTo; icon: typeof AlignStartVertical; label: string }[] = [
  { to: 'left', icon: AlignStartVertical, label: 'Left edges' },
  { to: 'centre', icon: AlignCenterVertical, label: 'Middles, side to side' },
  { to: 'right', icon: AlignEndVertical, label: 'Right edges' },
  { to: 'top', icon: AlignStartHorizontal, label: 'Top edges' },
  { to: 'middle', icon: AlignCenterHorizontal, label: 'Middles, up and down' },
  { to: 'bottom', icon: AlignEndHorizontal, label: 'Bottom edges' },
];
const WITH = [
  { value: 'each', label: 'each other' },
  { value: 'last', label: 'the one chosen last' },
  { value: 'hoop', label: 'the hoop' },
];
const AXES: { axis: Axis; label: string }[] = [
  { axis: 'x', label: 'across' },
  { axis: 'y', label: 'down' },
];
const spreading = reactive({ gap: 5, length: 80 });
</script>

<template>
  <div class="grid gap-2">
    <h3 class="text-sm">Align</h3>
    <ChoiceField
      label="Lined up with"
      :value="alignWith"
      :choices="WITH"
      @change="alignWith = $event as typeof alignWith"
    />
    <div class="grid grid-cols-6 gap-1">
      <CommandButton
        v-for="w in WAYS"
        :key="w.to"
        :label="w.label"
        :called="w.label"
        :blocked="commands.alignBlocked.value"
        @press="commands.alignTo(w.to)"
        ><component :is="w.icon" :size="16" aria-hidden="true"
      /></CommandButton>
    </div>
    <h3 class="text-sm">Spread</h3>
    <div class="grid grid-cols-2 gap-1.5">
      <template v-for="{ axis, label } in AXES" :key="axis">
        <CommandButton
          v-for="by in ['centres', 'gaps'] as const"
          :key="by"
          :label="`${by === 'centres' ? 'Middles' : 'Gaps'} ${label}`"
          :hint="`Even ${by === 'centres' ? 'middles' : 'gaps'} ${label}`"
          :blocked="commands.spreadBlocked(by)"
          @press="commands.spreadAlong(axis, { by })"
        />
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
      <CommandButton
        v-for="{ axis, label } in AXES"
        :key="axis"
        class="px-2"
        :label="label"
        :called="`One gap ${label}`"
        :blocked="commands.spreadBlocked('gap')"
        @press="commands.spreadAlong(axis, { by: 'gap', gap: spreading.gap })"
      />
      <NumberField
        label="Fill a length of"
        :value="spreading.length"
        :least="1"
        :most="2000"
        @change="spreading.length = $event"
      />
      <CommandButton
        v-for="{ axis, label } in AXES"
        :key="axis"
        class="px-2"
        :label="label"
        :called="`Fill the length ${label}`"
        :blocked="commands.spreadBlocked('length')"
        @press="commands.spreadAlong(axis, { by: 'length', length: spreading.length })"
      />
    </div>
  </div>
</template>
