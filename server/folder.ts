import Database from 'better-sqlite3';
import { chmodSync, existsSync, mkdirSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { DatabaseRefused } from './db';
import { diskTrouble } from './errors';

/** What the product keeps in a data folder; what else lies there is somebody else's. */
const OURS = /^(hearty\.db.*|in-use\.db.*|owner-key|backups|incoming|looking)$/;

const OWNER_ONLY = 0o077;

/** Keeps a data folder to its owner: files 600 and folders 700, those that are there and those to come. */
export function keepPrivate(folder: string): void {
  process.umask(OWNER_ONLY);
  mkdirSync(folder, { recursive: true });
  narrow(folder);
  for (const name of readdirSync(folder).filter((name) => OURS.test(name))) narrowAll(join(folder, name));
}

function narrowAll(path: string): void {
  narrow(path);
  if (statSync(path).isDirectory()) for (const name of readdirSync(path)) narrowAll(join(path, name));
}

function narrow(path: string): void {
  const { mode } = statSync(path);
  if ((mode & OWNER_ONLY) === 0) return;
  try {
    chmodSync(path, mode & ~OWNER_ONLY);
  } catch (error) {
    // A disk that knows no owners, or a folder of somebody else's: it is theirs to keep.
    if (!['EPERM', 'ENOTSUP', 'EROFS'].includes((error as NodeJS.ErrnoException).code ?? '')) throw error;
  }
}

/**
 * Takes a data folder for this server alone, until the process ends in whatever way: a lock of the operating system on a
 * file beside the database. Errors: `DatabaseRefused` while another server has it.
 */
export function takeFolder(folder: string): { release: () => void } {
  if (!existsSync(folder)) mkdirSync(folder, { recursive: true });
  const lock = new Database(join(folder, 'in-use.db'), { timeout: 200 });
  try {
    lock.pragma('journal_mode = DELETE');
    lock.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    lock.close();
    if (diskTrouble(error)?.code !== 'busy') throw error;
    throw new DatabaseRefused(
      `Another Hearty Stage is using ${folder}. Stop it first, or set HEARTY_DATA to another folder.`,
    );
  }
  return { release: () => lock.close() };
}
