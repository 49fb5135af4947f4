<script setup lang="ts">
// A new design: its name, hoop and cloth.
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue';
import { ref, watch } from 'vue';
import { clothById, emptyDesign, HOOPS, type Design } from '@rosehip/core';
import ClothFields from '../parts/ClothFields.vue';
import HoopFields from '../parts/HoopFields.vue';

const props = defineProps<{ open: boolean }>();
const emit = defineEmits<{ close: []; create: [design: Design] }>();

const name = ref('');
const hoop = ref({ ...HOOPS[1] });
const cloth = ref({ kind: 'linen', colour: clothById('linen').colour });

watch(
  () => props.open,
  (open) => {
    if (open) name.value = '';
  },
);

const create = (): void =>
  emit('create', emptyDesign(name.value.trim() || 'New design', { ...hoop.value }, { ...cloth.value }));
</script>

<template>
  <Dialog :open="open" class="relative z-20" @close="emit('close')">
    <div class="fixed inset-0 bg-ink/30" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-6">
      <DialogPanel class="w-[440px] rounded-card border border-line bg-panel p-6">
        <DialogTitle class="mb-4 text-xl">New design</DialogTitle>
        <form class="grid gap-4" @submit.prevent="create">
          <div>
            <label class="label" for="new-name">Name</label>
            <input id="new-name" v-model="name" class="field" maxlength="120" placeholder="New design" />
          </div>
          <HoopFields :hoop="hoop" @change="hoop = $event" />
          <ClothFields :cloth="cloth" @change="cloth = $event" />
          <div class="mt-2 flex justify-end gap-2">
            <button type="button" class="button" @click="emit('close')">Cancel</button>
            <button type="submit" class="button button-primary">Lay it on the bench</button>
          </div>
        </form>
      </DialogPanel>
    </div>
  </Dialog>
</template>
