import type { Db } from '../db';
import { Documents } from '../documents';
import { bringIn } from '../library-files';
import { Journal } from '../live/journal';
import { Runs } from '../live/runs';
import { Pictures } from '../pictures';
import { importShow, library, showFile } from '../show-files';
import { Stores } from '../stores';
import { readTroupe } from './troupe';

/**
 * Fills an empty database with a made-up troupe, its shows and its log, through the same doors as anybody's files; one
 * that holds anything is left alone. All of it or nothing.
 */
export function fillDemoData(db: Db, now = new Date()): void {
  const { count } = db.prepare('SELECT count(*) AS count FROM document').get() as { count: number };
  if (count > 0) return;
  const documents = new Documents(db);
  const runs = new Runs(db);
  const stores = new Stores(db, documents);
  const journal = new Journal(db, runs, stores);
  const pictures = new Pictures(db);
  const troupe = readTroupe(now);
  const moment = { at: now.getTime(), day: now.toISOString().slice(0, 10) };
  const take = (events: readonly unknown[]) => {
    const refused = journal.take(events, now.getTime()).find((answer) => answer.is === 'refused');
    if (refused) throw new Error(`The made-up troupe’s event ${refused.id} is refused: ${refused.message}`);
  };
  db.transaction(() => {
    pictures.put(troupe.frontBench);
    // The whole shelf, with goods that no demo needs yet.
    for (const good of troupe.library.goods) documents.save('good', good.id, 0, good);
    for (const crate of troupe.crates) documents.save('crate', crate.id, 0, crate);
    const demoIds = troupe.library.demos.map((demo) => demo.id);
    bringIn(db, documents, pictures, { file: troupe.library, demoIds });
    take(troupe.ledger);
    for (const file of troupe.shows) importShow(db, documents, stores, file, moment);
    for (const { head, events } of troupe.runs) {
      const file = showFile(documents, head.showId, library(documents, runs, stores));
      runs.openRun(head.id, head.rehearsal, file, head.openedAt);
      take(events);
    }
  })();
}
