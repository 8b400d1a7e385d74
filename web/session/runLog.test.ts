import 'fake-indexeddb/auto';
import type { Happening } from '@hearty/core';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { FakeServer, until } from '../testing/fake-server';

const file = JSON.parse(
  readFileSync(join(__dirname, '../../docs/formats/example-studio.json'), 'utf8'),
) as never;
const note = (text: string): Happening => ({ kind: 'note', body: { text } });

let server: FakeServer;
let log: typeof import('./runLog');
let run = 0;
const runId = () => `run-${run}`;
const state = () => log.useRunLog.getState();
const texts = () => state().events.map((e) => (e.body as { text?: string }).text);

/** A tab just opened on the same device. */
function reopened(): void {
  log?.useRunLog.setState({ runId: undefined });
  jest.resetModules();
  // eslint-disable-next-line @typescript-eslint/no-require-imports -- a fresh copy of the module is the point
  log = require('./runLog') as typeof import('./runLog');
}

beforeEach(() => {
  run++;
  server = new FakeServer();
  server.file = file;
  server.install();
  reopened();
});

afterEach(() => log.useRunLog.setState({ runId: undefined }));

test('what is recorded is on the screen, and then on the server', async () => {
  await log.openRun(runId());
  await log.record(note('one'));
  expect(texts()).toEqual(['one']);
  await until(() => state().waiting === 0);
  expect(server.events.map((e) => e.kind)).toEqual(['note']);
});

test('without a server everything is kept on the device; a tab opened later has it and sends it once', async () => {
  await log.openRun(runId());
  server.up = false;
  await log.record(note('one'));
  await log.record(note('two'));
  await until(() => !state().online);
  expect(state().waiting).toBe(2);
  reopened();
  await log.openRun(runId());
  expect(texts()).toEqual(['one', 'two']);
  expect(state().waiting).toBe(2);
  await log.record(note('three'));
  server.up = true;
  await until(() => state().waiting === 0);
  expect(server.events.map((e) => (e.body as { text: string }).text)).toEqual(['one', 'two', 'three']);
});

test('an event the server took without the answer getting through is sent again and kept once', async () => {
  await log.openRun(runId());
  await log.record(note('one'));
  await until(() => state().waiting === 0);
  server.events = [...server.events, ...server.events];
  reopened();
  await log.openRun(runId());
  await until(() => texts().length === 1);
});

test("another device's events join in, in the order of their own times", async () => {
  server.events = [
    { id: 'later', at: Date.now() + 60_000, by: 'phone', kind: 'note', body: { text: 'later' } },
  ];
  await log.openRun(runId());
  await log.record(note('now'));
  expect(texts()).toEqual(['now', 'later']);
});

test('a run nobody has heard of says so', async () => {
  server.file = undefined;
  await log.openRun('ghost');
  await until(() => state().failed !== '');
  expect(state().failed).toBe('There is no such run.');
});

test('a run opened while the answer for another is under way shows nothing of that other', async () => {
  await log.openRun(runId());
  const release = server.holdBack();
  const first = log.record(note('of the first'));
  const second = log.openRun(`${runId()}-second`);
  release();
  await Promise.all([first, second]);
  await until(() => state().file !== undefined);
  await until(() => server.events.length === 1);
  expect(state().runId).toBe(`${runId()}-second`);
});

test('what a run left behind still owes is sent when another is opened', async () => {
  await log.openRun(runId());
  server.up = false;
  await log.record(note('owed'));
  await until(() => !state().online);
  server.up = true;
  await log.openRun(`${runId()}-next`);
  await until(() => server.events.length === 1);
});
