import { plan, type Plan } from '@hearty/core';
import type { Db } from '../db';
import { Documents } from '../documents';
import { notFound } from '../errors';
import { Runs } from '../live/runs';
import { library, showFile } from '../show-files';
import { Stores } from '../stores';
import { createReadiness, plannedS, type LookOptions, type Readiness } from './readiness';

/** So many shows to come are planned and shown; nobody has more in their book. */
export const MOST_COMING = 200;

/** Everything of the server that plans, over a database it only reads. */
export function createEngine(db: Db) {
  const documents = new Documents(db);
  const runs = new Runs(db);
  const stores = new Stores(db, documents);
  const readiness = createReadiness();
  return {
    look: (options: LookOptions): Readiness =>
      // One moment of the database for all of it.
      db.transaction(() => {
        const played = runs.playedOn(options.today);
        const coming = documents
          .showsByDate({ from: options.today, limit: MOST_COMING })
          .map((s) => s.body)
          .filter((s) => s.date > options.today || !played.has(s.id));
        return readiness(coming, library(documents, runs, stores), options);
      })(),
    plan: (showId: string): Plan => plan(showFile(documents, showId, library(documents, runs, stores))),
    /** How long a run's plan is, in s. Errors: 404. */
    plannedS: (runId: string): number | undefined => {
      const run = runs.list({ id: runId })[0];
      if (!run) throw notFound('run');
      return plannedS(runs.get(runId).file);
    },
  };
}

export type Engine = ReturnType<typeof createEngine>;
export type Given<K extends keyof Engine> = ReturnType<Engine[K]>;
