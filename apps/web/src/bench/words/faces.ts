// Fonts as the list shows them: those that ship with Rosehip, and the person's own.
import { faceName, FONTS, type FontUse } from '@rosehip/fonts';
import type { OwnFont } from '@rosehip/wire';

export const USES: Record<FontUse | 'own', string> = {
  own: 'Your own',
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

export interface Listed {
  id: string;
  name: string;
  use: FontUse | 'own';
  /** Other words that it is found by. */
  about: string;
  /** The smallest height of capitals at which it sews well, in mm; 0 when nothing tells it. */
  smallest: number;
  /** Height of capitals of letters that are stitches already, in mm. */
  capitals?: number;
}

/** Every face that ships with Rosehip, by use. */
const SHIPPED: readonly Listed[] = (Object.keys(USES) as (FontUse | 'own')[]).flatMap((use) =>
  FONTS.filter((family) => family.use === use).flatMap((family) =>
    family.faces.map((face) => ({
      id: face.id,
      name: faceName(family, face),
      use,
      about: `${family.joined ? 'joined script' : ''} ${family.scripts.join(' ')}`,
      smallest: face.smallest,
    })),
  ),
);

/** All faces by use, the person's own first. */
export const listed = (own: readonly OwnFont[]): Listed[] => [
  ...own.map(({ id, name, stitched, smallest, capitals }): Listed => ({
    id,
    name,
    use: 'own',
    about: stitched ? 'stitched alphabet' : 'font',
    smallest,
    capitals,
  })),
  ...SHIPPED,
];
