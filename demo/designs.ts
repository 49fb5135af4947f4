// The demo designs, from the Larkmoor Night Sky Club.
import type { Design } from '@rosehip/core';
import { badgeCap } from './badge-cap.ts';
import { blanketCorner } from './blanket-corner.ts';
import { frayedBorder, heatherSprig } from './brought-in.ts';
import { clubBadge } from './club-badge.ts';
import { cometBookmark } from './comet-bookmark.ts';
import { familySampler } from './family-sampler.ts';
import { clubPatch } from './club-patch.ts';
import { cometInLines, observatoryAtDusk } from './from-pictures.ts';
import { keepsakes } from './keepsakes.ts';
import { letteringSampler } from './lettering-sampler.ts';
import { moonRunner } from './moon-runner.ts';
import { moorGarden } from './moor-garden.ts';
import { orreryCoaster } from './orrery-coaster.ts';
import { stitchSampler } from './stitch-sampler.ts';
import { telescopeLabel } from './telescope-label.ts';

export const demoDesigns = (): Design[] => [
  stitchSampler(),
  familySampler(),
  letteringSampler(),
  blanketCorner(),
  moorGarden(),
  cometBookmark(),
  clubBadge(),
  badgeCap(),
  telescopeLabel(),
  orreryCoaster(),
  observatoryAtDusk(),
  cometInLines(),
  heatherSprig(),
  frayedBorder(),
  keepsakes(),
  moonRunner(),
  clubPatch(),
];
