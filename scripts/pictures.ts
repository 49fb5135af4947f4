// Draws the pictures that the page of steps offers to try: `npx tsx scripts/pictures.ts`. They are kept, as files, beside the
// application's own pictures.
import { createCanvas, loadImage, type Canvas, type SKRSContext2D } from '@napi-rs/canvas';
import { writeFileSync } from 'node:fs';
import { seeded } from '../packages/core/src/geometry/random.ts';
import { photographed } from '../packages/core/test/photographed.ts';

const OUT = new URL('../apps/web/src/assets/pictures/', import.meta.url);

async function drawn(width: number, height: number, body: string, ground: string): Promise<Canvas> {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}"><rect width="${width}" height="${height}" fill="${ground}"/>${body}</svg>`;
  const canvas = createCanvas(width, height);
  canvas.getContext('2d').drawImage(await loadImage(Buffer.from(svg)), 0, 0);
  return canvas;
}

const star = (x: number, y: number, r: number, points = 5): string =>
  Array.from({ length: 2 * points }, (_, k) => {
    const a = (k * Math.PI) / points - Math.PI / 2;
    const d = k % 2 ? 0.42 * r : r;
    return `${(x + d * Math.cos(a)).toFixed(1)},${(y + d * Math.sin(a)).toFixed(1)}`;
  }).join(' ');

/** The observatory at dusk: flat colours on a ground of one colour. */
const dusk = (): Promise<Canvas> =>
  drawn(
    1000,
    900,
    `<clipPath id="round"><circle cx="500" cy="450" r="400"/></clipPath><g clip-path="url(#round)">
<rect width="1000" height="900" fill="#2c3566"/>
<path d="M0 430 C220 380 360 470 560 420 S860 380 1000 430 V900 H0Z" fill="#6a4a80"/>
<path d="M0 540 C260 500 420 580 640 530 S880 520 1000 550 V900 H0Z" fill="#c9607a"/>
<path d="M0 640 C200 560 420 700 620 620 S900 640 1000 600 V900 H0Z" fill="#f0a35a"/>
<path d="M0 760 C180 640 380 720 520 690 S840 660 1000 780 V900 H0Z" fill="#2f4a3c"/>
</g>
<path d="M322 700 V520 A170 170 0 0 1 662 520 V700Z" fill="#e9e2d2"/>
<rect x="300" y="690" width="384" height="46" fill="#7b3f3f"/>
<path d="M470 352 L520 352 L534 520 L456 520Z" fill="#1d2440"/>
<rect x="456" y="600" width="74" height="92" fill="#f2c94c"/>
<path d="M300 180 A92 92 0 1 0 388 300 A74 74 0 1 1 300 180Z" fill="#f7e7b4"/>
<polygon points="${star(640, 230, 44)}" fill="#f7e7b4"/><polygon points="${star(760, 330, 28)}" fill="#f7e7b4"/><polygon points="${star(520, 160, 24)}" fill="#f7e7b4"/>`,
    '#bcd3cc',
  );

/** Heather in a pot: flat art with touching shapes and narrow parts. */
function heather(): Promise<Canvas> {
  const stem = (x: number, bend: number): string =>
    `M450 640 C${450 + bend * 0.3} 520 ${x - bend * 0.2} 400 ${x} 250`;
  const bells = (x: number, bend: number): string =>
    Array.from({ length: 7 }, (_, k) => {
      const t = 0.42 + k * 0.083;
      const u = 1 - t;
      const px =
        u ** 3 * 450 + 3 * u * u * t * (450 + bend * 0.3) + 3 * u * t * t * (x - bend * 0.2) + t ** 3 * x;
      const py = u ** 3 * 640 + 3 * u * u * t * 520 + 3 * u * t * t * 400 + t ** 3 * 250;
      const side = k % 2 ? 1 : -1;
      const r = 27 - 2 * k;
      return `<ellipse cx="${px + side * r * 1.1}" cy="${py}" rx="${r}" ry="${r * 0.78}" fill="${k % 3 ? '#a65aa0' : '#d08cc4'}"/>`;
    }).join('');
  const stems = [
    [250, -200],
    [350, -80],
    [560, 110],
    [660, 230],
  ];
  return drawn(
    900,
    900,
    `${stems.map(([x, b]) => `<path d="${stem(x, b)}" fill="none" stroke="#4d7a4a" stroke-width="13"/>`).join('')}${stems.map(([x, b]) => bells(x, b)).join('')}
<path d="M450 640 C360 600 250 600 190 540 C280 520 390 560 450 640Z" fill="#6f9a55"/><path d="M450 640 C540 590 640 600 710 530 C620 500 500 550 450 640Z" fill="#6f9a55"/>
<path d="M300 640 H600 L560 830 H340Z" fill="#b8653a"/><rect x="280" y="610" width="340" height="56" rx="10" fill="#d98450"/>`,
    '#f4ead2',
  );
}

/** A constellation as somebody draws it with a pen: black on white. */
function constellation(): Promise<Canvas> {
  const stars = [
    [150, 260, 46],
    [340, 180, 34],
    [470, 350, 40],
    [660, 300, 34],
    [770, 480, 52],
    [610, 620, 36],
    [400, 600, 40],
  ];
  const lines = [
    [0, 1],
    [1, 2],
    [2, 3],
    [3, 4],
    [4, 5],
    [5, 6],
    [6, 2],
  ];
  const random = seeded(12);
  const hand = (): number => (random() - 0.5) * 26;
  return drawn(
    900,
    820,
    `<g fill="none" stroke="#17171a" stroke-width="11" stroke-linejoin="round" stroke-linecap="round">${lines
      .map(([a, b]) => {
        const [p, q] = [stars[a], stars[b]];
        return `<path d="M${p[0]} ${p[1]} Q${(p[0] + q[0]) / 2 + hand()} ${(p[1] + q[1]) / 2 + hand()} ${q[0]} ${q[1]}"/>`;
      })
      .join(
        '',
      )}</g>${stars.map(([x, y, r]) => `<polygon points="${star(x, y, r)}" fill="#ffffff" stroke="#17171a" stroke-width="10" stroke-linejoin="round"/>`).join('')}`,
    '#ffffff',
  );
}

/** A small painting with the many tones of a photograph: a comet over the moor. */
function painting(): Canvas {
  const canvas = createCanvas(640, 480);
  const ctx: SKRSContext2D = canvas.getContext('2d');
  const sky = ctx.createLinearGradient(0, 0, 0, 330);
  sky.addColorStop(0, '#141c3c');
  sky.addColorStop(0.55, '#4a4a84');
  sky.addColorStop(1, '#e79a6a');
  ctx.fillStyle = sky;
  ctx.fillRect(0, 0, 640, 480);
  const glow = ctx.createRadialGradient(420, 120, 4, 420, 120, 90);
  glow.addColorStop(0, '#fffbe6');
  glow.addColorStop(0.15, '#fff0b8');
  glow.addColorStop(1, 'rgba(255,240,184,0)');
  ctx.fillStyle = glow;
  ctx.fillRect(0, 0, 640, 480);
  const tail = ctx.createLinearGradient(420, 120, 130, 40);
  tail.addColorStop(0, 'rgba(255,246,214,0.9)');
  tail.addColorStop(1, 'rgba(255,246,214,0)');
  ctx.fillStyle = tail;
  ctx.beginPath();
  ctx.moveTo(424, 112);
  ctx.quadraticCurveTo(270, 60, 110, 60);
  ctx.quadraticCurveTo(280, 96, 416, 132);
  ctx.fill();
  for (const [y, near, far] of [
    [300, '#5b4468', '#7f5a72'],
    [350, '#3c4a4a', '#58614f'],
    [405, '#20302a', '#33452f'],
  ] as const) {
    const hill = ctx.createLinearGradient(0, y - 40, 0, y + 70);
    hill.addColorStop(0, far);
    hill.addColorStop(1, near);
    ctx.fillStyle = hill;
    ctx.beginPath();
    ctx.moveTo(0, y + 10);
    ctx.bezierCurveTo(160, y - 50, 300, y + 50, 420, y);
    ctx.bezierCurveTo(520, y - 40, 590, y + 10, 640, y - 14);
    ctx.lineTo(640, 480);
    ctx.lineTo(0, 480);
    ctx.fill();
  }
  // Brush and grain.
  const random = seeded(5);
  for (let k = 0; k < 5200; k++) {
    const [x, y] = [random() * 640, random() * 480];
    ctx.fillStyle = random() < 0.5 ? 'rgba(255,255,255,0.035)' : 'rgba(0,0,0,0.05)';
    ctx.beginPath();
    ctx.ellipse(x, y, 3 + 9 * random(), 1 + 2.5 * random(), random() * 0.6 - 0.3, 0, 7);
    ctx.fill();
  }
  return canvas;
}

/** An owl that a child drew with felt pens, as a telephone took it of the paper. */
function owl(): Canvas {
  const canvas = createCanvas(1000, 900);
  const ctx = canvas.getContext('2d');
  const random = seeded(9);
  ctx.fillStyle = '#f6f3ec';
  ctx.fillRect(0, 0, 1000, 900);
  ctx.lineCap = 'round';
  ctx.lineJoin = 'round';
  const around = (x: number, y: number, rx: number, ry: number, from = 0, to = 2 * Math.PI): number[][] =>
    Array.from({ length: 41 }, (_, i) => {
      const a = from + ((to - from) * i) / 40;
      return [x + rx * Math.cos(a), y + ry * Math.sin(a)];
    });
  const path = (places: number[][], shake: number): void => {
    ctx.beginPath();
    for (const [x, y] of places) ctx.lineTo(x + shake * random(), y + shake * random());
  };
  const filled = (places: number[][], colour: string): void => {
    path(places, 0);
    ctx.fillStyle = colour;
    ctx.fill();
  };
  const line = (places: number[][], colour: string, width: number): void => {
    path(places, 4);
    ctx.strokeStyle = colour;
    ctx.lineWidth = width;
    ctx.stroke();
  };
  const [ink, brown, amber, green] = ['#2e2a33', '#a9713c', '#e8a92c', '#4d9448'];
  filled(around(500, 500, 215, 270), brown);
  filled(around(500, 590, 130, 160), '#ecd9a8');
  line(around(500, 500, 215, 270), ink, 13);
  for (const side of [-1, 1]) {
    filled(around(500 + 85 * side, 370, 70, 70), '#f2ead6');
    line(around(500 + 85 * side, 370, 70, 70), ink, 12);
    filled(around(500 + 80 * side, 375, 28, 28), ink);
    line(
      [
        [500 + 120 * side, 270],
        [500 + 190 * side, 170],
        [500 + 45 * side, 240],
      ],
      ink,
      13,
    );
    line(around(500 + 215 * side, 520, 60, 150, Math.PI / 2, (side > 0 ? -1 : 3) * (Math.PI / 2)), ink, 12);
    for (const toe of [-28, 0, 28])
      line(
        [
          [500 + 80 * side, 762],
          [500 + 80 * side + toe, 812],
        ],
        amber,
        16,
      );
  }
  filled(
    [
      [470, 425],
      [530, 425],
      [500, 490],
    ],
    amber,
  );
  for (let row = 0; row < 3; row++)
    for (let k = -1; k <= 1; k++) line(around(500 + 62 * k, 530 + 62 * row, 24, 22, 0, Math.PI), ink, 8);
  line(
    [
      [90, 830],
      [420, 815],
      [910, 838],
    ],
    '#6d4a2c',
    26,
  );
  for (const [x, y] of [
    [170, 780],
    [270, 775],
    [790, 785],
    [870, 800],
  ]) {
    filled(around(x, y, 40, 18), green);
    line(around(x, y, 40, 18), green, 8);
  }
  const taken = photographed(ctx.getImageData(0, 0, 1000, 900) as never, {
    right: 0.26,
    bottom: 0.12,
    shadow: 0.22,
    seed: 4,
  });
  const image = ctx.createImageData(1000, 900);
  image.data.set(taken.data);
  ctx.putImageData(image, 0, 0);
  return canvas;
}

const save = (name: string, bytes: Uint8Array): void => writeFileSync(new URL(name, OUT), bytes);
save('dusk.png', (await dusk()).toBuffer('image/png'));
save('heather.png', (await heather()).toBuffer('image/png'));
save('constellation.png', (await constellation()).toBuffer('image/png'));
save('comet.jpg', painting().toBuffer('image/jpeg', 84));
save('owl.jpg', owl().toBuffer('image/jpeg', 80));
