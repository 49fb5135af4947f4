// What is known of fonts beside their letters. Who ships fonts tells it; without, words are set all the same.

export interface KnownFonts {
  /** What a font is called; undefined for one that is not known. */
  nameOf(id: string): string | undefined;
  /** The smallest height of capitals at which it sews well, in mm. */
  smallestOf(id: string): number | undefined;
  /** The id of a font of single strokes, for words that are too small for others. */
  forSmall(): string | undefined;
  /** Do its letters join each other? */
  isJoined(id: string): boolean;
  /** Ids of fonts that have all letters of a text, best first. */
  fontsWith(text: string): string[];
}

let known: KnownFonts = {
  nameOf: () => undefined,
  smallestOf: () => undefined,
  forSmall: () => undefined,
  isJoined: () => false,
  fontsWith: () => [],
};

export const knowFonts = (fonts: KnownFonts): void => void (known = fonts);

export const knownFonts = (): KnownFonts => known;
