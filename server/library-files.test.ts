import {
  libraryFileOf,
  plan,
  readLibraryFile,
  showFileProblems,
  unwritten,
  type Demo,
  type Good,
  type ShowFile,
} from '@hearty/core';
import { copyFileSync, mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { request } from './testing/request';
import { createApp } from './app';
import { openDatabase } from './db';
import { play, troupeDocuments } from './demo-data/troupe';
import { starterShelf } from './starter';
import { demoApp, MIGRATIONS, temporaryFolder } from './testing/server';

const shelf = starterShelf();

describe('the starter shelf', () => {
  test('is a good library file of a dozen demos', () => {
    expect(readLibraryFile(JSON.parse(JSON.stringify(shelf))).ok).toBe(true);
    expect(shelf.demos).toHaveLength(12);
  });

  test.each(shelf.demos.map((d) => [d.title, d] as const))('“%s” is written down whole', (_title, demo) => {
    expect(unwritten(demo)).toEqual([]);
    for (const list of [demo.cautions, demo.faults, demo.conditions, demo.kit])
      expect(list.length).toBeGreaterThan(0);
    expect(demo.shows && demo.teaches && demo.coverLine).toBeTruthy();
    if (demo.skills.includes('flame')) expect(demo.worn.length).toBeGreaterThan(0);
  });

  test('twelve of them are a show that is planned without a stop but for time and what is on no shelf', () => {
    const { shows, venues } = troupeDocuments(new Date('2026-11-23T12:00:00'));
    const [show] = shows;
    const items = shelf.demos.map((d) => play(d, { presenterId: 'ottoline' }));
    const file: ShowFile = {
      ...{ format: 'hearty-stage/show', version: 2, record: [], demos: shelf.demos },
      show: { ...show!, items, slotMin: 120 },
      venue: venues[0]!,
      crew: ['ottoline', 'bram', 'sefa'].map((id) => ({
        id,
        name: id,
        role: 'presenter',
        skills: ['flame'],
      })),
      stock: shelf.goods.map((g) => ({ ...g, onShelf: 500 })),
    };
    const { findings } = plan(file, { plays: 0 });
    expect(findings.filter((f) => f.level === 'stop').map((f) => f.message)).toEqual([]);
  });
});

test('a first show comes with a good file, whole, and twice is two shows of the same demos', async () => {
  const db = openDatabase(temporaryFolder(), MIGRATIONS);
  const app = createApp({ db });
  const comes = async () => {
    const { status, body } = await request(app).post('/api/starter/show');
    expect(status).toBe(201);
    return (body as { showId: string }).showId;
  };
  const first = await comes();
  const { body: file } = await request(app).get(`/api/shows/${first}/file`);
  expect(showFileProblems(file as ShowFile)).toEqual([]);
  const stops = plan(file as ShowFile, { plays: 0 }).findings.filter((f) => f.level === 'stop');
  // Of what is on no shelf, everything is short; nothing else is in the way.
  expect(stops.filter((f) => f.code !== 'kit-short').map((f) => f.message)).toEqual([]);
  expect(await comes()).not.toBe(first);
  const { body } = await request(app).get('/api/library');
  expect((body as { demos: Demo[] }).demos).toHaveLength(3);
  db.close();
});

const here = demoApp().app;

test('a library file goes from one database to another: chosen demos are added once with their goods, beside what differs', async () => {
  const { body: library } = await request(here).get('/api/library');
  const { demos, goods } = library as { demos: Demo[]; goods: Good[] };
  const chosen = demos.filter((d) => ['foam-column', 'cloud-jar'].includes(d.id));
  const file = libraryFileOf(chosen, goods);

  const db = openDatabase(temporaryFolder(), MIGRATIONS);
  const there = createApp({ db });
  const bring = (demoIds: string[]) => request(there).post('/api/library-file').send({ file, demoIds });
  const first = await bring(['foam-column']);
  expect([first.status, first.body.demos]).toEqual([201, { 'foam-column': 'foam-column' }]);
  const came = (await request(there).get('/api/library')).body as { demos: Demo[]; goods: Good[] };
  expect(came.demos.map((d) => d.id)).toEqual(['foam-column']);
  expect(came.goods.map((g) => g.name)).toContain('Splash goggles');
  expect(came.goods).toHaveLength(first.body.goods as number);
  // Once more, it stands beside itself; the goods are there already.
  expect((await bring(['foam-column', 'cloud-jar'])).body.demos).toEqual({
    'foam-column': 'foam-column-2',
    'cloud-jar': 'cloud-jar',
  });
  const names = ((await request(there).get('/api/library')).body as { goods: Good[] }).goods.map(
    (g) => g.name,
  );
  expect(new Set(names).size).toBe(names.length);
  // A file with a mistake brings nothing in.
  const bad = await request(there)
    .post('/api/library-file')
    .send({ file: { ...file, goods: [] }, demoIds: ['cloud-jar'] });
  expect(bad.status).toBe(400);
  expect(((await request(there).get('/api/library')).body as { demos: Demo[] }).demos).toHaveLength(3);
  db.close();
});

test('a database of the first model is read as the second: documents, those put away, and the files of its runs', () => {
  const folder = temporaryFolder();
  const before = join(folder, 'before');
  mkdirSync(before);
  for (const name of readdirSync(MIGRATIONS).filter((n) => n < '0005'))
    copyFileSync(join(MIGRATIONS, name), join(before, name));
  const old = openDatabase(join(folder, 'data'), before);
  const example = join(__dirname, '../core/testing/version-1/example-hall.json');
  const file = JSON.parse(readFileSync(example, 'utf8')) as {
    demos: { id: string; station: string }[];
    venue: { id: string };
    show: { id: string };
  };
  const put = old.prepare(
    'INSERT INTO document (kind, id, version, body, updated_at, deleted_at) VALUES (?, ?, 1, ?, 0, ?)',
  );
  file.demos.forEach((d, i) => put.run('demo', d.id, JSON.stringify(d), i === 0 ? 1 : null));
  put.run('venue', file.venue.id, JSON.stringify(file.venue), null);
  old
    .prepare("INSERT INTO run (id, show_id, title, opened_at, rehearsal, file) VALUES ('r', ?, 't', 0, 0, ?)")
    .run(file.show.id, JSON.stringify(file));
  old.close();

  const db = openDatabase(join(folder, 'data'), MIGRATIONS);
  const bodies = db.prepare('SELECT body FROM document ORDER BY kind, id').pluck().all() as string[];
  expect(bodies.some((b) => b.includes('"station"') || b.includes('"ppe"') || b.includes('"stations"'))).toBe(
    false,
  );
  const run = JSON.parse(db.prepare('SELECT file FROM run').pluck().get() as string) as ShowFile;
  expect([run.version, run.venue.marks[0]?.name]).toEqual([2, 'front bench']);
  expect(readdirSync(join(folder, 'data/backups'))).toHaveLength(1);
  db.close();
});
