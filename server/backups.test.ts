import { createHash } from 'node:crypto';
import {
  copyFileSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { dirname, join } from 'node:path';
import type { BackupPreview, Here } from '@hearty/core';
import Database from 'better-sqlite3';
import { addDays } from 'date-fns';
import { request } from './testing/request';
import { createApp } from './app';
import { backUpDaily, backUpToday, bringBack } from './backups';
import { saveCopy } from './copies';
import { examine, examineApart } from './examine';
import { Access } from './access/access';
import { openDatabase, type Db } from './db';
import { fillDemoData } from './demo-data';
import { fillTenYears } from './demo-data/ten-years';
import { Documents } from './documents';
import { program } from './testing/program';
import { logged, MIGRATIONS, sendTo, settled, temporaryFolder } from './testing/server';

/** Everything a database says, in one word. */
function digest(db: Db): string {
  const hash = createHash('sha1');
  const tables = db
    .prepare("SELECT name FROM sqlite_schema WHERE type = 'table' ORDER BY name")
    .pluck()
    .all();
  for (const table of tables as string[]) {
    // What changes with every restore, and what is planned again after it.
    if (['generation', 'show_summary', 'show_plan', 'projection'].includes(String(table))) continue;
    hash.update(table).update(JSON.stringify(db.prepare(`SELECT * FROM "${table}" ORDER BY 1, 2`).all()));
  }
  return hash.digest('hex');
}

const digestOf = (path: string) => {
  const db = new Database(path, { readonly: true });
  try {
    return db.pragma('integrity_check', { simple: true }) === 'ok' ? digest(db) : 'damaged';
  } finally {
    db.close();
  }
};

const open: Db[] = [];
afterAll(() => open.forEach((db) => db.close()));

/** An app on a folder with the demo troupe. */
function house() {
  const folder = temporaryFolder();
  const db = openDatabase(folder, MIGRATIONS);
  open.push(db);
  fillDemoData(db, new Date('2026-11-23T12:00:00Z'));
  const app = createApp({ db, dataFolder: folder, migrationsFolder: MIGRATIONS });
  const save = async () =>
    (await request(app).post('/api/backup').buffer(true).parse(binary)).body as unknown as Buffer;
  const look = (file: Buffer) =>
    request(app).post('/api/backup/preview').set('content-type', 'application/octet-stream').send(file);
  const bring = (token: string, overNewer = false) =>
    request(app).post(`/api/backup/${token}/bring-back`).send({ overNewer });
  return { folder, db, app, save, look, bring };
}

const binary = (res: unknown, done: (error: Error | null, body: Buffer) => void) => {
  const parts: Buffer[] = [];
  const stream = res as NodeJS.ReadableStream;
  stream.on('data', (part: Buffer) => parts.push(part));
  stream.on('end', () => done(null, Buffer.concat(parts)));
};

test('everything that is saved comes back as it was, with a look before, and what was here is kept', async () => {
  const here = house();
  const generation = async () =>
    ((await request(here.app).get('/api/here')).body as Here).generation.split('.');
  const [ours, first] = await generation();
  const file = await here.save();
  const before = digest(here.db);
  await request(here.app)
    .put('/api/people/bram')
    .send({
      version: 1,
      body: { id: 'bram', name: 'Bram the second', role: 'presenter', skills: [] },
    });
  await request(here.app).post('/api/runs').send({ id: 'after', showId: 'cold-snap', rehearsal: false });
  await sendTo(here.app, logged('after', 'e1', 'curtain', {}));
  const changed = digest(here.db);

  const look = await here.look(file);
  const preview = look.body as BackupPreview & { token: string };
  expect(preview.lost).toEqual({ documents: 1, runs: 1, events: 1, moves: 0 });
  expect(preview.here.runs).toBe(preview.there.runs + 1);
  expect(preview.here.events).toBe(preview.there.events + 1);
  expect(digest(here.db)).toBe(changed);

  const refused = await here.bring(preview.token);
  expect([refused.status, refused.body.error.code]).toEqual([409, 'newer-here']);
  expect(digest(here.db)).toBe(changed);

  expect((await here.bring(preview.token, true)).status).toBe(200);
  expect(digest(here.db)).toBe(before);
  // The same house, and places in its logs mean nothing any more.
  const [still, second] = await generation();
  expect(still).toBe(ours);
  expect(second).not.toBe(first);
  // What the server remembered of what was here is forgotten.
  expect((await request(here.app).get('/api/people/bram')).body.body.name).toBe('Bram');
  expect((await request(here.app).get('/api/library')).text).not.toContain('Bram the second');
  expect((await sendTo(here.app, logged('after', 'e2', 'note', { text: 'x' })))[0]!.is).toBe('refused');
  await settled(here.app, '/overview');
  const [kept] = readdirSync(join(here.folder, 'backups'));
  expect(digestOf(join(here.folder, 'backups', kept!))).toBe(changed);
  expect(readdirSync(join(here.folder, 'incoming'))).toEqual([]);
});

test('of the copies made before one was brought back, the newest ten are kept', async () => {
  const here = house();
  const backups = join(here.folder, 'backups');
  mkdirSync(backups);
  for (let n = 10; n < 25; n++)
    writeFileSync(join(backups, `before-bringing-back-2026-01-${n}-120000.db`), '');
  const { token } = (await here.look(await here.save())).body as { token: string };
  expect((await here.bring(token)).status).toBe(200);
  const names = readdirSync(backups).sort();
  expect(names).toHaveLength(10);
  expect(names[0]).toBe('before-bringing-back-2026-01-16-120000.db');
});

test('a copy of another house comes in whole, and one older than the program is brought up to it', async () => {
  const here = house();
  const old = temporaryFolder();
  const migrations = join(old, 'migrations');
  mkdirSync(migrations);
  for (const name of readdirSync(MIGRATIONS).slice(0, 3))
    copyFileSync(join(MIGRATIONS, name), join(migrations, name));
  const other = openDatabase(old, migrations);
  new Documents(other).save('person', 'wren', 0, { id: 'wren', name: 'Wren', role: 'stagehand', skills: [] });
  const path = join(old, 'old.hearty');
  saveCopy(other, path);
  other.close();
  const { token } = (await here.look(readFileSync(path))).body as { token: string };
  expect((await here.bring(token, true)).status).toBe(200);
  expect((await request(here.app).get('/api/people')).body).toEqual([
    { id: 'wren', version: 1, body: { id: 'wren', name: 'Wren', role: 'stagehand', skills: [] } },
  ]);
});

test('what is no copy, or a torn one, is refused with a sentence, and nothing changes', async () => {
  const here = house();
  const file = await here.save();
  const before = digest(here.db);
  const future = join(temporaryFolder(), 'future.db');
  const db = new Database(future);
  db.pragma('user_version = 999');
  db.close();
  const ill = [
    Buffer.from(''),
    Buffer.from('{"format":"hearty-stage/show"}'),
    file.subarray(0, Math.floor(file.length / 2)),
    Buffer.concat([file.subarray(0, 8192), Buffer.alloc(file.length - 8192, 7)]),
    readFileSync(future),
  ];
  for (const one of ill) {
    const { status, body } = await here.look(one);
    expect([status, body.error.code]).toEqual([400, 'no-backup']);
  }
  expect((await here.bring('../../hearty')).status).toBe(404);
  expect((await here.bring('00000000-0000-0000-0000-000000000000')).status).toBe(404);
  expect(digest(here.db)).toBe(before);
});

test('each day leaves one backup, ten are kept, and one that was broken off is swept away', () => {
  const folder = temporaryFolder();
  const db = openDatabase(folder, MIGRATIONS);
  fillDemoData(db);
  const backups = join(folder, 'backups');
  mkdirSync(backups);
  writeFileSync(join(backups, 'hearty-2026-11-01.db.part'), 'torn');
  writeFileSync(join(backups, 'mine.db'), 'not ours to sweep');
  for (let day = 0; day < 14; day++)
    for (let start = 0; start < 2; start++) backUpToday(db, folder, addDays(new Date(2026, 10, 10), day));
  const names = readdirSync(backups).sort();
  expect(names).toEqual([...Array.from({ length: 10 }, (_, i) => `hearty-2026-11-${14 + i}.db`), 'mine.db']);
  for (const name of names.slice(0, 10)) expect(digestOf(join(backups, name))).toBe(digest(db));
  db.close();
});

describe('a server that runs for weeks', () => {
  beforeEach(() => void jest.useFakeTimers({ doNotFake: ['setImmediate', 'nextTick'] }));
  afterEach(() => void jest.useRealTimers());

  test('leaves a backup each day, and hears of one that cannot be made', () => {
    const folder = temporaryFolder();
    const db = openDatabase(folder, MIGRATIONS);
    open.push(db);
    fillDemoData(db);
    const failed: unknown[] = [];
    let hour = 9;
    const now = () => new Date(2026, 10, 10, hour++);
    const end = backUpDaily(db, folder, (error) => failed.push(error), now);
    jest.advanceTimersByTime(3 * 86_400_000);
    expect(readdirSync(join(folder, 'backups')).sort()).toEqual(
      [10, 11, 12, 13].map((day) => `hearty-2026-11-${day}.db`),
    );
    rmSync(join(folder, 'backups'), { recursive: true });
    writeFileSync(join(folder, 'backups'), 'a file in its place');
    jest.advanceTimersByTime(3_600_000);
    expect(failed).toHaveLength(1);
    end();
  });
});

test('an empty database takes the place of no backup', () => {
  const folder = temporaryFolder();
  const full = openDatabase(folder, MIGRATIONS);
  fillDemoData(full);
  backUpToday(full, folder, new Date(2026, 10, 10));
  full.close();
  for (const part of ['', '-wal', '-shm']) rmSync(join(folder, `hearty.db${part}`), { force: true });
  const empty = openDatabase(folder, MIGRATIONS);
  for (let day = 11; day < 25; day++) backUpToday(empty, folder, new Date(2026, 10, day));
  expect(readdirSync(join(folder, 'backups'))).toEqual(['hearty-2026-11-10.db']);
  empty.close();
});

test('the backup before an upgrade is whole, and holds no secret', () => {
  const folder = temporaryFolder();
  const db = openDatabase(folder, MIGRATIONS);
  fillDemoData(db);
  db.prepare("INSERT INTO access_setting VALUES ('passphrase', 'c2FsdA==:aGFzaA==')").run();
  const before = db.prepare('SELECT count(*) FROM event').pluck().get();
  db.close();
  const later = temporaryFolder();
  for (const name of readdirSync(MIGRATIONS)) copyFileSync(join(MIGRATIONS, name), join(later, name));
  writeFileSync(join(later, '9999-later.sql'), 'CREATE TABLE later (id TEXT) STRICT;');
  openDatabase(folder, later).close();
  const [name, ...more] = readdirSync(join(folder, 'backups'));
  expect([name, more]).toEqual([expect.stringMatching(/^hearty-v\d+-.*\.db$/), []]);
  const path = join(folder, 'backups', name!);
  expect(readFileSync(path).includes('c2FsdA==')).toBe(false);
  const copy = new Database(path, { readonly: true });
  expect(copy.pragma('integrity_check', { simple: true })).toBe('ok');
  expect(copy.prepare('SELECT count(*) FROM event').pluck().get()).toBe(before);
  expect(copy.prepare('SELECT count(*) FROM access_setting').pluck().get()).toBe(0);
  copy.close();
});

describe('with the database gone and a backup beside it', () => {
  const server = program('main.ts');
  const tool = program('tool.ts');

  /** A folder with a backup of the demo troupe, whose database was lost. */
  function lostBy(lose: (path: string) => void) {
    const folder = temporaryFolder();
    const db = openDatabase(folder, MIGRATIONS);
    fillDemoData(db);
    const had = db.prepare('SELECT count(*) FROM document').pluck().get();
    backUpToday(db, folder, new Date());
    db.close();
    lose(join(folder, 'hearty.db'));
    const child = server.spawn([], { HEARTY_DATA: folder, HEARTY_PORT: '0' });
    const heard = (stream: 'stdout' | 'stderr', what: RegExp) =>
      new Promise<string[]>((found, failed) => {
        let text = '';
        child[stream].on('data', (part: Buffer) => {
          const match = what.exec((text += String(part)));
          if (match) found([...match]);
        });
        child.once('exit', () => failed(new Error(`It ended: ${text}`)));
      });
    return { folder, had, child, heard };
  }
  const remove = (path: string) => rmSync(path);
  const empty = (path: string) => {
    rmSync(path);
    openDatabase(dirname(path), MIGRATIONS).close();
  };
  const ASKED =
    /Your data is missing\. The database in \S+ is (\w+)[\s\S]*Open (\S+) on[\s\S]*restore (\S+) --yes/;
  const answer = (address: string, backup: string, headers: Record<string, string> = {}) =>
    request(address).post('/answer').type('form').set(headers).send({ backup });

  test.each([
    ['gone', remove],
    ['gone', (path: string) => writeFileSync(path, '')],
    ['empty', empty],
  ] as const)(
    '%s: the server asks in the browser, and restores the backup that is chosen there',
    async (how, lose) => {
      const { folder, had, heard, child } = lostBy(lose);
      const [, is, address] = await heard('stderr', ASKED);
      expect(is).toBe(how);
      const { status, text } = await request(address!).get('/');
      expect([status, text]).toEqual([503, expect.stringMatching(/Restore the backup of[\s\S]*Start empty/)]);
      // Nobody else answers it, and nothing else does.
      expect((await answer(address!, '0', { 'X-Forwarded-For': '192.0.2.1' })).status).toBe(401);
      expect((await answer(address!, '0', { Origin: 'https://elsewhere.example' })).status).toBe(403);
      for (const none of ['7', '', '-1']) expect((await answer(address!, none)).status).toBe(400);
      expect((await request(address!).post('/answer')).status).toBe(400);
      expect((await request(address!).get('/api/shows')).body.error.code).toBe('missing-data');
      const started = heard('stdout', /Hearty Stage: (\S+)/);
      expect((await answer(address!, '0')).status).toBe(200);
      const [, again] = await started;
      expect((await request(again!).get('/api/shows')).body.length).toBeGreaterThan(2);
      child.kill();
      const back = new Database(join(folder, 'hearty.db'), { readonly: true });
      expect(back.prepare('SELECT count(*) FROM document').pluck().get()).toBe(had);
      back.close();
    },
  );

  test('from the terminal it is restored by the command that is printed', async () => {
    const { folder, had, heard, child } = lostBy(remove);
    const [, , , backup] = await heard('stderr', ASKED);
    const ended = new Promise((done) => child.once('exit', done));
    child.kill();
    await ended;
    expect(tool.ends({ HEARTY_DATA: folder }, ['restore', backup!, '--yes']).status).toBe(0);
    const back = openDatabase(folder, MIGRATIONS);
    expect(back.prepare('SELECT count(*) FROM document').pluck().get()).toBe(had);
    back.close();
  });

  test('whoever chooses to starts empty, and the backups stay', async () => {
    const { folder, heard } = lostBy(empty);
    const [, , address] = await heard('stderr', ASKED);
    const started = heard('stdout', /Hearty Stage: (\S+)/);
    await answer(address!, 'none');
    const [, again] = await started;
    expect((await request(again!).get('/api/shows')).body).toEqual([]);
    expect(readdirSync(join(folder, 'backups'))).toHaveLength(1);
  });

  test('HEARTY_START_EMPTY=1 starts empty without asking', async () => {
    const folder = temporaryFolder();
    const db = openDatabase(folder, MIGRATIONS);
    fillDemoData(db);
    backUpToday(db, folder, new Date());
    db.close();
    rmSync(join(folder, 'hearty.db'));
    const { address } = server.start(folder, { HEARTY_START_EMPTY: '1' });
    expect(await address).toMatch(/^http/);
  });
});

describe('from a terminal', () => {
  const { spawn, ends } = program('tool.ts');

  test('the passphrase is read from the input, refused where it is short, and taken away again', async () => {
    const folder = temporaryFolder();
    const set = async (input: string, ...more: string[]) => {
      const child = spawn(['passphrase', ...more], { HEARTY_DATA: folder });
      child.stdin.end(input);
      return new Promise<number | null>((done) => child.once('exit', done));
    };
    const entered = async (words: string) => {
      const db = openDatabase(folder, MIGRATIONS);
      const token = await new Access(db).enter(words);
      db.close();
      return token !== undefined;
    };
    expect(await set('wet gloves, cold hall\nmore\n')).toBe(0);
    expect(await set('short\n')).toBe(1);
    expect([await entered('wet gloves, cold hall'), await entered('short')]).toEqual([true, false]);
    expect(await set('', '--off')).toBe(0);
    expect(await entered('wet gloves, cold hall')).toBe(false);
  });

  test('a damaged database is put aside and the copy takes its place, once that was agreed', () => {
    const folder = temporaryFolder();
    const db = openDatabase(folder, MIGRATIONS);
    fillDemoData(db);
    const before = digest(db);
    db.close();
    const copy = join(temporaryFolder(), 'copy.hearty');
    const saved = ends({ HEARTY_DATA: folder }, ['backup', copy]);
    expect([saved.status, saved.stdout.trim()]).toEqual([0, copy]);
    const bring = (...more: string[]) => ends({ HEARTY_DATA: folder }, ['restore', copy, ...more]);
    truncateSync(join(folder, 'hearty.db'), 40_000);
    const refused = bring();
    expect([refused.status, refused.stderr]).toEqual([1, expect.stringContaining('is damaged')]);
    expect(bring('--yes').status).toBe(0);
    expect(digestOf(join(folder, 'hearty.db'))).toBe(before);
    expect(readdirSync(join(folder, 'backups')).some((name) => name.startsWith('damaged-'))).toBe(true);
  });

  test('without a file, without a database, with a server on it: a sentence and no stack', () => {
    const folder = temporaryFolder();
    const no = (args: string[]) => ends({ HEARTY_DATA: folder }, args);
    expect(no(['backup']).stderr.trim()).toBe(`There is no database in ${folder}.`);
    expect(no(['restore']).stderr).toContain('needs a backup file');
    expect(no(['restore', join(folder, 'nowhere')]).stderr).toContain('There is no file');
    writeFileSync(join(folder, 'some.hearty'), '');
    const server = openDatabase(folder, MIGRATIONS);
    const { status, stderr } = no(['restore', join(folder, 'some.hearty'), '--yes']);
    expect([status, stderr.trim()]).toEqual([1, expect.stringMatching(/^A server is using .*Stop it first/)]);
    server.close();
  });

  test('killed halfway, a backup is whole or not there, and a restore leaves all of one or all of the other', async () => {
    const folder = temporaryFolder();
    const db = openDatabase(folder, MIGRATIONS);
    fillDemoData(db);
    const mine = digest(db);
    db.close();
    const elsewhere = temporaryFolder();
    const large = openDatabase(elsewhere, MIGRATIONS);
    fillTenYears(large, 0.1);
    const theirs = digest(large);
    const copy = join(elsewhere, 'copy.hearty');
    saveCopy(large, copy);
    large.close();

    const killed = async (args: string[], afterMs: number) => {
      const child = spawn(args, { HEARTY_DATA: folder });
      const gone = new Promise((done) => child.once('exit', done));
      const timer = setTimeout(() => child.kill('SIGKILL'), afterMs);
      await gone;
      clearTimeout(timer);
    };
    const found = new Set<string>();
    for (let n = 0; n < 8; n++) {
      await killed(['restore', copy, '--yes', '--over-newer'], 250 + n * 90);
      const have = digestOf(join(folder, 'hearty.db'));
      expect([mine, theirs]).toContain(have);
      found.add(have);
      if (have === theirs) break;
      const out = join(elsewhere, `out-${n}.hearty`);
      await killed(['backup', out], 200 + n * 60);
      if (existsSync(out)) expect(digestOf(out)).toBe(mine);
    }
    const last = ends({ HEARTY_DATA: folder }, ['restore', copy, '--yes', '--over-newer']);
    expect(last.status).toBe(0);
    expect(digestOf(join(folder, 'hearty.db'))).toBe(theirs);
  }, 180_000);
});

describe('a backup that somebody changed', () => {
  /** Examines a backup of the demo troupe after `harm`. */
  function examined(harm: string) {
    const folder = temporaryFolder();
    const db = openDatabase(folder, MIGRATIONS);
    fillDemoData(db);
    const path = join(folder, 'harmed.db');
    saveCopy(db, path);
    db.close();
    const harmed = new Database(path);
    harmed.exec(harm);
    harmed.close();
    const work = join(folder, 'looking');
    return { path, work, examine: () => examine(path, work, MIGRATIONS) };
  }

  const AT_EVERY_CHANGE = `WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n) SELECT count(*) FROM n`;

  test.each([
    ['a table', 'DROP TABLE tick_now', 'tables'],
    ['a column', 'ALTER TABLE tick_now DROP COLUMN device', 'tables'],
    ['an index', 'CREATE INDEX more ON run (title)', 'tables'],
    [
      'what it may not hold',
      'PRAGMA ignore_check_constraints = ON; UPDATE document SET version = 0',
      'damaged',
    ],
    ['an event of no run', 'PRAGMA foreign_keys = OFF; DELETE FROM run; DELETE FROM picture', 'belongs to'],
    ['a trigger', `CREATE TRIGGER t AFTER DELETE ON document_ref BEGIN ${AT_EVERY_CHANGE}; END`, 'triggers'],
    ['a view', `CREATE VIEW v AS ${AT_EVERY_CHANGE}`, 'triggers or views'],
    ['a table that is a program', 'CREATE VIRTUAL TABLE v USING fts5(text)', 'triggers or views'],
  ])('%s: it is refused with a sentence, and leaves nothing behind', (_what, harm, sentence) => {
    const { work, examine: look } = examined(harm);
    expect(look).toThrow(sentence);
    expect(existsSync(work)).toBe(false);
  });

  test('documents and runs that cannot be read are counted and harm nothing else; no table is believed', async () => {
    const { work, examine: look } = examined(`
      UPDATE document SET body = '{"id":"cloud-jar"}' WHERE kind = 'demo' AND id = 'cloud-jar';
      UPDATE run SET file = '{}' WHERE id = (SELECT min(id) FROM run);
      UPDATE run SET attempts = 999, forecast = '{"p10":0}';
      UPDATE demo_record SET body = '{"forged":true}';
      INSERT INTO document_ref VALUES ('show', 'cold-snap', 'demo', 'forged')`);
    expect(look()).toEqual({ documents: 1, runs: 1 });
    const here = house();
    expect(
      bringBack(here.db, join(work, 'hearty.db'), { backups: here.folder, overNewer: true }),
    ).toBeDefined();
    const has = (sql: string) => here.db.prepare(sql).pluck().get();
    expect(has("SELECT count(*) FROM demo_record WHERE body LIKE '%forged%'")).toBe(0);
    expect(has("SELECT count(*) FROM document_ref WHERE to_id = 'forged'")).toBe(0);
    expect(has("SELECT count(*) FROM run WHERE forecast LIKE '%p10\":0}'")).toBe(0);
    expect(has("SELECT count(*) FROM run WHERE attempts = 999 AND file <> '{}'")).toBe(0);
    // Another server starts on it and answers.
    const again = createApp({ db: here.db });
    for (const path of ['/overview', '/logbook', '/library', '/broken'])
      expect((await request(again).get(`/api${path}`)).status).toBe(200);
  });

  describe('in a process of its own', () => {
    const tool = program('tool.ts');

    test('it is examined, refused with its sentence, or ended after its time', async () => {
      const good = examined('SELECT 1');
      const apart = examineApart(tool.file);
      expect(await apart(good.path, good.work)).toEqual({ documents: 0, runs: 0 });
      const bad = examined('DROP TABLE tick_now');
      await expect(apart(bad.path, bad.work)).rejects.toThrow('tables');
      const slow = examineApart(tool.file, { mostMs: 60 });
      await expect(slow(good.path, good.work)).rejects.toThrow('takes longer than');
      expect(existsSync(good.work)).toBe(false);
    });
  });
});
