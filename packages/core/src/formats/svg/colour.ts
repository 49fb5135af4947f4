// Colours as CSS writes them.
import { parse, type Color } from 'culori';

/** A colour is no longer than this; looking through more takes too long. */
const LONGEST = 200;

/** What a colour says; undefined when it says none. */
export function readColour(text: string): Color | undefined {
  if (text.length > LONGEST) return undefined;
  try {
    return parse(text);
  } catch {
    // The package throws at some that break off.
    return undefined;
  }
}
