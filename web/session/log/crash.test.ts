import 'fake-indexeddb/auto';
import {
  fold,
  script,
  upgradeShowFile,
  type EventsPage,
  type Recorded,
  type Run,
  type RunEvent,
  type ShowFile,
} from '@hearty/core';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { program } from '../../../server/testing/program';
import { temporaryFolder } from '../../../server/testing/server';
import { fakeStorage, until } from '../../testing/fake-server';
import { ApiError } from '../api';
import { newId } from '../ids';
import { openDisk } from './disk';
import { createOutbox } from './outbox';

const { start } = program('main.ts');
const RUN = 'under-load';
const KILLS = 5;
const EACH = 300;

test('three devices write all the while, the server is killed five times: nothing that was acknowledged is missing, nothing is doubled', async () => {
  const folder = temporaryFolder();
  let server = start(folder);
  let base = await server.address;
  const ask = async <T>(path: string, init?: { method?: string; body?: unknown }): Promise<T> => {
    const response = await fetch(`${base}/api${path}`, {
      method: init?.method ?? 'GET',
      headers: { 'content-type': 'application/json' },
      ...(init?.body !== undefined && { body: JSON.stringify(init.body) }),
    }).catch(() => {
      throw new ApiError('offline', 'The server does not answer. Is it running?');
    });
    if (!response.ok) throw new ApiError('status', await response.text());
    return (await response.json()) as T;
  };
  await ask('/runs', { method: 'POST', body: { id: RUN, showId: 'cold-snap', rehearsal: false } });
  const run = await ask<Run>(`/runs/${RUN}`);
  const resolved = script(upgradeShowFile(run.file) as ShowFile);
  const random = xoroshiro128plus(20261126);
  const one = <T>(of: readonly T[]): T => of[uniformInt(random, 0, of.length - 1)]!;

  const devices = [0, 1, 2].map((n) => {
    const disk = openDisk(`crash-${n}`);
    const outbox = createOutbox({ disk, ask, newId, keeps: () => true, storage: fakeStorage() });
    return { disk, outbox, made: [] as RunEvent[] };
  });
  const happening = (made: readonly RunEvent[]): Recorded => {
    const itemId = one(resolved.items).item.id;
    const last = made.at(-1);
    return one<Recorded>([
      { kind: 'item begun', body: { itemId } },
      { kind: 'attempt closed', body: { itemId, outcome: one(['worked', 'failed']) } },
      { kind: 'note', body: { text: 'Foam on the floor.' } },
      last ? { kind: 'undo', body: { eventId: last.id } } : { kind: 'curtain', body: {} },
      {
        kind: 'tap',
        body: {
          did: [
            { kind: 'item begun', body: { itemId } },
            { kind: 'again', body: { itemId } },
          ],
        },
      },
    ]);
  };
  let ended = false;
  const writing = devices.map(async ({ outbox, made }) => {
    while (made.length < EACH || !ended) {
      made.push((await outbox.record(RUN, happening(made))) as RunEvent);
      await new Promise((go) => setTimeout(go, uniformInt(random, 1, 12)));
    }
  });
  const onServer = async () => {
    const all: RunEvent[] = [];
    for (let after = 0, more = true; more;) {
      const page = await ask<EventsPage>(`/runs/${RUN}/events?after=${after}`);
      all.push(...page.events);
      [after, more] = [page.lastSeq, page.more];
    }
    return all;
  };
  const acknowledged = async () =>
    (await Promise.all(devices.map((d) => d.disk.ofRun(RUN))))
      .flat()
      .filter((r) => r.is === 'kept')
      .map((r) => r.event.id);

  for (let kill = 0; kill < KILLS; kill++) {
    await new Promise((go) => setTimeout(go, uniformInt(random, 150, 700)));
    const gone = new Promise((done) => server.child.once('exit', done));
    server.child.kill('SIGKILL');
    await gone;
    // What is acknowledged now was so before it died.
    const known = await acknowledged();
    server = start(folder);
    base = await server.address;
    const there = new Set((await onServer()).map((e) => e.id));
    expect(known.filter((id) => !there.has(id))).toEqual([]);
    for (const { outbox } of devices) void outbox.send();
  }
  ended = true;
  await Promise.all(writing);
  await Promise.all(devices.map((d) => d.outbox.send()));
  await until(() => devices.every((d) => d.outbox.store.getState().waiting === 0));
  const made = devices.flatMap((d) => d.made);
  const kept = await onServer();
  expect(made.length).toBeGreaterThanOrEqual(3 * EACH);
  expect(kept.map((e) => e.id).sort()).toEqual(made.map((e) => e.id).sort());
  expect(fold(kept, resolved)).toEqual(fold(made, resolved));
  expect(devices.flatMap((d) => d.outbox.store.getState().refused)).toEqual([]);
  const gone = new Promise((done) => server.child.once('exit', done));
  server.child.kill('SIGTERM');
  await gone;
  for (const { outbox, disk } of devices) {
    await outbox.close();
    await disk.close();
  }
}, 90_000);
