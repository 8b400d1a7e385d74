import { startOfDay } from 'date-fns';
import type { Db } from '../db';
import { Documents } from '../documents';
import { Journal } from '../live/journal';
import { Runs } from '../live/runs';
import { Pictures } from '../pictures';
import { library, showFile } from '../show-files';
import { Stores } from '../stores';
import * as cold from './demos-cold';
import * as dry from './demos-dry';
import * as more from './demos-more';
import * as wet from './demos-wet';
import { crates, fillShelves, goods } from './goods';
import { PAST_RUNS, pastEvents } from './past-runs';
import { hung } from './pictures';
import { people, shows, venues } from './shows';

/**
 * Fills an empty database with a made-up troupe, its shows and its log; one that holds anything is left alone.
 * All of it or nothing.
 */
export function fillDemoData(db: Db, now = new Date()): void {
  const { count } = db.prepare('SELECT count(*) AS count FROM document').get() as { count: number };
  if (count > 0) return;
  const documents = new Documents(db);
  const runs = new Runs(db);
  const stores = new Stores(db, documents);
  const journal = new Journal(db, runs, stores);
  const today = startOfDay(now);
  db.transaction(() => {
    const { onDemo, onVenue } = hung(new Pictures(db));
    for (const good of goods) documents.save('good', good.id, 0, good);
    for (const crate of crates) documents.save('crate', crate.id, 0, crate);
    fillShelves(stores, goods, today);
    for (const person of people) documents.save('person', person.id, 0, person);
    for (const venue of venues) documents.save('venue', venue.id, 0, onVenue(venue));
    const demos = [wet, dry, cold, more].flatMap((shelf) => Object.values(shelf));
    documents.saveAll(demos.map((d) => ({ kind: 'demo', id: d.id, version: 0, body: onDemo(d) })));
    for (const show of shows(today)) documents.save('show', show.id, 0, show);
    PAST_RUNS.forEach((past, i) => {
      const file = showFile(documents, past.showId, library(documents, runs, stores));
      const { openedAt, events } = pastEvents(past, file, today, i + 1);
      runs.openRun(past.id, past.rehearsal ?? false, file, openedAt);
      journal.take(events, now.getTime());
    });
  })();
}
