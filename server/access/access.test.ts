import type { Codes, EventsAnswer, Here, Joined, RunRole } from '@hearty/core';
import Database from 'better-sqlite3';
import type { Express } from 'express';
import { readFileSync } from 'node:fs';
import { request as ask, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import type { Test } from 'supertest';
import { request } from '../testing/request';
import { createApp } from '../app';
import { saveCopy } from '../copies';
import { openDatabase } from '../db';
import { fillDemoData } from '../demo-data';
import { logged, MIGRATIONS, temporaryFolder } from '../testing/server';
import { Access } from './access';

const NAME = 'troupe.example';
const PASSPHRASE = 'wet gloves, cold hall';

function openApp() {
  const folder = temporaryFolder();
  const db = openDatabase(folder, MIGRATIONS);
  fillDemoData(db, new Date('2026-11-23T12:00:00Z'));
  afterAll(() => db.close());
  const app = createApp({ db, open: true, names: [NAME], dataFolder: folder, migrationsFolder: MIGRATIONS });
  return { app, db, folder };
}

/** A device in the house: it keeps its cookies, and asks by the troupe's name. */
function device(app: Express) {
  const agent = request(app);
  const send = (method: 'get' | 'post' | 'put' | 'delete', path: string, body?: object) =>
    agent[method](path).set('Host', NAME).send(body);
  return {
    get: (path: string) => send('get', path),
    post: (path: string, body: object) => send('post', path, body),
    put: (path: string, body: object) => send('put', path, body),
    join: async (code: string) =>
      (await send('post', '/api/join', { code })) as { status: number; body: Joined },
    write: async (...events: object[]) =>
      ((await send('post', '/api/events', { events })).body as EventsAnswer).answers?.map((a) => a.is),
  };
}

async function openRun(app: Express, id: string, showId = 'cold-snap'): Promise<Record<RunRole, string>> {
  await request(app).post('/api/runs').send({ id, showId, rehearsal: true });
  const { codes } = (await request(app).get(`/api/runs/${id}/codes`)).body as Codes;
  return Object.fromEntries(codes.map(({ role, code }) => [role, code])) as Record<RunRole, string>;
}

/** Every address the app answers below /api, with its methods, read from the app itself. */
function addresses(app: Express): { method: string; path: string }[] {
  interface Layer {
    route?: { path: string; stack: { method?: string }[] };
    handle?: { stack?: Layer[] };
  }
  const of = (stack: Layer[], base: string): { method: string; path: string }[] =>
    stack.flatMap((layer) =>
      layer.route
        ? layer.route.stack.flatMap(({ method }) =>
            method ? [{ method, path: base + layer.route!.path.replace(base, '') }] : [],
          )
        : layer.handle?.stack
          ? of(layer.handle.stack, '/api')
          : [],
    );
  const all = of((app as unknown as { router: { stack: Layer[] } }).router.stack, '');
  const seen = new Set<string>();
  return all
    .map(({ method, path }) => ({ method, path: path.startsWith('/api') ? path : `/api${path}` }))
    .filter(({ method, path }) => !path.includes('*') && !seen.has(method + path) && seen.add(method + path));
}

const { app, db, folder } = openApp();

test('off this machine nothing is read or written without a code or the passphrase, at any address there is', async () => {
  const all = addresses(app);
  expect(all.length).toBeGreaterThan(40);
  const stranger = device(app);
  const before = db.prepare('SELECT count(*) FROM event').pluck().get();
  const open: string[] = [];
  for (const { method, path } of all) {
    const at = path.replace(':kind', 'demos').replaceAll(/:[a-zA-Z]+/g, 'cold-snap');
    const agent = request(app) as unknown as Record<string, (path: string) => Test>;
    for (const headers of [{ Host: NAME }, { Host: 'localhost', 'X-Forwarded-For': '192.0.2.7' }]) {
      const { status, text } = await agent[method]!(at).set(headers).send({});
      if (status !== 401) open.push(path);
      else expect(text).not.toMatch(/cold|Cold/);
    }
  }
  expect([...new Set(open)].sort()).toEqual([
    '/api/enter',
    '/api/health',
    '/api/here',
    '/api/join',
    '/api/leave',
  ]);
  expect((await stranger.get('/api/here')).body).toEqual({
    ...{ here: false, plans: false, passphrase: false, runs: [] },
    generation: expect.any(String) as string,
  } satisfies Here);
  expect(db.prepare('SELECT count(*) FROM event').pluck().get()).toBe(before);
  // What nobody may do is not even read: a body of any size is refused unseen.
  const large = await request(app)
    .post('/api/import')
    .set('Host', NAME)
    .send({ a: 'x'.repeat(20_000_000) });
  expect(large.status).toBe(401);
});

test('a code opens its run and nothing else of the product', async () => {
  const codes = await openRun(app, 'access-one');
  await openRun(app, 'access-other', 'weather-in-a-kitchen');
  const screen = device(app);
  const { status, body } = await screen.join(` ${codes.viewer.toLowerCase().replace(/(...)/, '$1 ')} `);
  expect([status, body]).toEqual([200, { runId: 'access-one', role: 'viewer', title: 'Cold Snap' }]);
  for (const path of ['', '/events', '/ticks'])
    expect((await screen.get(`/api/runs/access-one${path}`)).status).toBe(200);
  for (const path of [
    '/api/runs/access-other',
    '/api/runs/access-one/codes',
    '/api/runs',
    '/api/library',
    '/api/backup',
  ])
    expect((await screen.get(path)).status).toBe(401);
  const pictures = db.prepare('SELECT id FROM picture').pluck().all() as string[];
  const inRun = JSON.stringify((await screen.get('/api/runs/access-one')).body);
  for (const id of pictures)
    expect((await screen.get(`/api/pictures/${id}`)).status).toBe(inRun.includes(id) ? 200 : 401);
});

test('who looks cannot write, the crew ticks and takes back only its own kinds, the stage writes in its run alone', async () => {
  const codes = await openRun(app, 'access-one');
  const [viewer, crew, stage] = [device(app), device(app), device(app)];
  await viewer.join(codes.viewer);
  await crew.join(codes.crew);
  await stage.join(codes.stage);
  const curtain = (id: string, run = 'access-one') => logged(run, id, 'curtain', {});
  const done = (id: string) => logged('access-one', id, 'task done', { itemId: 'i', taskId: 't' });
  const undo = (id: string, eventId: string) => logged('access-one', id, 'undo', { eventId });
  expect(await viewer.write(curtain('v1'), done('v2'), undo('v3', 'v2'))).toEqual(Array(3).fill('refused'));
  expect(
    await stage.write(curtain('s1'), curtain('s2', 'access-other'), logged('stores', 's3', 'written', {})),
  ).toEqual(['kept', 'refused', 'refused']);
  const read = logged('access-one', 'r1', 'reading', { attemptId: 'a', value: 4 });
  expect([await viewer.write({ ...read, id: 'r0' }), await crew.write(read)]).toEqual([
    ['refused'],
    ['kept'],
  ]);
  expect(
    await crew.write(curtain('c1'), done('c2'), undo('c3', 'c2'), undo('c4', 's1'), undo('c5', 'none')),
  ).toEqual([...['refused', 'kept', 'kept', 'refused', 'refused']]);
  // Packed into one press, or sent again under a known id, it is no more than it was.
  const tap = logged('access-one', 'c6', 'tap', {
    did: [
      { kind: 'curtain', body: {} },
      { kind: 'hold', body: {} },
    ],
  });
  expect(await crew.write(tap, curtain('s1'))).toEqual(['refused', 'refused']);
  expect((await viewer.get('/api/runs/access-one/events')).body).toMatchObject({ role: 'viewer' });
  const kept = db.prepare("SELECT id FROM event WHERE run = 'access-one' ORDER BY id").pluck().all();
  expect(kept).toEqual(['c2', 'c3', 'r1', 's1']);
  expect(db.prepare("SELECT count(*) FROM event WHERE run = 'access-other'").pluck().get()).toBe(0);
});

test('a new code ends the old one and whoever came in by it', async () => {
  const { crew } = await openRun(app, 'access-one');
  const phone = device(app);
  await phone.join(crew);
  await request(app).post('/api/runs/access-one/codes').send({ role: 'crew', renew: true });
  expect((await phone.get('/api/runs/access-one')).status).toBe(401);
  expect((await phone.join(crew)).status).toBe(403);
});

test('a code is nothing once the curtain is down; screens stay in for half a day, so that what they owe arrives', async () => {
  let now = Date.now();
  const of = new Access(db, () => now);
  const { stage } = await openRun(app, 'access-end', 'small-forces');
  const { token } = of.join(stage)!;
  expect(of.grants([token])).toEqual(new Map([['access-end', 'stage']]));
  await request(app)
    .post('/api/events')
    .send({
      events: [logged('access-end', 'e1', 'curtain', {}), logged('access-end', 'e2', 'curtain down', {})],
    });
  expect([of.join(stage), of.code('access-end', 'stage')]).toEqual([undefined, undefined]);
  expect((await request(app).get('/api/runs/access-end/codes')).body).toEqual({ codes: [] });
  const { downAt } = db.prepare("SELECT down_at AS downAt FROM run WHERE id = 'access-end'").get() as {
    downAt: number;
  };
  db.prepare("UPDATE run SET down_at = ? WHERE id = 'access-end'").run(now);
  expect(downAt).toBeGreaterThan(0);
  now += 11 * 3_600_000;
  expect(of.grants([token])).not.toEqual(new Map());
  now += 2 * 3_600_000;
  expect(of.grants([token])).toEqual(new Map());
});

test('a code and a screen end by themselves after two days', async () => {
  let now = Date.now();
  const of = new Access(db, () => now);
  const { viewer } = await openRun(app, 'access-one');
  const { token } = of.join(viewer)!;
  now += 47 * 3_600_000;
  expect(of.grants([token])).not.toEqual(new Map());
  now += 2 * 3_600_000;
  expect([of.join(viewer), of.grants([token])]).toEqual([undefined, new Map()]);
  expect(of.code('access-one', 'viewer')).not.toBe(viewer);
});

test('the passphrase is set on the machine alone, opens planning, and a new one shuts out who had the old', async () => {
  const planner = device(app);
  const set = (passphrase: string) => request(app).put('/api/reach').send({ passphrase });
  expect((await set('too short')).body).toMatchObject({ error: { fields: [{ path: 'passphrase' }] } });
  expect((await planner.post('/api/enter', { passphrase: '' })).status).toBe(403);
  expect((await set(PASSPHRASE)).status).toBe(200);
  expect((await planner.post('/api/enter', { passphrase: 'wet gloves, warm hall' })).status).toBe(403);
  const entered = await planner.post('/api/enter', { passphrase: `  wet gloves,  cold hall ` });
  expect(entered.status).toBe(204);
  expect(entered.headers['set-cookie']?.[0]).toMatch(/HttpOnly; SameSite=Strict/);
  expect((await planner.get('/api/library')).status).toBe(200);
  expect((await planner.put('/api/reach', { passphrase: 'mine now, all of it' })).status).toBe(403);
  await set('another one altogether');
  expect((await planner.get('/api/library')).status).toBe(401);
  await set('');
  expect((await planner.post('/api/enter', { passphrase: 'another one altogether' })).status).toBe(403);
});

test('nothing that lets one in is in the clear, nor in a copy of everything', async () => {
  await request(app).put('/api/reach').send({ passphrase: PASSPHRASE });
  const { stage } = await openRun(app, 'access-one');
  const { token } = new Access(db).join(stage)!;
  db.pragma('wal_checkpoint(TRUNCATE)');
  const here = readFileSync(join(folder, 'hearty.db'), 'latin1');
  for (const secret of [token, PASSPHRASE]) expect(here).not.toContain(secret);
  const path = join(temporaryFolder(), 'copy.hearty');
  saveCopy(db, path);
  expect(readFileSync(path, 'latin1')).not.toContain(stage);
  const copy = new Database(path, { readonly: true });
  const tables = copy
    .prepare("SELECT name FROM sqlite_schema WHERE name LIKE 'access%' AND type = 'table'")
    .pluck();
  expect(tables.all()).toHaveLength(3);
  for (const table of tables.all() as string[])
    expect(copy.prepare(`SELECT count(*) FROM ${table}`).pluck().get()).toBe(0);
  copy.close();
});

test('other names and other sites are refused, whatever they bring along', async () => {
  const from = (headers: Record<string, string>) => request(app).get('/api/health').set(headers);
  expect((await from({ Host: 'elsewhere.example' })).status).toBe(403);
  expect((await from({ Host: NAME, Origin: 'http://elsewhere.example' })).status).toBe(403);
  expect((await from({ Host: 'localhost:4180', Origin: `http://${NAME}` })).status).toBe(403);
  expect((await from({ Host: NAME, Origin: 'null' })).status).toBe(403);
  expect((await from({ Host: `${NAME}:4180`, Origin: `http://${NAME}:4180` })).status).toBe(200);
  // A page elsewhere that makes a browser of the very machine ask.
  const local = request(app).put('/api/reach').set('Origin', 'http://elsewhere.example');
  expect((await local.send({ passphrase: 'taken by a stranger' })).status).toBe(403);
  const closed = createApp({ db });
  expect((await request(closed).get('/api/health').set('Host', NAME)).status).toBe(403);
});

describe('guessing', () => {
  let server: Server;
  beforeAll(
    (done) => void (server = createApp({ db, open: true, names: [NAME] }).listen(0, '127.0.0.1', done)),
  );
  afterAll((done) => void server.close(done));

  /** Asks from an address of its own: every 127.x.y.z is this machine, and another device to the limit. */
  const guess = (code: string, localAddress: string) =>
    new Promise<{ status: number; retryS: number }>((found, failed) => {
      const { port } = server.address() as AddressInfo;
      const headers = { host: NAME, 'content-type': 'application/json' };
      const req = ask(
        { ...{ port, host: '127.0.0.1', localAddress, headers }, method: 'POST', path: '/api/join' },
        (res) => {
          res.resume();
          res.on('end', () =>
            found({ status: res.statusCode!, retryS: Number(res.headers['retry-after'] ?? 0) }),
          );
        },
      );
      req.on('error', failed).end(JSON.stringify({ code }));
    });

  test('a thousand guesses are slowed to ten a minute; the rest of the house comes in meanwhile', async () => {
    const { crew } = await openRun(app, 'access-one');
    const seen = new Map<number, number>();
    let retryS = 0;
    for (let i = 0; i < 1000; i++) {
      const answer = await guess(`AAA${String(i).padStart(4, '0')}`, '127.0.0.66');
      seen.set(answer.status, (seen.get(answer.status) ?? 0) + 1);
      retryS = answer.retryS;
    }
    expect(Object.fromEntries(seen)).toEqual({ 403: 10, 429: 990 });
    expect(retryS).toBeGreaterThan(0);
    // Not even the right one is heard from there now.
    expect((await guess(crew, '127.0.0.66')).status).toBe(429);
    expect((await guess(crew, '127.0.0.7')).status).toBe(200);
    // Twenty phones that join at once are not guesses.
    for (let i = 0; i < 20; i++) expect((await guess(crew, '127.0.0.8')).status).toBe(200);
  });

  test('many devices together guess a hundred times a minute and once each, and lock nobody out', async () => {
    const { crew } = await openRun(app, 'access-one');
    const answers: number[] = [];
    for (let round = 0; round < 8; round++)
      for (let i = 1; i <= 30; i++) answers.push((await guess('AAAAAAA', `127.0.1.${i}`)).status);
    expect(answers.filter((s) => s === 403).length).toBeLessThanOrEqual(130);
    expect(answers.filter((s) => s === 429).length).toBeGreaterThan(100);
    // A right code from a device that has not guessed is heard all the same.
    expect((await guess(crew, '127.0.2.1')).status).toBe(200);
  });
});
