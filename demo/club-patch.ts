// The club patch: the badge on towelling, with a knockdown beneath it and the edge at which it is cut out. Both follow
// the badge.
import type { Design, SurroundOutline } from '@rosehip/core';
import { clubBadge } from './club-badge.ts';
import { design, Drawing } from './drawing.ts';

export function clubPatch(): Design {
  const d = new Drawing('p');
  // What lies under dome, moon and ring is left out, so that the patch stays soft.
  const badge = d.group(
    'Badge',
    clubBadge().objects.map((o) => (o.kind === 'object' ? { ...o, trimBeneath: 1 } : o)),
  );
  const around: Omit<SurroundOutline, 'distance'> = {
    kind: 'surround',
    of: [badge.id],
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
    { name: '100 × 100', width: 100, height: 100 },
    { kind: 'towelling', colour: '#c9d3c4' },
    [grid, gridEdge, badge, edge],
  );
}
