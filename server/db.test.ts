import Database from 'better-sqlite3';
import { cpSync, existsSync, mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createApp } from './app';
import { DatabaseRefused, openDatabase } from './db';
import { fillDemoData } from './demo-data';
import { Documents } from './documents';
import { Runs } from './live/runs';
import { Stores } from './stores';
import { program } from './testing/program';
import { logged, MIGRATIONS, temporaryFolder } from './testing/server';

const version = (path: string) =>
  new Database(path, { readonly: true }).pragma('user_version', { simple: true });

test('a new database has the newest version, foreign keys, WAL and full synchronisation', () => {
  const db = openDatabase(temporaryFolder(), MIGRATIONS);
  expect(db.pragma('user_version', { simple: true })).toBe(readdirSync(MIGRATIONS).length);
  expect(db.pragma('foreign_keys', { simple: true })).toBe(1);
  expect(db.pragma('journal_mode', { simple: true })).toBe('wal');
  // 2 is FULL (SQLite documentation, PRAGMA synchronous).
  expect(db.pragma('synchronous', { simple: true })).toBe(2);
  db.close();
});

test('existing data is backed up before a migration runs, and a failing migration changes nothing', () => {
  const folder = temporaryFolder();
  const migrations = join(folder, 'migrations');
  cpSync(MIGRATIONS, migrations, { recursive: true });
  const first = openDatabase(folder, migrations);
  fillDemoData(first);
  first.close();
  writeFileSync(
    join(migrations, '0901-broken.sql'),
    'CREATE TABLE half (id TEXT); INSERT INTO nowhere VALUES (1);',
  );
  expect(() => openDatabase(folder, migrations)).toThrow('nowhere');
  const [backup] = readdirSync(join(folder, 'backups'));
  const copy = new Database(join(folder, 'backups', backup!), { readonly: true });
  expect(copy.prepare('SELECT count(*) AS n FROM run').get()).toEqual({ n: 12 });
  const after = new Database(join(folder, 'hearty.db'), { readonly: true });
  expect(after.prepare("SELECT count(*) AS n FROM sqlite_master WHERE name = 'half'").get()).toEqual({
    n: 0,
  });
  expect(version(join(folder, 'hearty.db'))).toBe(readdirSync(MIGRATIONS).length);
});

test('a database from the future is refused with a sentence, and not touched', () => {
  const folder = temporaryFolder();
  mkdirSync(folder, { recursive: true });
  const future = new Database(join(folder, 'hearty.db'));
  future.pragma('user_version = 999');
  future.close();
  expect(() => openDatabase(folder, MIGRATIONS)).toThrow(DatabaseRefused);
  expect(() => openDatabase(folder, MIGRATIONS)).toThrow(/version 999.*newer program/);
  expect(version(join(folder, 'hearty.db'))).toBe(999);
  expect(existsSync(join(folder, 'backups'))).toBe(false);
});

test('demo data fills an empty database once, and never one that holds something', () => {
  const db = openDatabase(temporaryFolder(), MIGRATIONS);
  fillDemoData(db);
  const count = () => db.prepare('SELECT count(*) AS n FROM document').get();
  const filled = count();
  fillDemoData(db);
  expect(count()).toEqual(filled);
  db.close();
});

describe('the server as a program', () => {
  const { start, ends } = program('main.ts');

  test('killed in the middle of a stream of events, it has kept every one it acknowledged', async () => {
    const folder = temporaryFolder();
    const { child, address } = start(folder);
    const base = `${await address}/api`;
    const post = (path: string, body: object) =>
      fetch(base + path, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      });
    await post('/runs', { id: 'killed', showId: 'cold-snap', rehearsal: false });
    const acknowledged: string[] = [];
    const exited = new Promise((done) => child.once('exit', done));
    for (let n = 0; ; n++) {
      const events = [logged('killed', `k${n}`, 'note', { text: `note ${n}` })];
      if (n === 25) setTimeout(() => child.kill('SIGKILL'), 5);
      const sent = await post('/events', { events }).catch(() => undefined);
      if (!sent?.ok) break;
      acknowledged.push(`k${n}`);
    }
    await exited;
    expect(acknowledged.length).toBeGreaterThanOrEqual(25);
    const db = openDatabase(folder, MIGRATIONS);
    const kept = new Runs(db).events('killed', 0).events.map((e) => e.id);
    expect(kept.slice(0, acknowledged.length)).toEqual(acknowledged);
    expect(db.pragma('integrity_check', { simple: true })).toBe('ok');
    db.close();
  }, 30_000);

  test('killed in the middle of the ledger, it has every move it acknowledged, and no half of a count', async () => {
    const folder = temporaryFolder();
    const { child, address } = start(folder);
    const base = `${await address}/api/events`;
    const exited = new Promise((done) => child.once('exit', done));
    const acknowledged: string[] = [];
    for (let n = 0; ; n++) {
      // Bought and partly used in one breath: either both or neither.
      const lot = { id: `lot${n}`, goodId: 'balloon' };
      const move = { lotId: lot.id, day: '2026-12-01' };
      const moves = [
        { ...move, id: `b${n}`, kind: 'bought', amount: 10 },
        { ...move, id: `u${n}`, kind: 'used', amount: 4 },
      ];
      if (n === 15) setTimeout(() => child.kill('SIGKILL'), 7);
      const sent = await fetch(base, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          events: [logged('stores:ledger', `w${n}`, 'written', { lots: [lot], moves })],
        }),
      }).catch(() => undefined);
      if (!sent?.ok) break;
      acknowledged.push(lot.id);
    }
    await exited;
    expect(acknowledged.length).toBeGreaterThanOrEqual(15);
    const db = openDatabase(folder, MIGRATIONS);
    const stores = new Stores(db, new Documents(db));
    const mine = stores.lots().filter((l) => l.lot.id.startsWith('lot'));
    expect(mine.map((l) => l.lot.id)).toEqual(expect.arrayContaining(acknowledged));
    for (const { shelf } of mine) expect(shelf).toBe(6);
    expect(db.pragma('integrity_check', { simple: true })).toBe('ok');
    db.close();
  }, 30_000);

  test('killed in the middle of an upgrade and of filling its tables again, it ends as if it had not been', async () => {
    const folder = temporaryFolder();
    const path = join(folder, 'hearty.db');
    const made = openDatabase(folder, MIGRATIONS);
    fillDemoData(made);
    createApp({ db: made });
    const tables = (db: Database.Database) =>
      [
        'SELECT * FROM attempt ORDER BY run_id, id',
        'SELECT id, phase, attempts, failed, near_misses, pace FROM run ORDER BY id',
        'SELECT * FROM demo_record ORDER BY demo_id',
        'SELECT * FROM lot_stock ORDER BY lot_id',
        'SELECT count(*) FROM event',
        'SELECT name, version FROM projection ORDER BY name',
      ].map((sql) => db.prepare(sql).all());
    const wanted = tables(made);
    // As version 15 left it, with every table that is worked out from the log to be filled again.
    made.exec(`DROP TABLE generation; DROP TABLE show_plan; DROP INDEX run_pace; DELETE FROM projection;
               DELETE FROM attempt; DELETE FROM demo_record; DELETE FROM lot_stock; PRAGMA user_version = 15`);
    made.close();
    const versionOf = () => {
      const db = new Database(path, { readonly: true });
      const version = [
        db.pragma('user_version', { simple: true }),
        db.prepare('SELECT count(*) FROM projection').pluck().get(),
      ];
      db.close();
      return version.join();
    };
    const done = `${readdirSync(MIGRATIONS).length},2`;
    const seen = new Set<string>();
    for (let n = 0; n < 12 && !seen.has(done); n++) {
      const { child, address } = start(folder);
      address.catch(() => undefined);
      const exited = new Promise((done) => child.once('exit', done));
      const timer = setTimeout(() => child.kill('SIGKILL'), 250 + n * 60);
      await exited;
      clearTimeout(timer);
      seen.add(versionOf());
    }
    const last = start(folder);
    await last.address;
    const gone = new Promise((done) => last.child.once('exit', done));
    last.child.kill('SIGTERM');
    await gone;
    const db = new Database(path, { readonly: true });
    expect(tables(db)).toEqual(wanted);
    expect(db.pragma('integrity_check', { simple: true })).toBe('ok');
    db.close();
    // It was killed before the upgrade was done, too.
    expect([...seen].some((state) => state !== done)).toBe(true);
  }, 60_000);

  test('a port that is none, and a port that is taken, each end with a sentence and no stack', async () => {
    const wrong = ends({ HEARTY_PORT: 'tea', HEARTY_DATA: temporaryFolder() });
    expect([wrong.status, wrong.stderr.trim()]).toEqual([1, 'HEARTY_PORT must be a port number, not “tea”.']);
    const { child, address } = start(temporaryFolder());
    const port = new URL(await address).port;
    const taken = ends({ HEARTY_PORT: port, HEARTY_DATA: temporaryFolder() });
    expect(taken.status).toBe(1);
    expect(taken.stderr.trim()).toBe(
      `Port ${port} is taken. Stop what uses it, or set HEARTY_PORT to another one.`,
    );
    child.kill();
  }, 30_000);

  test('a database from the future ends it with a sentence', () => {
    const folder = temporaryFolder();
    const future = new Database(join(folder, 'hearty.db'));
    future.pragma('user_version = 999');
    future.close();
    const { status, stderr } = ends({ HEARTY_PORT: '0', HEARTY_DATA: folder });
    expect([status, stderr]).toEqual([1, expect.stringContaining('The database is of version 999')]);
    expect(stderr).not.toContain('    at ');
  });

  test('stopped and started again, it has what it had', async () => {
    const folder = temporaryFolder();
    const first = start(folder);
    const shows = async (base: string) => (await fetch(`${base}/api/shows`)).json();
    const before = await shows(await first.address);
    const gone = new Promise((done) => first.child.once('exit', done));
    first.child.kill('SIGTERM');
    await gone;
    const second = start(folder);
    expect(await shows(await second.address)).toEqual(before);
    second.child.kill();
  }, 30_000);
});
