// The moor garden: vines that grow through block letters, each in threads of its own.
import type { Design, DesignObject } from '@rosehip/core';
import { design, Drawing, path } from './drawing.ts';

/** Block letters in a box of 60 × 80, their middle at the origin. */
const LETTERS: Record<string, string> = {
  M: 'M-30 40 V-40 H-16 L0 -8 L16 -40 H30 V40 H14 V-12 L4 12 H-4 L-14 -12 V40 Z',
  O: 'M0 -40 C20 -40 30 -24 30 0 C30 24 20 40 0 40 C-20 40 -30 24 -30 0 C-30 -24 -20 -40 0 -40 Z M0 -22 C-9 -22 -12 -12 -12 0 C-12 12 -9 22 0 22 C9 22 12 12 12 0 C12 -12 9 -22 0 -22 Z',
  R: 'M-28 40 V-40 H4 C22 -40 30 -30 30 -17 C30 -5 24 2 15 6 L30 40 H12 L0 10 H-11 V40 Z M-11 -24 V-6 H2 C9 -6 13 -9 13 -15 C13 -21 9 -24 2 -24 Z',
};

export function moorGarden(): Design {
  const d = new Drawing();
  const vines = [
    { name: 'M', x: -85, seed: 3, leaf: 'willow', blossom: 'daisy' },
    { name: 'O', x: 0, seed: 5, leaf: 'leaf', blossom: 'tulip' },
    { name: 'R', x: 85, seed: 8, leaf: 'heart', blossom: 'blossom' },
  ].map(({ name, x, ...grown }) => {
    const settings = { ...grown, density: 7, size: 4.5 };
    const leaves = d.object(`${name}, leaves`, shifted(name, x), '273', 'sprig', {
      ...settings,
      parts: 'leaves',
    });
    // The other parts grow in the very shape of the first, wherever that goes.
    const part = (parts: string, thread: string): DesignObject =>
      d.object(
        `${name}, ${parts}`,
        { kind: 'surround', of: [leaves.id], distance: 0, corners: 'mitre' },
        thread,
        'sprig',
        { ...settings, parts },
      );
    return { leaves, blossoms: part('blossoms', '151'), stems: part('stem', '283') };
  });
  return design(
    'Moor garden',
    { name: '160 × 260', width: 260, height: 160 },
    { kind: 'linen', colour: '#efe6d3' },
    [
      d.group(
        'Leaves',
        vines.map((v) => v.leaves),
      ),
      d.group(
        'Blossoms',
        vines.map((v) => v.blossoms),
      ),
      // Last: stems cover the ways from leaf to leaf.
      d.group(
        'Stems',
        vines.map((v) => v.stems),
      ),
    ],
  );
}

/** A letter moved to the right by x mm: every first number of its commands' pairs. */
function shifted(name: string, x: number): DesignObject['outline'] {
  const outline = path(LETTERS[name]);
  if (outline.kind !== 'path') throw new Error('A letter is a path.');
  return {
    ...outline,
    paths: outline.paths.map((p) => ({
      ...p,
      points: p.points.map((q) => ({ ...q, x: q.x + x })),
    })),
  };
}
