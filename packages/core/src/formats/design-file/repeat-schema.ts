// The schema of a repeat: how copies stand, and which.
import { MOST_COPIES } from '../../resolve/repeat/maps.ts';
import { chosenBy, coordinate, exactly, id, integer, length, point, REACH } from './schema-parts.ts';

const count = integer(1, MOST_COPIES);
const gap = { type: 'number', minimum: -100, maximum: REACH };
const angle = { type: 'number', minimum: -360, maximum: 360 };
const upright = { type: 'boolean' };

const row = exactly({
  count,
  fit: { enum: ['step', 'gap', 'length'] },
  step: coordinate,
  gap,
  length: length(2 * REACH),
  solve: { enum: ['gap', 'count'] },
});

const layout = chosenBy('kind', [
  [
    'circle',
    exactly(
      {
        kind: { const: 'circle' },
        centre: point,
        count,
        sweep: angle,
        upright,
        fit: { enum: ['place', 'gap', 'count'] },
        gap,
      },
      ['upright'],
    ),
  ],
  ['row', exactly({ kind: { const: 'row' }, across: row, angle })],
  [
    'grid',
    exactly({ kind: { const: 'grid' }, across: row, down: row, angle, brick: { type: 'boolean' } }, [
      'brick',
    ]),
  ],
  [
    'path',
    exactly(
      {
        kind: { const: 'path' },
        along: id,
        fit: { enum: ['count', 'step'] },
        count,
        step: length(REACH),
        upright,
        corners: { enum: ['through', 'stop', 'miss'] },
        anchor: point,
        facing: { type: 'number', minimum: -100_000, maximum: 100_000 },
      },
      ['upright'],
    ),
  ],
]);

export const repeatSchema = exactly(
  {
    layout,
    mirror: { type: 'boolean' },
    without: { type: 'array', maxItems: MOST_COPIES, items: integer(0, MOST_COPIES) },
    order: { enum: ['copies', 'colours'] },
  },
  ['mirror', 'without'],
);
