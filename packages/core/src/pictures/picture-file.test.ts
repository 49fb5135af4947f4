import { describe, expect, it } from 'vitest';
import { lookAtPicture } from './picture-file.ts';

const bytes = (...parts: (string | number[])[]): Uint8Array =>
  Uint8Array.from(parts.flatMap((p) => (typeof p === 'string' ? [...p].map((c) => c.charCodeAt(0)) : p)));
const u32 = (v: number): number[] => [(v >> 24) & 255, (v >> 16) & 255, (v >> 8) & 255, v & 255];
const png = (width: number, height: number): Uint8Array =>
  bytes(
    [0x89],
    'PNG\r\n',
    [0x1a, 0x0a],
    u32(13),
    'IHDR',
    u32(width),
    u32(height),
    [8, 6, 0, 0, 0, 0, 0, 0, 0],
  );
const gif = (pictures: number): Uint8Array =>
  bytes(
    'GIF89a',
    [40, 0, 30, 0, 0, 0, 0],
    ...Array.from({ length: pictures }, () => [0x21, 0xf9, 4, 0, 0, 0, 0, 0]),
    [0x3b],
  );

describe('a file that is to be a picture', () => {
  it('is told by what it holds', () => {
    expect(lookAtPicture(png(300, 200))).toEqual({ kind: 'png', width: 300, height: 200, moves: false });
    expect(lookAtPicture(gif(1)).moves).toBe(false);
    expect(lookAtPicture(gif(3)).moves).toBe(true);
    expect(
      lookAtPicture(bytes('<svg xmlns="http://www.w3.org/2000/svg" width="40" height="20"/>')).kind,
    ).toBe('svg');
  });

  it.each([
    ['nothing', new Uint8Array(0), /empty/],
    ['noise', bytes('not a picture at all'), /damaged|no picture/],
    ['half a head', png(300, 200).slice(0, 12), /damaged|no picture/],
    ['too many pixels', png(12_000, 10_000), /120 million pixels.*smaller/],
    ['a dot', png(3, 3), /too small/],
    ['another kind', bytes('BM', new Array(60).fill(1)), /can’t be read|damaged/],
  ])('is refused with a sentence: %s', (_, file, sentence) => {
    expect(() => lookAtPicture(file)).toThrow(sentence);
  });
});
