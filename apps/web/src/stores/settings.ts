// What the person has chosen for every design: units, and how large a millimetre is on their screen.
import { defineStore } from 'pinia';
import { ref } from 'vue';
import { api } from '../api.ts';

export type Units = 'mm' | 'in';

export const useSettings = defineStore('settings', () => {
  const units = ref<Units>('mm');
  /** Pixels a millimetre at true size; 96 an inch until calibrated. */
  const screen = ref(96 / 25.4);

  async function load(): Promise<void> {
    try {
      const { settings } = await api.settings();
      units.value = settings.units ?? units.value;
      screen.value = settings.screen ?? screen.value;
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

  return { setScreen, units, screen, load, setUnits };
});
