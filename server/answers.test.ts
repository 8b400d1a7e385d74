import { STORES_LOG, type Stored } from '@hearty/core';
import { createParts } from './answers';
import { request } from './testing/request';
import { demoApp, logged, sendTo } from './testing/server';

const { app } = demoApp();

type Part = 'goods' | 'demos' | 'venues' | 'people' | 'lots' | 'sameDay';
interface Line {
  id: string;
  name?: string;
  title?: string;
  goodUntil?: string;
  lot: { id: string; goodId: string };
}
const library = async () => (await request(app).get('/api/library')).body as Record<Part, Line[]>;
const get = async (path: string) => (await request(app).get(`/api/${path}`)).body as Stored<object>;
const save = async (kind: string, id: string, change: object) => {
  const { version, body } = await get(`${kind}/${id}`);
  const put = request(app).put(`/api/${kind}/${id}`);
  expect((await put.send({ version, body: { ...body, ...change } })).status).toBe(200);
};

test('a part is written again only when its revision moved', () => {
  const part = createParts();
  let written = 0;
  const write = () => `${++written}`;
  const asked: [string, number][] = [
    ['a', 1],
    ['a', 1],
    ['b', 1],
    ['a', 2],
  ];
  expect(asked.map(([name, revision]) => part(name, revision, write))).toEqual(['1', '1', '2', '3']);
});

test.each([
  ['goods', 'name'],
  ['demos', 'title'],
  ['venues', 'name'],
  ['people', 'name'],
] as const)('the library has a change of the %s at once', async (kind, field) => {
  const [{ id }] = (await library())[kind] as [Line];
  await save(kind, id, { [field]: 'Another name' });
  expect((await library())[kind].find((d) => d.id === id)?.[field]).toBe('Another name');
});

test('lots follow how long their good keeps', async () => {
  const [{ lot }] = (await library()).lots as [Line];
  const move = { id: 'm', lotId: lot.id, kind: 'bought', amount: 1, day: '2026-11-20' };
  const bought = logged(STORES_LOG, 'bought', 'written', { lots: [], moves: [move] });
  expect(await sendTo(app, bought)).toMatchObject([{ is: 'kept' }]);
  const untilOf = async () =>
    (await library()).lots.flatMap((l) => (l.lot.goodId === lot.goodId ? [l.goodUntil] : []));
  const before = await untilOf();
  await save('goods', lot.goodId, { keepsDays: 1 });
  expect(await untilOf()).not.toEqual(before);
});

test('a second show on a day is in the library as soon as it is saved, and gone with it', async () => {
  const ids = async () => (await library()).sameDay.map((s) => s.id);
  const { body } = await get('shows/small-forces');
  expect(await ids()).toEqual([]);
  const second = { ...body, id: 'second', title: 'Second that day' };
  await request(app).put('/api/shows/second').send({ version: 0, body: second });
  expect((await ids()).sort()).toEqual(['second', 'small-forces']);
  await request(app).delete('/api/shows/second?version=1');
  expect(await ids()).toEqual([]);
});
