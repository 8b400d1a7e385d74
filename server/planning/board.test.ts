import { request } from '../testing/request';
import type { Show, Stored, TourAnswer } from '@hearty/core';
import { demoApp, settled, showLines } from '../testing/server';
import { createEngine } from './engine';

const { app, db } = demoApp();
const get = async <T>(path: string) => (await request(app).get(`/api${path}`)).body as T;
const put = (show: Show, version: number) =>
  request(app).put(`/api/shows/${show.id}`).send({ version, body: show });
const tour = () => settled<TourAnswer>(app, '/tour');
const hall = async () => (await get<Stored<Show>[]>('/shows')).find((s) => s.id === 'weather-in-a-kitchen')!;

test('the shows to come stand by their dates; what each is short of is on the list of shows too', async () => {
  const { shows } = await tour();
  expect(shows.map((s) => s.date)).toEqual([...shows.map((s) => s.date)].sort());
  const lines = await showLines(app);
  for (const show of shows)
    expect([show.showId, lines.find((l) => l.id === show.showId)!.toBuy]).toEqual([
      show.showId,
      show.lines.filter((l) => l.short > 0).length,
    ]);
});

test('a show of the past eats nothing; neither does one of today that has been played', async () => {
  const { today, shows } = await tour();
  const { version, body } = await hall();
  expect(shows.map((s) => s.showId)).toContain('weather-in-a-kitchen');
  await put({ ...body, date: '2020-01-01' }, version);
  expect((await tour()).shows.map((s) => s.showId)).not.toContain('weather-in-a-kitchen');
  expect((await showLines(app)).find((l) => l.id === body.id)!.toBuy).toBeUndefined();
  // The demo troupe has played it before, so on its day it counts as played …
  await put({ ...body, date: today }, version + 1);
  expect((await tour()).shows.map((s) => s.showId)).not.toContain('weather-in-a-kitchen');
  // … and a copy that has not been played is to come.
  await put({ ...body, id: 'tonight', date: today }, 0);
  expect((await tour()).shows.map((s) => s.showId)).toContain('tonight');
  await put(body, version + 2);
});

test('what is bought for the first show is not bought again for the second', async () => {
  const { body } = await hall();
  const later = (id: string, n: number) => ({ ...body, id, title: id, date: `2099-01-0${n}` });
  await put(later('first', 1), 0);
  const short = async (id: string) =>
    (await tour()).shows.find((s) => s.showId === id)!.lines.find((l) => l.goodId === 'soda-2l')!;
  const alone = await short('first');
  await put(later('second', 2), 0);
  const second = await short('second');
  expect(await short('first')).toEqual(alone);
  expect(second.before).toBeGreaterThan(0);
  // Six in a pack: of the pack bought for the first, the rest is there for the second.
  if (alone.packs) expect(second.fromPacks).toBe(Math.min(alone.packs * 6 - alone.short, second.share));
  const { buying } = await tour();
  const line = buying.find((b) => b.goodId === 'soda-2l')!;
  const lines = (await tour()).shows.flatMap((s) => s.lines.filter((l) => l.goodId === 'soda-2l'));
  expect(line.packs).toBe(lines.reduce((sum, l) => sum + (l.packs ?? 0), 0));
});

test('a good that a cold budget rests on is not deleted from under it', async () => {
  db.prepare("UPDATE document SET deleted_at = 1 WHERE kind = 'demo'").run();
  const { status, body } = await request(app).delete('/api/goods/nitrogen?version=1');
  expect([status, body.error.message]).toEqual([409, expect.stringContaining('“Cold Snap”')]);
});

const house = demoApp();

test('a start of the server plans nothing again that the same program has planned, and says the same', async () => {
  await settled<TourAnswer>(house.app, '/tour');
  const today = '2026-11-23';
  const { planned: first, ...known } = createEngine(house.db, 'another').look({ today });
  expect(first.length).toBeGreaterThan(2);
  const { planned, ...again } = createEngine(house.db).look({ today });
  expect(planned).toEqual([]);
  expect(again.shows).toEqual(known.shows);
  expect(again.buying).toEqual(known.buying);
  const ends = ({ summaries }: Pick<typeof again, 'summaries'>) =>
    summaries.map((s) => [s.showId, s.summary]);
  expect(ends(again)).toEqual(ends(known));
  // What is no longer to come is not kept.
  const rows = house.db.prepare('SELECT show_id FROM show_plan ORDER BY show_id').pluck().all();
  expect(rows).toEqual(again.summaries.map((s) => s.showId).sort());
});
