// A worker that lays out sewing sheets; the page that asks for one ends it.
import * as Comlink from 'comlink';
import type { SheetDesk } from './sheet-work.ts';

export interface SheetDeskHandle {
  desk: Comlink.Remote<SheetDesk>;
  /** What was asked and not answered yet never is. */
  end(): void;
}

export function startSheetDesk(): SheetDeskHandle {
  const worker = new Worker(new URL('./sheet.worker.ts', import.meta.url), { type: 'module', name: 'sheet' });
  return { desk: Comlink.wrap<SheetDesk>(worker), end: () => worker.terminate() };
}
