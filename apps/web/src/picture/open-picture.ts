// A file as a picture that can be worked on: looked at first, then decoded, not larger than is of use.
import { lookAtPicture, PictureFileError, WORK_PIXELS } from '@rosehip/core';

export interface OpenedPicture {
  image: ImageBitmap;
  name: string;
  /** What the person should know. */
  note: string;
}

/** Throws PictureFileError with a sentence for what can't be opened. */
export async function openPicture(file: File): Promise<OpenedPicture> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  const { kind, width, height, moves } = lookAtPicture(bytes);
  const name = file.name.replace(/\.[a-z]+$/i, '').slice(0, 120) || 'Picture';
  try {
    if (kind === 'svg') return { image: await drawnSvg(bytes, width, height), name, note: '' };
    const k = Math.min(1, WORK_PIXELS / Math.max(width, height));
    const image = await createImageBitmap(file, {
      ...(k < 1 && { resizeWidth: Math.round(width * k), resizeQuality: 'high' as const }),
    });
    const note = moves ? 'This picture moves: its first picture is taken.' : '';
    return { image, name, note };
  } catch (error) {
    if (error instanceof PictureFileError) throw error;
    throw new PictureFileError(
      'This picture is damaged and can’t be opened: choose another one, or save it anew.',
    );
  }
}

/** A drawing as pixels. As a picture it runs no scripts and fetches nothing. */
async function drawnSvg(bytes: Uint8Array<ArrayBuffer>, width: number, height: number): Promise<ImageBitmap> {
  const url = URL.createObjectURL(new Blob([bytes], { type: 'image/svg+xml' }));
  try {
    const image = new Image();
    image.src = url;
    await image.decode();
    const k = 1600 / Math.max(width, height);
    const canvas = new OffscreenCanvas(
      Math.max(8, Math.round(width * k)),
      Math.max(8, Math.round(height * k)),
    );
    canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
    return canvas.transferToImageBitmap();
  } catch {
    throw new PictureFileError(
      'This drawing can’t be shown: it may be damaged. Choose another one, or save it anew.',
    );
  } finally {
    URL.revokeObjectURL(url);
  }
}
