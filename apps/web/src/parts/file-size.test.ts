import { expect, test } from 'vitest';
import { fileSize } from './file-size.ts';

test.each([
  [812, '812 bytes'],
  [3440, '3.4 kB'],
  [99_700, '100 kB'],
  [999_600, '1.0 MB'],
  [12_000_000, '12 MB'],
  [5e12, '5000 GB'],
])('%d bytes', (bytes, words) => expect(fileSize(bytes)).toBe(words));
