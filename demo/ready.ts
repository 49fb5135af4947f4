// Ready projects: live designs with a few places to make one's own, to begin from.
import { everyItem, type Design, type Place } from '@rosehip/core';
import { blanketCorner } from './blanket-corner.ts';
import { clubPatch } from './club-patch.ts';
import { moonRunner } from './moon-runner.ts';
import { orreryCoaster } from './orrery-coaster.ts';
import { telescopeLabel } from './telescope-label.ts';
import { towelCorner } from './towel-corner.ts';

export interface ReadyProject {
  id: string;
  name: string;
  about: string;
  design: Design;
}

/** A design with its places; their items are told by name. */
function ready(
  id: string,
  name: string,
  about: string,
  design: Design,
  places: readonly (Pick<Place, 'what' | 'asks'> & { name?: string })[],
): ReadyProject {
  const items = [...everyItem(design.objects)];
  return {
    id,
    name,
    about,
    design: {
      ...design,
      name,
      places: places.map(({ what, asks, name: of }) => {
        const item = items.find((i) => i.name === of);
        if (of && !item) throw new Error(`${name} has no ${of}`);
        return { what, asks, ...(item && { of: item.id }) };
      }),
    },
  };
}

const CLOTH = { what: 'cloth', asks: 'Your cloth' } as const;
const SIZE = { what: 'size', asks: 'Your size' } as const;

export const readyProjects = (): ReadyProject[] => [
  ready(
    'label',
    'Bag label',
    'A ringed planet and a telescope in a frame, for a bag or a cushion.',
    telescopeLabel(),
    [CLOTH, { what: 'thread', name: 'Edge', asks: 'Your colour of the frame' }, SIZE],
  ),
  ready(
    'patch',
    'Round patch',
    'A night over the moor with an edge to cut along, sewn on towelling.',
    clubPatch(),
    [
      CLOTH,
      { what: 'thread', name: 'Patch edge', asks: 'Your colour of the edge' },
      { what: 'width', name: 'Patch edge', asks: 'How wide the edge is' },
    ],
  ),
  ready(
    'towel',
    'Towel corner',
    'A falling star on a mesh that keeps the loops down, and a border round the corner.',
    towelCorner(),
    [CLOTH, { what: 'thread', name: 'Falling star', asks: 'Your colour of the star' }, SIZE],
  ),
  ready('coaster', 'Coaster', 'Planets with their moons about a sun: all copies are live.', orreryCoaster(), [
    { what: 'copies', name: 'Planets', asks: 'How many planets' },
    { what: 'thread', name: 'Sun', asks: 'Your colour of the sun' },
    CLOTH,
  ]),
  ready('runner', 'Table runner', 'The moon’s phases along a thread of night.', moonRunner(), [
    CLOTH,
    { what: 'copies', name: 'Phases', asks: 'How many moons' },
    { what: 'thread', name: 'Thread of night', asks: 'Your colour of the thread of night' },
  ]),
  ready(
    'block',
    'Blanket block',
    'Open fills for a quilted block; the stipple leaves room around all that lies on it.',
    blanketCorner(),
    [
      CLOTH,
      { what: 'thread', name: 'Moon', asks: 'Your colour of the moon' },
      { what: 'thread', name: 'Head', asks: 'Your colour of the comet' },
    ],
  ),
];
