import type { BackupPreview, Holds, Lost } from '@hearty/core';
import { format } from 'date-fns';
import { existsSync, mkdirSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { holdsSomething, OF_THIS_MACHINE, saveCopy, tablesOf } from './copies';
import { DAILY, type Db } from './db';
import { HttpError } from './errors';

/** This many of the daily backups are kept, and of those made before a restore. */
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

/** Calls `use` with an examined backup attached to `db` as `copy`. */
function withCopy<T>(db: Db, path: string, use: () => T): T {
  db.prepare('ATTACH ? AS copy').run(path);
  try {
    return use();
  } finally {
    db.exec('DETACH copy');
  }
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

/** Every device compares its logs with the ones here by id, once. */
const NEW_GENERATION = 'UPDATE main.generation SET id = lower(hex(randomblob(8)))';

const preview = (db: Db): BackupPreview => ({
  here: holds(db, 'main'),
  there: holds(db, 'copy'),
  lost: lost(db),
});

/** What restoring an examined backup would do. Nothing is changed. */
export const previewCopy = (db: Db, path: string): BackupPreview => withCopy(db, path, () => preview(db));

/**
 * Puts an examined backup in the place of everything here, in one transaction: killed halfway, all is as it was. What was
 * here is backed up first, into `backups`. Errors: 409 `newer-here` where something here is not in it, unless that was
 * agreed.
 */
export function bringBack(
  db: Db,
  path: string,
  { backups, overNewer }: { backups: string; overNewer: boolean },
): BackupPreview {
  return withCopy(db, path, () => {
    const done = preview(db);
    if (!overNewer && Object.values(done.lost).some((n) => n > 0))
      throw new HttpError(
        409,
        'newer-here',
        'Something here is not in this backup. Confirm that it may be replaced, or keep what is here.',
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
      db.exec(NEW_GENERATION);
    })();
    return done;
  });
}
