// Words to the person who started a script.

/** A problem that the person can solve; the message says how. */
export class SetupError extends Error {}

export const say = (text) => console.log(text);

/** Ends the script with one line for a known problem, or with the whole story for an unknown one. */
export function fail(error) {
  if (error instanceof SetupError) console.error(`rosehip: ${error.message}`);
  else if (error?.code === 'ENOSPC')
    console.error('rosehip: the disk is full. Make some room (300 MB will do) and start again.');
  else console.error(error);
  process.exitCode = 1;
}
