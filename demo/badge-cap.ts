// The club's badge for a cap: lower, sewn from the centre out; it follows the badge.
import { adaptDesign, proposedWith, type Design } from '@rosehip/core';
import { clubBadge } from './club-badge.ts';

export function badgeCap(): Design {
  const badge = clubBadge();
  const choices = proposedWith(badge, { cloth: { kind: 'cap', colour: '#28324a' } });
  return {
    ...adaptDesign(badge, choices).design,
    name: 'Cap of the club',
    // Whoever puts it on a shelf says which design there it is.
    adapted: { from: 'club-badge', name: badge.name, revision: 1, choices },
  };
}
