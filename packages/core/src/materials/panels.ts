// Panels of made-up garments and things, as pieces of cloth that designs are laid on: an outline and the size it is cut in.

export interface Panel {
  id: string;
  name: string;
  /** Path data in a square from (-50, -50) to (50, 50), which the size stretches. */
  d: string;
  /** mm, as it is cut. */
  width: number;
  height: number;
}

export const PANELS = [
  {
    id: 'jacket-back',
    name: 'back of a jacket',
    d: 'M-12 -50 C-6 -47 6 -47 12 -50 L42 -41 C40 -30 41 -20 48 -13 C50 8 49 30 50 50 H-50 C-49 30 -50 8 -48 -13 C-41 -20 -40 -30 -42 -41 Z',
    width: 540,
    height: 640,
  },
  {
    id: 'shirt-front',
    name: 'half of a shirt’s front',
    d: 'M-50 -40 C-32 -38 -18 -42 -12 -50 L40 -42 C36 -30 38 -20 50 -12 C49 10 50 30 50 50 H-50 Z',
    width: 280,
    height: 680,
  },
  {
    id: 'apron-bib',
    name: 'bib of an apron',
    d: 'M-30 -50 H30 C32 -20 38 10 50 34 V50 H-50 V34 C-38 10 -32 -20 -30 -50 Z',
    width: 340,
    height: 360,
  },
  {
    id: 'tote-side',
    name: 'side of a tote',
    d: 'M-50 -50 H50 V36 H38 V50 H-38 V36 H-50 Z',
    width: 400,
    height: 440,
  },
  {
    id: 'cushion-front',
    name: 'front of a cushion',
    d: 'M-50 -50 C-20 -47 20 -47 50 -50 C47 -20 47 20 50 50 C20 47 -20 47 -50 50 C-47 20 -47 -20 -50 -50 Z',
    width: 450,
    height: 450,
  },
  {
    id: 'cap-front',
    name: 'front of a cap',
    d: 'M-50 50 C-49 10 -34 -34 -10 -50 H10 C34 -34 49 10 50 50 C20 40 -20 40 -50 50 Z',
    width: 190,
    height: 120,
  },
] as const satisfies readonly Panel[];

export const panelById = (id: string | undefined): Panel => PANELS.find((p) => p.id === id) ?? PANELS[0];
