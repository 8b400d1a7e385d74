import 'fake-indexeddb/auto';
import type { Envelope, Happening } from '@hearty/core';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { FakeServer, fakeStorage, until } from '../../testing/fake-server';
import { openTab, shutTabs } from '../../testing/tabs';
import { reconcileRuns } from './reconcileRuns';

const file = JSON.parse(
  readFileSync(join(__dirname, '../../../docs/formats/example-studio.json'), 'utf8'),
) as never;
const note = (text: string): Happening => ({ kind: 'note', body: { text } });

let server: FakeServer;
let n = 0;
const tabOf = (device: string, hasLine = false) =>
  openTab(server, `${device}-${n}`, { storage: fakeStorage(), hasLine });
const sent = () => server.events.map((e) => (e.body as { text?: string }).text);
const settled = (tab: ReturnType<typeof tabOf>) => tab.state().waiting === 0;

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

test('a restored server is sent what it lacks, gives what it has, and both are counted', async () => {
  const tab = tabOf('one');
  await tab.open('run');
  for (const text of ['one', 'two', 'three']) await tab.record(note(text));
  await until(() => settled(tab) && server.events.length === 3);
  // The place in the log is known here before the backup is restored.
  while ((await tab.disk.run('run'))?.lastSeq !== 3) await new Promise((done) => setTimeout(done, 10));
  await tab.shut();
  // While this device slept, a backup was restored and another device recorded more than is missing.
  server.restore(server.events.slice(0, 1));
  const other = tabOf('two');
  await other.open('run');
  for (const text of ['four', 'five', 'six']) await other.record(note(text));
  await until(() => server.events.length === 4);

  const again = tabOf('one');
  await again.open('run');
  await until(() => again.state().reconciled !== undefined);
  expect(again.state().reconciled).toEqual({ sent: 2, received: 3, missing: 0 });
  await until(() => server.events.length === 6);
  await until(() => other.texts().length === 6);
  expect(again.texts()).toEqual(other.texts());
  expect([...again.texts()].sort()).toEqual(['five', 'four', 'one', 'six', 'three', 'two']);
});

test('a run that the restored backup does not have is given back with its events', async () => {
  const tab = tabOf('one');
  await tab.open('run');
  await tab.record(note('one'));
  await until(() => settled(tab) && server.events.length === 1);
  server.restore([]);
  server.lost.add('run');
  await until(() => server.events.length === 1);
  expect([server.lost.size, tab.texts(), tab.state().refused]).toEqual([0, ['one'], []]);
});

test('a comparison that is broken off begins again, and still sends what the server lacks', async () => {
  const tab = tabOf('one');
  await tab.open('run');
  for (const text of ['one', 'two', 'three']) await tab.record(note(text));
  await until(() => settled(tab) && server.events.length === 3);
  while ((await tab.disk.run('run'))?.lastSeq !== 3) await new Promise((done) => setTimeout(done, 10));
  // The first page comes, the second does not.
  server.pageSize = 1;
  let pages = 0;
  server.onPage = () => void (++pages === 2 && (server.up = false));
  server.restore(server.events.slice(0, 2));
  await until(() => !server.up);
  await until(() => !tab.state().online);
  server.up = true;
  await until(() => server.events.length === 3);
  expect(sent().sort()).toEqual(['one', 'three', 'two']);
});

test('another house’s database at the same address is sent nothing of this one', async () => {
  const tab = tabOf('one');
  await tab.open('run');
  await tab.record(note('ours'));
  await until(() => settled(tab) && server.events.length === 1);
  while ((await tab.disk.run('run'))?.lastSeq !== 1) await new Promise((done) => setTimeout(done, 10));
  await tab.shut();
  server.restore([]);
  server.generation = 'another.1';
  server.lost.add('run');
  const again = tabOf('one');
  const { disk, outbox } = again;
  await reconcileRuns({ disk, outbox, ask: server.ask });
  await again.open('run');
  expect([again.state().failed, server.lost.size]).toEqual(['There is no such run.', 1]);
  // Even a run of the same id is only fetched.
  server.lost.clear();
  await again.shut();
  const third = tabOf('one');
  await third.open('run');
  await third.record(note('theirs'));
  await until(() => settled(third) && server.events.length > 0);
  await new Promise((done) => setTimeout(done, 100));
  expect(sent()).toEqual(['theirs']);
});

test('a run that nobody opens again is compared too', async () => {
  const tab = tabOf('one');
  await tab.open('run');
  for (const text of ['one', 'two']) await tab.record(note(text));
  await until(() => settled(tab) && server.events.length === 2);
  await tab.shut();
  server.restore(server.events.slice(0, 1));
  const again = tabOf('one');
  const { disk, outbox } = again;
  await reconcileRuns({ disk, outbox, ask: server.ask });
  await until(() => server.events.length === 2);
  expect(sent()).toEqual(['one', 'two']);
});

test('a device of the crew sends back only what the crew may write, and counts the rest', async () => {
  server.roleOf = 'crew';
  const tab = tabOf('one');
  await tab.open('run');
  const stage = tabOf('stage');
  await stage.open('run');
  await stage.record({ kind: 'curtain', body: {} });
  await tab.record(note('one'));
  await until(() => server.events.length === 2 && tab.state().state?.phase === 'running');
  await stage.shut();
  server.restore([]);
  await until(() => tab.state().reconciled !== undefined);
  expect(tab.state().reconciled).toEqual({ sent: 1, received: 0, missing: 1 });
  await until(() => server.events.length === 1);
  expect([sent(), tab.state().refused]).toEqual([['one'], []]);
});

type Step =
  { device: 0 | 1 | 2; does: 'record' | 'open' | 'shut' } | { server: 'back up' | 'restore' | 'up' | 'down' };

test('writes, sleeps, kills and restores in any order: everything recorded ends on every side', async () => {
  const step = fc.oneof(
    { weight: 6, arbitrary: fc.record({ device: fc.constantFrom(0, 1, 2), does: fc.constant('record') }) },
    {
      weight: 3,
      arbitrary: fc.record({ device: fc.constantFrom(0, 1, 2), does: fc.constantFrom('open', 'shut') }),
    },
    { weight: 3, arbitrary: fc.record({ server: fc.constantFrom('back up', 'restore', 'up', 'down') }) },
  ) as fc.Arbitrary<Step>;
  await fc.assert(
    fc.asyncProperty(fc.array(step, { minLength: 6, maxLength: 24 }), async (steps) => {
      n++;
      server.up = true;
      server.restore([]);
      const tabs = [0, 1, 2].map((i): ReturnType<typeof tabOf> | undefined => tabOf(`d${i}`, i > 0));
      for (const tab of tabs) await tab!.open('run');
      let backup: Envelope[] = [];
      const recorded: string[] = [];
      for (const what of steps) {
        if ('server' in what) {
          if (what.server === 'back up') backup = [...server.events];
          else if (what.server === 'restore') server.restore(backup);
          else server.up = what.server === 'up';
          continue;
        }
        const { device, does } = what;
        if (does === 'shut') {
          await tabs[device]?.shut();
          tabs[device] = undefined;
          continue;
        }
        tabs[device] ??= tabOf(`d${device}`, device > 0);
        await tabs[device].open('run');
        if (does === 'open' || !tabs[device].state().state) continue;
        recorded.push(`${recorded.length}`);
        await tabs[device].record(note(recorded.at(-1)!));
      }
      server.up = true;
      for (const i of [0, 1, 2]) {
        tabs[i] ??= tabOf(`d${i}`, i > 0);
        await tabs[i].open('run');
      }
      const all = [...recorded].sort();
      const whole = (texts: readonly (string | undefined)[]) => [...texts].sort().join() === all.join();
      await until(() => whole(sent()) && tabs.every((tab) => whole(tab!.texts()) && settled(tab!)));
      expect(tabs.map((tab) => tab!.texts())).toEqual([0, 1, 2].map(() => tabs[0]!.texts()));
      await shutTabs();
    }),
    { numRuns: 12, seed: 20261201 },
  );
}, 120_000);
