// Fonts as the list shows them.
import { FONTS, type FontFace, type FontFamily, type FontUse } from '@rosehip/fonts';

export const USES: Record<FontUse, string> = {
  plain: 'Plain',
  rounded: 'Rounded',
  serif: 'With serifs',
  slab: 'With heavy serifs',
  script: 'Handwriting',
  brush: 'Brush',
  old: 'Of old books',
  stencil: 'Stencil',
  show: 'For show',
  line: 'Of one line, for small words',
};

const WEIGHTS: Record<number, string> = { 500: 'Medium', 600: 'Strong', 700: 'Bold', 800: 'Heavy' };

export interface Listed {
  id: string;
  name: string;
  use: FontUse;
  family: FontFamily;
  face: FontFace;
}

export const faceName = (family: FontFamily, { weight }: FontFace): string =>
  family.faces.length > 1 && WEIGHTS[weight] ? `${family.name} ${WEIGHTS[weight]}` : family.name;

/** Every face, by use. */
export const LISTED: readonly Listed[] = (Object.keys(USES) as FontUse[]).flatMap((use) =>
  FONTS.filter((family) => family.use === use).flatMap((family) =>
    family.faces.map((face) => ({ id: face.id, name: faceName(family, face), use, family, face })),
  ),
);

export const listedFace = (id: string): Listed | undefined => LISTED.find((face) => face.id === id);
