// Soft things for the house: a towel on its rail, a blanket, a cushion.
import { both, box, line } from '../paths.ts';
import type { Thing } from '../thing.ts';

export const towel: Thing = {
  id: 'towel',
  name: 'Towel',
  cloth: 'towelling',
  colour: '#dfe7e6',
  bounds: { minX: -320, minY: -350, maxX: 320, maxY: 350 },
  surface: { kind: 'flat' },
  pieces: () => [
    // The half that hangs behind.
    {
      paths: line(
        'M-232 -296L236 -296C240 -100 242 60 240 250C80 258 -80 258 -228 250C-236 60 -238 -100 -232 -296Z',
      ),
      tone: -0.16,
      shadow: 14,
      glows: [{ paths: line('M-232 236C-80 246 80 246 240 236'), width: 60, light: -0.2 }],
    },
    {
      paths: line(
        'M-246 -300C-100 -306 100 -306 246 -300C250 -120 256 100 252 300C244 306 232 302 222 306C150 314 60 304 0 310C-80 316 -160 304 -250 308C-256 100 -252 -120 -246 -300Z',
      ),
      sewn: true,
      shadow: 12,
      folds: [
        { paths: line('M-178 -290C-170 -120 -176 80 -168 312'), width: 62, height: 0.42, through: true },
        { paths: line('M-112 -296C-108 -150 -116 60 -110 312'), width: 44, height: -0.28, through: true },
        { paths: line('M150 -290C142 -110 156 100 148 312'), width: 66, height: 0.42, through: true },
        { paths: line('M214 -296C208 -130 218 90 210 312'), width: 40, height: -0.3, through: true },
        { paths: line('M20 150C28 200 18 260 24 312'), width: 54, height: 0.3 },
        { paths: line('M-46 170C-40 220 -50 270 -44 312'), width: 40, height: -0.22 },
      ],
      glows: [
        { paths: line('M-250 -306C-100 -312 100 -312 250 -306'), width: 60, light: 0.34 },
        { paths: line('M-250 -262C-100 -268 100 -268 250 -262'), width: 70, light: -0.16 },
        { paths: line('M256 -300C262 -100 264 100 258 306'), width: 50, light: -0.26 },
        { paths: line('M-252 -300C-258 -100 -260 100 -254 306'), width: 30, light: -0.14 },
      ],
      seams: [
        { paths: line('M-252 298C-160 296 -80 306 0 300C60 294 150 304 250 292'), width: 1.2, strength: 0.4 },
        {
          paths: line('M240 -300C244 -120 249 100 245 300M-240 -300C-246 -120 -249 100 -244 304'),
          width: 1,
          strength: 0.3,
        },
        // The border that is woven flat, and the two lines about it.
        ...[208, 252].map((y) => ({
          paths: line(`M-253 ${y}C-160 ${y - 3} -80 ${y + 6} 0 ${y}C60 ${y - 5} 150 ${y + 4} 254 ${y - 3}`),
          width: 3.4,
          strength: 0.2,
        })),
        ...Array.from({ length: 9 }, (_, k) => 214 + k * 4).map((y) => ({
          paths: line(`M-253 ${y}C-160 ${y - 3} -80 ${y + 6} 0 ${y}C60 ${y - 5} 150 ${y + 4} 254 ${y - 3}`),
          width: 0.8,
          strength: 0.16,
        })),
      ],
    },
    // The rail.
    {
      paths: box(-310, -318, 620, 16, 8),
      colour: '#b08d57',
      shadow: 7,
      glows: [
        { paths: line('M-310 -314L310 -314'), width: 8, light: 0.5 },
        { paths: line('M-310 -303L310 -303'), width: 9, light: -0.4 },
      ],
    },
    {
      paths: line(
        'M-247 -304C-249 -326 -230 -330 0 -331C230 -330 249 -326 247 -304C150 -309 -150 -309 -247 -304Z',
      ),
      glows: [
        { paths: line('M-244 -322C-100 -328 100 -328 244 -322'), width: 16, light: 0.3 },
        { paths: line('M-247 -304C-150 -309 150 -309 247 -304'), width: 10, light: -0.16 },
        { paths: both('M250 -330L250 -300'), width: 40, light: -0.2 },
      ],
    },
  ],
  spots: [
    { name: 'Above the border', x: 0, y: 130, width: 260, height: 120 },
    { name: 'Middle', x: 0, y: -20, width: 300, height: 300 },
    { name: 'Corner', x: 176, y: 150, width: 90, height: 90 },
  ],
};

const BLANKET =
  'M-372 -286C-200 -300 160 -292 372 -282C384 -100 380 120 374 286C250 282 210 296 90 288C-60 300 -210 282 -370 292C-384 110 -384 -110 -372 -286Z';

export const blanket: Thing = {
  id: 'blanket',
  name: 'Blanket',
  cloth: 'fleece',
  colour: '#7d8f9b',
  bounds: { minX: -420, minY: -340, maxX: 420, maxY: 340 },
  surface: { kind: 'flat' },
  pieces: () => [
    {
      paths: line(BLANKET),
      sewn: true,
      shadow: 14,
      folds: [
        { paths: line('M-376 -60C-300 -96 -220 -104 -130 -84'), width: 84, height: 0.4 },
        { paths: line('M-380 40C-330 52 -280 44 -236 16'), width: 56, height: -0.34 },
        { paths: line('M-180 -290C-168 -240 -176 -200 -210 -156'), width: 60, height: 0.36 },
        { paths: line('M60 -291C70 -232 104 -196 166 -172'), width: 76, height: 0.4 },
        { paths: line('M100 -290C118 -250 150 -226 196 -216'), width: 44, height: -0.34 },
        { paths: line('M378 -120C320 -130 270 -110 226 -66'), width: 80, height: 0.4 },
        { paths: line('M-250 288C-236 240 -204 206 -150 186'), width: 80, height: 0.42 },
        { paths: line('M-200 287C-186 258 -160 240 -124 232'), width: 44, height: -0.36 },
        { paths: line('M40 292C44 250 30 214 -6 184'), width: 64, height: 0.34 },
      ],
      glows: [
        { paths: line('M380 -284C392 -100 388 120 382 290'), width: 90, light: -0.26 },
        { paths: line('M-376 296C-210 286 -60 304 90 292C210 300 250 286 380 290'), width: 70, light: -0.26 },
        { paths: line('M-220 -200C-120 -180 0 -190 120 -170'), width: 220, light: 0.1 },
      ],
      seams: [
        // A blanket stitch all around: legs into the cloth, and a line along the edge.
        {
          paths: line(
            'M-366 -280C-200 -294 160 -286 366 -276C378 -100 374 120 368 280C250 276 210 290 90 282C-60 294 -210 276 -364 286C-378 110 -378 -110 -366 -280Z',
          ),
          dash: [2.4, 9.6],
          width: 13,
          colour: '#f2efe6',
          strength: 0.85,
        },
        {
          paths: line(BLANKET),
          width: 4,
          colour: '#f2efe6',
          strength: 0.9,
        },
      ],
    },
    // A corner is turned over.
    {
      paths: line('M374 120L376 288L200 290C220 236 300 160 374 120Z'),
      tone: -0.5,
      glows: [{ paths: line('M374 120C300 160 220 236 200 290'), width: 46, light: -0.4 }],
    },
    {
      paths: line('M376 118C300 158 220 232 198 290C206 236 218 176 232 140C272 122 330 116 376 118Z'),
      tone: 0.07,
      shadow: 8,
      folds: [{ paths: line('M372 119C300 158 224 228 200 286'), width: 40, height: 0.5 }],
      glows: [{ paths: line('M232 140C272 122 330 116 376 118'), width: 18, light: -0.16 }],
      seams: [
        {
          paths: line('M203 262C209 220 224 168 237 146C272 128 318 122 350 123'),
          dash: [2.4, 9.6],
          width: 13,
          colour: '#f2efe6',
          strength: 0.8,
        },
        {
          paths: line('M198 290C206 236 218 176 232 140C272 122 330 116 376 118'),
          width: 4,
          colour: '#f2efe6',
          strength: 0.9,
        },
      ],
    },
  ],
  spots: [
    { name: 'Middle', x: -20, y: -10, width: 420, height: 300 },
    { name: 'Upper corner', x: -250, y: -200, width: 160, height: 120 },
    { name: 'Lower corner', x: -250, y: 190, width: 160, height: 120 },
  ],
};

export const cushion: Thing = {
  id: 'cushion',
  name: 'Cushion',
  cloth: 'cotton',
  colour: '#c9b79c',
  bounds: { minX: -260, minY: -260, maxX: 260, maxY: 260 },
  surface: { kind: 'pillow', radiusX: 420, radiusY: 420 },
  pieces: () => [
    {
      paths: line(
        'M-222 -222C-150 -208 -70 -204 0 -205C70 -204 150 -208 222 -222C208 -150 204 -70 205 0C204 70 208 150 222 222C150 208 70 204 0 205C-70 204 -150 208 -222 222C-208 150 -204 70 -205 0C-204 -70 -208 -150 -222 -222Z',
      ),
      sewn: true,
      shadow: 20,
      folds: [
        { paths: both('M218 -218C190 -186 170 -160 156 -126'), width: 34, height: 0.5 },
        { paths: both('M216 -210C180 -196 152 -176 132 -152'), width: 26, height: -0.4 },
        { paths: both('M218 218C190 186 170 160 156 126'), width: 34, height: 0.5 },
        { paths: both('M216 210C180 196 152 176 132 152'), width: 26, height: -0.4 },
        {
          paths: line('M-60 204C-54 180 -56 160 -48 142M74 204C70 184 72 168 66 150'),
          width: 24,
          height: 0.4,
        },
        {
          paths: line('M-36 -204C-40 -184 -36 -168 -42 -150M96 -205C90 -186 92 -172 86 -156'),
          width: 22,
          height: 0.34,
        },
        {
          paths: line('M204 -40C184 -36 170 -38 156 -30M204 60C186 54 172 58 160 52'),
          width: 22,
          height: 0.34,
        },
      ],
      glows: [
        { paths: line('M222 -222C208 -150 204 -70 205 0C204 70 208 150 222 222'), width: 120, light: -0.3 },
        { paths: line('M222 222C150 208 70 204 0 205C-70 204 -150 208 -222 222'), width: 140, light: -0.36 },
        {
          paths: line('M-222 222C-208 150 -204 70 -205 0C-204 -70 -208 -150 -222 -222'),
          width: 60,
          light: -0.14,
        },
        { paths: line('M-96 -84C-60 -110 0 -116 40 -104'), width: 210, light: 0.22 },
      ],
      seams: [
        // Piping.
        {
          paths: line(
            'M-219 -219C-150 -205 -70 -201 0 -202C70 -201 150 -205 219 -219C205 -150 201 -70 202 0C201 70 205 150 219 219C150 205 70 201 0 202C-70 201 -150 205 -219 219C-205 150 -201 70 -202 0C-201 -70 -205 -150 -219 -219Z',
          ),
          width: 5,
          strength: 0.28,
        },
        {
          paths: line(
            'M-215 -215C-150 -201 -70 -197 0 -198C70 -197 150 -201 215 -215C201 -150 197 -70 198 0C197 70 201 150 215 215C150 201 70 197 0 198C-70 197 -150 201 -215 215C-201 150 -197 70 -198 0C-197 -70 -201 -150 -215 -215Z',
          ),
          width: 1,
          strength: 0.4,
        },
      ],
    },
  ],
  spots: [
    { name: 'Middle', x: 0, y: 0, width: 300, height: 300 },
    { name: 'Corner', x: 118, y: 118, width: 130, height: 130 },
  ],
};
