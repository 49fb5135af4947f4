// Fonts and alphabets that a person has put on the shelf, by their content.

/** So ids of own fonts begin; what follows is the SHA-256 of their content, hexadecimal. */
const OWN = 'own-';
const ID = /^own-[0-9a-f]{64}$/;

/** The one file of such a font. */
export const OWN_FILE = 'font';

export const isOwnFont = (id: string): boolean => ID.test(id);

/** The id of an own font with this SHA-256. */
export const ownFontId = (hash: string): string => OWN + hash;

/** The SHA-256 that an own font's id tells. */
export const hashOfOwn = (id: string): string => id.slice(OWN.length);
