// What a machine does from one place to the next.

/** What the machine does to arrive at a record's place. Trim, change and stop happen where the needle is. */
export const Move = { stitch: 0, jump: 1, trim: 2, change: 3, stop: 4 } as const;
export type MoveCode = (typeof Move)[keyof typeof Move];
