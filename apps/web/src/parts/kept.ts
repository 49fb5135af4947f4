// Choices that this browser keeps, and that are only not kept where it lets nothing be kept.
import { useLocalStorage, type RemovableRef } from '@vueuse/core';
import { ref } from 'vue';

export function useKept<T>(key: string, initial: T): RemovableRef<T> {
  try {
    // Its types tell numbers, words and objects apart; it finds out by itself which it is.
    return useLocalStorage<unknown>(key, initial as null, { onError: () => {} }) as RemovableRef<T>;
  } catch {
    return ref(initial) as RemovableRef<T>; // the store itself is forbidden
  }
}
