// A font of the person's own, from a file of any of the formats that the web knows, or an alphabet of stitches. For Node.
import { FontError, lookAtFont, ownFontId, type FontFacts } from '@rosehip/core';
import { createHash } from 'node:crypto';
import { unwrapped } from './files.ts';

/** Most bytes of a font, unwrapped. */
export const MOST_FONT_BYTES = 16_000_000;

const ALPHABET = '{';
/** How a file says that it is a font: TrueType, its old name, OpenType, WOFF, WOFF 2. */
const BEGINS = ['\0\x01\0\0', 'true', 'OTTO', 'wOFF', 'wOF2'];

export interface OwnFontFile {
  /** SHA-256 of `bytes`, hexadecimal. */
  hash: string;
  /** As .ttf or .otf. */
  bytes: Uint8Array;
  facts: FontFacts;
}

export const hashOfBytes = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

/** Bytes that a WOFF 2 file says it will be when it is unwrapped (its header's totalSfntSize); WOFF says the same. */
function toldSize(bytes: Uint8Array): number {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  return bytes.byteLength >= 20 ? view.getUint32(16) : 0;
}

/**
 * Reads a font file (.ttf, .otf, .woff or .woff2), or an alphabet of stitches as JSON. Throws FontError with a sentence when it can't be used. What a broken or
 * hostile file takes of time and memory is for who calls to bound.
 */
export async function readOwnFont(file: Uint8Array): Promise<OwnFontFile> {
  const begin = String.fromCharCode(...file.subarray(0, 4));
  if (begin === 'ttcf')
    throw new FontError('This file holds several fonts: take one of them apart as .ttf or .otf first.');
  if (!BEGINS.includes(begin) && !begin.startsWith(ALPHABET))
    throw new FontError('This file is no font: take a .ttf, .otf, .woff or .woff2 file.');
  const tooLarge = (): FontError =>
    new FontError(`This font is too large: at most ${MOST_FONT_BYTES / 1e6} MB can be kept.`);
  const packed = begin.startsWith('wOF');
  if (file.byteLength > MOST_FONT_BYTES || (packed && toldSize(file) > MOST_FONT_BYTES)) throw tooLarge();
  let bytes: Uint8Array;
  try {
    bytes = packed ? await unwrapped(file) : file;
  } catch {
    throw new FontError('This font file is broken: it can’t be unpacked. Get it anew from where it came.');
  }
  if (bytes.byteLength > MOST_FONT_BYTES) throw tooLarge();
  const hash = hashOfBytes(bytes);
  return { hash, bytes, facts: await lookAtFont(ownFontId(hash), bytes) };
}
