// Keys while something is tried on: arrows move the design on the thing, and the view is the thing's.
import { useBench } from '../../stores/bench/bench.ts';
import { nudgeBy } from '../arrows.ts';
import { writtenPress } from '../written-press.ts';
import { useTryOn } from './try-on.ts';

/** Arrows go ten times as far as on the cloth: 1 mm, with Shift 10 mm. */
const STEP = 10;

/** Does what a key is for; true when it was taken. */
export function useTryOnKeys(): (e: KeyboardEvent) => boolean {
  const bench = useBench();
  const tried = useTryOn();
  return (e) => {
    const arrow = nudgeBy(e.key, e.shiftKey);
    if (arrow && !e.ctrlKey && !e.metaKey && !e.altKey) {
      if (bench.looking !== null) return false;
      const { x, y } = tried.place.value;
      tried.setPlace({ x: x + arrow.dx * STEP, y: y + arrow.dy * STEP }, 'Move on the thing');
      return true;
    }
    const press = writtenPress(e);
    if (press === '0') tried.view.fit();
    else if (['+', 'Shift +', '='].includes(press)) tried.view.zoom(1.25);
    else if (press === '-') tried.view.zoom(1 / 1.25);
    else return false;
    return true;
  };
}
