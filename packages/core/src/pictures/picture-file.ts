// What a picture's file is, before it is opened: its kind and size, or a sentence that says why it can't be taken.
import { imageSize } from 'image-size';

/** Why a file can't be taken as a picture; for the person. */
export class PictureFileError extends Error {}

/** Kinds of files that can be taken. */
const PICTURE_KINDS = ['png', 'jpg', 'webp', 'gif', 'svg'] as const;
type PictureKind = (typeof PICTURE_KINDS)[number];
export const PICTURE_TYPES = 'image/png,image/jpeg,image/webp,image/gif,image/svg+xml';

const MOST_BYTES = 60_000_000;
const MOST_PIXELS = 80_000_000;
/** Fewer pixels on a side hold no outline. */
const LEAST_SIDE = 8;

interface PictureFacts {
  kind: PictureKind;
  /** Pixels; of a drawing its own units. */
  width: number;
  height: number;
  /** It has several pictures, of which the first is taken. */
  moves: boolean;
}

/** Throws PictureFileError for what is no picture, is empty, or is too large or small. */
export function lookAtPicture(bytes: Uint8Array): PictureFacts {
  if (!bytes.length) throw new PictureFileError('This file is empty: choose another one.');
  if (bytes.length > MOST_BYTES)
    throw new PictureFileError(
      'This picture is larger than 60 MB: make it smaller first, 2,000 pixels are enough.',
    );
  let found: { width: number; height: number; type?: string };
  try {
    found = imageSize(bytes);
  } catch {
    throw new PictureFileError(
      'This file is no picture that can be read, or it is damaged: choose a PNG, JPEG, WebP, GIF or SVG.',
    );
  }
  const kind = PICTURE_KINDS.find((k) => k === found.type);
  if (!kind)
    throw new PictureFileError(
      `Pictures of the kind “${found.type ?? 'unknown'}” can’t be read: save it as a PNG, JPEG, WebP, GIF or SVG.`,
    );
  const { width, height } = found;
  if (kind === 'svg') return { kind, width: width || 1000, height: height || 1000, moves: false };
  if (width * height > MOST_PIXELS)
    throw new PictureFileError(
      `This picture has ${Math.round((width * height) / 1e6)} million pixels: make it smaller first, 2,000 pixels on its longer side are enough.`,
    );
  if (width < LEAST_SIDE || height < LEAST_SIDE)
    throw new PictureFileError(`This picture is ${width} × ${height} pixels: too small to find shapes in.`);
  return { kind, width, height, moves: kind === 'gif' && severalPictures(bytes) };
}

/** Does a GIF have more than one picture? Each begins with a graphic control block. */
function severalPictures(bytes: Uint8Array): boolean {
  let seen = 0;
  for (let i = 0; i + 3 < bytes.length && seen < 2; i++)
    if (bytes[i] === 0x21 && bytes[i + 1] === 0xf9 && bytes[i + 2] === 4) seen++;
  return seen > 1;
}
