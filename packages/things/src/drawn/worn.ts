// Light things to wear and carry: a polo shirt and a tote bag.
import { both, bothSides, line, round } from '../paths.ts';
import type { Piece, Thing } from '../thing.ts';

const SLEEVE =
  'M196 -300C238 -284 276 -232 306 -168C318 -142 328 -120 334 -104C312 -82 276 -66 246 -60C240 -84 234 -108 228 -130C220 -190 210 -250 196 -300Z';
const CUFF = 'M329 -116L334 -104C312 -82 276 -66 246 -60L242 -76C274 -82 306 -96 329 -116Z';
const BODY =
  'M-70 -340C-112 -332 -156 -318 -198 -300C-222 -236 -238 -170 -244 -90C-254 60 -256 220 -250 350C-90 364 90 364 250 350C256 220 254 60 244 -90C238 -170 222 -236 198 -300C156 -318 112 -332 70 -340C44 -316 -44 -316 -70 -340Z';

const sleeves = (): Piece[] =>
  bothSides([
    {
      paths: line(SLEEVE),
      sewn: true,
      shadow: 13,
      folds: [
        { paths: line('M236 -120C262 -140 286 -148 312 -148'), width: 28, height: 0.5 },
        { paths: line('M226 -190C250 -206 268 -214 286 -212'), width: 26, height: -0.36 },
      ],
      glows: [
        { paths: line('M198 -300C214 -240 226 -170 246 -60'), width: 44, light: -0.36 },
        { paths: line('M226 -282C262 -244 290 -190 318 -124'), width: 34, light: 0.16 },
      ],
    },
    {
      paths: line(CUFF),
      tone: -0.1,
      seams: [{ paths: line('M242 -76C274 -82 306 -96 329 -116'), width: 1.2, strength: 0.6 }],
      glows: [{ paths: line('M242 -78L248 -58'), width: 30, light: -0.3 }],
    },
  ]);

export const polo: Thing = {
  id: 'polo',
  name: 'Polo shirt',
  cloth: 'jersey',
  colour: '#c9cfd6',
  bounds: { minX: -380, minY: -410, maxX: 380, maxY: 380 },
  surface: { kind: 'flat' },
  pieces: () => [
    ...sleeves(),
    // The back of the neck, inside.
    {
      paths: line('M-66 -346C-40 -386 40 -386 66 -346C40 -300 -40 -300 -66 -346Z'),
      tone: -0.26,
      glows: [{ paths: line('M-66 -346C-40 -386 40 -386 66 -346'), width: 40, light: -0.4 }],
    },
    {
      paths: line(BODY),
      sewn: true,
      shadow: 13,
      folds: [
        { paths: both('M240 -96C206 -66 176 -22 160 30'), width: 44, height: 0.46 },
        { paths: both('M236 -124C192 -110 160 -84 136 -54'), width: 32, height: -0.34 },
        { paths: line('M248 190C214 202 186 232 172 286'), width: 48, height: 0.4 },
        { paths: line('M-250 230C-210 230 -176 252 -160 306'), width: 48, height: 0.36 },
        { paths: line('M-60 350C-66 310 -60 270 -50 226'), width: 44, height: 0.32 },
        { paths: line('M72 350C66 316 70 290 80 256'), width: 36, height: -0.28 },
        { paths: both('M196 -296C168 -272 140 -258 110 -250'), width: 32, height: 0.26 },
      ],
      glows: [
        { paths: both('M198 -300C222 -236 238 -170 244 -90'), width: 38, light: -0.3 },
        { paths: both('M248 -60C260 90 262 230 256 356'), width: 64, light: -0.3 },
        { paths: line('M-74 -336C-44 -306 44 -306 74 -336'), width: 40, light: -0.3 },
        { paths: line('M-250 340C-90 354 90 354 250 340'), width: 34, light: -0.2 },
        { paths: both('M104 -250C114 -140 116 -20 104 130'), width: 150, light: 0.1 },
      ],
      seams: [
        { paths: both('M198 -300C222 -236 238 -170 244 -90'), width: 1.3, strength: 0.7 },
        { paths: line('M-250 330C-90 344 90 344 250 330'), dash: [3, 2], width: 0.7, strength: 0.5 },
        { paths: line('M-250 336C-90 350 90 350 250 336'), dash: [3, 2], width: 0.7, strength: 0.4 },
      ],
    },
    // The placket with its buttons.
    {
      paths: line('M-15 -312L15 -312L15 -150L-15 -150Z'),
      tone: -0.03,
      shadow: 3,
      seams: [
        { paths: line('M-12 -312L-12 -153L12 -153L12 -312'), dash: [3, 2], width: 0.7, strength: 0.55 },
        { paths: line('M-12 -166L12 -166'), dash: [3, 2], width: 0.7, strength: 0.55 },
      ],
      glows: [{ paths: line('M16 -312L16 -150'), width: 10, light: -0.2 }],
    },
    ...[-276, -232, -188].map((y): Piece => ({
      paths: round(0, y, 5.5),
      colour: '#efe9dd',
      shadow: 2.4,
      glows: [{ paths: round(-1, y - 1, 3.4), width: 2, light: -0.16 }],
      seams: [{ paths: line(`M-1.500 ${y}L1.500 ${y}`), width: 1.4, colour: '#8d8474', strength: 0.9 }],
    })),
    // The collar, laid down on both sides.
    ...bothSides([
      {
        paths: line(
          'M4 -312C24 -318 46 -334 60 -352C64 -362 66 -370 66 -376C84 -368 100 -352 106 -336C92 -306 74 -282 54 -262C34 -274 16 -290 4 -312Z',
        ),
        tone: 0.03,
        shadow: 6,
        glows: [
          { paths: line('M60 -352C64 -362 66 -370 66 -376'), width: 26, light: -0.2 },
          { paths: line('M98 -334C86 -308 72 -288 54 -270'), width: 10, light: 0.2 },
        ],
        seams: [
          {
            paths: line('M9 -309C20 -292 36 -278 53 -268C70 -286 88 -310 100 -336'),
            dash: [3, 2],
            width: 0.7,
            strength: 0.45,
          },
        ],
      },
    ]),
  ],
  spots: [
    { name: 'Left chest', x: 112, y: -168, width: 95, height: 95 },
    { name: 'Right chest', x: -112, y: -168, width: 95, height: 95 },
    { name: 'Middle', x: 0, y: 20, width: 260, height: 260 },
    { name: 'Left sleeve', x: 272, y: -166, turn: -26, width: 60, height: 70 },
    { name: 'Right sleeve', x: -272, y: -166, turn: 26, width: 60, height: 70 },
  ],
};

const BAG =
  'M-190 -150C-100 -155 100 -155 190 -150C196 -20 200 120 196 246C130 256 60 258 0 258C-60 258 -130 256 -196 246C-200 120 -196 -20 -190 -150Z';

export const tote: Thing = {
  id: 'tote',
  name: 'Tote bag',
  cloth: 'canvas',
  colour: '#d9ceb6',
  bounds: { minX: -260, minY: -380, maxX: 260, maxY: 290 },
  surface: { kind: 'flat' },
  pieces: () => [
    // The handle behind, and the back of the opening.
    {
      paths: line(
        'M-92 -150C-98 -260 -70 -350 0 -350C70 -350 98 -260 92 -150L66 -150C70 -250 52 -322 0 -322C-52 -322 -70 -250 -66 -150Z',
      ),
      tone: -0.2,
      shadow: 6,
    },
    { paths: line('M-190 -150C-100 -162 100 -162 190 -150C100 -142 -100 -142 -190 -150Z'), tone: -0.4 },
    {
      paths: line(BAG),
      sewn: true,
      shadow: 15,
      folds: [
        { paths: line('M-186 -40C-150 -10 -130 60 -128 140'), width: 56, height: 0.32 },
        { paths: line('M190 -80C160 -30 150 40 156 110'), width: 56, height: 0.34 },
        { paths: both('M194 240C170 214 156 190 148 160'), width: 40, height: 0.42 },
        {
          paths: line('M-40 256C-34 236 -36 220 -28 202M60 257C56 240 58 226 52 210'),
          width: 28,
          height: 0.3,
        },
        { paths: both('M80 -146C82 -120 92 -96 110 -74'), width: 30, height: -0.24 },
      ],
      glows: [
        { paths: line('M196 -150C204 0 206 120 202 250'), width: 60, light: -0.3 },
        { paths: line('M-200 252C-100 266 100 266 200 252'), width: 60, light: -0.3 },
        { paths: line('M-80 -60C-30 -70 40 -70 90 -50'), width: 180, light: 0.14 },
      ],
      seams: [
        { paths: line('M-190 -122C-100 -127 100 -127 190 -122'), dash: [4, 2.4], width: 0.9, strength: 0.55 },
        { paths: line('M-190 -146C-100 -151 100 -151 190 -146'), dash: [4, 2.4], width: 0.9, strength: 0.45 },
      ],
    },
    ...bothSides([
      {
        paths: line('M62 -152L88 -152L90 -96L64 -96Z'),
        shadow: 3,
        seams: [
          {
            paths: line('M65 -148L86 -148L87 -99L67 -99ZM65 -148L87 -99M86 -148L67 -99'),
            dash: [3.4, 2],
            width: 0.8,
            strength: 0.6,
          },
        ],
      },
    ]),
    {
      paths: line(
        'M-88 -152C-96 -250 -72 -332 0 -332C72 -332 96 -250 88 -152L62 -152C68 -240 54 -304 0 -304C-54 -304 -68 -240 -62 -152Z',
      ),
      shadow: 8,
      glows: [
        { paths: line('M-88 -152C-96 -250 -72 -332 0 -332C72 -332 96 -250 88 -152'), width: 14, light: 0.22 },
        {
          paths: line('M-62 -152C-68 -240 -54 -304 0 -304C54 -304 68 -240 62 -152'),
          width: 14,
          light: -0.26,
        },
      ],
      seams: [
        {
          paths: line('M-84 -152C-92 -248 -70 -328 0 -328C70 -328 92 -248 84 -152'),
          dash: [3.4, 2],
          width: 0.7,
          strength: 0.45,
        },
        {
          paths: line('M-66 -152C-72 -242 -57 -308 0 -308C57 -308 72 -242 66 -152'),
          dash: [3.4, 2],
          width: 0.7,
          strength: 0.45,
        },
      ],
    },
  ],
  spots: [
    { name: 'Middle', x: 0, y: 50, width: 260, height: 240 },
    { name: 'Lower corner', x: 120, y: 180, width: 100, height: 90 },
  ],
};
