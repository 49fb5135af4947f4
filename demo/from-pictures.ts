// Designs made of the pictures that the page of steps offers to try, as the command line makes them:
//   rosehip from-picture dusk.png --width 90 --out dusk.rosehip.json
//   rosehip from-picture comet.jpg --width 90 --as shaded --threads 4 --out comet.rosehip.json
import { readDesignFile, type Design } from '@rosehip/core';
import comet from './pictures/comet.rosehip.json' with { type: 'json' };
import dusk from './pictures/dusk.rosehip.json' with { type: 'json' };

const opened = (file: unknown, name: string): Design => ({
  ...readDesignFile(JSON.stringify(file)),
  name,
  hoop: { name: '100 × 100', width: 100, height: 100 },
});

export const observatoryAtDusk = (): Design => opened(dusk, 'Observatory at dusk');

/** In lines of four threads that follow how dark the painting is. */
export const cometInLines = (): Design => opened(comet, 'Comet in shaded lines');
