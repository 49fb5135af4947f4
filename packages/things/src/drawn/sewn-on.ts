// What is sewn to other things: a patch on denim, and a label on a quilted mat.
import { box, line, round } from '../paths.ts';
import type { Thing } from '../thing.ts';

export const patch: Thing = {
  id: 'patch',
  name: 'Patch on denim',
  cloth: 'denim',
  colour: '#3d4f6e',
  bounds: { minX: -170, minY: -150, maxX: 170, maxY: 150 },
  surface: { kind: 'flat' },
  carrier: { shape: 'around', margin: 2 },
  pieces: () => [
    {
      paths: box(-400, -400, 800, 800),
      sewn: true,
      folds: [
        {
          paths: line('M-400 -60C-300 -84 -210 -60 -150 -130C-130 -170 -130 -260 -120 -400'),
          width: 70,
          height: 0.34,
        },
        { paths: line('M400 90C280 80 220 150 140 180C90 230 96 320 90 400'), width: 80, height: 0.36 },
        { paths: line('M400 -190C290 -170 250 -220 190 -290'), width: 60, height: -0.3 },
      ],
      glows: [
        { paths: line('M-200 -200L-40 -60'), width: 260, light: 0.14 },
        { paths: line('M400 -100C340 100 200 300 60 400'), width: 220, light: -0.24 },
      ],
      seams: [
        // A felled seam: two rows of the thread that jeans are sewn with, and the light along its ridge.
        { paths: line('M-400 118L400 104'), width: 1.2, strength: 0.9 },
        { paths: line('M-400 110L400 96'), dash: [3.6, 2], width: 1.1, colour: '#c98a3c', strength: 0.95 },
        { paths: line('M-400 102L400 88'), dash: [3.6, 2], width: 1.1, colour: '#c98a3c', strength: 0.95 },
      ],
    },
    ...[
      [-146, 59],
      [146, 54],
    ].map(([x, y]) => ({
      paths: round(x, y, 4.6),
      colour: '#b5763a',
      shadow: 2,
      glows: [
        { paths: round(x - 1, y - 2, 2.4), width: 3, light: 0.5 },
        { paths: round(x, y, 4.4), width: 2, light: -0.4 },
      ],
    })),
  ],
  spots: [{ name: 'Middle', x: 0, y: -20, width: 130, height: 130 }],
};

const QUILTED = Array.from({ length: 21 }, (_, k) => (k - 10) * 26)
  .flatMap((c) => [`M${c - 260} -260L${c + 260} 260`, `M${c - 260} 260L${c + 260} -260`])
  .join('');

export const label: Thing = {
  id: 'label',
  name: 'Label',
  cloth: 'cotton',
  colour: '#8fa39a',
  bounds: { minX: -105, minY: -85, maxX: 105, maxY: 85 },
  surface: { kind: 'flat' },
  carrier: { shape: 'label', margin: 5 },
  pieces: () => [
    {
      paths: box(-260, -260, 520, 520),
      sewn: true,
      glows: [
        { paths: line('M-120 -100L10 -10'), width: 190, light: 0.12 },
        { paths: line('M160 -60C130 40 70 100 -20 150'), width: 130, light: -0.2 },
      ],
      seams: [
        { paths: line(QUILTED), dash: [2.4, 1.4], width: 0.5, strength: 0.55 },
        { paths: line(QUILTED), width: 7, strength: 0.07 },
      ],
    },
  ],
  spots: [{ name: 'Middle', x: 0, y: 0, width: 90, height: 50 }],
};
