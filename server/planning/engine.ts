import { plan, type Plan } from '@hearty/core';
import type { Db } from '../db';
import { Documents } from '../documents';
import { Runs } from '../live/runs';
import { library, showFile } from '../show-files';
import { Stores } from '../stores';
import { createReadiness, runFigures, type LookOptions, type Readiness, type RunFigures } from './readiness';

/** So many shows to come are planned and shown; nobody has more in their book. */
export const MOST_COMING = 200;

/** Everything of the server that plans, over a database it only reads. `engine` names the program that plans. */
export function createEngine(db: Db, engine = 'here') {
  const documents = new Documents(db);
  const runs = new Runs(db);
  const stores = new Stores(db, documents);
  const kept = db.prepare('SELECT digest, body FROM show_plan WHERE show_id = ?');
  const readiness = createReadiness({
    engine,
    load: (showId) => kept.get(showId) as { digest: string; body: string } | undefined,
  });
  return {
    look: (options: LookOptions): Readiness =>
      // One moment of the database for all of it.
      db.transaction(() => {
        const played = runs.lists.playedOn(options.today);
        const coming = documents
          .showsByDate({ from: options.today, limit: MOST_COMING })
          .map((s) => s.body)
          .filter((s) => s.date > options.today || !played.has(s.id));
        return readiness(coming, library(documents, runs, stores), options);
      })(),
    plan: (showId: string): Plan => plan(showFile(documents, showId, library(documents, runs, stores))),
    /** How long a run's plan is, in s, and what it used up of what has a price. Errors: 404. */
    runFigures: (runId: string): RunFigures => {
      // Another thread may have written since.
      runs.forget();
      return runFigures(runs.state(runId));
    },
  };
}

export type Engine = ReturnType<typeof createEngine>;
export type Given<K extends keyof Engine> = ReturnType<Engine[K]>;
