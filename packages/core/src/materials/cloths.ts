// Cloths: what each asks of the stitches (stitch density, pull compensation, underlay).

export type UnderlayWeight = 'none' | 'light' | 'normal' | 'heavy';

export interface Cloth {
  id: string;
  name: string;
  /** Factor on stitch density: rows lie `spacing / density` apart. */
  density: number;
  /** How far stitches are lengthened against the cloth's pull, at each end, in mm. */
  compensation: number;
  underlay: UnderlayWeight;
  /** How wide the thread is that it is sewn with, in mm; left out: that of weight 40. */
  threadWidth?: number;
  /** The same cloth as threads of another weight than the chart's ask for, by their codes. */
  under?: Readonly<Record<string, Cloth>>;
  /** No stitch may be longer than this, in mm. */
  longest?: number;
  /** It stretches or curves: what is filled always has a run at its edge beneath. */
  edgeRun?: boolean;
  /** It curves: sewn from the middle of the lower edge outwards, and no higher than this, in mm. */
  highest?: number;
  /** How the cloth is painted. */
  weave: 'plain' | 'twill' | 'knit' | 'pile' | 'felt' | 'sheen' | 'quilt';
  colour: string;
  /** What holds the cloth while it is sewn, in words. */
  stabiliser: string;
  /** Size and point of the needle, in words. */
  needle: string;
  note: string;
}

export const CLOTHS: Cloth[] = [
  {
    id: 'linen',
    name: 'Linen',
    density: 1,
    compensation: 0.2,
    underlay: 'normal',
    weave: 'plain',
    colour: '#efe6d3',
    stabiliser: 'tear-away, medium',
    needle: '75/11 sharp',
    note: 'Woven and steady: the easiest cloth to stitch on.',
  },
  {
    id: 'cotton',
    name: 'Cotton',
    density: 1,
    compensation: 0.2,
    underlay: 'normal',
    weave: 'plain',
    colour: '#f6f3ec',
    stabiliser: 'tear-away, light',
    needle: '75/11 sharp',
    note: 'Woven and steady.',
  },
  {
    id: 'denim',
    name: 'Denim',
    density: 1,
    compensation: 0.15,
    underlay: 'light',
    weave: 'twill',
    colour: '#3d4f6e',
    stabiliser: 'tear-away, medium',
    needle: '90/14 jeans',
    note: 'Firm: little underlay is needed.',
  },
  {
    id: 'canvas',
    name: 'Canvas',
    density: 1,
    compensation: 0.15,
    underlay: 'light',
    weave: 'plain',
    colour: '#d9ceb6',
    stabiliser: 'tear-away, light',
    needle: '90/14 sharp',
    note: 'Firm: little underlay is needed.',
  },
  {
    id: 'jersey',
    name: 'Jersey',
    density: 0.95,
    compensation: 0.4,
    underlay: 'heavy',
    edgeRun: true,
    weave: 'knit',
    colour: '#c9cfd6',
    stabiliser: 'cut-away, medium, hooped with the cloth unstretched',
    needle: '75/11 ball point',
    note: 'Stretches: use a cut-away stabiliser.',
  },
  {
    id: 'towelling',
    name: 'Towelling',
    density: 1.1,
    compensation: 0.4,
    underlay: 'heavy',
    weave: 'pile',
    colour: '#dfe7e6',
    stabiliser: 'tear-away, medium, beneath; film on top',
    needle: '80/12 sharp',
    note: 'Loops poke through: sew a knockdown first, or lay film on top.',
  },
  {
    id: 'fleece',
    name: 'Fleece',
    density: 1.1,
    compensation: 0.4,
    underlay: 'heavy',
    weave: 'pile',
    colour: '#46505c',
    stabiliser: 'cut-away, light, beneath; film on top',
    needle: '80/12 ball point',
    note: 'Soft and deep: sew a knockdown first, or lay film on top.',
  },
  {
    id: 'felt',
    name: 'Felt',
    density: 0.95,
    compensation: 0.1,
    underlay: 'light',
    weave: 'felt',
    colour: '#2f3a5f',
    stabiliser: 'none, or tear-away, light',
    needle: '80/12 sharp',
    note: 'Does not stretch; needles leave holes for good.',
  },
  {
    id: 'silk',
    name: 'Satin or silk',
    density: 0.9,
    compensation: 0.2,
    underlay: 'light',
    longest: 5,
    weave: 'sheen',
    colour: '#e7d9de',
    stabiliser: 'cut-away, very light',
    needle: '65/9 sharp',
    note: 'Delicate: no stitch over 5 mm.',
  },
  {
    id: 'cap',
    name: 'Cap front',
    density: 1,
    compensation: 0.3,
    underlay: 'heavy',
    edgeRun: true,
    highest: 55,
    weave: 'twill',
    colour: '#28324a',
    stabiliser: 'tear-away, heavy, as a band inside',
    needle: '80/12 sharp',
    note: 'Curved: sew from the centre out, no higher than 55 mm.',
  },
  {
    id: 'quilt',
    name: 'Quilt sandwich',
    density: 1,
    compensation: 0,
    underlay: 'none',
    weave: 'quilt',
    colour: '#f1eadf',
    stabiliser: 'none: the wadding holds it',
    needle: '90/14 quilting',
    note: 'Open stitches only: run 2.5 mm, spacing 3 mm or more.',
  },
];

/** A cloth as it is to be sewn with a thread, given by its code. */
export const clothUnder = (cloth: Cloth, thread: string): Cloth => cloth.under?.[thread] ?? cloth;

export const clothById = (id: string): Cloth => CLOTHS.find((c) => c.id === id) ?? CLOTHS[0];
