import { upgradeDocument, upgradeShowFile } from '@hearty/core';
import Database from 'better-sqlite3';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { saveCopy } from './copies';

export type Db = Database.Database;

/** A database that this program must not touch; `message` is a sentence for a person. */
export class DatabaseRefused extends Error {}

/** A database that cannot be read, in whole or in part. */
export class DatabaseDamaged extends DatabaseRefused {}

/**
 * Opens the database in `folder`, creating it if need be, and brings it up to the newest migration.
 * Every commit reaches the disk before it returns (WAL, synchronous=FULL): run events rely on it.
 * A database with data is backed up beside itself before a migration runs.
 * Errors: `DatabaseRefused` where the database comes from a newer version of the program, `DatabaseDamaged` where it is
 * torn or no database at all.
 */
export function openDatabase(folder: string, migrationsFolder: string): Db {
  mkdirSync(folder, { recursive: true });
  const path = join(folder, 'hearty.db');
  const isNew = !existsSync(path);
  if (!isNew && statSync(path).isDirectory())
    throw new DatabaseRefused(
      `${path} is a folder, where the database should be a file. Move it away, or set HEARTY_DATA to another folder.`,
    );
  const db = new Database(path);
  try {
    checkWhole(db, folder);
    db.pragma('journal_mode = WAL');
    db.pragma('synchronous = FULL');
    db.pragma('foreign_keys = ON');
    db.function('upgraded', { deterministic: true }, upgraded);
    migrate(db, migrationsFolder, isNew ? undefined : join(folder, 'backups'));
    return db;
  } catch (error) {
    db.close();
    throw error;
  }
}

/** A document, or the show file of a run, as the newest version has it; text that is none is left alone. */
function upgraded(kind: string, text: string): string {
  const body = JSON.parse(text) as unknown;
  return JSON.stringify(kind === 'show file' ? upgradeShowFile(body) : upgradeDocument(kind, body));
}

/** Looks the whole file over: better a sentence now than a missing page in the middle of a show. */
function checkWhole(db: Db, folder: string): void {
  let damage: unknown;
  try {
    damage = db.pragma('quick_check(1)', { simple: true });
  } catch (error) {
    const { code = '' } = error as { code?: string };
    if (code !== 'SQLITE_NOTADB' && !code.startsWith('SQLITE_CORRUPT')) throw error;
    damage = code;
  }
  if (damage === 'ok') return;
  const backups = join(folder, 'backups');
  const newest = existsSync(backups) ? newestBackup(backups) : undefined;
  throw new DatabaseDamaged(
    (damage === 'SQLITE_NOTADB'
      ? `The file hearty.db in ${folder} is not a database. `
      : `The database in ${folder} is damaged. `) +
      (newest === undefined
        ? 'There is no backup beside it: restore one you saved, with “npm run --silent hearty -- restore FILE --yes”.'
        : `Restore its newest backup with “npm run --silent hearty -- restore ${join(backups, newest)} --yes”; the damaged file is kept.`),
  );
}

/** By the day in their names, as those of a day are written. */
const newestBackup = (backups: string) =>
  readdirSync(backups)
    .filter((name) => DAILY.test(name))
    .sort()
    .at(-1);

/** The name of the backup of a day. */
export const DAILY = /^hearty-\d{4}-\d{2}-\d{2}\.db$/;

/** Runs each migration newer than the database in a transaction of its own. The file's number is its version. */
function migrate(db: Db, migrationsFolder: string, backups: string | undefined): void {
  const migrations = readdirSync(migrationsFolder)
    .filter((name) => /^\d{4}-.*\.sql$/.test(name))
    .sort()
    .map((name) => ({ name, version: Number(name.slice(0, 4)) }));
  const newest = migrations.at(-1)?.version ?? 0;
  const have = db.pragma('user_version', { simple: true }) as number;
  if (have > newest) {
    throw new DatabaseRefused(
      `The database is of version ${have}, and this program knows up to ${newest}. Start the newer program, or set HEARTY_DATA to another folder.`,
    );
  }
  const due = migrations.filter((m) => m.version > have);
  if (due.length > 0 && backups && have > 0) backUp(db, backups, have);
  for (const { name, version } of due) {
    db.transaction(() => {
      db.exec(readFileSync(join(migrationsFolder, name), 'utf8'));
      db.pragma(`user_version = ${version}`);
    })();
  }
}

function backUp(db: Db, backups: string, version: number): void {
  mkdirSync(backups, { recursive: true });
  const stamp = new Date().toISOString().replace(/[:.]/g, '-');
  saveCopy(db, join(backups, `hearty-v${version}-${stamp}.db`));
}
