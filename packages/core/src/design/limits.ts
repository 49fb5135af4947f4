// How much a document may hold, so that none can stop the bench.

export const DESIGN_LIMITS = {
  /** Points of all outlines. */
  points: 200_000,
  objects: 5_000,
  /** Characters of one text. */
  letters: 2_000,
  /** Fonts whose letters it carries. */
  fonts: 50,
  /** Hoopings of one piece. */
  hoopings: 60,
  /** Characters of a reference picture. */
  picture: 3_000_000,
  /** How deep groups may stand in each other. */
  nesting: 64,
  /** Furthest coordinate from the middle, in mm. */
  reach: 5_000,
  /** Copies that one repeat makes. */
  copies: 500,
  /** Columns, or rows, of a bent sheet. */
  cells: 8,
};
