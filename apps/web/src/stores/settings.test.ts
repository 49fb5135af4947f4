import { createPinia, setActivePinia } from 'pinia';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { api } from '../api.ts';
import { useSettings } from './settings.ts';

beforeEach(() => setActivePinia(createPinia()));
afterEach(() => vi.restoreAllMocks());

test('choices are sent in their order, also after one that could not be kept', async () => {
  const sent: unknown[] = [];
  const answers: ((error?: Error) => void)[] = [];
  vi.spyOn(api, 'setSetting').mockImplementation((_, value) => {
    sent.push(value);
    return new Promise((done, failed) =>
      answers.push((error) => (error ? failed(error) : done(undefined as never))),
    );
  });
  const settings = useSettings();
  settings.setUnits('in');
  settings.setUnits('mm');
  expect(settings.units).toBe('mm');
  await vi.waitFor(() => expect(sent).toEqual(['in']));
  answers[0](new Error('the server is away'));
  await vi.waitFor(() => expect(sent).toEqual(['in', 'mm']));
  expect(settings.trouble).toContain('could not be kept');
  answers[1]();
  await vi.waitFor(() => expect(settings.trouble).toBe(''));
});
