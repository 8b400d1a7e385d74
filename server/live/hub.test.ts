import type { EventsNews, EventsPage } from '@hearty/core';
import type { AddressInfo } from 'node:net';
import { request } from '../testing/request';
import { createApp } from '../app';
import { demoApp, logged } from '../testing/server';

const { db } = demoApp();
const server = createApp({ db }).listen(0);
const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
afterAll(() => {
  server.closeAllConnections();
  server.close();
});

/** A screen's line: what it hears, as it comes. */
const line = (runId: string, headers: Record<string, string> = {}) =>
  lineAt(`/runs/${runId}/stream`, headers);

async function lineAt(path: string, headers: Record<string, string> = {}) {
  const stop = new AbortController();
  const response = await fetch(`${url}/api${path}`, { headers, signal: stop.signal });
  let heard = '';
  let end = () => undefined as void;
  void (async () => {
    const decoder = new TextDecoder();
    try {
      for await (const part of response.body as unknown as AsyncIterable<Uint8Array>)
        heard += decoder.decode(part);
    } catch {
      // It was closed.
    }
    end();
  })();
  const until = async (what: RegExp) => {
    for (let i = 0; i < 200 && !what.test(heard); i++) await new Promise((go) => setTimeout(go, 10));
    return heard;
  };
  const ended = new Promise<void>((done) => (end = done));
  return { response, until, ended, heard: () => heard, close: () => stop.abort() };
}

/** What the messages of a line bring. */
const newsIn = (heard: string) =>
  [...heard.matchAll(/^data: (.*)$/gm)].map(([, data]) => JSON.parse(data!) as EventsNews);

const open = async (id: string, showId = 'small-forces') => {
  await request(url).post('/api/runs').send({ id, showId, rehearsal: true });
  return id;
};
const send = (run: string, id: string) =>
  request(url)
    .post('/api/events')
    .send({ events: [logged(run, id, 'note', { text: id })] });

test('a screen hears at once that its run has something new, and of no other run', async () => {
  const run = await open('run-hub');
  const mine = await line(run);
  expect(mine.response.headers.get('content-type')).toContain('text/event-stream');
  await mine.until(/:/);
  const other = await line('weather-1').catch(() => undefined);
  await send(run, 'first');
  const [news] = newsIn(await mine.until(/data: .*\n/));
  const page = (await request(url).get(`/api/runs/${run}/events`)).body as EventsPage;
  const { events, lastSeq, generation } = page;
  expect(news).toEqual({ after: 0, events, lastSeq, generation });
  expect(other?.heard() ?? '').not.toContain('data');
  mine.close();
  other?.close();
});

test('who missed fewer than 50 events is brought them, who missed more is to ask for them', async () => {
  const run = await open('run-hub-many', 'cold-snap');
  const events = Array.from({ length: 50 }, (_, i) => logged(run, `many-${i}`, 'note', { text: `${i}` }));
  await request(url)
    .post('/api/events')
    .send({ events: events.slice(0, 49) });
  const few = await line(run);
  const [{ events: brought, lastSeq }] = newsIn(await few.until(/data: .*\n/)) as [EventsNews];
  expect(brought).toHaveLength(49);
  await request(url)
    .post('/api/events')
    .send({ events: events.slice(49) });
  const many = await line(run);
  const [news] = newsIn(await many.until(/data: .*\n/)) as [EventsNews];
  expect(news).toEqual({ after: 0, lastSeq: news.lastSeq, generation: news.generation });
  expect(news.lastSeq).toBeGreaterThan(lastSeq);
  // The first heard the last one by itself, on what it had.
  const heard = newsIn(await few.until(/"many-49"/)) as EventsNews[];
  expect(heard[1]).toMatchObject({ after: lastSeq, events: [{ id: 'many-49' }] });
  few.close();
  many.close();
});

test('one that was away hears first that it missed something; one that did not hears nothing', async () => {
  const run = await open('run-hub');
  await send(run, 'second');
  const { body } = await request(url).get(`/api/runs/${run}/events`);
  const { lastSeq } = body as { lastSeq: number };
  const away = await line(run, { 'last-event-id': String(lastSeq - 1) });
  expect(await away.until(/data/)).toContain(`id: ${lastSeq}`);
  const here = await line(run, { 'last-event-id': String(lastSeq) });
  await here.until(/:/);
  expect(here.heard()).not.toContain('data');
  away.close();
  here.close();
});

test('there is no line for a run that is not there, and a screen that left costs nothing', async () => {
  expect((await fetch(`${url}/api/runs/nobody/stream`)).status).toBe(404);
  const run = await open('run-hub');
  const left = await line(run);
  left.close();
  await new Promise((go) => setTimeout(go, 50));
  expect((await send(run, 'third')).status).toBe(200);
});

test('what was refused or is here already wakes nobody', async () => {
  const run = await open('run-hub');
  await send(run, 'fourth');
  const { body } = await request(url).get(`/api/runs/${run}/events`);
  const mine = await line(run, { 'last-event-id': String((body as { lastSeq: number }).lastSeq) });
  await send(run, 'fourth');
  await request(url)
    .post('/api/events')
    .send({ events: [logged(run, 'odd', 'party', {}), logged('nobody', 'x', 'note', { text: 'x' })] });
  await send(run, 'fifth');
  expect((await mine.until(/data/)).match(/data/g)).toHaveLength(1);
  mine.close();
});

describe('what planners change', () => {
  const save = (version: number, name: string) =>
    request(url)
      .put('/api/people/wren')
      .send({ version, body: { id: 'wren', name, role: 'stagehand', skills: [] } });

  test('is heard by others at once, with its version; who was away hears all of it; deleting is heard too', async () => {
    const mine = await lineAt('/changes');
    await save(0, 'Wren');
    const heard = await mine.until(/data: (.*)\n/);
    expect(JSON.parse(/data: (.*)\n/.exec(heard)![1]!)).toEqual([{ kind: 'people', id: 'wren', version: 1 }]);
    const known = /id: (\d+)/.exec(heard)![1]!;
    await save(1, 'Wren B');
    await request(url).delete('/api/people/wren?version=2');
    const away = await lineAt(`/changes?after=${known}`);
    const missed = /data: (.*)\n/.exec(await away.until(/data: .*\n/))![1]!;
    expect(JSON.parse(missed)).toEqual([
      { kind: 'people', id: 'wren', version: 2 },
      { kind: 'people', id: 'wren', version: null },
    ]);
    // After a restart of the server, or too long ago: anything may have changed.
    const lost = await lineAt('/changes?after=12');
    expect(await lost.until(/data/)).toContain('data: "all"');
    for (const one of [mine, away, lost]) one.close();
  });

  test('is not heard where nothing was saved', async () => {
    const mine = await lineAt('/changes');
    expect((await save(7, 'Nobody')).status).toBe(409);
    await request(url).get('/api/people');
    await request(url)
      .put('/api/people/sol')
      .send({ version: 0, body: { id: 'sol', name: 'Sol', role: 'stagehand', skills: [] } });
    expect(await mine.until(/data: (.*)\n/)).not.toContain('wren');
    mine.close();
  });
});

describe('lines of devices that were let in', () => {
  const token = async (role: string) => {
    const { body } = await request(url).post('/api/runs/run-hub/codes').send({ role, renew: true });
    const { code } = (body as { codes: { role: string; code: string }[] }).codes.find(
      (c) => c.role === role,
    )!;
    const joined = await request(url).post('/api/join').set('X-Forwarded-For', '192.0.2.7').send({ code });
    return String(joined.headers['set-cookie']).split(';')[0]!;
  };
  const from = (cookie: string) => ({ cookie, 'X-Forwarded-For': '192.0.2.7' });

  test('are twenty at most, and end when their code is replaced', async () => {
    await open('run-hub');
    const cookie = await token('crew');
    const lines = await Promise.all(Array.from({ length: 20 }, () => line('run-hub', from(cookie))));
    expect(lines.map((one) => one.response.status)).toEqual(Array(20).fill(200));
    const more = await line('run-hub', from(cookie));
    expect([more.response.status, await more.until(/too-many/)]).toEqual([
      429,
      expect.stringContaining('too many screens open'),
    ]);
    // Another device, and the machine itself, have their own.
    const viewer = await line('run-hub', from(await token('viewer')));
    const here = await line('run-hub');
    expect([viewer.response.status, here.response.status]).toEqual([200, 200]);
    await request(url).post('/api/runs/run-hub/codes').send({ role: 'crew', renew: true });
    await Promise.all(lines.map((one) => one.ended));
    expect((await line('run-hub', from(cookie))).response.status).toBe(401);
    viewer.close();
    here.close();
  });

  test('send a hundred events at once, then five a second; the rest is not lost but asked for again', async () => {
    await open('run-hub');
    const cookie = await token('crew');
    const post = async (from: number, count: number) => {
      const events = Array.from({ length: count }, (_, i) =>
        logged('run-hub', `fast-${from + i}`, 'note', { text: 'x' }),
      );
      return request(url)
        .post('/api/events')
        .set({ cookie, 'X-Forwarded-For': '192.0.2.7' })
        .send({ events });
    };
    expect((await post(0, 130)).body.answers).toHaveLength(100);
    const { status, body } = await post(100, 30);
    // A second may have passed since.
    if (status === 200) expect(body.answers.length).toBeLessThan(15);
    else
      expect([status, body.error]).toEqual([
        429,
        { code: 'too-fast', message: expect.stringContaining('faster than 5') as string },
      ]);
    await new Promise((go) => setTimeout(go, 1200));
    expect((await post(100, 30)).body.answers.length).toBeGreaterThanOrEqual(5);
    // The machine itself has no such limit.
    const events = Array.from({ length: 300 }, (_, i) =>
      logged('run-hub', `own-${i}`, 'note', { text: 'x' }),
    );
    expect((await request(url).post('/api/events').send({ events })).body.answers).toHaveLength(300);
  });

  test('are two hundred at most in all', async () => {
    await open('run-hub');
    const lines = await Promise.all(Array.from({ length: 200 }, () => line('run-hub')));
    const more = await line('run-hub');
    expect(more.response.status).toBe(503);
    for (const one of lines) one.close();
    // Until the server has heard that they are gone.
    let again = await line('run-hub');
    for (let i = 0; again.response.status !== 200 && i < 100; i++) {
      await new Promise((go) => setTimeout(go, 50));
      again = await line('run-hub');
    }
    expect(again.response.status).toBe(200);
    again.close();
  });
});
