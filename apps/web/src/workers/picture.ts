// A worker that makes objects of a picture; the page that asks for one ends it.
import * as Comlink from 'comlink';
import type { PictureDesk } from './picture-work.ts';

export interface PictureDeskHandle {
  desk: Comlink.Remote<PictureDesk>;
  /** What was asked and not answered yet never is. */
  end(): void;
}

export function startPictureDesk(): PictureDeskHandle {
  const worker = new Worker(new URL('./picture.worker.ts', import.meta.url), {
    type: 'module',
    name: 'picture',
  });
  return { desk: Comlink.wrap<PictureDesk>(worker), end: () => worker.terminate() };
}
