// The engine: stitches designs, reads and writes files, away from the main thread.
import * as Comlink from 'comlink';
import { files } from './engine/files.ts';
import { jobs } from './engine/jobs.ts';
import { pictures } from './engine/pictures.ts';
import { sewing } from './engine/sewing.ts';
import { lookAgain } from './fonts.ts';

const engine = {
  ...sewing,
  ...jobs,
  ...pictures,
  ...files,

  /** Fonts came to the shelf: those that were not there may be now. */
  lookAgain(): void {
    lookAgain();
  },
};

export type Engine = typeof engine;
Comlink.expose(engine);
