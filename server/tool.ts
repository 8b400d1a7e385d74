import { existsSync, mkdirSync, readFileSync, renameSync, rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { format } from 'date-fns';
import { parseArgs } from 'node:util';
import type { Holds, Lost } from '@hearty/core';
import { Access, LEAST_PASSPHRASE, LEAST_WORDS } from './access/access';
import { bringBack, previewCopy } from './backups';
import { saveCopy } from './copies';
import { examine, verdictOf } from './examine';
import { DatabaseDamaged, openDatabase, type Db } from './db';
import { diskTrouble, HttpError } from './errors';
import { keepPrivate } from './folder';

/**
 * From a terminal: `hearty backup` and `hearty restore`, a copy of everything; `hearty passphrase`, which reads from its
 * input what planners on other machines must give. HEARTY_DATA names the data folder.
 */
async function main(): Promise<void> {
  const { values, positionals } = parseArgs({
    options: {
      'over-newer': { type: 'boolean', default: false },
      yes: { type: 'boolean', default: false },
      off: { type: 'boolean', default: false },
    },
    allowPositionals: true,
  });
  const [command, file] = positionals;
  const root = resolve(process.env.HEARTY_ROOT ?? '.');
  const folder = resolve(process.env.HEARTY_DATA ?? join(root, 'data'));
  const migrations = join(root, 'server/migrations');
  if (existsSync(folder)) keepPrivate(folder);
  const at = (path: string) => resolve(process.env.HEARTY_CWD ?? '.', path);
  if (command === 'backup') {
    if (!existsSync(join(folder, 'hearty.db'))) throw new Error(`There is no database in ${folder}.`);
    const path = at(file ?? `hearty-stage-${format(new Date(), 'yyyy-MM-dd-HHmm')}.hearty`);
    const db = openDatabase(folder, migrations);
    saveCopy(db, path);
    db.close();
    console.log(path);
    return;
  }
  if (command === 'passphrase') return setPassphrase(folder, migrations, values.off);
  if (command === 'examine') {
    const [, path = '', work = ''] = positionals;
    process.stdout.write(JSON.stringify(verdictOf(path, work, migrations)));
    return;
  }
  if (file === undefined)
    throw new Error('“hearty restore” needs a backup file, from “hearty backup” or “Back up” in the app.');
  if (!existsSync(at(file))) throw new Error(`There is no file ${at(file)}.`);
  const db = openHere(folder, migrations, values.yes);
  const work = join(folder, 'looking');
  const copy = join(work, 'hearty.db');
  try {
    holdAlone(db, folder);
    const unreadable = examine(at(file), work, migrations);
    const preview = previewCopy(db, copy);
    console.log(
      `Here:     ${words(preview.here)}\nThe file: ${words(preview.there)}\n${notThere(preview.lost)}`,
    );
    if (unreadable.documents + unreadable.runs > 0)
      console.log(
        `Unreadable in the file: ${unreadable.documents} documents, ${unreadable.runs} runs. They are restored as they are.`,
      );
    if (!values.yes) {
      console.log('Nothing was changed. Add --yes to replace everything here with the file.');
      return;
    }
    bringBack(db, copy, { backups: join(folder, 'backups'), overNewer: values['over-newer'] });
    console.log('Restored. What was here before is in the folder “backups”.');
  } catch (error) {
    if (error instanceof HttpError && error.code === 'newer-here')
      throw new Error(`${error.message} (--over-newer says so.)`, { cause: error });
    throw error;
  } finally {
    db.close();
    rmSync(work, { recursive: true, force: true });
  }
}

/** Sets the passphrase to the first line of the input, so that it stands in no list of commands; `off` takes it away. */
async function setPassphrase(folder: string, migrations: string, off: boolean): Promise<void> {
  if (!off && process.stdin.isTTY) console.log('Type the passphrase, then Enter:');
  const words = off ? '' : (readFileSync(0, 'utf8').split('\n')[0]?.trim() ?? '');
  if (!off && words.length < LEAST_PASSPHRASE)
    throw new Error(`A passphrase ${LEAST_WORDS}. Nothing was changed.`);
  const db = openDatabase(folder, migrations);
  await new Access(db).setPassphrase(words);
  db.close();
  console.log(
    off
      ? 'Nobody plans from other machines any more.'
      : 'Set. Whoever was in by an older passphrase is asked for this one.',
  );
}

/** What is here, to be replaced. A damaged database is put aside where that was agreed, and an empty one begun. */
function openHere(folder: string, migrations: string, agreed: boolean): Db {
  try {
    return openDatabase(folder, migrations);
  } catch (error) {
    if (!(error instanceof DatabaseDamaged) || !agreed) throw error;
    const aside = join(folder, 'backups', `damaged-${format(new Date(), 'yyyy-MM-dd-HHmmss')}.db`);
    mkdirSync(join(folder, 'backups'), { recursive: true });
    for (const part of ['', '-wal', '-shm'])
      if (existsSync(join(folder, `hearty.db${part}`)))
        renameSync(join(folder, `hearty.db${part}`), aside + part);
    console.log(`The damaged database is kept as ${aside}.`);
    return openDatabase(folder, migrations);
  }
}

const notThere = ({ documents, runs, events, moves }: Lost) =>
  `Here and not in the file: ${documents} documents, ${runs} runs, ${events} events, ${moves} moves.`;

const words = (holds: Holds) =>
  `${holds.shows} shows, ${holds.demos} demos, ${holds.goods} items, ${holds.runs} runs, ${holds.events} events, ${holds.moves} moves; ` +
  `last changed ${holds.newest ? format(holds.newest, 'd MMM yyyy, HH:mm') : 'never'}`;

/** No server may remember what is about to be replaced: while this runs, nobody else has the database open. */
function holdAlone(db: Db, folder: string): void {
  try {
    db.pragma('busy_timeout = 500');
    db.pragma('main.locking_mode = EXCLUSIVE');
    db.exec('BEGIN EXCLUSIVE; COMMIT');
  } catch (error) {
    if (diskTrouble(error)?.code !== 'busy') throw error;
    throw new Error(`A server is using ${folder}. Stop it first, or restore the file in the app.`, {
      cause: error,
    });
  }
}

main().catch((error: unknown) => {
  console.error(
    error instanceof HttpError ? error.message : error instanceof Error ? error.message : String(error),
  );
  process.exit(1);
});
