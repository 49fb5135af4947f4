// `rosehip from-picture`: a picture to a design, with the choices that its page of steps begins with.
import { createCanvas, loadImage, type Canvas } from '@napi-rs/canvas';
import {
  applyCommand,
  CHOICES,
  chooseCounts,
  DESIGN_LIMITS,
  emptyDesign,
  layPictureJob,
  lookAtPicture,
  MOST_COLOURS,
  objectsOfPicture,
  PictureFileError,
  PictureWork,
  proposedChoices,
  SHADED,
  threadChart,
  WORK_PIXELS,
  type Bitmap,
  type PictureChoices,
} from '@rosehip/core';
import { basename } from 'node:path';
import { bytesOf, writeDesign, writtenAs } from './files.ts';
import { onCloth, satinFrom } from './choose.ts';
import { lengthFrom } from './length.ts';
import { UsageError } from './usage-error.ts';

interface Options {
  width: string;
  colours?: string;
  satin: string;
  ground: string;
  as: string;
  threads: string;
  lines: string;
  spacing?: string;
  cloth?: string;
  out: string;
}

const GROUNDS = ['corners', 'clear'] as const;
const WAYS = ['areas', 'outlines', 'middle', 'shaded'] as const;
const LINES = ['parallel', 'contour', 'spiral'] as const;
const MOST_THREADS = 5;

function oneOf<T extends string>(name: string, value: string, choices: readonly T[]): T {
  const found = choices.find((c) => c === value);
  if (!found) throw new UsageError(`--${name} must be ${choices.join(' or ')}, not "${value}".`);
  return found;
}

const dataOf = (kind: string, bytes: Uint8Array): string =>
  `data:image/${kind === 'jpg' ? 'jpeg' : kind};base64,${Buffer.from(bytes).toString('base64')}`;

/** Drawn pixels as a design keeps them. */
function drawnData(canvas: Canvas): string {
  const exact = canvas.toDataURL('image/png');
  return exact.length <= DESIGN_LIMITS.picture ? exact : canvas.toDataURL('image/jpeg', 80);
}

/** Pixels of a picture file, not more than are worked on. */
async function opened(path: string): Promise<{ picture: Bitmap; kept: string }> {
  const bytes = await bytesOf(path);
  try {
    const { kind } = lookAtPicture(bytes);
    const image = await loadImage(Buffer.from(bytes));
    const k = Math.min(1, WORK_PIXELS / Math.max(image.width, image.height));
    const canvas = createCanvas(
      Math.max(1, Math.round(image.width * k)),
      Math.max(1, Math.round(image.height * k)),
    );
    const ctx = canvas.getContext('2d');
    ctx.imageSmoothingQuality = 'high';
    ctx.drawImage(image, 0, 0, canvas.width, canvas.height);
    const { data, width, height } = ctx.getImageData(0, 0, canvas.width, canvas.height);
    const own = k === 1 && kind !== 'svg' && kind !== 'gif' ? dataOf(kind, bytes) : null;
    const picture = { width, height, data: data as unknown as Uint8ClampedArray };
    return { picture, kept: own && own.length <= DESIGN_LIMITS.picture ? own : drawnData(canvas) };
  } catch (error) {
    if (error instanceof PictureFileError) throw new UsageError(`${path}: ${error.message}`);
    throw new UsageError(`${path}: This picture is damaged and can’t be opened.`);
  }
}

export async function fromPicture(input: string, options: Options): Promise<void> {
  writtenAs(options.out);
  const width = lengthFrom('width', options.width, 3, 2000);
  const satin = satinFrom(options.satin);
  const ground = oneOf('ground', options.ground, GROUNDS);
  const as = oneOf('as', options.as, WAYS);
  const colours = options.colours === undefined ? null : Number(options.colours);
  if (colours !== null && (!Number.isInteger(colours) || colours < 1 || colours > MOST_COLOURS))
    throw new UsageError(
      `--colours must be a whole number from 1 to ${MOST_COLOURS}, not "${options.colours}".`,
    );
  const threads = Number(options.threads);
  if (!Number.isInteger(threads) || threads < 1 || threads > MOST_THREADS)
    throw new UsageError(
      `--threads must be a whole number from 1 to ${MOST_THREADS}, not "${options.threads}".`,
    );
  const spacing = options.spacing === undefined ? undefined : lengthFrom('spacing', options.spacing, 0.8, 8);
  const shaded = {
    ...SHADED,
    threads,
    lines: oneOf('lines', options.lines, LINES),
    ...(spacing !== undefined && { spacing }),
  };
  const side = Math.min(400, Math.max(50, Math.ceil(width / 10) * 10 + 10));
  const empty = onCloth(
    emptyDesign(basename(input).replace(/\.\w+$/, ''), { name: 'Own size', width: side, height: side }),
    options.cloth,
  );
  const { picture, kept } = await opened(input);
  const chart = threadChart(empty.chart);
  const work = new PictureWork();
  const asked: PictureChoices = {
    ...CHOICES,
    width,
    ground: ground === CHOICES.ground.from ? CHOICES.ground : { ...CHOICES.ground, from: ground },
    stitches: { satin, as, ...(as === 'shaded' && { shaded }) },
  };
  const { choices: proposed, sheet } = proposedChoices(work, picture, asked);
  if (sheet) console.log('A sheet of paper was found in the picture: only that is taken.');
  const choices =
    colours === null ? proposed : { ...proposed, colours: { ...proposed.colours, count: colours } };
  const steps = work.run(picture, choices, chart);
  const made = objectsOfPicture(steps, choices.stitches, empty);
  if (!made.objects.length) throw new UsageError(`${input}: all of it is ground; try --ground clear.`);
  const { command } = layPictureJob(empty, { picture: { name: empty.name, data: kept }, choices }, made);
  await writeDesign(options.out, applyCommand(empty, command).design);
  const counts = chooseCounts(made.objects);
  const used = new Set(made.objects.map((o) => o.thread)).size;
  console.log(
    `${options.out}: ${used} ${used === 1 ? 'colour' : 'colours'}; ${counts.satin} satin, ${counts.fill} fill, ${counts.line} line.`,
  );
}
