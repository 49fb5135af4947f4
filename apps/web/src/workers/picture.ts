// A worker that makes objects of a picture; the page that asks for one ends it.
import {
  DesignReceiver,
  type DesignObject,
  type Laid,
  type PictureChoices,
  type PictureObjects,
  type PictureProgress,
} from '@rosehip/core';
import * as Comlink from 'comlink';
import type { PictureDesk } from './picture-work.ts';

export interface PictureDeskHandle {
  desk: Comlink.Remote<PictureDesk>;
  /** What is sewn of the picture as it was seen last. */
  objects(choices: PictureChoices, laid: Laid, progress: PictureProgress): Promise<PictureObjects>;
  /** What was asked and not answered yet never is. */
  end(): void;
}

export function startPictureDesk(): PictureDeskHandle {
  const worker = new Worker(new URL('./picture.worker.ts', import.meta.url), {
    type: 'module',
    name: 'picture',
  });
  const desk = Comlink.wrap<PictureDesk>(worker);
  const receiver = new DesignReceiver();
  return {
    desk,
    async objects(choices, laid, progress) {
      const { parcel, cloth } = await desk.objects(choices, laid, progress);
      return { objects: receiver.open(parcel).objects as DesignObject[], cloth };
    },
    end: () => worker.terminate(),
  };
}
