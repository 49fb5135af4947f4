import { shallowRef } from 'vue';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { emptyDesign, type Design } from '@rosehip/core';
import type { Draft, KeptDraft } from '../drafts.ts';
import { useSaving, type DraftStore, type SaveFailure, type Server } from './saving.ts';

const named = (name: string): Design => emptyDesign(name);
const away: SaveFailure = { message: 'The server can’t be reached.', status: 0, away: true };

/** A server whose answers the test gives, one after the other. */
class TestServer implements Server {
  readonly sent: Parameters<Server['save']>[1][] = [];
  readonly made: Design[] = [];
  private waiting: {
    resolve: (revision: number, healed?: boolean) => void;
    reject: (failure: SaveFailure) => void;
  }[] = [];
  load = async (id: string) => ({ id, revision: 1, design: named('Wren') });
  save: Server['save'] = (id, save) => {
    this.sent.push(save);
    return new Promise((done, fail) =>
      this.waiting.push({ resolve: (revision, healed) => done({ id, revision, healed }), reject: fail }),
    );
  };
  create = async (design: Design) => ({ id: `copy ${this.made.push(design)}`, revision: 1 });
  async answers(revision: number, healed = false): Promise<void> {
    this.waiting.shift()!.resolve(revision, healed);
    await vi.advanceTimersByTimeAsync(0);
  }
  async fails(failure: SaveFailure): Promise<void> {
    this.waiting.shift()!.reject(failure);
    await vi.advanceTimersByTimeAsync(0);
  }
}

class TestDrafts implements DraftStore {
  mine: Draft | null = null;
  left: KeptDraft[] = [];
  beginSitting = async (): Promise<void> => {};
  endSitting = async (): Promise<void> => {};
  keepDraft = async (draft: Draft): Promise<void> => void (this.mine = draft);
  dropDraft = async (_id: string, at: number): Promise<void> => {
    if (this.mine && this.mine.at <= at) this.mine = null;
  };
  dropLeft = async (draft: KeptDraft): Promise<void> =>
    void (this.left = this.left.filter((d) => d !== draft));
  leftDrafts = async (): Promise<KeptDraft[]> => this.left;
  draftToShelf = async (draft: KeptDraft): Promise<string> => (await this.dropLeft(draft), 'shelf');
}

async function opened(left: KeptDraft[] = []) {
  const committed = shallowRef<Design | null>(null);
  const [server, drafts] = [new TestServer(), new TestDrafts()];
  drafts.left = left;
  const saving = useSaving(committed, (design) => (committed.value = design), server, drafts);
  await saving.open('d');
  const edit = (name: string): void => {
    committed.value = named(name);
    saving.edited(`Name it ${name}`);
  };
  return { saving, server, drafts, committed, edit };
}
const rests = (): Promise<unknown> => vi.advanceTimersByTimeAsync(700);

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

describe('saving', () => {
  test('many edits are one save once the hand rests, kept in the browser until it is answered', async () => {
    const { saving, server, drafts, edit } = await opened();
    for (const name of ['A', 'B', 'C']) edit(name);
    expect(drafts.mine).toMatchObject({ designId: 'd', basedOn: 1, design: { name: 'C' } });
    expect(server.sent).toHaveLength(0);
    await rests();
    expect(server.sent).toMatchObject([{ basedOn: 1, design: { name: 'C' }, label: 'Name it C and 2 more' }]);
    expect(saving.saveState.value).toBe('saving');
    await server.answers(2);
    expect(saving.saveState.value).toBe('saved');
    expect(saving.revision.value).toBe(2);
    expect(drafts.mine).toBeNull();
  });

  test('what the server is known to have goes with a save, and only that', async () => {
    const { server, edit } = await opened();
    edit('A');
    await rests();
    expect(server.sent[0]).toMatchObject({ since: { name: 'Wren' } });
    await server.answers(2);
    edit('B');
    await rests();
    expect(server.sent[1]).toMatchObject({ basedOn: 2, since: { name: 'A' }, design: { name: 'B' } });
    await server.answers(3, true);
    edit('C');
    await rests();
    expect(server.sent[2].since).toBeNull(); // what was kept is not what was sent
  });

  test('an edit while a save is under way is sent after it, on top of it', async () => {
    const { saving, server, drafts, edit } = await opened();
    edit('A');
    await rests();
    edit('B');
    await rests();
    expect(server.sent).toHaveLength(1); // one at a time
    await server.answers(2);
    expect(saving.saveState.value).toBe('unsaved');
    expect(drafts.mine).toMatchObject({ basedOn: 2, design: { name: 'B' } });
    await rests();
    expect(server.sent[1]).toMatchObject({ basedOn: 2, design: { name: 'B' }, label: 'Name it B' });
  });

  test('while the server is away it tries again, and tells which saves were never answered', async () => {
    const { saving, server, edit } = await opened();
    edit('A');
    await rests();
    await server.fails(away);
    expect(saving.saveState.value).toBe('away');
    expect(saving.saveProblem.value).toBe(away.message);
    edit('B');
    await vi.advanceTimersByTimeAsync(2000);
    expect(server.sent[1]).toMatchObject({
      label: 'Name it B and 1 more', // the first save's words are not lost
      unanswered: [server.sent[0].saveId],
    });
    await server.answers(2);
    expect(saving.saveState.value).toBe('saved');
    expect(saving.saveProblem.value).toBe('');
  });

  test('a refusal is told, and the next edit tries again', async () => {
    const { saving, server, edit } = await opened();
    edit('A');
    await rests();
    await server.fails({ message: 'Too large.', status: 413, away: false });
    expect(saving.saveState.value).toBe('refused');
    await vi.advanceTimersByTimeAsync(60_000);
    expect(server.sent).toHaveLength(1);
    edit('B');
    await rests();
    expect(server.sent).toHaveLength(2);
  });

  test('a design that was deleted elsewhere goes on as a new one', async () => {
    const { saving, server, drafts, edit } = await opened();
    edit('A');
    await rests();
    await server.fails({ message: 'This design is not here.', status: 404, away: false });
    expect(saving.saveState.value).toBe('gone');
    edit('B');
    await rests();
    expect(server.sent).toHaveLength(1); // nothing is sent to what is gone
    expect(await saving.keepAsNew()).toBe('copy 1');
    expect(server.made).toMatchObject([{ name: 'B' }]);
    expect(drafts.mine).toBeNull();
  });

  test('the answer to a save of another sitting changes nothing', async () => {
    const { saving, server, edit } = await opened();
    edit('A');
    await rests();
    saving.close();
    await saving.open('other');
    await server.answers(7);
    expect(saving.revision.value).toBe(1);
    expect(saving.id.value).toBe('other');
  });
});

describe('a conflict', () => {
  async function inConflict() {
    const made = await opened();
    made.edit('Mine');
    await rests();
    const current = { revision: 5, design: named('Theirs') };
    await made.server.fails({ message: 'Changed elsewhere.', status: 409, away: false, current });
    expect(made.saving.saveState.value).toBe('conflict');
    expect(made.saving.theirs.value).toBe(current);
    return made;
  }

  test('waits for the person, whatever is edited meanwhile; then mine goes on top of theirs', async () => {
    const { saving, server, drafts, edit } = await inConflict();
    edit('Mine still');
    await vi.advanceTimersByTimeAsync(60_000);
    expect(server.sent).toHaveLength(1);
    expect(drafts.mine).toMatchObject({ design: { name: 'Mine still' } });
    const decided = saving.decide('mine');
    await server.answers(6);
    await decided;
    expect(server.sent[1]).toMatchObject({ basedOn: 5, design: { name: 'Mine still' }, unanswered: [] });
    expect(saving.saveState.value).toBe('saved');
    expect(saving.theirs.value).toBeNull();
  });

  test('theirs takes the place of mine', async () => {
    const { saving, committed, drafts } = await inConflict();
    await saving.decide('theirs');
    expect(committed.value!.name).toBe('Theirs');
    expect([saving.saveState.value, saving.revision.value]).toEqual(['saved', 5]);
    expect(drafts.mine).toBeNull();
  });

  test('or mine becomes a design of its own beside theirs', async () => {
    const { saving, server, committed } = await inConflict();
    expect(await saving.decide('copy')).toBe('copy 1');
    expect(server.made).toMatchObject([{ name: 'Mine (my copy)' }]);
    expect(committed.value!.name).toBe('Theirs');
  });
});

describe('what was left behind', () => {
  const left = (name: string, at: number): KeptDraft => ({
    designId: 'd',
    sitting: name,
    basedOn: 1,
    design: named(name),
    unanswered: ['lost'],
    at,
  });

  test('the newest is taken up and saved, others are offered, those that are saved already go', async () => {
    const { saving, server, drafts, committed } = await opened([
      left('New', 3),
      left('Old', 2),
      left('Wren', 1),
    ]);
    expect(committed.value!.name).toBe('New');
    expect(saving.otherDrafts.value.map((d) => d.design.name)).toEqual(['Old']);
    expect(drafts.left.map((d) => d.design.name)).toEqual(['Old']);
    expect(drafts.mine).toMatchObject({ design: { name: 'New' }, at: 3 });
    await vi.advanceTimersByTimeAsync(0);
    expect(server.sent).toMatchObject([
      { basedOn: 1, design: { name: 'New' }, label: 'Edits taken up again', unanswered: ['lost'] },
    ]);
    expect(await saving.settleDraft(saving.otherDrafts.value[0], true)).toBe('shelf');
    expect(saving.otherDrafts.value).toEqual([]);
  });
});
