// What one page leaves for the next: a picture to begin with, and work that the bench is to do when it has opened.
import { defineStore } from 'pinia';
import type { Design, Job } from '@rosehip/core';
import { shallowRef } from 'vue';

/** A picture that is dropped or chosen by itself begins the page of steps. */
export const isPicture = (file: File): boolean => /^image\/(png|jpeg|webp|gif)$/.test(file.type);

export interface LeftWork {
  /** Id of the design that it is for. */
  design: string;
  /** Done as one step; what the person should know of it. */
  does(design: Design): { job: Job; says: string };
}

export const useHandOver = defineStore('hand-over', () => ({
  picture: shallowRef<File | null>(null),
  work: shallowRef<LeftWork | null>(null),
  /** What the bench is to have selected. */
  select: shallowRef<string[] | null>(null),
}));
