// The club patch: the badge on towelling with the club's name around its ring, a knockdown beneath, and the edge at which it
// is cut out. Both follow the badge, and a circle that leaves room for the name.
import type { Design, SurroundOutline } from '@rosehip/core';
import { clubBadge } from './club-badge.ts';
import { design, Drawing, ellipse } from './drawing.ts';

export function clubPatch(): Design {
  const d = new Drawing('p');
  const name = d.words('LARKMOOR\nNIGHT SKY CLUB', 'jost-700', 6, 0, 0, '234', {
    baseline: { kind: 'circle', radius: 42.7 },
    letterSpace: 0.15,
  });
  // What lies under dome, moon and ring is left out, so that the patch stays soft.
  const badge = d.group('Badge', [
    ...clubBadge().objects.map((o) => (o.kind === 'object' ? { ...o, trimBeneath: 1 } : o)),
    name,
  ]);
  // The patch is as large as this: the name has its room around the ring.
  const field = { ...d.object('Field', ellipse(0, 0, 104), '101', 'run'), unsewn: true };
  const around: Omit<SurroundOutline, 'distance'> = {
    kind: 'surround',
    of: [badge.id, field.id],
    corners: 'round',
    from: 'thread',
    fillHoles: true,
  };
  const grid = d.object(
    'Knockdown',
    { ...around, distance: 2, bridge: 4, smooth: 1.5 },
    '101',
    'crosshatch',
    {
      spacing: 2,
      angle: 45,
    },
  );
  const gridEdge = d.object('Knockdown edge', { kind: 'edge', of: [grid.id], which: 'all' }, '101', 'run');
  const edge = d.object('Patch edge', { ...around, distance: 1.6, bridge: 6, smooth: 3 }, '234', 'satin', {
    width: 4.5,
    spacing: 0.35,
    underlay: 'edge-zigzag',
  });
  return design(
    'Club patch',
    { name: '130 × 180', width: 130, height: 180 },
    { kind: 'towelling', colour: '#c9d3c4' },
    [field, grid, gridEdge, badge, edge],
  );
}
