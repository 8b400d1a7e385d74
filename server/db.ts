import Database from 'better-sqlite3';
import { existsSync, mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

export type Db = Database.Database;

/** A database that this program must not touch; `message` is a sentence for a person. */
export class DatabaseRefused extends Error {}

/**
 * Opens the database in `folder`, creating it if need be, and brings it up to the newest migration.
 * Every commit reaches the disk before it returns (WAL, synchronous=FULL): run events rely on it.
 * A database with data is backed up beside itself before a migration runs.
 * Errors: `DatabaseRefused` where the database comes from a newer version of the program.
 */
export function openDatabase(folder: string, migrationsFolder: string): Db {
  mkdirSync(folder, { recursive: true });
  const path = join(folder, 'hearty.db');
  const isNew = !existsSync(path);
  const db = new Database(path);
  try {
    db.pragma('journal_mode = WAL');
    db.pragma('synchronous = FULL');
    db.pragma('foreign_keys = ON');
    migrate(db, migrationsFolder, isNew ? undefined : join(folder, 'backups'));
    return db;
  } catch (error) {
    db.close();
    throw error;
  }
}

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
  db.prepare('VACUUM INTO ?').run(join(backups, `hearty-v${version}-${stamp}.db`));
}
