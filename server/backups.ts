import type { BackupPreview, Holds, Lost } from '@hearty/core';
import Database from 'better-sqlite3';
import { format } from 'date-fns';
import { copyFileSync, existsSync, mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { holdsSomething, OF_THIS_MACHINE, saveCopy, tablesOf } from './copies';
import { DAILY, DatabaseRefused, openDatabase, type Db } from './db';
import { diskTrouble, HttpError } from './errors';

/** So many of the daily backups are kept, and of those made before a copy was brought back. */
const KEPT = 10;
const BEFORE = /^before-bringing-back-.*\.db$/;

/** The oldest of more than ten copies with such names go; the names sort by their time. */
function keepNewest(backups: string, names: RegExp): void {
  const found = readdirSync(backups).filter((name) => names.test(name));
  for (const old of found.sort().slice(0, -KEPT)) rmSync(join(backups, old));
}

/** The backup of a day, made once; the oldest of more than ten go. An empty database takes the place of no backup. */
export function backUpToday(db: Db, folder: string, day: Date): void {
  const backups = join(folder, 'backups');
  mkdirSync(backups, { recursive: true });
  const path = join(backups, `hearty-${format(day, 'yyyy-MM-dd')}.db`);
  const hasOthers = readdirSync(backups).some((name) => DAILY.test(name));
  if (!existsSync(path) && (!hasOthers || holdsSomething(join(folder, 'hearty.db')))) saveCopy(db, path);
  keepNewest(backups, DAILY);
  for (const torn of readdirSync(backups).filter((name) => name.endsWith('.part')))
    rmSync(join(backups, torn));
}

/** So often a server that runs for weeks looks whether a new day has begun, in ms. */
const EVERY_MS = 3_600_000;

/** Leaves the backup of each day while the server runs; `failed` hears of one that cannot be made. Gives what ends it. */
export function backUpDaily(
  db: Db,
  folder: string,
  failed: (error: unknown) => void,
  now: () => Date = () => new Date(),
): () => void {
  const timer = setInterval(() => {
    try {
      backUpToday(db, folder, now());
    } catch (error) {
      failed(error);
    }
  }, EVERY_MS);
  timer.unref();
  return () => clearInterval(timer);
}

/**
 * Refuses to begin anew where there was something: the database is gone or empty, and a backup beside it is not. Errors:
 * `DatabaseRefused` with the command that brings the newest of them back.
 */
export function refuseToForget(folder: string): void {
  const path = join(folder, 'hearty.db');
  const backups = join(folder, 'backups');
  const isGone = !existsSync(path) || statSync(path).size === 0;
  if (!existsSync(backups) || (!isGone && isFilled(path, true))) return;
  const newest = readdirSync(backups)
    .filter((name) => /\.db$/.test(name))
    .map((name) => join(backups, name))
    .filter((at) => isFilled(at, false))
    .map((at) => ({ at, when: statSync(at).mtimeMs }))
    .sort((a, b) => a.when - b.when)
    .at(-1);
  if (!newest) return;
  throw new DatabaseRefused(
    `Your data is missing: the database in ${folder} is ${isGone ? 'gone' : 'empty'}, and the newest backup beside it is of ${format(newest.when, 'd MMM yyyy, HH:mm')}. ` +
      `Bring it back with “npm run --silent hearty -- restore ${newest.at} --yes”, or start empty with HEARTY_START_EMPTY=1.`,
  );
}

/** Whether a file is a database with something in it. */
function isFilled(path: string, ifUnreadable: boolean): boolean {
  try {
    return holdsSomething(path);
  } catch {
    return ifUnreadable;
  }
}

/** Where a copy is looked at, and what it must fit. */
export interface CopyOptions {
  /** A folder for the copy while it is looked at; emptied before and after. */
  workFolder: string;
  migrations: string;
}

/**
 * Calls `use` with a copy attached to `db` as `copy`: one of its own, brought up to this program's version; the file it
 * came from is not touched. Errors: 400 with a sentence where it is no copy of ours, or is torn.
 */
function withCopy<T>(db: Db, path: string, { workFolder, migrations }: CopyOptions, use: () => T): T {
  rmSync(workFolder, { recursive: true, force: true });
  mkdirSync(workFolder, { recursive: true });
  try {
    copyFileSync(path, join(workFolder, 'hearty.db'));
    makeFit(workFolder, migrations);
    db.prepare('ATTACH ? AS copy').run(join(workFolder, 'hearty.db'));
    try {
      return use();
    } finally {
      db.exec('DETACH copy');
    }
  } catch (error) {
    throw unfit(error);
  } finally {
    rmSync(workFolder, { recursive: true, force: true });
  }
}

const noCopy = (message: string) => new HttpError(400, 'no-backup', message);

/** Checks a copy whole and brings it up to this program's version. */
function makeFit(folder: string, migrations: string): void {
  const probe = new Database(join(folder, 'hearty.db'));
  try {
    if ((probe.pragma('integrity_check', { simple: true }) as string) !== 'ok')
      throw noCopy('This file is damaged: it cannot be brought back.');
    if ((probe.pragma('user_version', { simple: true }) as number) < 1)
      throw noCopy('This is not a file that “Save everything” wrote.');
  } finally {
    probe.close();
  }
  openDatabase(folder, migrations).close();
}

/** Whatever a copy does not have or does not hold to, a table, a column, a limit, makes it none of ours. */
function unfit(error: unknown): unknown {
  if (error instanceof HttpError) return error;
  if (error instanceof DatabaseRefused) return noCopy(error.message);
  const disk = diskTrouble(error);
  if (disk && disk.code !== 'damaged') return disk;
  // By its name: the database's class is another one wherever the library was loaded twice.
  return (error as { name?: unknown } | null)?.name === 'SqliteError'
    ? noCopy('This is not a file that “Save everything” wrote, or it is damaged.')
    : error;
}

/** What a database holds, in figures. */
function holds(db: Db, which: 'main' | 'copy'): Holds {
  const count = (sql: string) => db.prepare(sql).pluck().get() as number;
  const documents = (kind: string) =>
    count(`SELECT count(*) FROM ${which}.document WHERE kind = '${kind}' AND deleted_at IS NULL`);
  return {
    shows: documents('show'),
    demos: documents('demo'),
    goods: documents('good'),
    runs: count(`SELECT count(*) FROM ${which}.run`),
    events: count(`SELECT count(*) FROM ${which}.event`),
    moves: count(`SELECT count(*) FROM ${which}.store_move`),
    newest: count(
      `SELECT max(coalesce((SELECT max(max(updated_at, coalesce(deleted_at, 0))) FROM ${which}.document), 0),
                  coalesce((SELECT max(at) FROM ${which}.event), 0), coalesce((SELECT max(at) FROM ${which}.store_move), 0))`,
    ),
  };
}

/** What is here and not in the copy: by what it is, not by a clock. */
function lost(db: Db): Lost {
  const count = (table: string, theirs: string) =>
    db
      .prepare(
        `SELECT count(*) FROM main.${table} m WHERE NOT EXISTS (SELECT 1 FROM copy.${table} c WHERE ${theirs})`,
      )
      .pluck()
      .get() as number;
  return {
    documents: count(
      'document',
      `c.kind = m.kind AND c.id = m.id AND (c.version > m.version OR
       (c.version = m.version AND c.body = m.body AND (c.deleted_at IS NULL) = (m.deleted_at IS NULL)))`,
    ),
    runs: count('run', 'c.id = m.id'),
    events: count('event', 'c.run = m.run AND c.id = m.id'),
    moves: count('store_move', 'c.id = m.id'),
  };
}

const preview = (db: Db): BackupPreview => ({
  here: holds(db, 'main'),
  there: holds(db, 'copy'),
  lost: lost(db),
});

/** What bringing a copy back would do. Nothing is changed. */
export const previewCopy = (db: Db, path: string, options: CopyOptions): BackupPreview =>
  withCopy(db, path, options, () => preview(db));

/**
 * Puts a copy in the place of everything here, in one transaction: killed halfway, all is as it was. What was here is
 * backed up first, into `backups`. Errors: 400 where it is no copy; 409 `newer-here` where something here is not in it,
 * unless that was agreed.
 */
export function bringBack(
  db: Db,
  path: string,
  { backups, overNewer, ...options }: CopyOptions & { backups: string; overNewer: boolean },
): BackupPreview {
  return withCopy(db, path, options, () => {
    const done = preview(db);
    if (!overNewer && Object.values(done.lost).some((n) => n > 0))
      throw new HttpError(
        409,
        'newer-here',
        'Something here is not in this copy. Say that it may be replaced, or keep what is here.',
      );
    mkdirSync(backups, { recursive: true });
    saveCopy(db, join(backups, `before-bringing-back-${format(new Date(), 'yyyy-MM-dd-HHmmss')}.db`));
    keepNewest(backups, BEFORE);
    db.transaction(() => {
      db.pragma('defer_foreign_keys = ON');
      const tables = tablesOf(db).filter((name) => !OF_THIS_MACHINE.test(name));
      for (const table of [...tables].reverse()) db.exec(`DELETE FROM main."${table}"`);
      for (const table of tables) {
        const names = db.prepare('SELECT name FROM pragma_table_info(?)').pluck().all(table) as string[];
        const columns = names.map((name) => `"${name}"`).join(', ');
        db.exec(`INSERT INTO main."${table}" (${columns}) SELECT ${columns} FROM copy."${table}"`);
      }
    })();
    return done;
  });
}
