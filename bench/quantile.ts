/** The value that so much of a list, 0 to 1, lies under; NaN for an empty one. */
export const quantile = (list: readonly number[], share: number): number =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(share * list.length))] ?? NaN;
