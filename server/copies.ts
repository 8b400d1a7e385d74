import Database from 'better-sqlite3';
import { renameSync, rmSync } from 'node:fs';

/** Who may join is a matter of each machine: no code, passphrase or token leaves it with a copy. */
export const OF_THIS_MACHINE = /^access_/;

/** Tables in an order in which each comes after those it names. */
export const tablesOf = (db: Database.Database): string[] =>
  db
    .prepare(
      "SELECT name FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite_%' ORDER BY rowid",
    )
    .pluck()
    .all() as string[];

/** How many rows each table has. */
const rowsOf = (db: Database.Database): Record<string, number> =>
  Object.fromEntries(
    tablesOf(db)
      .filter((name) => !OF_THIS_MACHINE.test(name))
      .map((name) => [name, db.prepare(`SELECT count(*) FROM "${name}"`).pluck().get() as number]),
  );

/**
 * Writes a whole copy of the database, under another name until it was checked: a copy with this name is whole, and holds
 * as much as there was. Errors: throws where it does not; then there is no copy.
 */
export function saveCopy(db: Database.Database, path: string): void {
  const unfinished = `${path}.part`;
  rmSync(unfinished, { force: true });
  try {
    const rows = rowsOf(db);
    db.prepare('VACUUM INTO ?').run(unfinished);
    makeReady(unfinished, rows);
    renameSync(unfinished, path);
  } catch (error) {
    rmSync(unfinished, { force: true });
    throw error;
  }
}

/** Takes out of a copy what is this machine's, and checks that it is whole. */
function makeReady(path: string, rows: Record<string, number>): void {
  const copy = new Database(path);
  try {
    copy.pragma('secure_delete = ON');
    for (const table of tablesOf(copy)) if (OF_THIS_MACHINE.test(table)) copy.exec(`DELETE FROM "${table}"`);
    const found = copy.pragma('integrity_check', { simple: true });
    if (found !== 'ok') throw new Error(`The backup that was just written is damaged: ${String(found)}`);
    const has = rowsOf(copy);
    // Another process may have added some since they were counted.
    const short = Object.keys(rows).filter((table) => (has[table] ?? 0) < rows[table]!);
    if (short.length > 0)
      throw new Error(`The backup that was just written lacks rows of ${short.join(', ')}.`);
  } finally {
    copy.close();
  }
}

/** Whether a database holds anything that somebody made. */
export function holdsSomething(path: string): boolean {
  const db = new Database(path, { readonly: true });
  try {
    const tables = new Set(tablesOf(db));
    return ['document', 'event', 'store_move'].some(
      (table) =>
        tables.has(table) && db.prepare(`SELECT EXISTS (SELECT 1 FROM "${table}")`).pluck().get() === 1,
    );
  } finally {
    db.close();
  }
}
