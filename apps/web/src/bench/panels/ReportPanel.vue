<script setup lang="ts">
// What the last files brought in, and what was left out of them and why.
import { useView } from '../../stores/view.ts';
import { useChoosing } from '../choosing/choose-edit.ts';
import { report } from '../bring-in.ts';

const view = useView();
const choosing = useChoosing();
</script>

<template>
  <section v-if="report" class="grid gap-3 p-4" aria-label="Report">
    <h2 class="text-lg">{{ report.title }}</h2>
    <ul v-if="report.came.length" class="grid gap-1">
      <li v-for="line in report.came" :key="line">{{ line }}</li>
    </ul>
    <template v-if="report.notes.length">
      <h3 class="text-sm">Left out or changed</h3>
      <ul class="grid list-disc gap-1 pl-5" role="status">
        <li v-for="note in report.notes" :key="note">{{ note }}</li>
      </ul>
    </template>
    <template v-if="report.drawn">
      <p>Each shape is stitched as it came. Stitches can be chosen for all of them at once.</p>
      <button type="button" class="button button-primary justify-center" @click="choosing.open">
        Choose stitches
      </button>
    </template>
    <button type="button" class="button justify-center" @click="view.panel = 'card'">
      To the recipe card
    </button>
  </section>
</template>
