import { mkdirSync, readFileSync, truncateSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { request } from './testing/request';
import { createApp } from './app';
import { openDatabase } from './db';
import { diskTrouble } from './errors';
import { fillDemoData } from './demo-data';
import { program } from './testing/program';
import { anotherShow, demoApp, logged, MIGRATIONS, sendTo, temporaryFolder } from './testing/server';

describe('a disk that refuses', () => {
  const { app, db } = demoApp();
  const open = (id: string) =>
    request(app).post('/api/runs').send({ id, showId: 'cold-snap', rehearsal: false });
  beforeAll(() => open('run'));

  test('that is full: a sentence, nothing half kept, and the same events go in once there is room', async () => {
    const note = 'Foam on the floor. '.repeat(8);
    const events = Array.from({ length: 300 }, (_, i) => logged('run', `f${i}`, 'note', { text: note }));
    db.exec('VACUUM');
    const most = db.pragma('max_page_count', { simple: true }) as number;
    const have = db.pragma('page_count', { simple: true }) as number;
    db.pragma(`max_page_count = ${have + 4}`);
    const count = () => db.prepare("SELECT count(*) FROM event WHERE run = 'run'").pluck().get();
    const full = await request(app).post('/api/events').send({ events });
    expect([full.status, full.body.error.code]).toEqual([507, 'disk-full']);
    expect(full.body.error.message).toContain('The disk is full: nothing was kept.');
    expect(count()).toBe(0);
    const show = (await request(app).get('/api/shows/cold-snap')).body as { version: number; body: object };
    const saved = await request(app)
      .put('/api/shows/cold-snap')
      .send({ version: show.version, body: { ...show.body, notes: note } });
    expect([200, 507]).toContain(saved.status);
    // What only reads goes on.
    expect((await request(app).get('/api/overview')).status).toBe(200);
    db.pragma(`max_page_count = ${most}`);
    const answers = await sendTo(app, ...events);
    expect(answers.every((a) => a.is === 'kept')).toBe(true);
    expect(count()).toBe(300);
  });

  test('that cannot be written to: a sentence, and reading goes on', async () => {
    db.pragma('query_only = ON');
    const refused = await request(app)
      .post('/api/events')
      .send({ events: [logged('run', 'r1', 'curtain', {})] });
    expect([refused.status, refused.body.error.code]).toEqual([507, 'read-only']);
    expect(refused.body.error.message).toContain('is read-only');
    expect((await request(app).get('/api/runs/run')).status).toBe(200);
    db.pragma('query_only = OFF');
    expect((await sendTo(app, logged('run', 'r1', 'curtain', {})))[0]!.is).toBe('kept');
  });
});

describe('a data folder that is ill ends the start with a sentence', () => {
  const { ends } = program('main.ts');
  const message = (folder: string) => {
    const { status, stderr } = ends({ HEARTY_PORT: '0', HEARTY_DATA: folder });
    expect([status, stderr]).not.toEqual([0, '']);
    expect(stderr).not.toMatch(/^\s+at /m);
    return stderr.trim();
  };

  test('a file where the folder should be', () => {
    const path = join(temporaryFolder(), 'file');
    writeFileSync(path, '');
    expect(message(path)).toBe(`${path} is not a folder. Set HEARTY_DATA to one.`);
  });

  test('a folder where the database should be', () => {
    const folder = temporaryFolder();
    mkdirSync(join(folder, 'hearty.db'));
    expect(message(folder)).toBe(
      `${join(folder, 'hearty.db')} is a folder, where the database should be a file. Move it away, or set HEARTY_DATA to another folder.`,
    );
  });

  test('something else under its name, and half of it', () => {
    const folder = temporaryFolder();
    writeFileSync(join(folder, 'hearty.db'), 'Shopping: mints, soda.\n'.repeat(1000));
    expect(message(folder)).toContain(
      `The file hearty.db in ${folder} is not a database. There is no backup beside it`,
    );
    // What is there is not touched: somebody may yet read it.
    expect(readFileSync(join(folder, 'hearty.db'), 'utf8')).toContain('Shopping');
    const half = temporaryFolder();
    const db = openDatabase(half, MIGRATIONS);
    fillDemoData(db);
    db.close();
    mkdirSync(join(half, 'backups'));
    writeFileSync(join(half, 'backups/hearty-2026-11-02.db'), '');
    truncateSync(join(half, 'hearty.db'), 100_000);
    expect(message(half)).toMatch(
      /is damaged\. Restore its newest backup with .*hearty-2026-11-02\.db --yes/,
    );
  });
});

test.each([
  ['SQLITE_FULL', 'disk-full', 'The disk is full'],
  ['ENOSPC', 'disk-full', 'The disk is full'],
  ['SQLITE_READONLY_DBMOVED', 'read-only', 'The data folder or its disk is read-only'],
  ['EROFS', 'read-only', 'The data folder or its disk is read-only'],
  ['EACCES', 'read-only', 'The data folder cannot be written to'],
  ['SQLITE_BUSY', 'busy', 'Another program holds the database'],
  ['SQLITE_CORRUPT_VTAB', 'damaged', 'The disk or the database file is damaged'],
])('%s of the disk has a sentence of its own', (code, name, sentence) => {
  expect(diskTrouble({ code })).toMatchObject({
    code: name,
    message: expect.stringContaining(sentence) as string,
  });
});

describe('requests that are ill', () => {
  const { app } = demoApp();
  const send = (type: string, body: string | Buffer, more: Record<string, string> = {}) =>
    request(app)
      .post('/api/events')
      .set({ 'content-type': type, ...more })
      .serialize((text: unknown) => text as string)
      .send(body as string);

  test.each([
    ['a bad “%”', () => request(app).get('/api/shows/%E0%A4%A'), 400],
    ['a charset nobody reads', () => send('application/json; charset=klingon', '{}'), 415],
    [
      'an encoding nobody unpacks',
      () => send('application/json', '{}', { 'content-encoding': 'shoebox' }),
      415,
    ],
    ['a broken gzip', () => send('application/json', 'not packed', { 'content-encoding': 'gzip' }), 400],
    ['a body that is not JSON', () => send('application/json', '{"events":'), 400],
    ['a body that is too large', () => send('application/json', `{"events":["${'x'.repeat(9e6)}"]}`), 413],
    ['deep nesting', () => send('application/json', '['.repeat(20_000) + ']'.repeat(20_000)), 400],
    ['a key that every object has', () => send('application/json', '{"__proto__":{"events":[]}}'), 400],
    ['no body at all', () => request(app).post('/api/events'), 400],
    ['a list for a body', () => request(app).post('/api/events').send([1]), 400],
    [
      'an id out of the alphabet',
      () => request(app).put('/api/shows/a b').send({ version: 0, body: {} }),
      400,
    ],
    ['no version to delete', () => request(app).delete('/api/shows/cold-snap'), 400],
    ['an address that is none', () => request(app).get('/api/nothing/at/all'), 404],
    ['a kind called constructor', () => request(app).get('/api/constructor/x'), 404],
    ['a file that is none', () => request(app).get('/api/shows/__proto__/file'), 404],
  ] as const)('%s: a sentence for a person', async (_what, ask, wanted) => {
    const { status, body } = await ask();
    expect(status).toBe(wanted);
    const { message, fields = [] } = body.error as { message: string; fields?: { message: string }[] };
    for (const text of [message, ...fields.map((f) => f.message)]) {
      expect(text).toMatch(/^[A-Z“].*[.]$/s);
      expect(text).not.toMatch(/regular expression|\bat .*\.ts|\[object/);
    }
  });

  test('a range past the end of a file of the client', async () => {
    const webFolder = temporaryFolder();
    mkdirSync(join(webFolder, 'assets'));
    writeFileSync(join(webFolder, 'assets/a-1.js'), '1');
    writeFileSync(join(webFolder, 'index.html'), '<p>page');
    const db = openDatabase(temporaryFolder(), MIGRATIONS);
    const served = createApp({ db, webFolder });
    const past = await request(served).get('/assets/a-1.js').set('range', 'bytes=900-');
    expect([past.status, past.body.error.code]).toEqual([416, 'past-the-end']);
    const built = await request(served).get('/assets/a-1.js');
    expect(built.headers['cache-control']).toBe('public, max-age=31536000, immutable');
    expect((await request(served).get('/assets/gone-2.js')).status).toBe(404);
    expect((await request(served).get('/shows/x/plan')).text).toBe('<p>page');
    expect(built.headers['content-security-policy']).toContain("font-src 'self';");
    expect(built.headers['content-security-policy']).not.toContain('https:');
    db.close();
  });

  test('an event of the far future, an undo before its move, a show called __proto__: refused or counted, never NaN', async () => {
    const at = await sendTo(app, {
      ...logged('stores:ledger', 'far', 'written', { lots: [], moves: [] }),
      at: 9e18,
    });
    expect(at[0]).toMatchObject({ is: 'refused' });
    const lot = { id: 'l1', goodId: 'balloon' };
    const move = { lotId: 'l1', day: '2026-12-01' };
    const [undo] = await sendTo(
      app,
      logged('stores:ledger', 'u', 'written', {
        lots: [lot],
        moves: [
          { ...move, id: 'm0', kind: 'undo', amount: 0, ofId: 'm1' },
          { ...move, id: 'm1', kind: 'bought', amount: 5 },
        ],
      }),
    );
    expect(undo).toMatchObject({ is: 'refused', message: 'There is no such move of this lot to take back.' });
    await anotherShow(app, '__proto__');
    await anotherShow(app, 'constructor');
    const [packed] = await sendTo(
      app,
      logged('stores:ledger', 'p', 'written', {
        lots: [lot],
        moves: [
          { ...move, id: 'm2', kind: 'bought', amount: 5 },
          { ...move, id: 'm3', kind: 'packed', amount: 2, showId: '__proto__' },
          { ...move, id: 'm4', kind: 'packed', amount: 1, showId: 'constructor' },
        ],
      }),
    );
    expect(packed).toMatchObject({ is: 'kept' });
    const { lots } = (await request(app).get('/api/stores')).body as {
      lots: { lot: { id: string }; shelf: number }[];
    };
    expect(lots.find((l) => l.lot.id === 'l1')!.shelf).toBe(2);
  });
});
