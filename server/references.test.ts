import { blankDemo, type Broken, type Demo, type Show, type ShowFile } from '@hearty/core';
import { request } from './testing/request';
import { createApp } from './app';
import { openDatabase, type Db } from './db';
import { Documents } from './documents';
import { MIGRATIONS, demoApp, showLines, temporaryFolder } from './testing/server';

const HALL = 'weather-in-a-kitchen';

/** An empty house, and one with the demo troupe. */
const open: Db[] = [];
afterAll(() => open.forEach((db) => db.close()));

function house() {
  const db = openDatabase(temporaryFolder(), MIGRATIONS);
  open.push(db);
  return { db, ...api(createApp({ db })) };
}
const api = (app: ReturnType<typeof createApp>) => ({
  app,
  get: (path: string) => request(app).get(`/api${path}`),
  put: (path: string, version: number, body: unknown) =>
    request(app).put(`/api${path}`).send({ version, body }),
  remove: (path: string, version = 1) => request(app).delete(`/api${path}?version=${version}`),
  post: (path: string, body: object = {}) => request(app).post(`/api${path}`).send(body),
});

const troupe = demoApp();
const { get, put, remove, post } = api(troupe.app);

const person = (id: string) => ({ id, name: id, role: 'stagehand', skills: [] });
const good = (id: string) => ({ id, name: id, sort: 'kit', unit: 'piece', onShelf: 0 });
const venue = (id: string) => ({
  id,
  name: id,
  kind: 'hall',
  indoors: true,
  flameAllowed: true,
  marks: [],
  notes: '',
});
const demo = (id: string, more: Partial<Demo> = {}): Demo => ({ ...blankDemo(id), title: id, ...more });
const show = (id: string, more: Partial<Show> = {}): Show => ({
  id,
  title: id,
  venueId: 'barn',
  date: '2027-01-02',
  getIn: '12:00',
  doors: '13:00',
  curtainUp: '14:00',
  slotMin: 30,
  heads: 10,
  crew: [],
  items: [],
  notes: '',
  ...more,
});
const item = (id: string, more: Partial<Show['items'][number]> = {}): Show['items'][number] => ({
  id,
  kind: 'link',
  title: id,
  showings: 1,
  retries: 0,
  helperIds: [],
  ...more,
});
const paths = (body: { error: { fields: { path: string }[] } }) => body.error.fields.map((f) => f.path);

test('a save that names a missing venue, demo, person or good is refused at each field, and nothing is kept', async () => {
  const { put, get } = house();
  await put('/venues/barn', 0, venue('barn'));
  const wrong = show('s', {
    venueId: 'nowhere',
    crew: [{ personId: 'nobody', arrives: '12:00' }],
    items: [
      item('i1', { kind: 'demo', demoId: 'nothing', presenterId: 'p1', helperIds: ['p2'], resetBy: 'p3' }),
      item('i2', { tasks: [{ taskId: 't', personId: 'p4' }] }),
    ],
    extraKit: [{ goodId: 'rope', count: 1 }],
  });
  const { status, body } = await put('/shows/s', 0, wrong);
  expect(status).toBe(400);
  expect(paths(body)).toEqual([
    'venueId',
    'crew[0].personId',
    'items[0].demoId',
    'items[0].presenterId',
    'items[0].helperIds[0]',
    'items[0].resetBy',
    'items[1].tasks[0].personId',
    'extraKit[0].goodId',
  ]);
  expect(body.error.fields[0].message).toBe('There is no venue “nowhere” here any more.');
  expect((await get('/shows')).body).toEqual([]);
  const bad = demo('d', {
    prep: [{ ...task('t'), who: { kind: 'person', value: 'nobody' } }],
    kit: [{ goodId: 'rope', count: 1, turnRoundS: 0 }],
    standByDemoId: 'other',
  });
  expect(paths((await put('/demos/d', 0, bad)).body)).toEqual([
    'prep[0].who.value',
    'kit[0].goodId',
    'standByDemoId',
  ]);
});

test('a show brought back after its venue went is refused, and stays away', async () => {
  const { app, put, remove, post } = house();
  await put('/venues/barn', 0, venue('barn'));
  expect((await put('/shows/s', 0, show('s'))).status).toBe(200);
  expect((await remove('/shows/s')).status).toBe(204);
  expect((await remove('/venues/barn')).status).toBe(204);
  const { status, body } = await post('/shows/s/restore');
  expect([status, paths(body)]).toEqual([400, ['venueId']]);
  expect(await showLines(app)).toEqual([]);
  await post('/venues/barn/restore');
  expect((await post('/shows/s/restore')).status).toBe(200);
});

const task = (id: string) => ({
  id,
  title: id,
  handsOnS: 60,
  who: { kind: 'anyone' as const },
  readyAfterS: 0,
  beforeDoors: false,
});

test('who only helps, whom a prep task or a reset names, and what a stand-by names cannot be put away', async () => {
  const { put, remove } = house();
  await put('/venues/barn', 0, venue('barn'));
  for (const id of ['helper', 'soaker', 'sweeper']) await put(`/people/${id}`, 0, person(id));
  await put('/goods/rope', 0, good('rope'));
  await put('/demos/spare', 0, demo('spare'));
  await put('/demos/foam', 0, {
    ...demo('foam', {
      standByDemoId: 'spare',
      prep: [{ ...task('t'), who: { kind: 'person', value: 'soaker' } }],
    }),
    reset: { title: 'sweep', handsOnS: 10, who: { kind: 'person', value: 'sweeper' }, inView: false },
  });
  await put(
    '/shows/s',
    0,
    show('s', { items: [item('i', { helperIds: ['helper'] })], extraKit: [{ goodId: 'rope', count: 1 }] }),
  );
  for (const [path, user] of [
    ['/people/helper', 's'],
    ['/people/soaker', 'foam'],
    ['/people/sweeper', 'foam'],
    ['/demos/spare', 'foam'],
    ['/goods/rope', 's'],
    ['/venues/barn', 's'],
  ] as const) {
    const { status, body } = await remove(path);
    expect([path, status]).toEqual([path, 409]);
    expect(body.error.message).toContain(`“${user}”`);
  }
  // What no longer names it lets it go.
  await put('/shows/s', 1, show('s'));
  expect((await remove('/people/helper')).status).toBe(204);
});

test('a file comes in under new ids with people in prep tasks, stand-bys and the running order following', async () => {
  const { put, post, get } = house();
  // Everything here has the ids of the file and other contents.
  await put('/venues/barn', 0, venue('barn'));
  await put('/people/ann', 0, { ...person('ann'), name: 'Another Ann' });
  await put('/goods/rope', 0, { ...good('rope'), name: 'Another rope' });
  await put('/demos/a', 0, demo('a', { title: 'Another a' }));
  const who = { kind: 'person' as const, value: 'ann' };
  const file: ShowFile = {
    format: 'hearty-stage/show',
    version: 2,
    show: show('s', {
      crew: [{ personId: 'ann', arrives: '12:00' }],
      items: [
        item('i', {
          kind: 'demo',
          demoId: 'a',
          helperIds: ['ann'],
          tasks: [{ taskId: 't', personId: 'ann' }],
        }),
      ],
    }),
    // Each stands by for the other.
    demos: [
      demo('a', {
        standByDemoId: 'b',
        prep: [{ ...task('t'), who }],
        kit: [{ goodId: 'rope', count: 1, turnRoundS: 0 }],
      }),
      demo('b', { standByDemoId: 'a', reset: { title: 'r', handsOnS: 9, who, inView: false } }),
    ],
    venue: venue('barn') as ShowFile['venue'],
    crew: [person('ann') as ShowFile['crew'][number]],
    stock: [good('rope') as ShowFile['stock'][number]],
    record: [],
  };
  const { status, body } = await post('/import', file);
  expect([status, body]).toEqual([201, { showId: 's', created: 5, kept: 1 }]);
  const demos: { id: string; body: Demo }[] = (await get('/demos')).body;
  const of = (id: string) => demos.find((d) => d.id === id)!.body;
  expect(demos.map((d) => d.id)).toEqual(['a', 'a-2', 'b']);
  expect(of('a-2').prep[0]!.who.value).toBe('ann-2');
  expect(of('a-2').kit[0]!.goodId).toBe('rope-2');
  expect(of('a-2').standByDemoId).toBe('b');
  expect(of('b').standByDemoId).toBe('a-2');
  expect(of('b').reset!.who.value).toBe('ann-2');
  const kept: Show = (await get('/shows')).body[0].body;
  expect(kept).toMatchObject({
    venueId: 'barn',
    crew: [{ personId: 'ann-2' }],
    items: [{ demoId: 'a-2', helperIds: ['ann-2'], tasks: [{ personId: 'ann-2' }] }],
  });
  // The same file again: what is here unchanged is not doubled.
  expect((await post('/import', file)).body).toMatchObject({ showId: 's-2' });
});

test('the file of a show carries the stand-bys of its demos, with what they need', async () => {
  const file: ShowFile = (await get('/shows/cold-snap/file')).body;
  const ids = new Set(file.demos.map((d) => d.id));
  const named = file.demos.flatMap((d) => d.standByDemoId ?? []);
  expect(named.length).toBeGreaterThan(0);
  for (const id of named) expect(ids.has(id)).toBe(true);
  const goods = new Set(file.stock.map((g) => g.id));
  for (const d of file.demos) for (const k of d.kit) expect(goods.has(k.goodId)).toBe(true);
});

test('documents that are broken all the same stand in a line of their own, and all else works', async () => {
  const set = (kind: string, id: string, body: string) =>
    troupe.db.prepare('UPDATE document SET body = ? WHERE kind = ? AND id = ?').run(body, kind, id);
  const before = await showLines(troupe.app);
  const bodyOf = (kind: string, id: string) =>
    (
      troupe.db.prepare('SELECT body FROM document WHERE kind = ? AND id = ?').get(kind, id) as {
        body: string;
      }
    ).body;
  const whole = bodyOf('show', HALL);
  set('show', HALL, JSON.stringify({ ...JSON.parse(whole), venueId: 'nowhere' }));
  troupe.db
    .prepare("UPDATE document_ref SET to_id = 'nowhere' WHERE kind = 'show' AND id = ? AND to_kind = 'venue'")
    .run(HALL);
  set('show', 'small-forces', '{"title":"Small Forces","slotMin":"long"}');
  set('person', 'sefa', 'null');
  const overview = await get('/overview');
  expect(overview.status).toBe(200);
  expect((await showLines(troupe.app)).map((s) => s.id)).toEqual(
    before.map((s) => s.id).filter((id) => id !== HALL && id !== 'small-forces'),
  );
  for (const path of ['/tour', '/library', '/logbook', '/shows', '/stores', '/people'])
    expect([path, (await get(path)).status]).toEqual([path, 200]);
  const broken = (await get('/broken')).body as Broken[];
  const line = (id: string) => broken.find((b) => b.id === id);
  expect(line(HALL)).toMatchObject({
    kind: 'show',
    opens: true,
    problems: expect.arrayContaining([expect.objectContaining({ path: 'venueId' })]),
  });
  expect(line('small-forces')).toMatchObject({ kind: 'show', title: 'Small Forces', opens: false });
  expect(line('sefa')).toMatchObject({ kind: 'person', title: 'sefa', opens: false });
  expect(line('cold-snap')).toMatchObject({
    opens: true,
    problems: expect.arrayContaining([
      expect.objectContaining({ message: 'The person “sefa” cannot be read.' }),
    ]),
  });
  // Its fix: it can be opened and mended, saved as it is, or put away.
  expect((await get(`/shows/${HALL}/file`)).body.error.code).toBe('no-venue');
  expect((await get('/shows/small-forces/raw')).text).toContain('"slotMin":"long"');
  expect((await remove('/shows/small-forces')).status).toBe(204);
  const kept = ((await get('/shows')).body as { id: string; version: number }[]).find((s) => s.id === HALL)!;
  set('person', 'sefa', JSON.stringify({ id: 'sefa', name: 'Sefa', role: 'technician', skills: [] }));
  expect((await put(`/shows/${HALL}`, kept.version, JSON.parse(whole))).status).toBe(200);
  expect((await get('/broken')).body).toEqual([]);
  await post('/shows/small-forces/restore');
});

test('a database from before there was an index of names gets one when it is opened', () => {
  const { db } = house();
  const first = new Documents(db);
  first.save('venue', 'barn', 0, venue('barn'));
  first.save('show', 's', 0, show('s'));
  db.prepare('DELETE FROM document_ref').run();
  expect(() => new Documents(db).remove('venue', 'barn', 1)).toThrow('used by “s”');
});

test('a demo that names itself as its stand-by can be deleted; one that another names cannot', async () => {
  const h = house();
  await h.put('/demos/self', 0, demo('self'));
  // Saving refuses that now; an older program did not.
  h.db.prepare("INSERT INTO document_ref VALUES ('demo', 'self', 'demo', 'self')").run();
  expect((await h.remove('/demos/self')).status).toBe(204);
  await h.put('/demos/other', 0, demo('other'));
  await h.put('/demos/user', 0, demo('user', { standByDemoId: 'other' }));
  expect((await h.remove('/demos/other')).body.error).toMatchObject({ code: 'in-use' });
});
