import { expect, test } from 'vitest';
import { writtenPress } from './written-press.ts';

const press = (key: string, more: Partial<KeyboardEvent> = {}): string =>
  writtenPress({ key, code: '', ctrlKey: false, metaKey: false, shiftKey: false, ...more } as KeyboardEvent);

test('presses are written as tables have them, whatever the keyboard', () => {
  expect(press('z', { ctrlKey: true })).toBe('Ctrl Z');
  expect(press('Z', { metaKey: true, shiftKey: true })).toBe('Ctrl Shift Z');
  expect(press('Delete')).toBe('Backspace');
  // Brackets by their places: with Shift they are other letters, and on some keyboards others without it.
  expect(press('{', { code: 'BracketLeft', shiftKey: true })).toBe('Shift [');
  expect(press('ü', { code: 'BracketLeft' })).toBe('[');
  expect(press('?', { shiftKey: true })).toBe('Shift ?');
});
