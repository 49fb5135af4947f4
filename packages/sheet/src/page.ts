// A page as a list of what is drawn on it, in millimetres from its upper left corner, y down: the same for paper and screen.

export type Face = 'text' | 'bold' | 'heading';

export type Mark =
  | {
      kind: 'text';
      text: string;
      x: number;
      /** The baseline. */
      y: number;
      /** Height of the type, in mm. */
      size: number;
      face: Face;
      colour: string;
    }
  | {
      kind: 'line';
      points: [number, number][];
      closed?: boolean;
      colour: string;
      width: number;
      dash?: number;
    }
  | {
      kind: 'box';
      x: number;
      y: number;
      width: number;
      height: number;
      fill?: string;
      colour?: string;
      line?: number;
    }
  /** A drawing of the sheet's, by its number: a place (x, y) of the page is the drawing's origin, `scale` page mm a mm. */
  | {
      kind: 'drawing';
      drawing: number;
      x: number;
      y: number;
      scale: number;
      colour: string;
      /** Width of its lines, in mm of the drawing. */
      width: number;
      /** Only what lies in this box of the page is drawn. */
      clip?: { x: number; y: number; width: number; height: number };
    };

export interface Page {
  /** mm */
  width: number;
  height: number;
  marks: Mark[];
}

/** Lines that are drawn several times, in mm: for each the x and y of its points, one after another. */
export type Drawing = Float32Array[];

export interface Sheet {
  title: string;
  pages: Page[];
  drawings: Drawing[];
}

/** Sizes of paper in mm. */
export const PAPERS = {
  a4: { name: 'A4', width: 210, height: 297 },
  letter: { name: 'Letter', width: 215.9, height: 279.4 },
} as const;
export type Paper = keyof typeof PAPERS;

/** Colours of ink on paper. */
export const INK = { dark: '#2a1c2b', muted: '#6d5f6b', line: '#c9bda9', faint: '#b9b2a3', red: '#b3263f' };
