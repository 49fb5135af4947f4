// Thread as it lies on the cloth, laid stitch by stitch on to a canvas in mm.
import { Step, type Job } from '../machine/job.ts';

/** Width of thread, in mm. */
const WIDTH = 0.4;
/** The direction that light comes from, as a unit vector in y down. */
const LIGHT = { x: -0.5, y: -0.87 };
const SHADES = 6;

type Rgb = [number, number, number];
const rgb = (hex: string): Rgb => [1, 3, 5].map((k) => parseInt(hex.slice(k, k + 2), 16)) as Rgb;
/** So much lighter or darker, with a share of white. */
const lit = (colour: Rgb, by: number, white = 0): string =>
  `rgb(${colour.map((v) => Math.round(Math.min(255, v * by + 255 * white))).join(' ')})`;

/** From thread that runs along the light to thread that lies across it; together they look like the thread on its spool. */
const shadesOf = (hex: string): { edge: string; body: string; gleam: string }[] => {
  const base = rgb(hex);
  return Array.from({ length: SHADES }, (_, k) => {
    const across = k / (SHADES - 1);
    return {
      edge: lit(base, 0.62 + 0.1 * across),
      body: lit(base, 0.92 + 0.14 * across),
      gleam: lit(base, 1.1 + 0.12 * across, 0.02 + 0.08 * across),
    };
  });
};

const known = new Map<string, ReturnType<typeof shadesOf>>();
const shades = (hex: string): ReturnType<typeof shadesOf> => {
  let of = known.get(hex);
  if (!of) known.set(hex, (of = shadesOf(hex)));
  return of;
};

/** Lays the stitches of records `from` up to but without `to`, as far as `laid` says that they hold, each in its thread. */
export function layThread(
  ctx: CanvasRenderingContext2D,
  job: Job,
  from: number,
  to: number,
  laid: Uint8Array,
  threadOf: (colour: number) => string,
): void {
  const { x, y, step, colour } = job;
  ctx.lineCap = 'round';
  for (let i = Math.max(1, from); i < to; i++) {
    if (step[i] !== Step.stitch || !laid[i]) continue;
    const [dx, dy] = [x[i] - x[i - 1], y[i] - y[i - 1]];
    const length = Math.hypot(dx, dy) || 1;
    const across = Math.abs(dx * LIGHT.y - dy * LIGHT.x) / length;
    const { edge, body, gleam } = shades(threadOf(colour[i]))[
      Math.min(SHADES - 1, Math.floor(across * SHADES))
    ];
    for (const [style, width, offset] of [
      [edge, WIDTH * 1.06, -0.04],
      [body, WIDTH * 0.82, 0],
      [gleam, WIDTH * 0.26, 0.06],
    ] as const) {
      ctx.strokeStyle = style;
      ctx.lineWidth = width;
      ctx.beginPath();
      ctx.moveTo(x[i - 1] + LIGHT.x * offset, y[i - 1] + LIGHT.y * offset);
      ctx.lineTo(x[i] + LIGHT.x * offset, y[i] + LIGHT.y * offset);
      ctx.stroke();
    }
  }
}

/** All that is to be sewn, faintly. */
export function drawGhost(
  ctx: CanvasRenderingContext2D,
  job: Job,
  threadOf: (colour: number) => string,
): void {
  const { x, y, step, colour } = job;
  ctx.save();
  ctx.globalAlpha = 0.3;
  ctx.lineWidth = 0.14;
  let now = -1;
  for (let i = 1; i < x.length; i++) {
    if (colour[i] !== now || i % 4000 === 0) {
      if (now >= 0) ctx.stroke();
      now = colour[i];
      ctx.strokeStyle = threadOf(now);
      ctx.beginPath();
    }
    if (step[i] !== Step.stitch) continue;
    ctx.moveTo(x[i - 1], y[i - 1]);
    ctx.lineTo(x[i], y[i]);
  }
  ctx.stroke();
  ctx.restore();
}
