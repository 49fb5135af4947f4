// What the person has chosen for every design: units, how large a millimetre is on their screen, and their machine.
import { defineStore } from 'pinia';
import { computed, ref } from 'vue';
import { machineById, MACHINES } from '@rosehip/core';
import { api } from '../api.ts';

export type Units = 'mm' | 'in';

export const useSettings = defineStore('settings', () => {
  const units = ref<Units>('mm');
  /** Pixels a millimetre at true size; 96 an inch until calibrated. */
  const screen = ref(96 / 25.4);
  const machineId = ref(MACHINES[0].id);
  const machine = computed(() => machineById(machineId.value));

  async function load(): Promise<void> {
    try {
      const { settings } = await api.settings();
      units.value = settings.units ?? units.value;
      screen.value = settings.screen ?? screen.value;
      machineId.value = settings.machine ?? machineId.value;
    } catch {
      // Without the server the defaults serve; the bench says that it is away.
    }
  }

  function setUnits(value: Units): void {
    units.value = value;
    api.setSetting('units', value).catch(() => {});
  }

  function setScreen(pixels: number): void {
    screen.value = pixels;
    api.setSetting('screen', pixels).catch(() => {});
  }

  function setMachine(id: string): void {
    machineId.value = id;
    api.setSetting('machine', id).catch(() => {});
  }

  return { setScreen, machineId, machine, setMachine, units, screen, load, setUnits };
});
