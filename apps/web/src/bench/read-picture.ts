// A picture file as a reference picture: made smaller when it is large, laid in the middle of the hoop.
import type { Design, ReferencePicture } from '@rosehip/core';
import { blobOf } from '../parts/data-url.ts';

/** Why a picture can't be taken; for the person. */
export class PictureError extends Error {}

/** Longest side that is kept, in pixels: finer than any stitch in the largest hoop. */
const LONGEST = 1600;
const MOST_BYTES = 40_000_000;
/** Characters that a design may spend on it. */
const MOST_DATA = 2_900_000;

export async function readPicture(file: File, hoop: Design['hoop']): Promise<ReferencePicture> {
  if (file.size > MOST_BYTES)
    throw new PictureError('The picture is larger than 40 MB. Make it smaller first.');
  let image: ImageBitmap;
  try {
    image = await createImageBitmap(file);
  } catch {
    throw new PictureError('This file is no picture that can be read: choose a PNG, JPEG or WebP.');
  }
  const k = Math.min(1, LONGEST / Math.max(image.width, image.height));
  const [w, h] = [Math.max(1, Math.round(image.width * k)), Math.max(1, Math.round(image.height * k))];
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [w, h];
  canvas.getContext('2d')!.drawImage(image, 0, 0, w, h);
  image.close();
  // Line drawings are smallest as PNG, photographs as JPEG.
  const png = canvas.toDataURL('image/png');
  let data = png.length < 400_000 ? png : canvas.toDataURL('image/jpeg', 0.85);
  if (data.length > MOST_DATA) data = canvas.toDataURL('image/jpeg', 0.5);
  const mm = Math.min((hoop.width * 0.9) / w, (hoop.height * 0.9) / h);
  return {
    name: file.name.slice(0, 120) || 'Picture',
    data,
    x: 0,
    y: 0,
    width: w * mm,
    height: h * mm,
    turn: 0,
    strength: 0.6,
    locked: false,
    visible: true,
  };
}

/** The picture of a `data:` URL, decoded; null when it can't be. */
export async function decodePicture(data: string): Promise<ImageBitmap | null> {
  try {
    return await createImageBitmap(blobOf(data));
  } catch {
    return null;
  }
}
