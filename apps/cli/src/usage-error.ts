/** A command line that can't be carried out; the message says what to do. */
export class UsageError extends Error {}
