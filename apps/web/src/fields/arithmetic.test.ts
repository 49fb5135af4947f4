import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { NumberError, readNumber, showNumber } from './arithmetic.ts';

describe('lengths', () => {
  test.each([
    ['12', 12],
    ['12.7 + 3', 15.7],
    ['33.5in', 850.9],
    ['33.5 in', 850.9],
    ['1/2"', 12.7],
    ['3 1/2', null],
    ['2cm', 20],
    ['-4', -4],
    ['(1 + 2) * 3 mm', 9],
    ['10 mm / 4', 2.5],
    ['1in + 1', 26.4],
    ['10in / 5 in', 2],
    ['0,5', 0.5],
    ['2 × 3', 6],
    ['', null],
    ['1 +', null],
    ['(1', null],
    ['1/0', null],
    ['2in * 2in', null],
    ['wide', null],
  ])('%s, with millimetres chosen', (text, mm) => {
    if (mm === null) expect(() => readNumber(text, 'mm')).toThrow(NumberError);
    else expect(readNumber(text, 'mm')).toBeCloseTo(mm);
  });

  test.each([
    ['1', 25.4],
    ['1/2', 12.7],
    ['10 mm', 10],
    ['1 + 10mm', 35.4],
    ['2 cm + 1/2"', 32.7],
  ])('%s, with inches chosen', (text, mm) => {
    expect(readNumber(text, 'in')).toBeCloseTo(mm);
  });
});

test('angles and counts take no unit', () => {
  expect(readNumber('360/5', 'plain')).toBe(72);
  expect(readNumber('45°', 'plain')).toBe(45);
  expect(() => readNumber('3in', 'plain')).toThrow('No unit is wanted here.');
  // Hundredths are of the length that stands there.
  expect(readNumber('70%', 'mm', 40)).toBeCloseTo(28);
  expect(readNumber('50% + 1in', 'in', 20)).toBeCloseTo(35.4);
  expect(() => readNumber('70%', 'plain', 40)).toThrow(NumberError);
  expect(() => readNumber('70%', 'mm')).toThrow(NumberError);
});

test('what is shown reads as the same number', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -100_000, max: 100_000 }),
      fc.constantFrom('mm' as const, 'in' as const),
      (n, unit) => {
        const mm = n / 100;
        expect(Math.abs(readNumber(showNumber(mm, unit), unit) - mm)).toBeLessThanOrEqual(
          unit === 'mm' ? 1e-9 : 0.0128,
        );
      },
    ),
  );
});

test('no text breaks it', () => {
  fc.assert(
    fc.property(fc.string(), (text) => {
      try {
        expect(Number.isFinite(readNumber(text, 'mm'))).toBe(true);
      } catch (error) {
        expect(error).toBeInstanceOf(NumberError);
      }
    }),
  );
});
