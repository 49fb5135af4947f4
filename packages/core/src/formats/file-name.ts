// Names of files that any system takes.

/** What no file name holds. */
const UNSAFE = /[\\/:*?"<>|]+/g;

/** What somebody called something, as a file can be called; without an ending. */
export const fileNameOf = (name: string): string => name.replace(UNSAFE, ' ').trim() || 'design';
