// A painter worker; the bench has one and ends it when it closes.
import * as Comlink from 'comlink';
import type { Painter } from './painter-work.ts';

export interface PainterHandle {
  painter: Comlink.Remote<Painter>;
  end(): void;
}

export function startPainter(): PainterHandle {
  const worker = new Worker(new URL('./painter.worker.ts', import.meta.url), {
    type: 'module',
    name: 'painter',
  });
  return { painter: Comlink.wrap<Painter>(worker), end: () => worker.terminate() };
}
