import type { Show, Stored } from '@hearty/core';
import { api } from './api';
import { createDraft } from './createDraft';
import { createLocalCopies } from './localCopies';
import { FakeServer, fakeStorage, until } from '../testing/fake-server';

const SHOW: Show = {
  id: 'show',
  title: 'A show',
  venueId: 'hall',
  date: '2026-12-12',
  getIn: '12:30',
  doors: '13:40',
  curtainUp: '14:00',
  slotMin: 45,
  heads: 90,
  crew: [],
  items: ['a', 'b', 'c'].map((id) => ({
    id,
    kind: 'link' as const,
    title: id,
    showings: 1,
    retries: 0,
    helperIds: [],
  })),
  notes: '',
};
const stored = (version = 1, body = SHOW): Stored<Show> => ({ id: 'show', version, body });

let server: FakeServer;
let draft: ReturnType<typeof createDraft>;
let storage: Storage;
const state = () => draft.store.getState();
const titled = (title: string) => draft.edit((show) => void (show.title = title));
const kept = () => storage.getItem('hearty-draft:show');

/** A browser just opened: no state in memory, the same disk. */
function reopened(): void {
  // The browser that was open before sends nothing any more.
  draft?.store.setState({ status: 'refused' });
  draft?.close();
  draft = createDraft({
    put: (path, body) => api(path, { method: 'PUT', body }),
    copies: createLocalCopies(() => storage),
    settleMs: 30,
    retryMs: 60,
  });
}

beforeEach(() => {
  storage = fakeStorage();
  server = new FakeServer();
  server.show = stored();
  server.install();
  reopened();
  draft.openDraft(stored());
});

afterEach(() => draft.flushDraft());

test('a change is saved by itself a moment later, and the device forgets its copy', async () => {
  titled('Changed');
  expect(state().status).toBe('unsaved');
  expect(kept()).toContain('Changed');
  await until(() => state().status === 'saved');
  expect(server.show).toMatchObject({ version: 2, body: { title: 'Changed' } });
  expect(kept()).toBeNull();
});

test('many changes at once are one save', async () => {
  for (const title of ['C', 'Ch', 'Cha', 'Changed']) titled(title);
  await until(() => state().status === 'saved');
  expect(server.saves).toBe(1);
});

test('a change made while a save is on its way is saved after it', async () => {
  const release = server.holdBack();
  titled('First');
  const flushed = draft.flushDraft();
  await until(() => state().status === 'saving');
  titled('Second');
  release();
  await flushed;
  await until(() => state().status === 'saved');
  expect(server.show).toMatchObject({ version: 3, body: { title: 'Second' } });
});

test('undo and redo go through every change and are saved like any other', async () => {
  titled('One');
  titled('Two');
  draft.undo();
  expect(state().show!.title).toBe('One');
  draft.undo();
  expect(state().show).toEqual(SHOW);
  draft.redo();
  await until(() => state().status === 'saved');
  expect(server.show!.body.title).toBe('One');
});

test('without a server the draft is kept on the device, and a browser opened later takes it up and saves it', async () => {
  server.up = false;
  titled('In a field');
  await draft.flushDraft();
  expect(state().status).toBe('offline');
  reopened();
  draft.openDraft(stored());
  expect(state().show!.title).toBe('In a field');
  server.up = true;
  await until(() => state().status === 'saved');
  expect(server.show!.body.title).toBe('In a field');
});

describe('when the show was changed elsewhere', () => {
  const theirs = stored(5, { ...SHOW, title: 'Theirs' });

  beforeEach(async () => {
    server.show = theirs;
    titled('Mine');
    await draft.flushDraft();
  });

  test('nothing is overwritten, and both are at hand', () => {
    expect(server.show).toEqual(theirs);
    expect(state()).toMatchObject({
      status: 'conflict',
      show: { title: 'Mine' },
      theirs: { body: { title: 'Theirs' } },
    });
  });

  test('keeping mine saves it on top of theirs', async () => {
    draft.settleConflict('mine');
    await until(() => state().status === 'saved');
    expect(server.show).toMatchObject({ version: 6, body: { title: 'Mine' } });
  });

  test('taking theirs saves nothing and forgets mine', () => {
    draft.settleConflict('theirs');
    expect(state()).toMatchObject({ status: 'saved', version: 5, show: { title: 'Theirs' } });
    expect(server.show).toEqual(theirs);
    expect(kept()).toBeNull();
  });

  test('undo after taking theirs does not put mine in their place', async () => {
    draft.settleConflict('theirs');
    draft.undo();
    await draft.flushDraft();
    expect(state()).toMatchObject({ status: 'saved', show: { title: 'Theirs' } });
    expect(server.show).toEqual(theirs);
  });

  test('a browser closed before choosing asks again when it is opened', () => {
    reopened();
    draft.openDraft(theirs);
    expect(state()).toMatchObject({ status: 'conflict', show: { title: 'Mine' } });
  });
});

test('what the server refuses stays in the draft with the reason, and the next change tries again', async () => {
  titled('');
  await draft.flushDraft();
  expect(state()).toMatchObject({
    status: 'refused',
    message: 'title: This must have 1 to 160 characters.',
    show: { title: '' },
  });
  titled('Better');
  await until(() => state().status === 'saved');
  expect(server.show!.body.title).toBe('Better');
});

test('a fix of a finding changes the running order, and one item is edited by its id', () => {
  draft.changeDraft({ kind: 'remove-items', itemIds: ['b'] });
  draft.editItem('c', (item) => void (item.title = 'changed'));
  expect(state().show!.items.map((i) => i.title)).toEqual(['a', 'changed']);
});

test('steps are taken back and made again one by one, each said in words, and a new one forgets what was undone', async () => {
  draft.openDraft({ id: 'show', version: 1, body: SHOW });
  draft.edit((show) => void (show.title = 'One'));
  draft.edit((show) => void (show.curtainUp = '15:00'));
  draft.changeDraft({ kind: 'remove-items', itemIds: ['b'] });
  expect(state().past.map((s) => s.message)).toEqual([['the title'], ['curtain-up'], ['the running order']]);
  expect(state().changed).toEqual(['the title', 'curtain-up', 'the running order']);
  draft.undo();
  draft.undo();
  expect(state().show).toMatchObject({ title: 'One', curtainUp: SHOW.curtainUp });
  expect(state().show!.items).toHaveLength(SHOW.items.length);
  draft.redo();
  expect(state().show!.curtainUp).toBe('15:00');
  draft.edit((show) => void (show.heads = 3));
  expect(state().future).toEqual([]);
  for (let n = 0; n < 5; n++) draft.undo();
  expect(state().show).toEqual(SHOW);
});

test('a change that changes nothing is no step, and only so many are kept', () => {
  draft.openDraft({ id: 'show', version: 1, body: SHOW });
  draft.edit((show) => void (show.title = SHOW.title));
  expect(state().past).toEqual([]);
  for (let n = 0; n < 230; n++) draft.edit((show) => void (show.heads = n + 1));
  expect(state().past).toHaveLength(200);
});

test('a newer version from the server, opened over a saved draft, is not saved again', async () => {
  draft.openDraft({ id: 'show', version: 1, body: SHOW });
  draft.openDraft({ id: 'show', version: 2, body: { ...SHOW, title: 'Theirs' } });
  expect(state()).toMatchObject({ status: 'saved', version: 2, past: [], show: { title: 'Theirs' } });
});

describe('a device whose storage is not to be relied on', () => {
  test('full, every edit is drawn and saved all the same, and says that it is in this tab only', async () => {
    storage.setItem = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
    titled('Not kept here');
    expect([state().show?.title, state().unkept, state().status]).toEqual(['Not kept here', true, 'unsaved']);
    await until(() => state().status === 'saved');
    expect(server.show?.body.title).toBe('Not kept here');
  });

  test('refused altogether, a show opens and is edited', async () => {
    storage = new Proxy({} as Storage, {
      get: () => () => {
        throw new DOMException('refused', 'SecurityError');
      },
    });
    reopened();
    draft.openDraft(stored());
    titled('Without a storage');
    await until(() => state().status === 'saved');
    expect(server.show?.body.title).toBe('Without a storage');
  });

  test.each([
    ['torn', '{"ver'],
    ['no draft', '7'],
    ['without a crew', JSON.stringify({ version: 1, show: { ...SHOW, crew: undefined } })],
    ['with an item that is none', JSON.stringify({ version: 1, show: { ...SHOW, items: [null] } })],
  ])('a draft that is %s locks nothing: it stands aside until it is thrown away', async (_how, text) => {
    storage.setItem('hearty-draft:show', text);
    reopened();
    draft.openDraft(stored());
    expect([state().show, state().unreadable]).toEqual([SHOW, text]);
    titled('Edited all the same');
    await until(() => state().status === 'saved');
    reopened();
    draft.openDraft(stored(2));
    expect(state().unreadable).toBe(text);
    draft.discardUnreadable();
    reopened();
    draft.openDraft(stored(2));
    expect(state().unreadable).toBeUndefined();
  });
});
