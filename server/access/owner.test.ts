import { mkdirSync, readFileSync, statSync, writeFileSync, chmodSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import supertest from 'supertest';
import type { Here } from '@hearty/core';
import { createApp } from '../app';
import { openDatabase, type Db } from '../db';
import type { Owner } from './owner';
import { program } from '../testing/program';
import { request } from '../testing/request';
import { MIGRATIONS, temporaryFolder } from '../testing/server';

/** Who counts as this machine's own user: nobody whom something passes on, and in strict mode nobody without the key. */

const KEY = 'k'.repeat(43);

const databases: Db[] = [];
afterAll(() => databases.forEach((db) => db.close()));

function appWith(owner: Owner) {
  const db = openDatabase(temporaryFolder(), MIGRATIONS);
  databases.push(db);
  return createApp({ db, owner, names: ['stage.example'] });
}

const here = async (asked: supertest.Test): Promise<boolean | number> => {
  const { status, body } = await asked;
  return status === 200 ? (body as Here).here : status;
};

describe('asked on this machine', () => {
  const app = appWith({ behindProxy: false });
  const isHere = (headers: Record<string, string> = {}) => here(request(app).get('/api/here').set(headers));

  test('the machine’s own user needs nothing', async () => {
    expect(await isHere()).toBe(true);
    expect(await isHere({ Host: 'localhost:4180', 'Sec-Fetch-Site': 'same-origin' })).toBe(true);
  });

  test.each([
    ['Forwarded', 'for=192.0.2.7'],
    ['Via', '1.1 somewhere'],
    ['X-Forwarded-For', '192.0.2.7'],
    ['X-Forwarded-Host', 'stage.example'],
    ['X-Forwarded-Proto', 'https'],
    ['X-Real-IP', '192.0.2.7'],
    ['X-Original-Forwarded-For', '192.0.2.7'],
    ['True-Client-IP', '192.0.2.7'],
    ['Connection', 'close'],
  ])('with %s: %s it was passed on, and is somebody else’s', async (name, value) => {
    expect(await isHere({ [name]: value })).toBe(false);
    const set = await request(app)
      .put('/api/reach')
      .set({ [name]: value })
      .send({ passphrase: 'three words here' });
    expect(set.status).toBe(401);
  });
});

test('behind a proxy nobody is local, and the forwarded address is the one whose guesses are counted', async () => {
  const app = appWith({ behindProxy: true });
  expect(await here(request(app).get('/api/here'))).toBe(false);
  const guess = (address: string) =>
    request(app).post('/api/enter').set('X-Forwarded-For', address).send({ passphrase: 'not this one' });
  for (let n = 0; n < 10; n++) expect((await guess('192.0.2.7')).status).toBe(403);
  expect((await guess('192.0.2.7')).status).toBe(429);
  expect((await guess('192.0.2.8')).status).toBe(403);
  expect((await request(app).get('/api/here').set('Host', 'stage.example')).status).toBe(200);
  expect((await request(app).get('/api/here').set('Host', 'other.example')).status).toBe(403);
});

test('in strict mode the address with the key lets its browser in, once and for all, and no other', async () => {
  const app = appWith({ behindProxy: false, key: KEY });
  expect(await here(request(app).get('/api/here'))).toBe(false);
  expect((await request(app).get('/api/here')).body).toMatchObject({ keyed: true });
  expect((await request(app).get('/api/shows')).status).toBe(401);
  const wrong = await request(app)
    .get('/shows')
    .query({ key: 'x'.repeat(43) });
  expect([wrong.status, wrong.headers.location, wrong.headers['set-cookie']]).toEqual([
    303,
    '/shows',
    undefined,
  ]);
  const right = await request(app).get('//evil.example/a').query({ key: KEY, tab: 'plan' });
  expect(right.headers.location).toBe('/evil.example/a?tab=plan');
  const [cookie] = right.headers['set-cookie'] as unknown as string[];
  expect(cookie).toMatch(/^hearty-owner=k+;.*HttpOnly; SameSite=Strict/);
  const mine = { Cookie: cookie!.split(';')[0]! };
  expect(await here(request(app).get('/api/here').set(mine))).toBe(true);
  // As many letters, and more bytes: no key, and no fault of ours.
  const odd = await request(app)
    .get('/shows')
    .query({ key: 'é'.repeat(43) });
  expect(odd.status).toBe(303);
  const cookieOf = encodeURIComponent('é'.repeat(43));
  expect(await here(request(app).get('/api/here').set('Cookie', `hearty-owner=${cookieOf}`))).toBe(false);
  // The key opens nothing from elsewhere.
  expect(
    await here(
      request(app)
        .get('/api/here')
        .set({ ...mine, Via: '1.1 x' }),
    ),
  ).toBe(false);
  expect(
    await here(
      request(app)
        .get('/api/here')
        .set('Cookie', `hearty-owner=${'x'.repeat(43)}`),
    ),
  ).toBe(false);
});

test('a page elsewhere makes no browser fetch anything that costs or reveals', async () => {
  const app = appWith({ behindProxy: false });
  for (const site of ['cross-site', 'same-site'])
    for (const path of [
      '/API/library',
      '/api/library',
      '/api/attempts',
      '/api/logbook/runs.csv',
      '/api/overview',
    ])
      expect((await request(app).get(path).set('Sec-Fetch-Site', site)).status).toBe(403);
  for (const site of ['same-origin', 'none'])
    expect((await request(app).get('/api/overview').set('Sec-Fetch-Site', site)).status).toBe(200);
  expect((await request(app).get('/api/backup')).status).toBe(404);
});

describe('the server as a program', () => {
  const { start, ends } = program('main.ts');
  const isPrivate = (path: string) => (statSync(path).mode & 0o077) === 0;

  test('its data folder is its owner’s alone, also what was there before; what is not ours is left', async () => {
    const folder = temporaryFolder();
    chmodSync(folder, 0o755);
    mkdirSync(join(folder, 'backups'), { mode: 0o755 });
    writeFileSync(join(folder, 'backups', 'hearty-2026-01-01.db'), '', { mode: 0o644 });
    writeFileSync(join(folder, 'notes.txt'), '', { mode: 0o644 });
    const { address } = start(folder, { HEARTY_OWNER_KEY: '1' });
    const opened = await address;
    expect(opened).toMatch(/\/\?key=[\w-]{43}$/);
    expect(readFileSync(join(folder, 'owner-key'), 'utf8').trim()).toBe(opened.split('key=')[1]);
    const paths = [folder, join(folder, 'backups')].flatMap((at) => [
      at,
      ...readdirSync(at).map((name) => join(at, name)),
    ]);
    expect(paths.filter((path) => !isPrivate(path))).toEqual([join(folder, 'notes.txt')]);
    expect(paths.length).toBeGreaterThan(5);
  });

  test('a second one on the same folder says so and ends; after a kill the folder is free', async () => {
    const folder = temporaryFolder();
    const first = start(folder);
    await first.address;
    const second = ends({ HEARTY_DATA: folder, HEARTY_PORT: '0' });
    expect([second.status, second.stderr.trim()]).toEqual([
      1,
      `Another Hearty Stage is using ${folder}. Stop it first, or set HEARTY_DATA to another folder.`,
    ]);
    const gone = new Promise((done) => first.child.once('exit', done));
    first.child.kill('SIGKILL');
    await gone;
    const third = start(folder);
    expect(await third.address).toMatch(/^http/);
  });
});
