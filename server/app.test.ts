import type { Plan, RunSummary, ShowFile } from '@hearty/core';
import type { Test } from 'supertest';
import { request } from './testing/request';
import { createApp } from './app';
import { demoApp, logged, sendTo, showLines } from './testing/server';

const { app, db } = demoApp();
const get = (path: string) => request(app).get(`/api${path}`);
const venue = (id: string) => ({
  id,
  name: 'A barn',
  kind: 'hall',
  indoors: true,
  flameAllowed: false,
  marks: [{ id: 'front-bench', name: 'front bench', kind: 'bench', spots: 1 }],
  notes: '',
});
const put = (path: string, version: number, body: unknown) =>
  request(app).put(`/api${path}`).send({ version, body });

test('health answers, with security headers and no hint of the framework', async () => {
  const { status, body, headers } = await get('/health');
  expect([status, body.ok]).toEqual([200, true]);
  expect(headers['content-security-policy']).toContain("default-src 'self'");
  expect(headers['x-powered-by']).toBeUndefined();
});

test.each(['attacker.example', '192.168.1.5:4180'])(
  'a request that names the host %s is refused',
  async (host) => {
    const { status, body } = await get('/health').set('host', host);
    expect([status, body.error.code]).toEqual([403, 'not-local']);
  },
);

test('a page of another origin is refused, and a server opened on purpose answers', async () => {
  expect((await get('/health').set('origin', 'http://attacker.example')).status).toBe(403);
  const open = createApp({ db, open: true, names: ['hall-laptop'] });
  expect((await request(open).get('/api/health').set('host', 'hall-laptop:4180')).status).toBe(200);
});

describe('documents', () => {
  test('are kept with a version that counts their changes', async () => {
    expect((await put('/venues/barn', 0, venue('barn'))).body.version).toBe(1);
    expect((await put('/venues/barn', 1, { ...venue('barn'), name: 'The barn' })).body.version).toBe(2);
    const kept = (await get('/venues')).body.find((v: { id: string }) => v.id === 'barn');
    expect(kept).toMatchObject({ version: 2, body: { name: 'The barn' } });
  });

  test('a save that started from an old version is refused with the version kept here', async () => {
    await put('/venues/shed', 0, venue('shed'));
    await put('/venues/shed', 1, { ...venue('shed'), name: 'Theirs' });
    const { status, body } = await put('/venues/shed', 1, { ...venue('shed'), name: 'Mine' });
    expect(status).toBe(409);
    expect(body.error).toMatchObject({ code: 'stale', theirs: { version: 2, body: { name: 'Theirs' } } });
  });

  test('bad input is refused with the path of each field, and nothing of it is kept', async () => {
    const { status, body } = await put('/venues/bad', 0, {
      ...venue('bad'),
      name: '',
      ceilingM: 'high',
      volunteers: ['x'],
    });
    expect(status).toBe(400);
    expect(body.error.fields.map((f: { path: string }) => f.path).sort()).toEqual([
      'ceilingM',
      'name',
      'volunteers',
    ]);
    expect((await get('/venues')).body.some((v: { id: string }) => v.id === 'bad')).toBe(false);
  });

  test.each([
    ['not JSON', (r: Test) => r.set('content-type', 'application/json').send('{'), 400, 'not-json'],
    ['too large', (r: Test) => r.send({ version: 0, body: { notes: 'x'.repeat(9e6) } }), 413, 'too-large'],
    ['no body', (r: Test) => r.send({}), 400, 'bad-input'],
  ] as const)('a body that is %s gets a sentence', async (_words, send, status, code) => {
    const response = await send(request(app).put('/api/venues/x'));
    expect([response.status, response.body.error.code]).toEqual([status, code]);
  });

  test('what is deleted comes back with an undo; what is used cannot be deleted, and by whom is said', async () => {
    await put('/venues/gone', 0, venue('gone'));
    expect((await request(app).delete('/api/venues/gone?version=1')).status).toBe(204);
    expect((await get('/venues')).body.some((v: { id: string }) => v.id === 'gone')).toBe(false);
    expect((await request(app).post('/api/venues/gone/restore')).body.version).toBe(1);
    const used = await request(app).delete('/api/venues/saltmarsh?version=1');
    expect([used.status, used.body.error.message]).toEqual([
      409,
      'This venue is used by “Weather in a Kitchen”. Remove it there first.',
    ]);
    expect((await request(app).delete('/api/demos/cloud-jar?version=1')).status).toBe(409);
    expect((await request(app).delete('/api/people/bram?version=1')).status).toBe(409);
    expect((await request(app).delete('/api/goods/jar?version=1')).status).toBe(409);
  });

  test('unknown addresses and kinds are told apart from faults', async () => {
    for (const path of ['/nothing', '/toString', '/runs/none', '/shows/none/file'])
      expect((await get(path)).status).toBe(404);
  });
});

describe('the demo troupe', () => {
  test('has four shows, each with its plan, and two that do not fit yet', async () => {
    const lines = await showLines(app);
    expect(lines.map((s) => s.title)).toEqual([
      'Weather in a Kitchen',
      'Small Forces',
      'Cold Snap',
      'Nine Minutes of Air',
    ]);
    expect(lines.map((s) => s.stops > 0)).toEqual([false, false, true, true]);
  });

  test('has twelve runs with failures, and odds learned from them', async () => {
    const { body } = await get('/logbook');
    expect(body.runs).toHaveLength(12);
    const soda = body.demos.find((d: { demoId: string }) => d.demoId === 'warm-fountain');
    expect(soda).toMatchObject({ worked: 3, partly: 1, failed: 3 });
    expect(soda.mean).toBeCloseTo((2 * 0.7 + 3 + 0.5) / 9, 10);
    expect(soda.causes[0].cause).toBe('Bottle went cold');
  });

  test('every show has a file that the server itself takes back, kept whole', async () => {
    for (const id of ['weather-in-a-kitchen', 'small-forces', 'cold-snap', 'nine-minutes-of-air']) {
      const file = (await get(`/shows/${id}/file`)).body as ShowFile;
      const { status, body } = await request(app).post('/api/import').send(file);
      expect([status, body.created]).toEqual([201, 1]);
      const back = (await get(`/shows/${body.showId}/file`)).body as ShowFile;
      expect(back.demos).toEqual(file.demos);
      expect({ ...back.show, id }).toEqual(file.show);
    }
  });
});

describe('import', () => {
  test('never overwrites: a demo that differs comes in under a new id, and the show follows it', async () => {
    const file = (await get('/shows/small-forces/file')).body as ShowFile;
    file.demos[0]!.title = 'Changed elsewhere';
    const { body } = await request(app).post('/api/import').send(file);
    const back = (await get(`/shows/${body.showId}/file`)).body as ShowFile;
    const changed = back.demos.find((d) => d.title === 'Changed elsewhere')!;
    expect(changed.id).not.toBe(file.demos[0]!.id);
    expect(back.show.items.some((i) => i.demoId === changed.id)).toBe(true);
    const original = (await get('/demos')).body.find((d: { id: string }) => d.id === file.demos[0]!.id);
    expect(original.body.title).not.toBe('Changed elsewhere');
  });

  test('a broken file is refused with paths, and nothing of it is kept', async () => {
    const file = (await get('/shows/cold-snap/file')).body as ShowFile;
    file.venue.name = 'A new field';
    file.show.items[1]!.demoId = 'ghost';
    const before = (await get('/venues')).body.length;
    const { status, body } = await request(app).post('/api/import').send(file);
    expect([status, body.error.fields]).toEqual([
      400,
      [{ path: 'show.items[1].demoId', message: 'There is no demo “ghost” in this file.' }],
    ]);
    expect((await get('/venues')).body).toHaveLength(before);
  });
});

describe('runs', () => {
  const open = (id: string) =>
    request(app).post('/api/runs').send({ id, showId: 'small-forces', rehearsal: false });
  const send = (...events: object[]) => sendTo(app, ...events);

  test('keep the show as it was when they were opened', async () => {
    await open('run-a');
    const show = (await get('/shows')).body.find((s: { id: string }) => s.id === 'small-forces');
    await put('/shows/small-forces', show.version, { ...show.body, items: show.body.items.slice(1) });
    expect((await get('/runs/run-a')).body.file.show.items).toHaveLength(6);
    await put('/shows/small-forces', show.version + 1, show.body);
  });

  test('failures move the odds, the landing and what is packed, and taking them back takes their lesson back', async () => {
    const plan = async () => (await get('/shows/weather-in-a-kitchen/plan')).body as Plan;
    const item = 'i-bowing-can';
    const odds = (p: Plan) => p.bands!.items.find((i) => i.itemId === item)!.failsForGood;
    const cans = (p: Plan) => p.needs.consumables.find((c) => c.goodId === 'drink-can')!.packed;
    const before = await plan();
    await request(app)
      .post('/api/runs')
      .send({ id: 'run-d', showId: 'weather-in-a-kitchen', rehearsal: false });
    const closed = { itemId: item, outcome: 'failed' };
    await send(
      logged('run-d', 'd1', 'curtain', {}, { at: 1000 }),
      logged('run-d', 'd2', 'item begun', { itemId: item }, { at: 2000 }),
      logged('run-d', 'd3', 'attempt closed', closed, { at: 90_000 }),
      logged('run-d', 'd4', 'again', { itemId: item }, { at: 90_001 }),
      logged('run-d', 'd5', 'attempt closed', closed, { at: 180_000 }),
    );
    // While it is on, nothing is learned yet.
    expect(odds(await plan())).toBe(odds(before));
    await send(logged('run-d', 'd6', 'curtain down', {}, { at: 190_000 }));
    const after = await plan();
    expect(odds(after)).toBeGreaterThan(odds(before));
    expect(after.bands!.endS.p90).toBeGreaterThan(before.bands!.endS.p90);
    expect([cans(before), cans(after)]).toEqual([2, 4]);
    await send(...['d3', 'd5'].map((id) => logged('run-d', `u${id}`, 'undo', { eventId: id })));
    expect(odds(await plan())).toBe(odds(before));
    await send(...['d3', 'd5'].map((id) => logged('run-d', `uu${id}`, 'undo', { eventId: `u${id}` })));
    expect(odds(await plan())).toBe(odds(after));
    // Called a rehearsal, or struck out, it takes its lesson with it; taken back, the lesson is there again.
    for (const [kind, body] of [
      ['called', { rehearsal: true }],
      ['struck out', { reason: 'The cans were dented before' }],
    ] as const) {
      await send(logged('run-d', `s-${kind[0]}`, kind, body));
      expect(odds(await plan())).toBe(odds(before));
      const [line] = (await get('/runs?showId=weather-in-a-kitchen')).body as RunSummary[];
      expect(kind === 'called' ? line!.rehearsal : line!.struck).toBe(
        kind === 'called' ? true : 'The cans were dented before',
      );
      await send(logged('run-d', `t-${kind[0]}`, 'undo', { eventId: `s-${kind[0]}` }));
      expect(odds(await plan())).toBe(odds(after));
    }
  });

  test('an action asked for in a debrief is open until somebody closes it', async () => {
    // The show has an open run already, which this leads to.
    const run = (await open('run-e')).body.id as string;
    expect(run).toBe('run-a');
    await send(
      logged(run, 'e1', 'action', { text: 'Oil the stool', on: 'demo', onId: 'spinning-stool' }),
      logged(run, 'e0', 'note', { text: 'taken' }),
    );
    const note = async () =>
      ((await get('/shows/small-forces/plan')).body as Plan).findings.some((f) =>
        f.message.includes('Oil the stool'),
      );
    expect(await note()).toBe(true);
    const close = (id: string) => request(app).post('/api/actions/e1/close').send({ id });
    expect((await close('e0')).status).toBe(409);
    expect(await note()).toBe(true);
    expect((await close('e2')).status).toBe(200);
    expect(await note()).toBe(false);
    // The answer got lost: closing once more with the same id is no new event.
    expect((await close('e2')).status).toBe(200);
    expect((await close('e3')).status).toBe(404);
  });
});
