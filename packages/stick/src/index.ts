// A memory stick as a folder: what the computer's side and the machine's side of it share.
export { StickError, type StickProblem } from './error.ts';
export { checkName, MOST_NAME } from './names.ts';
export { ShortNames } from './short-names.ts';
export { Stick, type Slot, type StickEntry, type StickState } from './stick.ts';
