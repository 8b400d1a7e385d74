import type { Attempt, EventAnswer, EventsPage, RunSummary, RemarkLine, Stored, Venue } from '@hearty/core';
import { request } from '../testing/request';
import { createApp } from '../app';
import { Runs } from './runs';
import { demoApp, logged, sendTo } from '../testing/server';

const { app, db } = demoApp();
const get = async <T>(path: string): Promise<T> => (await request(app).get(`/api${path}`)).body as T;
const send = (...events: object[]) => sendTo(app, ...events);
const are = (answers: EventAnswer[]) => answers.map((a) => a.is);
const ids = async (run: string) =>
  (await get<EventsPage>(`/runs/${run}/events?after=0`)).events.map((e) => e.id);

const open = (id: string, more: object = {}) =>
  request(app)
    .post('/api/runs')
    .send({ id, showId: 'small-forces', rehearsal: false, ...more });

beforeAll(() => open('run'));

test('events are answered one by one: a bad one holds none of the others up, and says why', async () => {
  const answers = await send(
    logged('run', 'a1', 'curtain', {}),
    logged('run', 'a2', 'attempt closed', { itemId: 'x', outcome: 'exploded' }),
    logged('nowhere', 'a3', 'curtain', {}),
    { id: 'a4' },
    logged('run', 'a5', 'note', { text: 'kept' }),
  );
  expect(are(answers)).toEqual(['kept', 'refused', 'refused', 'refused', 'kept']);
  expect(answers.map((a) => a.id)).toEqual(['a1', 'a2', 'a3', 'a4', 'a5']);
  expect(answers[1]!.message).toContain('body.outcome');
  expect(answers[2]!.message).toBe('There is no such run.');
  expect(await ids('run')).toEqual(['a1', 'a5']);
});

test('what is sent twice is known, in one request too; its id with other content is refused, and the first stands', async () => {
  const note = logged('run', 'b1', 'note', { text: 'one' });
  expect(are(await send(note, note))).toEqual(['kept', 'known']);
  const [other] = await send({ ...note, body: { text: 'two' } });
  expect(other).toEqual({ id: 'b1', is: 'refused', message: 'Another event with this id is here already.' });
  expect(JSON.stringify(await get('/runs/run/events'))).not.toContain('two');
});

test('what comes late finds its place, and the tables that lists read follow', async () => {
  const begun = logged('run', 'c1', 'item begun', { itemId: 'i-hanging-hammer' }, { at: 3000 });
  const failed = logged('run', 'c2', 'attempt closed', { itemId: 'i-hanging-hammer', outcome: 'failed' });
  const taken = logged('run', 'c3', 'undo', { eventId: 'c2' });
  const failures = () => db.prepare("SELECT failed FROM run WHERE id = 'run'").pluck().get();
  await send(failed);
  expect(failures()).toBe(1);
  await send(taken, begun);
  expect(failures()).toBe(0);
  await send(logged('run', 'c4', 'undo', { eventId: 'c3' }));
  expect(failures()).toBe(1);
});

test('a server that starts again folds to the same tables', async () => {
  const tables = () =>
    [
      'SELECT * FROM attempt ORDER BY run_id, id',
      'SELECT id, phase, curtain_at, down_at, attempts, failed, near_misses, open_actions FROM run ORDER BY id',
      'SELECT * FROM demo_record ORDER BY demo_id',
    ].map((sql) => db.prepare(sql).all());
  const before = tables();
  db.exec('DELETE FROM projection; DELETE FROM attempt; DELETE FROM demo_record');
  createApp({ db });
  expect(tables()).toEqual(before);
});

test.each<[string, object, string]>([
  ['more than there is room for', { body: { text: 'x'.repeat(17_000) } }, 'larger than the 16 kB'],
  ['more than a day ahead', { at: Date.now() + 2 * 86_400_000 }, 'more than a day from now'],
  ['a moment past every date', { at: 9e18 }, 'at: This must be a moment.'],
  ['far ahead of its log', { tick: 9e11 }, 'far ahead'],
  ['from a newer program', { v: 2 }, 'newer program'],
])('%s is refused in words', async (_what, more, message) => {
  const [answer] = await send(logged('run', 'd1', 'note', { text: 'x' }, more));
  expect(answer!.is).toBe('refused');
  expect(answer!.message).toContain(message);
});

test('a stored row that cannot be read any more harms no other', async () => {
  const before = await ids('run');
  db.prepare(
    `INSERT INTO event (run, id, device, at, tick, v, kind, body) VALUES ('run', 'bad', 'd', 1, 1, 1, 'party', '{}')`,
  ).run();
  expect(await ids('run')).toEqual(before);
  createApp({ db });
  expect((await get<RunSummary[]>('/runs')).some((r) => r.id === 'run')).toBe(true);
  db.prepare("DELETE FROM event WHERE id = 'bad'").run();
});

test('pressing “open” on two devices leads to the one open run; its id for another show is refused', async () => {
  const second = await open('run-2');
  expect([second.status, second.body.id]).toEqual([200, 'run']);
  const taken = await open('run', { showId: 'cold-snap' });
  expect([taken.status, taken.body.error.message]).toEqual([
    409,
    'There already is a run with this id, of another show.',
  ]);
  // Starting over with the new plan: the run it takes the place of is named.
  expect((await open('run-3', { replaces: 'run' })).body.id).toBe('run-3');
  const again = await open('run-3');
  expect([again.status, again.body.id]).toEqual([200, 'run-3']);
});

test('events are handed out page by page', async () => {
  await send(...Array.from({ length: 500 }, (_, n) => logged('run', `p${n}`, 'note', { text: `${n}` })));
  const all = await get<EventsPage>('/runs/run/events?after=0');
  expect(all.more).toBe(false);
  const rest = await get<EventsPage>(`/runs/run/events?after=${all.lastSeq}`);
  expect(rest).toMatchObject({ events: [], lastSeq: all.lastSeq, more: false });
});

test('what was written is told of a demo once the curtain is down, goes when it is struck out, and is the same when written again', async () => {
  await open('said', { showId: 'weather-in-a-kitchen' });
  const told = async () =>
    (await get<RemarkLine[]>('/demos/bowing-can/said')).filter((s) => s.runId === 'said');
  const itemId = 'i-bowing-can';
  await send(
    logged('said', 's1', 'item begun', { itemId }),
    logged('said', 's2', 'attempt closed', { itemId, outcome: 'failed', symptom: 'it tips' }),
    logged('said', 's3', 'note', { text: 'the string was old', itemId }),
    logged('said', 's4', 'cause', { attemptId: 's2', cause: 'too short a ruler' }),
  );
  expect(await told()).toEqual([]);
  await send(logged('said', 's5', 'curtain down', {}));
  expect((await told()).map((s) => s.text).sort()).toEqual([
    'it tips: too short a ruler',
    'the string was old',
  ]);
  expect((await told())[0]).toMatchObject({ showId: 'weather-in-a-kitchen', demoId: 'bowing-can' });
  await send(logged('said', 's6', 'cause', { attemptId: 's2', cause: '' }));
  expect((await told()).map((s) => s.text)).toEqual(['the string was old']);
  const table = () => db.prepare('SELECT * FROM said ORDER BY run_id, id').all();
  const before = table();
  new Runs(db).rebuild(() => undefined);
  expect(table()).toEqual(before);
  await send(logged('said', 's7', 'struck out', { reason: 'the wrong hall' }));
  expect(await told()).toEqual([]);
});

test('each attempt keeps what the bench of its demo foretold, by the room of the show as it was when the run was opened', async () => {
  const venue = await get<Stored<Venue>>('/venues/saltmarsh');
  const body = { ...venue.body, roomC: 9 };
  await request(app).put('/api/venues/saltmarsh').send({ version: venue.version, body }).expect(200);
  await open('cold', { showId: 'weather-in-a-kitchen' });
  // A warmer hall later changes nothing of a run that has begun.
  await request(app)
    .put('/api/venues/saltmarsh')
    .send({ version: venue.version + 1, body: { ...body, roomC: 25 } })
    .expect(200);
  const tried = async () =>
    (await get<Attempt[]>('/demos/vapour-bottle/attempts')).filter((a) => a.runId === 'cold');
  const itemId = 'i-vapour-bottle';
  await send(
    logged('cold', 'c1', 'item begun', { itemId }),
    logged('cold', 'c2', 'attempt closed', { itemId, outcome: 'failed' }),
  );
  expect(await tried()).toEqual([]);
  await send(logged('cold', 'c3', 'curtain down', {}));
  expect(await tried()).toEqual([
    expect.objectContaining({
      outcome: 'failed',
      predictions: [expect.objectContaining({ benchId: 'vapour-bottle', fails: true })],
    }),
  ]);
  expect((await tried())[0]!.predictions![0]!.message).toContain('It will not light');
  await send(logged('cold', 'c4', 'struck out', { reason: 'nobody came' }));
  expect(await tried()).toEqual([]);
});
