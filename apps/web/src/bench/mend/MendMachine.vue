<script setup lang="ts">
// What the machine does between stitches: cuts, ties, stops, other threads.
import {
  everyItem,
  otherThreadJob,
  retied,
  sewAsOneJob,
  stopAtJob,
  withoutTrims,
  withTrim,
} from '@rosehip/core';
import { ref } from 'vue';
import CommandButton from '../../parts/CommandButton.vue';
import { useBench } from '../../stores/bench/bench.ts';
import ThreadPicker from '../recipe-card/ThreadPicker.vue';
import { useMend } from '../tools/mend-edit.ts';
import { useMendNeeds } from './needs.ts';

const NOTE = 'Look at the hoop';

const bench = useBench();
const mend = useMend();
const need = useMendNeeds();
const note = ref('');
const picking = ref(false);

/** All stitches of this thread as one step; what that costs is told. */
function sewAsOne(): void {
  const { item } = mend;
  if (!item.value || !bench.committed) return;
  const { thread } = item.value;
  const ids = [...everyItem(bench.committed.objects)].flatMap((one) =>
    one.kind === 'stitches' && one.thread === thread ? [one.id] : [],
  );
  let cost = '';
  const done = bench.does((design) => {
    const job = sewAsOneJob(design, ids);
    ({ cost } = job);
    return job;
  });
  if (done) bench.message = cost;
}
function stop(): void {
  if (need.inner.value) return;
  if (need.does((id) => stopAtJob(bench.committed!, id, mend.first.value, note.value.trim() || NOTE)))
    note.value = '';
}
function changeThread(code: string): void {
  picking.value = false;
  need.does((id) => otherThreadJob(bench.committed!, id, mend.first.value, code));
}
</script>

<template>
  <div class="grid gap-1.5">
    <h3 class="text-sm">Machine</h3>
    <div class="grid grid-cols-2 gap-1.5">
      <CommandButton
        label="Trim here"
        hint="The thread is cut at this needle point"
        :blocked="need.inner.value"
        @press="need.rewrite('Trim here', ({ records }) => withTrim(records, mend.first.value))"
      />
      <CommandButton
        label="No trim"
        hint="Takes trims out of what is chosen"
        :blocked="need.some.value"
        @press="need.rewrite('Take trims out', withoutTrims)"
      />
      <CommandButton
        label="Renew ties"
        hint="At all ends of its threads"
        @press="need.rewrite('Renew ties', ({ records }) => retied(records))"
      />
      <CommandButton
        label="Sew as one"
        hint="Everything of this thread as one step, without a trim"
        @press="sewAsOne"
      />
      <CommandButton
        class="col-span-2"
        label="Other thread from here"
        :blocked="need.inner.value"
        :on="picking"
        @press="picking = !picking"
      />
    </div>
    <ThreadPicker v-if="picking" :code="null" @choose="changeThread" />
    <form class="grid grid-cols-[1fr_auto] items-end gap-2" @submit.prevent="stop">
      <label>
        <span class="label block">Stop here, with a note</span>
        <input v-model="note" class="field" maxlength="200" :placeholder="NOTE" />
      </label>
      <CommandButton class="w-16" label="Stop" :blocked="need.inner.value" @press="stop" />
    </form>
  </div>
</template>
