<script setup lang="ts">
// Shapes made by numbers: an outline at a distance, lines as bands.
import { useKept } from '../../parts/kept.ts';
import { computed } from 'vue';
import { bandJob, surroundJob, type BandOutline, type CornerRule } from '@rosehip/core';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import CommandButton from '../../parts/CommandButton.vue';
import type { Commands } from '../commands/commands.ts';
import { CORNER_CHOICES, END_CHOICES } from './choices.ts';

const props = defineProps<{ commands: Commands }>();

const offset = useKept('rosehip-offset', { distance: 2, corners: 'round' as CornerRule });
const band = useKept('rosehip-band', {
  width: 4,
  ends: 'flat' as BandOutline['ends'],
  corners: 'mitre' as CornerRule,
});
const none = computed(() => props.commands.need(1));
// Plain copies: what goes into the design must not be watched by the interface.
const makeOffset = (): void =>
  props.commands.does((d, ids) => surroundJob(d, ids, { ...offset.value }, 'Offset'));
const makeBand = (): void => props.commands.does((d, ids) => bandJob(d, ids, { ...band.value }));
</script>

<template>
  <div class="grid gap-2">
    <h3 class="text-sm">Offset</h3>
    <div class="grid grid-cols-[1fr_1fr_4rem] items-end gap-2">
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
        :choices="CORNER_CHOICES"
        @change="offset.corners = $event as CornerRule"
      />
      <CommandButton
        label="Offset"
        hint="A live outline at this distance"
        :blocked="none"
        @press="makeOffset"
      />
    </div>
    <h3 class="text-sm">Line to band</h3>
    <div class="grid grid-cols-[1fr_1fr_1.2fr] items-end gap-2">
      <NumberField label="Width" :value="band.width" :least="0.1" :most="200" @change="band.width = $event" />
      <ChoiceField
        label="Ends"
        :value="band.ends"
        :choices="END_CHOICES"
        @change="band.ends = $event as typeof band.ends"
      />
      <ChoiceField
        label="Corners"
        :value="band.corners"
        :choices="CORNER_CHOICES"
        @change="band.corners = $event as CornerRule"
      />
    </div>
    <CommandButton
      label="Make a band"
      hint="The lines as shapes of this width; they stay live"
      :blocked="none"
      @press="makeBand"
    />
  </div>
</template>
