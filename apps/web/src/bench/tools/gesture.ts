// One movement of the hand over the cloth: what it would change is shown while it goes on, and becomes one step when it
// is let go, or nothing when it is broken off.
import type { DesignChanges, Item } from '@rosehip/core';
import { useBench } from '../../stores/bench/bench.ts';

export interface Gesture {
  /** Shows items as they would become. */
  show(items: Item[]): void;
  /** Shows the design with something changed beside its items. */
  showDesign(changes: DesignChanges): void;
  /** What was shown last becomes a step. False when nothing was shown, or it could not be done. */
  commit(label: string): boolean;
  /** Everything is as it was before. True when something had been shown. */
  cancel(): boolean;
  /** Something is shown. */
  readonly going: boolean;
}

export function useGesture(): Gesture {
  const bench = useBench();
  let items: Item[] | null = null;
  let changes: DesignChanges | null = null;

  /** Gives what was shown, and forgets it. */
  function end(): [Item[] | null, DesignChanges | null] {
    const shown: [Item[] | null, DesignChanges | null] = [items, changes];
    items = changes = null;
    return shown;
  }
  return {
    show(next) {
      items = next;
      bench.preview(next);
    },
    showDesign(next) {
      changes = next;
      bench.previewDesign(next);
    },
    commit(label) {
      const [all, beside] = end();
      if (beside) return bench.run({ do: 'set-design', label, changes: beside });
      return all !== null && bench.replace(all, label);
    },
    cancel() {
      const shown = items !== null || changes !== null;
      end();
      if (shown) bench.cancelPreview();
      return shown;
    },
    get going() {
      return items !== null || changes !== null;
    },
  };
}
