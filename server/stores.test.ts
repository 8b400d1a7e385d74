import Database from 'better-sqlite3';
import { copyFileSync, mkdirSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { request } from './testing/request';
import type { LotStock, StoresAnswer, WrittenMove } from '@hearty/core';
import { openDatabase } from './db';
import { Documents } from './documents';
import { Stores } from './stores';
import { bringUpToDate } from './projections';
import { Runs } from './live/runs';
import { anotherShow, demoApp, logged, MIGRATIONS, sendTo, temporaryFolder } from './testing/server';

const { app } = demoApp();
const get = async (path: string) => (await request(app).get(`/api${path}`)).body;
const post = (path: string, body: object) => request(app).post(`/api${path}`).send(body);
const shelf = (lots: LotStock[], goodId: string) =>
  lots.filter((l) => l.lot.goodId === goodId).reduce((sum, l) => sum + l.shelf, 0);
let n = 0;
const move = (
  lotId: string,
  kind: WrittenMove['kind'],
  amount: number,
  more: Partial<WrittenMove> = {},
): WrittenMove => ({ id: `t${++n}`, lotId, kind, amount, day: '2026-11-24', ...more });
/** Writes into the ledger, as one act. */
const write = async (...moves: WrittenMove[]) => (await writeNew([], ...moves))[0]!;
const writeNew = (lots: object[], ...moves: WrittenMove[]) =>
  sendTo(app, logged('stores:ledger', `w${++n}`, 'written', { lots, moves }));
const lotsNow = async () => ((await get('/stores')) as StoresAnswer).lots;

test('the stores begin with a count, and stock is what the moves add up to', async () => {
  const before = (await get('/stores')) as StoresAnswer;
  expect(shelf(before.lots, 'mints')).toBe(30);
  const lot = { id: 'new-mints', goodId: 'mints', expires: '2027-02-01' };
  expect(await writeNew([lot], move('new-mints', 'bought', 14))).toMatchObject([{ is: 'kept' }]);
  expect(shelf(await lotsNow(), 'mints')).toBe(44);
  const file = await get('/shows/weather-in-a-kitchen/file');
  expect(file.stock.find((g: { id: string }) => g.id === 'mints').onShelf).toBe(44);
});

test('what is past its day when the show is played does not count for it', async () => {
  const old = { id: 'old-candles', goodId: 'candle', expires: '2026-11-25' };
  await writeNew([old], move('old-candles', 'bought', 50));
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
  const answer = await write(move('new-mints', 'bought', 5), move(lot.id, 'used', 1000));
  expect(answer).toMatchObject({
    is: 'refused',
    message: expect.stringMatching(/^Dried yeast, used 1 kg on 2026-11-24: there is .* less/),
  });
  expect(await get('/stores')).toEqual(before);
});

test('a move taken back counts no more; one that others rest on is not taken back', async () => {
  const bought = move('new-mints', 'bought', 7);
  const used = move('new-mints', 'used', 20);
  await write(bought);
  await write(used);
  const undo = (of: WrittenMove) => write(move('new-mints', 'undo', 0, { ofId: of.id }));
  expect(await undo(bought)).toMatchObject({ is: 'refused' });
  expect(await undo(used)).toMatchObject({ is: 'kept' });
  expect((await lotsNow()).find((l) => l.lot.id === 'new-mints')!.shelf).toBe(21);
  // What is not there yet, or is another lot's, cannot be taken back.
  expect(await undo(move('new-mints', 'bought', 1))).toMatchObject({
    is: 'refused',
    message: 'There is no such move of this lot to take back.',
  });
  expect(await write(move('old-candles', 'undo', 0, { ofId: bought.id }))).toMatchObject({ is: 'refused' });
});

test('the same act sent twice is written once; its id with other content is refused', async () => {
  const act = logged('stores:ledger', 'once', 'written', {
    lots: [],
    moves: [move('new-mints', 'bought', 3)],
  });
  const is = async (event: object) => (await sendTo(app, event))[0]!.is;
  expect(await is(act)).toBe('kept');
  const before = await lotsNow();
  expect(await is(act)).toBe('known');
  expect(await is({ ...act, body: { lots: [], moves: [move('new-mints', 'bought', 9)] } })).toBe('refused');
  expect(await lotsNow()).toEqual(before);
});

test('a count from a file leaves lots of one day as they are: what is gone is gone from the opened one', async () => {
  const lot = (id: string) => ({ id, goodId: 'rosin', expires: '2028-01-01' });
  await writeNew(
    [lot('old'), lot('new')],
    move('old', 'bought', 30),
    move('old', 'opened', 0),
    move('new', 'bought', 100),
  );
  const bring = (amount: number) =>
    post('/stores/csv', {
      csv: `name,on shelf,expires\nRosin powder,${amount},2028-01-01`,
      leaveWrong: false,
    });
  const now = async () =>
    (await lotsNow())
      .filter((l) => ['old', 'new'].includes(l.lot.id))
      .map((l) => [l.lot.id, l.shelf, l.openedOn]);
  await bring(110);
  expect(await now()).toEqual([
    ['new', 100, undefined],
    ['old', 10, '2026-11-24'],
  ]);
  await bring(160);
  expect(await now()).toEqual([
    ['new', 150, undefined],
    ['old', 10, '2026-11-24'],
  ]);
});

test('what is packed or comes home names a show that there is; a move of the future is not taken', async () => {
  const message = async (kind: 'packed' | 'returned', more: object = {}) =>
    (await write(move('new-mints', kind, 1, more))) as { is: string; message?: string };
  expect(await message('packed')).toMatchObject({
    is: 'refused',
    message: 'Say for which show it is packed.',
  });
  expect(await message('returned')).toMatchObject({
    is: 'refused',
    message: 'Say from which show it came home.',
  });
  expect(await message('packed', { showId: 'gone' })).toMatchObject({
    is: 'refused',
    message: 'There is no such show.',
  });
  const late = {
    ...logged('stores:ledger', 'late', 'written', { lots: [], moves: [move('new-mints', 'bought', 1)] }),
    at: Date.now() + 3_600_000,
  };
  expect((await sendTo(app, late))[0]).toMatchObject({
    is: 'refused',
    message: 'It is dated in the future. Set this device’s clock right, and write it again.',
  });
});

test('a taking back that is itself taken back counts no more, and an id with other content is refused', async () => {
  const shelfNow = async () => (await lotsNow()).find((l) => l.lot.id === 'new-mints')!.shelf;
  const before = await shelfNow();
  const bought = move('new-mints', 'bought', 6);
  const undo = move('new-mints', 'undo', 0, { ofId: bought.id });
  await write(bought);
  await write(undo);
  expect(await shelfNow()).toBe(before);
  expect(await write(move('new-mints', 'undo', 0, { ofId: undo.id }))).toMatchObject({ is: 'kept' });
  expect(await shelfNow()).toBe(before + 6);
  expect(await write(bought)).toMatchObject({ is: 'kept' });
  expect(await shelfNow()).toBe(before + 6);
  expect(await write({ ...bought, amount: 60 })).toMatchObject({
    is: 'refused',
    message: 'Another move with this id is here already, and says something else.',
  });
  expect(await shelfNow()).toBe(before + 6);
});

test.each(['constructor', '__proto__', 'toString'])('a show called “%s” has its own out', async (showId) => {
  await anotherShow(app, showId);
  await write(move('new-mints', 'packed', 2, { showId }));
  const { out } = (await lotsNow()).find((l) => l.lot.id === 'new-mints')!;
  expect(Object.entries(out)).toEqual([[showId, 2]]);
  await write(move('new-mints', 'returned', 2, { showId }));
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

test('ticks of a show: the newest of each stands, whatever the order they arrive in', async () => {
  const tick = (id: string, key: string, done: boolean, more: object = {}) =>
    logged('show:cold-snap', id, 'tick', { way: 'out', key, done }, more);
  const late = tick('k1', 'crate-a:jar', true);
  await sendTo(app, tick('k2', 'crate-a:tongs', true), tick('k3', 'crate-a:jar', false), late);
  const { ticks } = await get('/shows/cold-snap/ticks');
  expect(ticks.map((t: { key: string }) => t.key)).toEqual(['crate-a:tongs']);
  const answers = await sendTo(
    app,
    { ...tick('k4', 'x', true), run: 'show:nowhere' },
    logged('show:cold-snap', 'k5', 'tick', { way: 'sideways', key: 'x', done: true }),
    logged('show:cold-snap', 'k6', 'curtain', {}),
  );
  expect(answers.map((a) => a.is)).toEqual(['refused', 'refused', 'refused']);
});

test('what is ticked off on Prep is known to the run of its show, not to a rehearsal', async () => {
  const open = (id: string, rehearsal: boolean, showId: string) =>
    request(app).post('/api/runs').send({ id, showId, rehearsal });
  await open('prep-run', false, 'small-forces');
  await open('prep-try', true, 'nine-minutes-of-air');
  const key = 'task:i-static-dome-wipe-dome';
  const tick = (id: string, run: string, way: string, done: boolean) =>
    logged(run, id, 'tick', { way, key, done });
  await sendTo(
    app,
    tick('p1', 'show:small-forces', 'prep', true),
    tick('p2', 'show:small-forces', 'out', true),
    tick('p3', 'show:nine-minutes-of-air', 'prep', true),
  );
  expect(await get('/runs/prep-run/ticks')).toEqual({ keys: [key] });
  expect(await get('/runs/prep-try/ticks')).toEqual({ keys: [] });
  await sendTo(app, tick('p4', 'show:small-forces', 'prep', false));
  expect(await get('/runs/prep-run/ticks')).toEqual({ keys: [] });
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
  bringUpToDate(db, { runs: new Runs(db), stores, failed: () => undefined });
  expect(stores.lots()).toMatchObject([{ lot: { goodId: 'rope' }, shelf: 3 }]);
  expect(stores.moves()).toMatchObject([{ kind: 'counted', amount: 3, day: '2026-01-05' }]);
  expect(documents.get('good', 'rope')).toEqual({ id: 'rope', version: 2, body: { ...rope, onShelf: 0 } });
  expect(readdirSync(join(folder, 'backups'))).toHaveLength(1);
  db.close();
});
