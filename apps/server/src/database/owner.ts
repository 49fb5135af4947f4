// Whose designs, motifs and settings these are.

/** Everything belongs to the household that the server stands in, until there are others. */
export const OWNER = 'household';
