import 'fake-indexeddb/auto';
import { STORES_LOG, ticksLog, type Envelope, type Happening, type RunEvent } from '@hearty/core';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { FakeServer, fakeStorage, until } from '../../testing/fake-server';
import { openTab as tabOf, shutTabs } from '../../testing/tabs';
import { openDisk, type Disk } from './disk';

const file = JSON.parse(
  readFileSync(join(__dirname, '../../../docs/formats/example-studio.json'), 'utf8'),
) as never;
const note = (text: string): Happening => ({ kind: 'note', body: { text } });

let server: FakeServer;
let n = 0;
const openTab = (device = `device-${n}`, more: Parameters<typeof tabOf>[2] = {}) =>
  tabOf(server, device, more);

beforeEach(() => {
  n++;
  server = new FakeServer();
  server.file = file;
  server.install();
});

afterEach(async () => {
  server.up = false;
  await shutTabs();
});

const sent = () => server.events.map((e) => (e.body as { text?: string }).text);

test('what is recorded is on the screen, and then on the server', async () => {
  const tab = openTab();
  await tab.open('run');
  await tab.record(note('one'));
  expect(tab.texts()).toEqual(['one']);
  await until(() => tab.state().waiting === 0);
  expect(sent()).toEqual(['one']);
});

test('without a server everything is kept on the device; a tab opened later has it and sends it once', async () => {
  const tab = openTab();
  await tab.open('run');
  server.up = false;
  await tab.record(note('one'));
  await tab.record(note('two'));
  await until(() => tab.state().trouble === 'gone');
  expect(tab.state().waiting).toBe(2);
  await tab.shut();

  const again = openTab();
  await again.open('run');
  expect(again.texts()).toEqual(['one', 'two']);
  await until(() => again.state().waiting === 2);
  await again.record(note('three'));
  server.up = true;
  await again.outbox.send();
  expect(sent()).toEqual(['one', 'two', 'three']);
  expect(server.events.map((e) => e.tick)).toEqual([1, 2, 3]);
});

test('what is recorded while it is being counted what is owed is not said to be kept', async () => {
  const real = openDisk(`device-${n}`);
  let read = 0;
  let go = () => undefined as void;
  const held: { until?: Promise<void> } = {};
  const countOwed = async () => {
    const owed = await real.countOwed();
    read++;
    await held.until;
    return owed;
  };
  const tab = openTab(`device-${n}`, { disk: { ...real, countOwed } });
  await tab.open('run');
  await tab.record(note('one'));
  await until(() => tab.state().waiting === 0 && sent().length === 1);
  // It is counted, and before that is said, something more is recorded; the server hangs meanwhile.
  held.until = new Promise((done) => (go = done));
  const before = read;
  void tab.outbox.send();
  await until(() => read > before);
  const release = server.holdBack();
  await tab.record(note('two'));
  go();
  await new Promise((later) => setTimeout(later, 50));
  expect(tab.state().waiting).toBe(1);
  release();
  await tab.outbox.send();
  expect(sent()).toEqual(['one', 'two']);
});

test('a server that hangs is given up after its time and said to hang; the run goes on and joins up after', async () => {
  const tab = openTab();
  await tab.open('run');
  const release = server.holdBack();
  await tab.record(note('one'));
  await until(() => tab.state().trouble === 'hanging');
  expect([tab.texts(), tab.state().waiting]).toEqual([['one'], 1]);
  release();
  await tab.outbox.send();
  expect(sent()).toEqual(['one']);
  expect(tab.state().trouble).toBe('none');
});

test('a server whose disk is full says so; nothing is forgotten', async () => {
  const tab = openTab();
  await tab.open('run');
  server.full = true;
  await tab.record(note('one'));
  await until(() => tab.state().trouble === 'full');
  expect(tab.state()).toMatchObject({ waiting: 1, message: 'The disk of the server is full.' });
  server.full = false;
  await tab.outbox.send();
  expect(sent()).toEqual(['one']);
});

test('an event on which the server fails is set aside; those after it arrive, and it can be sent again', async () => {
  const tab = openTab();
  await tab.open('run');
  server.breaksOn = (e) => (e.body as { text?: string }).text === 'bad';
  server.up = false;
  for (const text of ['one', 'bad', 'two', 'three']) await tab.record(note(text));
  server.up = true;
  await tab.outbox.send();
  await until(() => tab.state().waiting === 0);
  expect(sent()).toEqual(['one', 'two', 'three']);
  expect(tab.state().refused).toMatchObject([{ event: { body: { text: 'bad' } } }]);
  server.breaksOn = () => false;
  await tab.outbox.sendAgain(tab.state().refused[0]!);
  await until(() => sent().length === 4);
  await until(() => tab.state().refused.length === 0);
});

test('fifteen hundred owed events join up, at most 500 at a time, in their order', async () => {
  server.up = false;
  const disk = openDisk(`device-${n}`);
  const owed = Array.from({ length: 1500 }, (_, i): Envelope => ({
    ...{ id: `e${String(i).padStart(6, '0')}`, run: 'run', device: 'd', person: null, at: i, tick: i + 1 },
    ...{ v: 1, ...note(`${i}`) },
  }));
  await disk.keep(owed, 'owed');
  const tab = openTab(undefined, { disk });
  server.up = true;
  await tab.outbox.send();
  expect(tab.state().waiting).toBe(0);
  expect(Math.max(...server.lots)).toBe(500);
  expect(server.events.map((e) => e.tick)).toEqual(owed.map((e) => e.tick));
}, 20_000);

test('a server that answers for a part of what is sent gets the rest, each once and in their order', async () => {
  const tab = openTab();
  await tab.open('run');
  server.up = false;
  for (const text of ['one', 'two', 'three', 'four', 'five']) await tab.record(note(text));
  server.mostAtOnce = 2;
  server.up = true;
  await tab.outbox.send();
  expect(sent()).toEqual(['one', 'two', 'three', 'four', 'five']);
  expect(tab.state()).toMatchObject({ waiting: 0, trouble: 'none' });
});

test('what the server refuses goes to a corner with its reason, and holds nothing up', async () => {
  server.refuses = (e) => ((e.body as { text: string }).text === 'bad' ? 'It cannot be.' : undefined);
  const tab = openTab();
  await tab.open('run');
  for (const text of ['one', 'bad', 'two']) await tab.record(note(text));
  await until(() => tab.state().waiting === 0);
  expect(sent()).toEqual(['one', 'two']);
  const [refused] = tab.state().refused;
  expect(refused).toMatchObject({ message: 'It cannot be.', event: { body: { text: 'bad' } } });
  await tab.outbox.putAway(refused!);
  expect(tab.state().refused).toEqual([]);
  // Opened again it is not in the log: no other screen has it either.
  await tab.shut();
  const again = openTab();
  await again.open('run');
  expect(again.texts()).toEqual(['one', 'two']);
});

test('two tabs see one another without the server, and their ticks never meet', async () => {
  const [one, two] = [openTab(), openTab()];
  await one.open('run');
  await two.open('run');
  server.up = false;
  await one.record(note('from one'));
  await until(() => two.texts().length === 1);
  await two.record(note('from two'));
  await until(() => one.texts().length === 2);
  expect(one.texts()).toEqual(['from one', 'from two']);
  server.up = true;
  await Promise.all([one.outbox.send(), two.outbox.send()]);
  expect(server.events.map((e) => e.tick)).toEqual([1, 2]);
  await until(() => one.state().waiting === 0 && two.state().waiting === 0);
});

test('two devices end with one log, each tap kept, whatever their clocks say', async () => {
  server.aheadMs = 5000;
  const right = openTab('right', { storage: fakeStorage() });
  const wrong = openTab('wrong', { now: () => Date.now() - 3_600_000, storage: fakeStorage() });
  await right.open('run');
  await wrong.open('run');
  await right.record(note('first'));
  await until(() => wrong.texts().length === 1);
  await wrong.record(note('second'));
  await until(() => right.texts().length === 2);
  await right.record(note('third'));
  await until(() => wrong.texts().length === 3);
  expect(wrong.texts()).toEqual(['first', 'second', 'third']);
  // All of them say the server's time, give or take the way there and back.
  for (const { at } of server.events) expect(Math.abs(at - Date.now() - 5000)).toBeLessThan(3000);
});

test('what the line brings is taken without asking; what does not follow on what is here is asked for', async () => {
  let asked = 0;
  server.onPage = () => void asked++;
  const tab = openTab('listening', { hasLine: true, pollMs: 1e6 });
  const other = openTab('other', { storage: fakeStorage() });
  await other.open('run');
  await tab.open('run');
  await other.record(note('one'));
  await until(() => tab.texts().length === 1 && server.events.length === 1);
  await other.close();
  asked = 0;
  await other.open('run');
  const askedByOther = asked;
  await other.close();
  await other.outbox.record('run', note('two'));
  await until(() => tab.texts().length === 2);
  expect([asked - askedByOther, (await tab.disk.run('run'))?.lastSeq]).toEqual([0, 2]);
  // A message is lost on the way, and a backup is restored: both are seen by what comes next.
  server.events.push({ ...server.events[1]!, id: 'lost', tick: 9, body: { text: 'three' } });
  server.restore(server.events);
  await other.outbox.record('run', note('four'));
  await until(() => tab.texts().length === 4);
  expect(asked).toBeGreaterThan(askedByOther);
  expect(tab.texts()).toEqual(expect.arrayContaining(['three', 'four']));
});

test('a device whose disk is full goes on in this tab, says so, and sends what it has', async () => {
  const whole = openDisk(`device-${n}`);
  const disk: Disk = { ...whole, keep: () => Promise.reject(new DOMException('full', 'QuotaExceededError')) };
  const tab = openTab(undefined, { disk });
  await tab.open('run');
  server.up = false;
  await tab.record(note('one'));
  expect(tab.texts()).toEqual(['one']);
  expect(tab.state().onlyInTab).toBe(1);
  server.up = true;
  await tab.outbox.send();
  expect(sent()).toEqual(['one']);
  expect(tab.state()).toMatchObject({ onlyInTab: 0, waiting: 0 });
});

test('a browser that keeps nothing plays on from memory, says where each event is, and sends all of them', async () => {
  const { open } = indexedDB;
  indexedDB.open = () => {
    throw new DOMException('blocked', 'SecurityError');
  };
  try {
    const tab = openTab();
    await tab.open('run');
    await tab.record(note('one'));
    await until(() => server.events.length === 1 && tab.state().waiting === 0);
    expect(tab.state()).toMatchObject({ keepsNothing: true, onlyInTab: 0, trouble: 'none' });
    server.up = false;
    await tab.record(note('two'));
    expect(tab.texts()).toEqual(['one', 'two']);
    expect(tab.state()).toMatchObject({ keepsNothing: true, waiting: 1, onlyInTab: 1 });
    server.up = true;
    await tab.outbox.send();
    expect([sent(), tab.state().onlyInTab]).toEqual([['one', 'two'], 0]);
  } finally {
    indexedDB.open = open;
  }
});

test('a run nobody has heard of says so, and one opened meanwhile shows nothing of another', async () => {
  const tab = openTab();
  server.file = undefined;
  await tab.open('ghost');
  expect(tab.state().failed).toBe('There is no such run.');
  server.file = file;
  const release = server.holdBack();
  const first = tab.open('first');
  const second = tab.open('second');
  release();
  await Promise.all([first, second]);
  expect(tab.state().runId).toBe('second');
});

test('a run left while its events are being kept is not mixed into the one opened next', async () => {
  const other = openTab('other');
  await other.open('first');
  await other.record(note('of the first'));
  await until(() => server.events.length === 1);

  const whole = openDisk(`device-${n}`);
  let keeping = false;
  let goOn = () => {};
  const slow: Disk = {
    ...whole,
    keep: async (events, as) => {
      keeping = true;
      await new Promise<void>((done) => (goOn = done));
      await whole.keep(events, as);
    },
  };
  const tab = openTab(undefined, { disk: slow });
  const first = tab.open('first');
  await until(() => keeping);
  server.up = false;
  const second = tab.open('second');
  goOn();
  await Promise.all([first, second]);
  expect(tab.texts()).toEqual([]);
  server.up = true;
  await until(() => tab.state().state !== undefined);
  expect([tab.state().runId, tab.texts()]).toEqual(['second', []]);
});

test('a run left while its place in the log is being kept does not stand in for the one opened next', async () => {
  const other = openTab('other', { storage: fakeStorage() });
  await other.open('first');
  const whole = openDisk(`device-${n}`);
  let keeping = false;
  let goOn = () => {};
  let isSlow = false;
  const slow: Disk = {
    ...whole,
    keepRun: async (run) => {
      await whole.keepRun(run);
      if (!isSlow || run.id !== 'first') return;
      keeping = true;
      await new Promise<void>((done) => (goOn = done));
    },
  };
  const tab = openTab(undefined, { disk: slow, hasLine: true });
  await tab.open('first');
  isSlow = true;
  await other.record(note('of the first'));
  await until(() => keeping);
  const opened = tab.open('second');
  goOn();
  await opened;
  await until(() => tab.state().state !== undefined);
  expect([tab.state().runId, tab.texts()]).toEqual(['second', []]);
  expect((await tab.disk.run('second'))?.lastSeq).toBe(0);
});

test('a write into the ledger is answered for, and one that is refused is told to whoever wrote it', async () => {
  const tab = openTab();
  server.refuses = (e) => (e.run === STORES_LOG && e.tick > 1 ? 'There is less of it than that.' : undefined);
  const written = { kind: 'written', body: { lots: [], moves: [] } };
  expect(await tab.outbox.deliver(STORES_LOG, written)).toEqual({ is: 'kept' });
  expect(await tab.outbox.deliver(STORES_LOG, written)).toEqual({
    is: 'refused',
    message: 'There is less of it than that.',
  });
  expect(tab.state()).toMatchObject({ waiting: 0, refused: [], pending: [] });
});

test('ticks and counts made without the server are pending on the screen until it has them', async () => {
  server.up = false;
  const tab = openTab();
  const tick = { kind: 'tick', body: { way: 'out', key: 'jar', done: true } };
  await tab.outbox.record(ticksLog('show'), tick);
  expect(
    await tab.outbox.deliver(STORES_LOG, { kind: 'written', body: { lots: [], moves: [] } }),
  ).toBeUndefined();
  await tab.shut();
  const again = openTab();
  await until(() => again.state().pending.length === 2);
  server.up = true;
  await again.outbox.send();
  await until(() => again.state().pending.length === 0);
  expect(server.events.map((e) => e.kind).sort()).toEqual(['tick', 'written']);
});

test('what the first form of this device’s log still owed is taken over, once', async () => {
  const { openDB } = await import('idb');
  const old = await openDB('hearty-runs', 1, {
    upgrade: (fresh) => void fresh.createObjectStore('events', { keyPath: 'key' }),
  });
  const row = (id: string, at: number, acked: 0 | 1) => ({
    key: `run/${id}`,
    runId: 'run',
    event: { id, at, by: 'stage', ...note(id) },
    acked,
  });
  for (const r of [row('a', 1, 1), row('c', 3, 0), row('b', 2, 0)]) await old.put('events', r);
  old.close();
  const tab = openTab();
  await tab.outbox.ready;
  await until(() => server.events.length === 2);
  const ticks = (server.events as RunEvent[]).map((e) => [e.id, e.tick]);
  expect(Object.fromEntries(ticks)).toEqual({ b: 2, c: 3 });
  expect((await indexedDB.databases()).map((d) => d.name)).not.toContain('hearty-runs');
});
