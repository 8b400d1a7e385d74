import {
  isOpenStop,
  type Due,
  type Overview,
  type PastShows,
  type Plan,
  type Show,
  type StoresAnswer,
} from '@hearty/core';
import { addDays, format } from 'date-fns';
import { request } from './testing/request';
import { Documents } from './documents';
import { demoApp, logged, sendTo, settled } from './testing/server';

const { app, db } = demoApp();
const HALL = 'weather-in-a-kitchen';
const get = async <T>(path: string) => (await request(app).get(`/api${path}`)).body as T;
const day = (days: number) => format(addDays(new Date(), days), 'yyyy-MM-dd');

/** Puts a show of the troupe on a day of its own, under an id and a title. */
async function put(id: string, title: string, date: string): Promise<void> {
  const { body } = await get<{ body: Show }>(`/shows/${HALL}`);
  const kept = await request(app).get(`/api/shows/${id}`);
  const version = kept.status === 200 ? (kept.body as { version: number }).version : 0;
  await request(app)
    .put(`/api/shows/${id}`)
    .send({ version, body: { ...body, id, title, date } })
    .expect(200);
}

const past = async (query = '') => (await get<PastShows>(`/overview/past${query}`)).past.map((s) => s.title);

test('the list of shows counts what the plan of each shows', async () => {
  const { coming } = await settled<Overview>(app, '/overview');
  expect(coming.length).toBeGreaterThan(2);
  for (const { id, planned, ...line } of coming) {
    const { findings } = await get<Plan>(`/shows/${id}/plan`);
    const cautions = findings.filter((f) => f.level === 'caution').length;
    const counts = { stops: findings.filter(isOpenStop).length, cautions };
    expect({ id, planned, ...line }).toMatchObject({ planned: true, ...counts });
  }
});

test('shows of the past are found by their title or venue, without capitals and accents, page by page', async () => {
  const { body: show } = await get<{ body: Show }>(`/shows/${HALL}`);
  new Documents(db).saveAll(
    Array.from({ length: 53 }, (_, i) => {
      const title = i % 2 ? `Éclairs ${i}` : `Sparks ${i}`;
      const body = { ...show, id: `old-${i}`, title, date: day(-100 + i) };
      return { kind: 'show' as const, id: body.id, version: 0, body };
    }),
  );
  const first = await get<PastShows>('/overview/past');
  expect(first.past).toHaveLength(50);
  expect(first.past[0]!.title).toBe('Sparks 52');
  const last = first.past.at(-1)!;
  const second = await get<PastShows>(`/overview/past?before=${last.date}&id=${last.id}`);
  expect(second).toMatchObject({ morePast: false, past: [{}, {}, {}] });
  expect((await past('?find=eclair')).every((t) => t.startsWith('Éclairs'))).toBe(true);
  expect(await past('?find=eclair')).toHaveLength(26);
  expect(await past('?find=SALTMARSH')).toHaveLength(50);
  expect(await past('?find=sparks%2044')).toEqual(['Sparks 44']);
  // What is looked for is words, never a pattern.
  expect(await past('?find=%25')).toEqual([]);
  expect((await get<Overview>('/overview')).anyPast).toBe(true);
});

test('the next show is the one that is not played yet; what is due for it is told, and done once it is done', async () => {
  await put('soon', 'Soon', day(0));
  await put('sooner-played', 'Played this morning', day(0));
  const run = { id: 'run-played', showId: 'sooner-played', rehearsal: false };
  await request(app).post('/api/runs').send(run).expect(201);
  await sendTo(
    app,
    logged('run-played', 'e1', 'curtain up', {}),
    logged('run-played', 'e2', 'curtain down', {}, { at: 1_600_000 }),
  );
  const overview = await settled<Overview>(app, '/overview');
  expect(overview.coming.map((s) => s.id)).toEqual(expect.arrayContaining(['soon', 'sooner-played']));
  expect(overview.next?.showId).toBe('soon');
  const kinds = (due: Due[]) => [...new Set(due.map((d) => d.kind))];
  const { due } = overview.next!;
  expect(kinds(due)).toEqual(expect.arrayContaining(['action', 'order', 'rehearse']));
  expect(due.map((d) => d.by)).toEqual(due.map((d) => d.by).sort());
  // Dry ice wants days to come, and the show is today.
  expect(due.find((d) => d.message.includes('Dry ice'))).toMatchObject({ kind: 'order', late: true });
  const action = due.find((d) => d.kind === 'action')!;
  await request(app)
    .post(`/api/actions/${action.key.slice('action:'.length)}/close`)
    .send({ id: 'closing' })
    .expect(200);
  const after = (await settled<Overview>(app, '/overview')).next!.due;
  expect(after.map((d) => d.key)).not.toContain(action.key);
});

test('the ledger names the shows of its moves, those of the past and those put away too', async () => {
  await put('gone', 'Gone by now', day(-3));
  const { lots } = await get<StoresAnswer>('/stores');
  const lotId = lots.find((l) => l.shelf >= 1)!.lot.id;
  const move = { id: 'm-gone', lotId, kind: 'packed', amount: 1, day: day(-3), showId: 'gone' };
  const [answer] = await sendTo(app, logged('stores:ledger', 'w1', 'written', { lots: [], moves: [move] }));
  expect(answer).toMatchObject({ is: 'kept' });
  await request(app).delete('/api/shows/gone?version=1').expect(204);
  expect((await get<StoresAnswer>('/stores')).titles).toEqual({ gone: 'Gone by now' });
});
