import type { ShowSummary, TourAnswer } from '@hearty/core';
import type { Logger } from 'pino';
import type { Db } from '../db';
import type { Documents } from '../documents';
import type { Runs } from '../live/runs';
import type { Stores } from '../stores';
import { TooLong, type Planner } from './planner';
import { ADVICE } from './readiness';

export interface BoardOptions {
  db: Db;
  documents: Documents;
  runs: Runs;
  stores: Stores;
  planner: Planner;
  today: () => string;
  log: Logger;
}

/**
 * What lists ask of plans: summaries of shows, the tour, how long runs were planned. It is worked out beside the
 * answering, and answers are what was last known, with whether that is the newest.
 */
export function createBoard({ db, documents, runs, stores, planner, today, log }: BoardOptions) {
  let tour: Omit<TourAnswer, 'fresh'> = { today: today(), shows: [], buying: [] };
  let seen = '';
  let looking = false;
  let filling = false;
  const given = new Map<string, string>();
  const revision = () => [documents.revision(), runs.revision, stores.revision, today()].join(' ');
  const put = db.prepare(
    `INSERT INTO show_summary (show_id, digest, body) VALUES (@showId, @digest, @body)
     ON CONFLICT (show_id) DO UPDATE SET digest = @digest, body = @body WHERE digest <> @digest OR body <> @body`,
  );
  const keep = db.prepare(
    'INSERT OR REPLACE INTO show_plan (show_id, digest, body) VALUES (@showId, @digest, @body)',
  );
  const drop = db.prepare('DELETE FROM show_plan WHERE show_id NOT IN (SELECT value FROM json_each(?))');
  const summaryOf = db.prepare('SELECT body FROM show_summary WHERE show_id = ?').pluck();

  async function look(): Promise<void> {
    const builtAt = revision();
    if (looking || builtAt === seen) return;
    looking = true;
    try {
      const { summaries, shows, buying, planned } = await planner.do('look', { today: today(), given });
      db.transaction(() => {
        for (const { showId, digest, summary } of summaries)
          put.run({ showId, digest, body: JSON.stringify(summary) });
        for (const plan of planned) keep.run(plan);
        drop.run(JSON.stringify(summaries.map((s) => s.showId)));
      })();
      tour = { today: today(), shows, buying };
      seen = builtAt;
    } catch (error) {
      if (error instanceof TooLong && error.at) given.set(error.at.digest, `${error.message} ${ADVICE}`);
      // Without knowing what was in the way the same would happen again at once: wait for the next change.
      else seen = builtAt;
      log.error({ err: error }, 'the shows to come could not be planned');
    } finally {
      looking = false;
    }
    if (revision() !== seen) void look();
  }

  /** Works out, one after another, how long runs were planned and what they used up, where nobody has yet. */
  async function fill(): Promise<void> {
    if (filling) return;
    filling = true;
    const open = db
      .prepare(
        `SELECT id FROM run WHERE cost IS NULL AND (phase = 'down' OR planned_s IS NULL)
         ORDER BY opened_at DESC LIMIT 1`,
      )
      .pluck();
    const set = db.prepare(
      `UPDATE run SET planned_s = ?, cost = CASE phase WHEN 'down' THEN ? END, forecast = coalesce(forecast, ?)
       WHERE id = ?`,
    );
    try {
      for (let id = open.get(); typeof id === 'string'; id = open.get()) {
        const runId = id;
        // What cannot be worked out is none: -1, so that it is not tried again.
        const found = await planner.do('runFigures', runId).catch(() => undefined);
        const forecast = found?.forecast ? JSON.stringify(found.forecast) : '';
        set.run(found?.plannedS ?? -1, found?.cost ?? -1, forecast, runId);
      }
    } catch (error) {
      log.error({ err: error }, 'how long runs were planned could not be kept');
    } finally {
      filling = false;
    }
  }

  return {
    /** What is known of the shows to come; something newer is worked out where there is something newer. */
    tour: (): TourAnswer => {
      void look();
      return { ...tour, fresh: revision() === seen };
    },
    /** What was last known of a show's plan. */
    summary: (showId: string): ShowSummary | undefined => {
      const body = summaryOf.get(showId) as string | undefined;
      return body === undefined ? undefined : (JSON.parse(body) as ShowSummary);
    },
    fresh: (): boolean => {
      void look();
      return revision() === seen;
    },
    fill: () => void fill(),
  };
}

export type Board = ReturnType<typeof createBoard>;
