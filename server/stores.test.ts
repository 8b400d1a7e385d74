import Database from 'better-sqlite3';
import { copyFileSync, mkdirSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import request from 'supertest';
import type { LotStock, StoreMove, StoresAnswer } from '@hearty/core';
import { openDatabase } from './db';
import { Documents } from './documents';
import { Stores } from './stores';
import { demoApp, MIGRATIONS, temporaryFolder } from './testing/server';

const { app } = demoApp();
const get = async (path: string) => (await request(app).get(`/api${path}`)).body;
const post = (path: string, body: object) => request(app).post(`/api${path}`).send(body);
const shelf = (lots: LotStock[], goodId: string) =>
  lots.filter((l) => l.lot.goodId === goodId).reduce((sum, l) => sum + l.shelf, 0);
let n = 0;
const move = (
  lotId: string,
  kind: StoreMove['kind'],
  amount: number,
  more: Partial<StoreMove> = {},
): StoreMove => ({
  id: `t${++n}`,
  lotId,
  kind,
  amount,
  at: Date.UTC(2026, 10, 24) + n,
  day: '2026-11-24',
  ...more,
});

test('the stores begin with a count, and stock is what the moves add up to', async () => {
  const before = (await get('/stores')) as StoresAnswer;
  expect(shelf(before.lots, 'mints')).toBe(30);
  const { status, body } = await post('/stores/moves', {
    lots: [{ id: 'new-mints', goodId: 'mints', expires: '2027-02-01' }],
    moves: [move('new-mints', 'bought', 14)],
  });
  expect(status).toBe(200);
  expect(shelf(body.lots, 'mints')).toBe(44);
  const file = await get('/shows/weather-in-a-kitchen/file');
  expect(file.stock.find((g: { id: string }) => g.id === 'mints').onShelf).toBe(44);
});

test('what is past its day when the show is played does not count for it', async () => {
  await post('/stores/moves', {
    lots: [{ id: 'old-candles', goodId: 'candle', expires: '2026-11-25' }],
    moves: [move('old-candles', 'bought', 50)],
  });
  const library = await get('/library');
  expect(shelf(library.lots, 'candle')).toBe(60);
  const files = await Promise.all(
    ['weather-in-a-kitchen', 'small-forces', 'cold-snap', 'nine-minutes-of-air'].map((id) =>
      get(`/shows/${id}/file`),
    ),
  );
  for (const f of files)
    for (const g of f.stock as { id: string; onShelf: number }[])
      if (g.id === 'candle') expect(g.onShelf).toBe(10);
});

test('less than nothing is refused with the move and its figures, and nothing of the whole is kept', async () => {
  const before = (await get('/stores')) as StoresAnswer;
  const { lot } = before.lots.find((l) => l.lot.goodId === 'yeast')!;
  const { status, body } = await post('/stores/moves', {
    lots: [],
    moves: [move('new-mints', 'bought', 5), move(lot.id, 'used', 1000)],
  });
  expect(status).toBe(400);
  expect(body.error.fields).toEqual([
    {
      path: 'moves[1].amount',
      says: expect.stringMatching(/^Dried yeast, used 1 kg on 2026-11-24: there is .* less/),
    },
  ]);
  expect(await get('/stores')).toEqual(before);
});

test('a move taken back counts no more; one that others rest on is not taken back', async () => {
  const bought = move('new-mints', 'bought', 7);
  await post('/stores/moves', { lots: [], moves: [bought] });
  const used = move('new-mints', 'used', 20);
  await post('/stores/moves', { lots: [], moves: [used] });
  const no = await post('/stores/moves', {
    lots: [],
    moves: [move('new-mints', 'undo', 0, { ofId: bought.id })],
  });
  expect([no.status, no.body.error.fields[0].path]).toEqual([400, 'moves']);
  const yes = await post('/stores/moves', {
    lots: [],
    moves: [move('new-mints', 'undo', 0, { ofId: used.id })],
  });
  expect(yes.body.lots.find((l: LotStock) => l.lot.id === 'new-mints').shelf).toBe(21);
});

test('sending the same moves twice writes them once', async () => {
  const once = { lots: [], moves: [move('new-mints', 'bought', 3)] };
  const first = await post('/stores/moves', once);
  expect((await post('/stores/moves', once)).body.lots).toEqual(first.body.lots);
});

test('the shelf cannot be changed by saving the good', async () => {
  const { goods, lots } = (await get('/stores')) as StoresAnswer;
  const vinegar = goods.find((g) => g.id === 'vinegar')!;
  const { body } = await request(app)
    .put('/api/goods/vinegar')
    .send({ version: vinegar.version, body: { ...vinegar.body, name: 'White vinegar', onShelf: 99 } });
  expect(body.body).toMatchObject({ name: 'White vinegar', onShelf: 0 });
  expect(((await get('/stores')) as StoresAnswer).lots).toEqual(lots);
});

test('the stores go out as CSV and come back unchanged; a file with mistakes changes nothing unless asked', async () => {
  const csv = (await request(app).get('/api/stores/csv')).text;
  const same = (await post('/stores/preview', { csv })).body;
  expect(new Set(same.rows.map((r: { status: string }) => r.status))).toEqual(new Set(['same']));
  const wrong = 'name,unit,on shelf\nGlitter,g,200 g\nSparkle,g,some\n';
  const before = await get('/stores');
  const refused = await post('/stores/csv', { csv: wrong, leaveWrong: false });
  expect(refused.status).toBe(400);
  expect(refused.body.error.fields).toMatchObject([{ path: 'line 3, on shelf' }]);
  expect(await get('/stores')).toEqual(before);
  expect((await post('/stores/csv', { csv: wrong, leaveWrong: true })).body).toEqual({ goods: 1, counts: 1 });
  const after = (await get('/stores')) as StoresAnswer;
  const glitter = after.goods.find((g) => g.body.name === 'Glitter')!;
  expect(shelf(after.lots, glitter.id)).toBe(200);
});

test('ticks of a show: the newest of each stands', async () => {
  const tick = (key: string, done: boolean) => post('/shows/cold-snap/ticks', { way: 'out', key, done });
  await tick('crate-a:jar', true);
  await tick('crate-a:tongs', true);
  const { body } = await tick('crate-a:jar', false);
  expect(body.map((t: { key: string }) => t.key)).toEqual(['crate-a:tongs']);
  expect((await post('/shows/nowhere/ticks', { way: 'out', key: 'x', done: true })).status).toBe(404);
  expect((await post('/shows/cold-snap/ticks', { way: 'sideways', key: 'x', done: true })).status).toBe(400);
});

test('an older database keeps what was on its shelves as the first count', () => {
  const folder = temporaryFolder();
  const old = join(temporaryFolder(), 'migrations');
  mkdirSync(old);
  copyFileSync(join(MIGRATIONS, '0001-start.sql'), join(old, '0001-start.sql'));
  openDatabase(folder, old).close();
  const raw = new Database(join(folder, 'hearty.db'));
  const rope = { id: 'rope', name: 'Rope', sort: 'kit', unit: 'piece', onShelf: 3 };
  raw
    .prepare("INSERT INTO document (kind, id, version, body, updated_at) VALUES ('good', 'rope', 2, ?, ?)")
    .run(JSON.stringify(rope), Date.UTC(2026, 0, 5));
  raw.close();
  const db = openDatabase(folder, MIGRATIONS);
  const documents = new Documents(db);
  const stores = new Stores(db, documents);
  expect(stores.lots()).toMatchObject([{ lot: { goodId: 'rope' }, shelf: 3 }]);
  expect(stores.moves()).toMatchObject([{ kind: 'counted', amount: 3, day: '2026-01-05' }]);
  expect(documents.get('good', 'rope')).toEqual({ id: 'rope', version: 2, body: { ...rope, onShelf: 0 } });
  expect(readdirSync(join(folder, 'backups'))).toHaveLength(1);
  db.close();
});
