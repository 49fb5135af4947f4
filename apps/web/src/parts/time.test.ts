import { expect, test } from 'vitest';
import { ago, byDay, clock, counted, sewingTime } from './time.ts';

test.each([
  [12.4, '12 s'],
  [61, '1 min'],
  [59 * 60 + 20, '59 min'],
  [3600 + 300, '1 h 05 min'],
])('%d seconds', (seconds, words) => expect(sewingTime(seconds)).toBe(words));

test('counts and dates as they are read', () => {
  expect(counted(14462)).toBe('14,462');
  const now = Date.UTC(2026, 10, 23, 12);
  expect(ago(new Date(now - 20_000), now)).toBe('just now');
  expect(ago(new Date(now - 3 * 3_600_000), now)).toBe('3 hours ago');
  expect(ago(new Date(now - 86_400_000), now)).toBe('yesterday');
});

test('days as they are spoken of', () => {
  const now = new Date(2026, 10, 26, 0, 30).getTime();
  expect(byDay(new Date(2026, 10, 26, 0, 1), now)).toBe('Today');
  expect(byDay(new Date(2026, 10, 25, 23, 59), now)).toBe('Yesterday');
  expect(byDay(new Date(2026, 10, 24, 12), now)).toBe('24 November');
  expect(byDay(new Date(2025, 10, 26), now)).toBe('26 November 2025');
  expect(clock(new Date(2026, 10, 26, 9, 5))).toBe('09:05');
});
