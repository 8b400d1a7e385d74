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
async function line(runId: string, headers: Record<string, string> = {}) {
  const stop = new AbortController();
  const response = await fetch(`${url}/api/runs/${runId}/stream`, { headers, signal: stop.signal });
  let heard = '';
  void (async () => {
    const decoder = new TextDecoder();
    try {
      for await (const part of response.body as unknown as AsyncIterable<Uint8Array>)
        heard += decoder.decode(part);
    } catch {
      // It was closed.
    }
  })();
  const until = async (what: RegExp) => {
    for (let i = 0; i < 200 && !what.test(heard); i++) await new Promise((go) => setTimeout(go, 10));
    return heard;
  };
  return { response, until, heard: () => heard, close: () => stop.abort() };
}

const open = async (id: string) => {
  await request(url).post('/api/runs').send({ id, showId: 'small-forces', rehearsal: true });
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
  await mine.until(/data: 0|:/);
  const other = await line('weather-1').catch(() => undefined);
  await send(run, 'first');
  const heard = await mine.until(/data: [1-9]/);
  const seq = Number(/data: ([1-9]\d*)/.exec(heard)![1]);
  const { body } = await request(url).get(`/api/runs/${run}/events`);
  expect(seq).toBe((body as { lastSeq: number }).lastSeq);
  expect(other?.heard() ?? '').not.toContain(`data: ${seq}`);
  mine.close();
  other?.close();
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
