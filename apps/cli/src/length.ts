// Lengths as they are typed in a shell.
import { UsageError } from './usage-error.ts';

/** The length of an option, in mm. Throws UsageError when it is none, or out of bounds. */
export function lengthFrom(name: string, text: string, least: number, most: number): number {
  const value = text.trim() === '' ? NaN : Number(text);
  if (!(value >= least && value <= most))
    throw new UsageError(`--${name} must be a number from ${least} to ${most} mm, not "${text}".`);
  return value;
}
