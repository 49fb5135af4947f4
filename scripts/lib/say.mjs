// Words to the person who started a script.

/** A problem that the person can solve; the message says how. */
export class SetupError extends Error {}

export const say = (text) => console.log(text);

/** One line for a problem that the person can solve, or null for one that nobody foresaw. */
export function wordsFor(error) {
  if (error instanceof SetupError) return error.message;
  const where = error?.path ? ` (${error.path})` : '';
  if (error?.code === 'ENOSPC' || error?.code === 'EDQUOT')
    return 'the disk is full. Make some room (300 MB will do) and start again.';
  if (error?.code === 'EROFS')
    return `this folder is on a disk that can only be read${where}. Copy Rosehip to one that can be written to.`;
  if (error?.code === 'EACCES' || error?.code === 'EPERM')
    return `this folder may not be written to${where}. Copy Rosehip to a folder of your own, or start it as its owner.`;
  return null;
}

/** Ends the script with one line for a known problem, or with the whole story for an unknown one. */
export function fail(error) {
  const words = wordsFor(error);
  console.error(words ? `rosehip: ${words}` : error);
  process.exitCode = 1;
}
