import {
  likelyRange,
  oddsOf,
  type Demo,
  type DemoLine,
  type DemoRecordAnswer,
  type LogbookAsk,
  type Period,
  type Season,
  type SeasonCause,
} from '@hearty/core';
import type { Db } from '../db';

/** Which runs are asked for. */
export const ASKED = `curtain_at >= @from AND curtain_at < @until AND (@venueKind IS NULL OR venue_kind = @venueKind)
    AND (@demoId IS NULL OR id IN (SELECT run_id FROM attempt WHERE demo_id = @demoId))`;

/**
 * The runs that count and were played to their end, as far as they are asked for. From the index alone: a row of `run`
 * holds its whole show, and what stands behind that is slow to reach.
 */
const COUNTED = `counted AS MATERIALIZED (
  SELECT id, coalesce(called, rehearsal) AS rehearsal, curtain_at, down_at, heads, slot_end_s, left_out, worth_left_out,
    near_misses, cost
  FROM run INDEXED BY run_season
  WHERE phase = 'down' AND struck IS NULL AND ${ASKED})`;

const OF_DEMO = '(@demoId IS NULL OR demo_id = @demoId)';

/** The last moment there is, for what has no end. */
const FOREVER = 8.64e15;

/** What is asked for, as `ASKED` has it. */
export const bindAsked = ({ year, venueKind, demoId }: LogbookAsk) => ({
  from: year === undefined ? 0 : new Date(year, 0, 1).getTime(),
  until: year === undefined ? FOREVER : new Date(year + 1, 0, 1).getTime(),
  venueKind: venueKind ?? null,
  demoId: demoId ?? null,
});

/** What a season came to, by how its demos went. */
export function seasonOf(db: Db, ask: LogbookAsk, outcomes: Outcomes): Season {
  const season = db
    .prepare(
      `WITH ${COUNTED}
       SELECT count(*) FILTER (WHERE rehearsal = 0) AS shows, count(*) FILTER (WHERE rehearsal = 1) AS rehearsals,
         total(heads) FILTER (WHERE rehearsal = 0) AS heads,
         count(*) FILTER (WHERE rehearsal = 0 AND slot_end_s IS NOT NULL) AS landed,
         count(*) FILTER (WHERE rehearsal = 0 AND (down_at - curtain_at) / 1000.0 < slot_end_s + 1) AS onTime,
         total(left_out) FILTER (WHERE rehearsal = 0) AS leftOut,
         total(worth_left_out) FILTER (WHERE rehearsal = 0) AS worthLeftOut,
         count(*) FILTER (WHERE rehearsal = 0 AND left_out > 0) AS showsCut,
         total(near_misses) AS nearMisses,
         total(cost) FILTER (WHERE rehearsal = 0 AND cost >= 0) AS cost,
         total(heads) FILTER (WHERE rehearsal = 0 AND cost >= 0) AS costHeads,
         count(*) FILTER (WHERE rehearsal = 0 AND cost >= 0) AS costShows
       FROM counted`,
    )
    .get(bindAsked(ask)) as Omit<Season, 'lostS'>;
  const lostS = [...outcomes.values()].reduce((sum, o) => sum + o.lostS, 0);
  return { ...season, lostS };
}

/** How each demo went at shows; `lostS`: what failed attempts took, in s. */
export type Outcomes = ReadonlyMap<string, Pick<DemoLine, 'worked' | 'partly' | 'failed' | 'lostS'>>;

export function outcomesOf(db: Db, ask: LogbookAsk): Outcomes {
  const rows = db
    .prepare(
      `WITH ${COUNTED}
       SELECT demo_id AS demoId, count(*) FILTER (WHERE outcome = 'worked') AS worked,
         count(*) FILTER (WHERE outcome = 'partly') AS partly, count(*) FILTER (WHERE outcome = 'failed') AS failed,
         total(takes_s) FILTER (WHERE outcome = 'failed') AS lostS
       FROM counted JOIN attempt a ON a.run_id = counted.id
       WHERE counted.rehearsal = 0 AND ${OF_DEMO} GROUP BY demo_id`,
    )
    .all(bindAsked(ask)) as Pick<DemoLine, 'demoId' | 'worked' | 'partly' | 'failed' | 'lostS'>[];
  return new Map(rows.map(({ demoId, ...row }) => [demoId, row]));
}

/** What failures came from, rehearsals too. */
export function causesOf(db: Db, ask: LogbookAsk, titleOf: (demoId: string) => string): SeasonCause[] {
  const rows = db
    .prepare(
      `WITH ${COUNTED}
       SELECT demo_id AS demoId, cause, count(*) AS times, total(takes_s) AS lostS
       FROM counted JOIN attempt a ON a.run_id = counted.id
       WHERE cause IS NOT NULL AND ${OF_DEMO} GROUP BY demo_id, cause ORDER BY times DESC, demo_id, cause`,
    )
    .all(bindAsked(ask)) as Omit<SeasonCause, 'title'>[];
  return rows.map((row) => ({ ...row, title: titleOf(row.demoId) }));
}

/** The odds of each demo by what counts. */
export function demoLines(
  outcomes: Outcomes,
  demos: readonly { id: string; body: Demo }[],
  causes: readonly SeasonCause[] = [],
): DemoLine[] {
  const byDemo = new Map<string, { cause: string; times: number }[]>();
  for (const { demoId, cause, times } of causes)
    byDemo.set(demoId, [...(byDemo.get(demoId) ?? []), { cause, times }]);
  return demos.map(({ id, body }): DemoLine => {
    const { worked = 0, partly = 0, failed = 0, lostS = 0 } = outcomes.get(id) ?? {};
    const record = { demoId: id, worked, partly, failed, playsS: [] };
    const odds = oddsOf(record, body.guessOdds);
    return {
      ...{ demoId: id, title: body.title, worked, partly, failed, lostS, causes: byDemo.get(id) ?? [] },
      ...odds,
      likely: likelyRange(odds),
    };
  });
}

/** The years in which something was played that counts, the newest first. */
export const yearsOf = (db: Db): number[] =>
  (
    db
      .prepare(
        `WITH ${COUNTED} SELECT DISTINCT strftime('%Y', curtain_at / 1000, 'unixepoch', 'localtime') FROM counted`,
      )
      .pluck()
      .all(bindAsked({})) as string[]
  )
    .map(Number)
    .sort((a, b) => b - a);

/** When each demo was last tried, rehearsals too, and whether it failed then. */
export function lastTried(db: Db): Map<string, { at: number; failed: boolean }> {
  const rows = db
    .prepare(
      `WITH ${COUNTED}
       SELECT demo_id AS demoId, outcome, max(at_ms) AS at FROM counted JOIN attempt a ON a.run_id = counted.id
       WHERE outcome <> 'not tried' GROUP BY demo_id`,
    )
    .all(bindAsked({})) as { demoId: string; outcome: string; at: number }[];
  return new Map(rows.map(({ demoId, outcome, at }) => [demoId, { at, failed: outcome === 'failed' }]));
}

/** A demo's whole record. */
export function recordOf(db: Db, id: string, body: Demo): DemoRecordAnswer {
  const ask = { demoId: id };
  const causes = causesOf(db, ask, () => body.title);
  const months = db
    .prepare(
      `WITH ${COUNTED}
       SELECT strftime('%Y-%m', at_ms / 1000, 'unixepoch', 'localtime') AS label,
         count(*) FILTER (WHERE outcome = 'worked') AS worked, count(*) FILTER (WHERE outcome = 'partly') AS partly,
         count(*) FILTER (WHERE outcome = 'failed') AS failed
       FROM counted JOIN attempt a ON a.run_id = counted.id
       WHERE counted.rehearsal = 0 AND demo_id = @demoId AND outcome <> 'not tried' GROUP BY label ORDER BY label`,
    )
    .all(bindAsked(ask)) as Period[];
  const changes = db
    .prepare(
      `WITH ${COUNTED}
       SELECT min(change) AS change, count(*) FILTER (WHERE outcome = 'worked') AS worked, count(*) AS times
       FROM counted JOIN attempt a ON a.run_id = counted.id
       WHERE demo_id = @demoId AND change IS NOT NULL AND outcome <> 'not tried'
       GROUP BY lower(change) ORDER BY worked DESC, times, change LIMIT 20`,
    )
    .all(bindAsked(ask)) as DemoRecordAnswer['changes'];
  return { line: demoLines(outcomesOf(db, ask), [{ id, body }], causes)[0]!, months, causes, changes };
}
