import type { Examined } from '@hearty/core';
import Database from 'better-sqlite3';
import { execFile } from 'node:child_process';
import { copyFileSync, mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { DatabaseRefused, openDatabase, type Db } from './db';
import { Documents } from './documents';
import { diskTrouble, HttpError } from './errors';
import { Runs } from './live/runs';
import { bringUpToDate } from './projections';
import { Stores } from './stores';

/** Examines a backup: copies it into a folder of its own and makes it fit to be restored. Errors: as `examine`. */
export type Examiner = (path: string, folder: string) => Promise<Examined>;

const notOurs = (message: string) => new HttpError(400, 'no-backup', message);

/**
 * Copies a backup into `folder` as `hearty.db` and makes it fit to be restored; the file it came from is not touched. It
 * is brought up to this program's version, every document and run in it is read, and every table that is worked out from
 * others is worked out here: none of those is believed. Gives what could not be read: that harms nothing else.
 * Errors: 400 with a sentence where it is no backup of ours or damaged; then the folder is gone.
 */
export function examine(path: string, folder: string, migrations: string): Examined {
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  try {
    const copy = join(folder, 'hearty.db');
    copyFileSync(path, copy);
    refuseForeign(copy);
    const db = openDatabase(folder, migrations);
    try {
      return rebuild(db, schemaOf(db) === freshSchema(folder, migrations));
    } finally {
      db.close();
    }
  } catch (error) {
    rmSync(folder, { recursive: true, force: true });
    throw asRefusal(error);
  }
}

/** Refuses, before anything of it runs, what no backup of ours has: views, triggers and virtual tables are programs. */
function refuseForeign(path: string): void {
  const db = new Database(path);
  try {
    db.pragma('trusted_schema = OFF');
    const programs = db
      .prepare(
        `SELECT count(*) FROM sqlite_schema WHERE type IN ('view', 'trigger') OR sql LIKE 'CREATE VIRTUAL%'`,
      )
      .pluck()
      .get() as number;
    if (programs > 0) throw notOurs('This file holds triggers or views. No backup of this program does.');
    if ((db.pragma('integrity_check', { simple: true }) as string) !== 'ok')
      throw notOurs('This file is damaged and cannot be restored.');
    if ((db.pragma('user_version', { simple: true }) as number) < 1)
      throw notOurs('This file is not a backup of this program.');
  } finally {
    db.close();
  }
}

const schemaOf = (db: Db): string =>
  JSON.stringify(
    db
      .prepare("SELECT type, name, sql FROM sqlite_schema WHERE name NOT LIKE 'sqlite_%' ORDER BY type, name")
      .all(),
  );

/** The tables as a new database of this program has them. */
function freshSchema(folder: string, migrations: string): string {
  const fresh = join(folder, 'fresh');
  const db = openDatabase(fresh, migrations);
  try {
    return schemaOf(db);
  } finally {
    db.close();
    rmSync(fresh, { recursive: true });
  }
}

/** Works out again what is worked out from other tables, and counts what could not be read. */
function rebuild(db: Db, hasOurTables: boolean): Examined {
  if (!hasOurTables) throw notOurs('The tables in this file are not those of this program.');
  return db.transaction(() => {
    if ((db.pragma('foreign_key_check') as unknown[]).length > 0)
      throw notOurs('This file is damaged: something in it belongs to nothing.');
    db.exec(`DELETE FROM document_ref; DELETE FROM show_summary; DELETE FROM show_plan; DELETE FROM projection;
             UPDATE run SET planned_s = NULL, cost = NULL, forecast = NULL`);
    const documents = new Documents(db);
    const failed = new Set<string>();
    const services = {
      runs: new Runs(db),
      stores: new Stores(db, documents),
      failed: (runId: string) => void failed.add(runId),
    };
    bringUpToDate(db, services);
    return { documents: documents.broken().filter((b) => !b.opens).length, runs: failed.size };
  })();
}

/** Whatever a file lacks or breaks, a table, a column, a limit, makes it no backup of ours. */
function asRefusal(error: unknown): unknown {
  if (error instanceof HttpError) return error;
  if (error instanceof DatabaseRefused) return notOurs(error.message);
  const disk = diskTrouble(error);
  if (disk && disk.code !== 'damaged') return disk;
  // By its name: the database's class is another one wherever the library was loaded twice.
  return (error as { name?: unknown } | null)?.name === 'SqliteError'
    ? notOurs('This file is not a backup of this program, or it is damaged.')
    : error;
}

/** How long a file may take to be examined, in ms; ten years take some 20 s. Common practice. */
const MOST_MS = 180_000;

/** What the other process prints. */
export type Verdict = { examined: Examined } | { refused: { status: number; code: string; message: string } };

/** Examines in a process of its own, which is ended after its time: no file can hold the server up. */
export const examineApart =
  (tool: string, { mostMs = MOST_MS } = {}): Examiner =>
  (path, folder) =>
    new Promise((done, fail) => {
      execFile(
        process.execPath,
        [tool, 'examine', path, folder],
        { timeout: mostMs, killSignal: 'SIGKILL', env: { ...process.env, HEARTY_CWD: '/' } },
        (error, stdout) => {
          const verdict = verdictIn(stdout);
          if (verdict && 'examined' in verdict) return done(verdict.examined);
          rmSync(folder, { recursive: true, force: true });
          if (verdict) {
            const { status, code, message } = verdict.refused;
            return fail(new HttpError(status, code, message));
          }
          const tooLong = error?.killed === true;
          fail(
            notOurs(
              tooLong
                ? `This file takes longer than ${Math.round(mostMs / 60_000)} minutes to check. It was not restored.`
                : 'This file could not be checked: checking it ended too soon. It was not restored.',
            ),
          );
        },
      );
    });

function verdictIn(text: string): Verdict | undefined {
  try {
    return JSON.parse(text) as Verdict;
  } catch {
    return undefined;
  }
}

/** Examines in this process: for tests, and for a program that answers nobody meanwhile. */
export const examineHere =
  (migrations: string): Examiner =>
  async (path, folder) =>
    Promise.resolve().then(() => examine(path, folder, migrations));

/** Examines and says what came of it, for `examineApart`. */
export function verdictOf(path: string, folder: string, migrations: string): Verdict {
  try {
    return { examined: examine(path, folder, migrations) };
  } catch (error) {
    const known =
      error instanceof HttpError ? error : notOurs(`This file could not be checked: ${String(error)}`);
    return { refused: { status: known.status, code: known.code, message: known.message } };
  }
}
