// Lengths as they are typed in a shell.
import { UsageError } from './usage-error.ts';

/** The length of an option, in mm, or a plain number when `unit` is empty. Throws UsageError when it is none, or out of bounds. */
export function lengthFrom(name: string, text: string, least: number, most: number, unit = ' mm'): number {
  const value = text.trim() === '' ? NaN : Number(text);
  if (!(value >= least && value <= most))
    throw new UsageError(`--${name} must be a number from ${least} to ${most}${unit}, not "${text}".`);
  return value;
}
