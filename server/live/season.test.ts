import {
  attemptsTakeS,
  foldRun,
  itemsOf,
  readRunEvent,
  roomOf,
  script,
  slotEndS,
  type DemoRecordAnswer,
  type Logbook,
  type LogbookAsk,
  type Run,
  type RunState,
  type ShowFile,
} from '@hearty/core';
import { request } from '../testing/request';
import { demoApp, logged, sendTo, anotherShow } from '../testing/server';

const { app, db } = demoApp();
const get = async <T>(path: string): Promise<T> => (await request(app).get(`/api${path}`)).body as T;
const send = (...events: object[]) => sendTo(app, ...events);
const HALL = 'weather-in-a-kitchen';

/** Plays one demo of the hall's show once, a long time after the others; `more`: what is said of it besides. */
async function played(run: string, outcome: string, at: number, ...more: [kind: string, body: object][]) {
  await request(app).post('/api/runs').send({ id: run, showId: HALL, rehearsal: false });
  const itemId = 'i-vapour-bottle';
  await send(
    logged(run, `${run}-1`, 'curtain', {}, { at }),
    logged(run, `${run}-2`, 'item begun', { itemId }, { at: at + 1000 }),
    logged(run, `${run}-3`, 'attempt closed', { itemId, outcome }, { at: at + 61_000 }),
    ...more.map(([kind, body], i) => logged(run, `${run}-${4 + i}`, kind, body, { at: at + 62_000 })),
    logged(run, `${run}-down`, 'curtain down', {}, { at: at + 600_000 }),
  );
}

/** The season by its definition: every log folded again, and counted one by one. */
function byDefinition({ year, venueKind, demoId }: LogbookAsk) {
  const sum = {
    shows: 0,
    rehearsals: 0,
    heads: 0,
    landed: 0,
    onTime: 0,
    leftOut: 0,
    showsCut: 0,
    nearMisses: 0,
    lostS: 0,
  };
  const rows = db.prepare('SELECT id, rehearsal, file FROM run').all() as {
    id: string;
    rehearsal: number;
    file: string;
  }[];
  for (const { id, rehearsal, file } of rows) {
    const resolved = script(JSON.parse(file) as ShowFile);
    const fold = foldRun(resolved);
    const events = db
      .prepare('SELECT run, id, device, person, at, tick, v, kind, body FROM event WHERE run = ?')
      .all(id) as {
      body: string;
    }[];
    fold.add(
      events.flatMap((e) => {
        const read = readRunEvent({ ...e, body: JSON.parse(e.body) as unknown });
        return read.ok ? [read.value] : [];
      }),
    );
    const state: RunState = fold.state;
    const { curtainAt, downAt } = state;
    if (state.phase !== 'down' || state.struck || curtainAt === undefined || downAt === undefined) continue;
    if (year !== undefined && new Date(curtainAt).getFullYear() !== year) continue;
    if (venueKind !== undefined && resolved.file.venue.kind !== venueKind) continue;
    const tried = itemsOf(state).filter((i) => i.attempts.length > 0);
    const demoOf = (itemId: string) => resolved.byItem.get(itemId)?.demo?.id;
    if (demoId !== undefined && !tried.some((i) => demoOf(i.itemId) === demoId)) continue;
    sum.nearMisses += state.nearMisses;
    if (state.called ?? rehearsal === 1) {
      sum.rehearsals++;
      continue;
    }
    sum.shows++;
    sum.heads += roomOf(resolved, state).heads;
    sum.landed++;
    if (downAt - curtainAt < (slotEndS(resolved, state, downAt)! + 1) * 1000) sum.onTime++;
    const left = resolved.items.filter(
      ({ item }) =>
        (item.kind === 'demo' || item.kind === 'choice') && state.items.get(item.id)!.begunAt === undefined,
    );
    sum.leftOut += left.length;
    if (left.length > 0) sum.showsCut++;
    for (const item of tried) {
      if (demoId !== undefined && demoOf(item.itemId) !== demoId) continue;
      const takes = attemptsTakeS(state, item);
      item.attempts.forEach((a, i) => (sum.lostS += a.outcome === 'failed' ? takes[i]! : 0));
    }
  }
  return sum;
}

const season = async (ask: LogbookAsk = {}) =>
  (await get<Logbook>(`/logbook?${new URLSearchParams(ask as Record<string, string>)}`)).season;

beforeAll(async () => {
  const at = new Date(2024, 11, 31, 23, 50).getTime();
  await played('new-year', 'failed', at, ['note', { text: 'slipped', nearMiss: true }]);
  await played('struck', 'failed', at, ['struck out', { reason: 'the wrong hall' }]);
  await played('called', 'failed', at, ['called', { rehearsal: true }]);
  await played('many', 'worked', new Date(2025, 5, 1).getTime(), ['conditions', { heads: 400, roomC: 8 }]);
});

test.each<LogbookAsk>([
  {},
  { year: 2024 },
  { year: 2025 },
  { year: 2026 },
  { year: 1999 },
  { venueKind: 'hall' },
  { venueKind: 'field' },
  { demoId: 'vapour-bottle' },
  { demoId: 'warm-fountain', year: 2026 },
  { demoId: 'nobody' },
])('the season of %j is what its logs say, counted one by one', async (ask) => {
  expect(await season(ask)).toMatchObject(byDefinition(ask));
});

test('a show that goes on past midnight is of the year its curtain went up in', async () => {
  expect(await season({ year: 2024 })).toMatchObject({ shows: 1, rehearsals: 1, nearMisses: 1 });
  expect((await season({ year: 2025 })).heads).toBe(400);
  expect((await get<Logbook>('/logbook')).years).toEqual([2026, 2025, 2024]);
});

test('what is asked wrongly is refused at its place', async () => {
  for (const wrong of ['year=twelve', 'year=-3', 'venueKind=castle', 'demoId=a%20b'])
    expect((await request(app).get(`/api/logbook?${wrong}`)).status).toBe(400);
});

test('a run struck out takes its lessons with it, and brings them back', async () => {
  const odds = async () => (await get<DemoRecordAnswer>('/demos/vapour-bottle/record')).line;
  const before = await odds();
  await played('bad', 'failed', Date.now() - 3_600_000, [
    'cause',
    { attemptId: 'bad-3', cause: 'spark gap', symptom: 'only clicks' },
  ]);
  const after = await odds();
  expect(after.attempts).toBe(before.attempts + 1);
  expect(after.mean).toBeLessThan(before.mean);
  expect(after.causes).toContainEqual({ cause: 'spark gap', times: 1 });
  await send(logged('bad', 'bad-out', 'struck out', { reason: 'the wrong bottle' }));
  expect(await odds()).toEqual(before);
  await send(logged('bad', 'bad-in', 'undo', { eventId: 'bad-out' }));
  expect(await odds()).toEqual(after);
});

test('what was changed before an attempt stands with how often it then worked, however it was spelt', async () => {
  for (const [run, outcome, text] of [
    ['c1', 'worked', 'pour it out'],
    ['c2', 'worked', 'Pour it out'],
    ['c3', 'failed', 'POUR IT OUT'],
  ] as const)
    await played(run, outcome, Date.now() - 7_200_000, ['change', { attemptId: `${run}-3`, text }]);
  const { changes, months } = await get<DemoRecordAnswer>('/demos/vapour-bottle/record');
  expect(changes).toEqual([{ change: 'POUR IT OUT', worked: 2, times: 3 }]);
  expect(months.reduce((sum, m) => sum + m.worked + m.partly + m.failed, 0)).toBe(
    (await get<DemoRecordAnswer>('/demos/vapour-bottle/record')).line.attempts,
  );
});

test('the room goes with each attempt, and what the bench foretold goes by it once it is said', async () => {
  type At = { runId: string; room: object; predictions?: { fails: boolean }[] };
  const of = async () => (await get<At[]>('/demos/vapour-bottle/attempts')).find((a) => a.runId === 'many')!;
  expect(await of()).toMatchObject({ room: { roomC: 8, indoors: true }, predictions: [{ fails: true }] });
  await send(logged('many', 'warm', 'conditions', { roomC: 21 }));
  expect(await of()).toMatchObject({ room: { roomC: 21 }, predictions: [{ fails: false }] });
  await send(logged('many', 'cold-again', 'undo', { eventId: 'warm' }));
  expect(await of()).toMatchObject({ room: { roomC: 8 }, predictions: [{ fails: true }] });
});

test('the season as CSV: a row for each run, and no text that a spreadsheet would run', async () => {
  await send(logged('called', 'odd', 'struck out', { reason: '=1+1' }));
  const csv = (await request(app).get('/api/logbook/runs.csv?year=2024')).text.split('\r\n');
  expect(csv[0]).toMatch(/^date,show,rehearsal,struck out,planned s,/);
  expect(csv).toHaveLength(4);
  expect(csv.filter((row) => row.startsWith('2024-12-31,Weather in a Kitchen'))).toHaveLength(3);
  expect(csv.join()).toContain("'=1+1");
  await send(logged('called', 'odd-back', 'undo', { eventId: 'odd' }));
});

test('the last time a show was played is that of its copies too; rehearsals and what is struck out are none', async () => {
  const last = (id: string) => get<Run | null>(`/shows/${id}/last`);
  const hall = await last(HALL);
  expect(hall!.rehearsal).toBe(false);
  const show = (await get<{ body: object }>(`/shows/${HALL}`)).body;
  await request(app)
    .put('/api/shows/hall-copy')
    .send({ version: 0, body: { ...show, id: 'hall-copy', copyOf: HALL } })
    .expect(200);
  expect((await last('hall-copy'))!.id).toBe(hall!.id);
  await request(app).post('/api/runs').send({ id: 'of-copy', showId: 'hall-copy', rehearsal: false });
  const at = Date.now();
  await send(
    logged('of-copy', 'oc-1', 'curtain', {}, { at }),
    logged('of-copy', 'oc-2', 'curtain down', {}, { at: at + 1000 }),
  );
  expect((await last(HALL))!.id).toBe('of-copy');
  await send(logged('of-copy', 'oc-3', 'called', { rehearsal: true }));
  expect((await last(HALL))!.id).toBe(hall!.id);
  await anotherShow(app, 'never-played');
  expect(await last('never-played')).toBeNull();
  expect((await request(app).get('/api/shows/nowhere/last')).status).toBe(404);
});

test('what a run used up is worked out beside the answering, and again when more is known of it', async () => {
  const costOf = async (runId: string): Promise<number | null> => {
    for (let tries = 0; tries < 300; tries++) {
      const known = db.prepare('SELECT cost FROM run WHERE id = ?').pluck().get(runId) !== null;
      const { runs } = await get<Logbook>('/logbook?year=2025');
      if (known) return runs.find((r) => r.id === runId)!.cost;
      await new Promise((go) => setTimeout(go, 20));
    }
    throw new Error('It was not worked out in time.');
  };
  const before = await costOf('many');
  expect(before).toBeGreaterThan(0);
  const ethanol = { goodId: 'spirit', amount: 0 };
  await send(logged('many', 'counted', 'leftover', ethanol));
  expect(await costOf('many')).toBeGreaterThan(before!);
});
