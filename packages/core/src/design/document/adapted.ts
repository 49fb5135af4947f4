// A design that was made from another one: for another cloth, another size, a cap, another hoop.
import { CLOTHS } from '../../materials/cloths.ts';
import { HOOP_LIMITS } from '../../materials/hoops.ts';
import { colour, exactly, id, integer, list, name, number, perhaps, text, word } from './parts.ts';

const hoopSide = number(HOOP_LIMITS.least, HOOP_LIMITS.most);

/** Inner size in mm; turning a hoop swaps its sides. */
export const hoop = exactly({ name: text(60, 1), width: hoopSide, height: hoopSide });

export const cloth = exactly({ kind: word<string>(...CLOTHS.map((c) => c.id)), colour });

/** What adapting does; each can be left out. */
export const ADAPT_RULES = ['read', 'numbers', 'suits', 'mesh', 'edge', 'small', 'order'] as const;

export const adaptChoices = exactly({
  cloth: perhaps(cloth),
  /** Width or height of all that is sewn, in mm. */
  size: perhaps(exactly({ by: word('width', 'height'), to: number(5, 2000) })),
  hoop: perhaps(hoop),
  without: perhaps(list(word(...ADAPT_RULES), ADAPT_RULES.length)),
});

/** The design that this one follows, as it was at that revision. */
export const adapted = exactly({ from: id, name, revision: integer(1, 1e9), choices: adaptChoices });
