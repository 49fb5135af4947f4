// A fleece jacket with a zip and a collar that stands, from in front and from behind.
import { both, bothSides, box, line, round } from '../paths.ts';
import type { Path } from '@rosehip/core';
import type { Fold, Glow, Piece, Spot, Thing } from '../thing.ts';

const BOUNDS = { minX: -400, minY: -425, maxX: 400, maxY: 375 };

/* The wearer's left half of the front; the sleeve that hangs beside it. */
const HALF =
  'M-2 -318L-2 345C90 353 180 351 262 340C272 250 262 70 248 -70C238 -160 224 -232 205 -296C160 -318 112 -338 72 -346C56 -326 26 -318 -2 -318Z';
const SLEEVE =
  'M203 -297C238 -287 266 -254 280 -206C312 -60 352 120 374 262C350 278 318 286 294 283C286 170 270 30 249 -72C239 -150 224 -232 203 -297Z';
const CUFF = 'M367 224L374 262C350 278 318 286 294 283L291 244C318 246 346 238 367 224Z';
const WHOLE =
  'M-72 -346C-112 -338 -160 -318 -205 -296C-224 -232 -238 -160 -248 -70C-262 70 -272 250 -262 340C-90 356 90 356 262 340C272 250 262 70 248 -70C238 -160 224 -232 205 -296C160 -318 112 -338 72 -346C40 -326 -40 -326 -72 -346Z';

const armhole = (): Path[] => line('M205 -296C224 -232 238 -160 248 -70');

const sleeveFolds = (): Fold[] => [
  { paths: line('M252 -40C280 -10 306 4 330 8'), width: 30, height: 0.5 },
  { paths: line('M262 20C286 44 312 56 342 60'), width: 26, height: -0.45 },
  { paths: line('M276 120C300 132 326 132 352 124'), width: 30, height: 0.4 },
  { paths: line('M288 212C312 222 338 218 362 206'), width: 24, height: 0.5 },
];
const sleeveGlows = (): Glow[] => [
  { paths: line('M205 -292C226 -220 244 -140 252 -64C272 40 288 170 295 283'), width: 46, light: -0.4 },
  { paths: line('M262 -240C300 -80 336 100 362 250'), width: 40, light: 0.12 },
  { paths: line('M290 -210C322 -60 362 120 384 262'), width: 26, light: -0.22 },
];

const sleeves = (): Piece[] =>
  bothSides([
    { paths: line(SLEEVE), sewn: true, shadow: 16, folds: sleeveFolds(), glows: sleeveGlows() },
    {
      paths: line(CUFF),
      tone: -0.1,
      seams: [
        { paths: line('M291 244C318 246 346 238 367 224'), width: 1, strength: 0.7 },
        { paths: line('M291.500 249C318 251 346 243 368 229'), dash: [3, 2], width: 0.7, strength: 0.5 },
      ],
      glows: [{ paths: line('M293 243L296 286'), width: 34, light: -0.3 }],
    },
  ]);

/** Folds that a body has which hangs and is worn. */
const halfFolds = (): Fold[] => [
  { paths: line('M246 -70C214 -34 190 6 176 56'), width: 44, height: 0.5 },
  { paths: line('M240 -92C196 -72 160 -40 138 -4'), width: 34, height: -0.38 },
  { paths: line('M256 150C226 170 206 206 200 262'), width: 46, height: 0.42 },
  { paths: line('M110 330C104 292 106 250 116 204'), width: 42, height: 0.36 },
  { paths: line('M44 330C40 300 42 270 48 238'), width: 26, height: -0.3 },
  { paths: line('M200 -290C176 -262 150 -244 118 -232'), width: 36, height: 0.3 },
];
const halfGlows = (): Glow[] => [
  { paths: armhole(), width: 40, light: -0.34 },
  { paths: line('M256 -40C266 90 274 230 266 344'), width: 64, light: -0.34 },
  { paths: line('M76 -345C62 -318 30 -306 0 -304'), width: 42, light: -0.42 },
  { paths: line('M-4 330C80 338 180 336 262 326'), width: 40, light: -0.2 },
  { paths: line('M120 -260C132 -150 136 -30 126 120'), width: 150, light: 0.1 },
];

const chest = (name: string, x: number): Spot => ({ name, x, y: -170, width: 100, height: 100 });
const sleeveSpot = (name: string, x: number, turn: number): Spot => ({
  name,
  x,
  y: -90,
  turn,
  width: 62,
  height: 120,
});

const halves = (): Piece[] =>
  bothSides([
    {
      paths: line(HALF),
      sewn: true,
      shadow: 14,
      folds: halfFolds(),
      glows: halfGlows(),
      seams: [
        { paths: armhole(), width: 1.4, strength: 0.85 },
        { paths: line('M201 -293C219 -230 233 -160 243 -70'), dash: [3.4, 2], width: 0.7, strength: 0.5 },
        { paths: line('M11 -318L11 345'), dash: [3.4, 2], width: 0.7, strength: 0.5 },
        { paths: line('M0 318C90 326 180 324 263 313'), dash: [3.4, 2], width: 0.8, strength: 0.55 },
        // A pocket with a welt, slanted as hands want it.
        { paths: line('M126 92L172 222'), width: 3.2, strength: 0.75 },
        { paths: line('M119 92L166 226L178 222L131 88Z'), dash: [3.4, 2], width: 0.7, strength: 0.45 },
      ],
    },
  ]);

export const jacket: Thing = {
  id: 'jacket',
  name: 'Fleece jacket',
  cloth: 'fleece',
  colour: '#46505c',
  bounds: BOUNDS,
  surface: { kind: 'flat' },
  pieces: () => [
    ...sleeves(),
    // The inside of the collar, seen over its front.
    {
      paths: line('M-60 -402C-34 -416 34 -416 60 -402C36 -384 -36 -384 -60 -402Z'),
      tone: -0.34,
      shadow: 12,
      glows: [{ paths: line('M-60 -398C-30 -384 30 -384 60 -398'), width: 20, light: -0.4 }],
    },
    ...halves(),
    {
      paths: line(
        'M-78 -344C-78 -370 -70 -392 -62 -403C-36 -388 36 -388 62 -403C70 -392 78 -370 78 -344C54 -318 26 -309 0 -309C-26 -309 -54 -318 -78 -344Z',
      ),
      tone: -0.03,
      shadow: 7,
      folds: [
        { paths: both('M64 -394C50 -372 48 -348 56 -330'), width: 26, height: 0.4 },
        { paths: both('M30 -390C22 -366 22 -342 28 -316'), width: 22, height: -0.26 },
      ],
      glows: [
        {
          paths: line('M-80 -346C-54 -316 -26 -306 0 -306C26 -306 54 -316 80 -346'),
          width: 20,
          light: -0.34,
        },
        { paths: line('M-62 -400C-36 -385 36 -385 62 -400'), width: 14, light: 0.2 },
      ],
      seams: [
        {
          paths: line('M-78 -344C-54 -318 -26 -309 0 -309C26 -309 54 -318 78 -344'),
          width: 1.6,
          strength: 0.8,
        },
        {
          paths: both('M60 -397C36 -382 14 -380 10 -380L10 -312'),
          dash: [3.4, 2],
          width: 0.7,
          strength: 0.5,
        },
      ],
    },
    {
      paths: box(-5.5, -388, 11, 735, 2),
      colour: '#26232b',
      shadow: 3,
      seams: [
        { paths: line('M0 -386L0 345'), dash: [1.6, 2.6], width: 4.6, colour: '#7c7a86', strength: 0.9 },
        { paths: line('M0 -386L0 345'), width: 0.8, colour: '#1a171e', strength: 1 },
      ],
    },
    {
      paths: line('M-5 -384h10l2 16l-4 6v24a3 3 0 0 1 -6 0v-24l-4 -6Z'),
      colour: '#a3a1ab',
      shadow: 3,
      glows: [{ paths: line('M-2 -382L-2 -340'), width: 4, light: 0.5 }],
    },
  ],
  spots: [
    chest('Left chest', 118),
    chest('Right chest', -118),
    sleeveSpot('Left sleeve', 288, -14),
    sleeveSpot('Right sleeve', -288, 14),
  ],
};

export const jacketBack: Thing = {
  id: 'jacket-back',
  name: 'Jacket, back',
  cloth: 'fleece',
  colour: '#46505c',
  bounds: BOUNDS,
  surface: { kind: 'flat' },
  pieces: () => [
    ...sleeves(),
    {
      paths: line(
        'M-72 -338C-72 -372 -62 -396 -52 -404C-26 -412 26 -412 52 -404C62 -396 72 -372 72 -338C40 -316 -40 -316 -72 -338Z',
      ),
      tone: -0.05,
      shadow: 12,
      glows: [{ paths: line('M-70 -346C-30 -332 30 -332 70 -346'), width: 26, light: -0.4 }],
    },
    {
      paths: line(WHOLE),
      sewn: true,
      shadow: 14,
      folds: [
        { paths: both('M246 -70C214 -30 186 20 176 76'), width: 46, height: 0.5 },
        { paths: both('M242 -96C204 -80 172 -50 152 -8'), width: 34, height: -0.36 },
        { paths: both('M256 150C226 170 206 206 200 262'), width: 46, height: 0.4 },
        { paths: both('M92 330C86 292 88 262 96 226'), width: 42, height: 0.34 },
        { paths: line('M4 330C0 304 2 280 6 252'), width: 34, height: -0.3 },
      ],
      glows: [
        { paths: both('M205 -296C224 -232 238 -160 248 -70'), width: 40, light: -0.34 },
        { paths: both('M256 -40C266 90 274 230 266 344'), width: 64, light: -0.34 },
        { paths: line('M-76 -344C-40 -322 40 -322 76 -344'), width: 26, light: -0.3 },
        { paths: line('M-262 330C-90 344 90 344 262 330'), width: 40, light: -0.2 },
        { paths: both('M90 -250C100 -150 100 -30 90 120'), width: 170, light: 0.08 },
      ],
      seams: [
        { paths: both('M205 -296C224 -232 238 -160 248 -70'), width: 1.4, strength: 0.85 },
        { paths: both('M201 -293C219 -230 233 -160 243 -70'), dash: [3.4, 2], width: 0.7, strength: 0.5 },
        { paths: line('M-72 -346C-40 -326 40 -326 72 -346'), width: 1.6, strength: 0.8 },
        { paths: line('M-263 313C-90 328 90 328 263 313'), dash: [3.4, 2], width: 0.8, strength: 0.55 },
        // The loop that it hangs by.
        { paths: line('M-16 -336C-14 -318 14 -318 16 -336'), width: 4, strength: 0.7 },
      ],
    },
    { paths: round(-16, -336, 3), tone: -0.3 },
    { paths: round(16, -336, 3), tone: -0.3 },
  ],
  spots: [
    { name: 'Between the shoulders', x: 0, y: -150, width: 280, height: 180 },
    { name: 'Middle of the back', x: 0, y: 20, width: 300, height: 300 },
    { name: 'Below the collar', x: 0, y: -272, width: 100, height: 60 },
  ],
};
