// How far the last move went, so that a duplicate can be put as far again.
import { shallowRef } from 'vue';

export const lastMove = shallowRef<{ dx: number; dy: number }>({ dx: 4, dy: 4 });
