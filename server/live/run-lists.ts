import type { LogbookAsk, OpenAction, RunLine, RunSummary, Show } from '@hearty/core';
import type { Db } from '../db';
import { ASKED, bindAsked } from './season';

/** What lists ask of runs, from tables that are written as runs change. */
export class RunLists {
  private readonly byId;

  constructor(private readonly db: Db) {
    this.byId = db.prepare(`SELECT ${SUMMARY} FROM run WHERE id = ?`);
  }

  get(id: string): RunSummary | undefined {
    const row = this.byId.get(id);
    return row === undefined ? undefined : summaryOf(row);
  }

  has = (id: string): boolean => this.byId.get(id) !== undefined;

  /** Newest first. */
  list(only: { showId?: string; limit?: number } = {}): RunSummary[] {
    return this.db
      .prepare(
        `SELECT ${SUMMARY} FROM run WHERE @showId IS NULL OR show_id = @showId
         ORDER BY opened_at DESC LIMIT @limit`,
      )
      .all({ showId: only.showId ?? null, limit: only.limit ?? -1 })
      .map(summaryOf);
  }

  /** The lines of runs that were played or may be, the newest first. */
  lines({ before, limit, ...ask }: LogbookAsk & { before?: number; limit: number }): RunLine[] {
    const all = Object.keys(ask).length === 0;
    return this.db
      .prepare(
        `SELECT ${SUMMARY}, attempts, failed, near_misses AS nearMisses, open_actions AS openActions,
           nullif(planned_s, -1) AS plannedS, CAST(round((down_at - curtain_at) / 1000.0) AS INTEGER) AS actualS,
           slot_end_s AS slotEndS, heads, left_out AS leftOut, nullif(cost, -1) AS cost, indoors, room_c AS roomC
         FROM run WHERE (@before IS NULL OR opened_at < @before)
           AND ${all ? "(phase <> 'down' OR curtain_at IS NOT NULL)" : `curtain_at IS NOT NULL AND ${ASKED}`}
         ORDER BY opened_at DESC LIMIT @limit`,
      )
      .all({ ...bindAsked(ask), before: before ?? null, limit })
      .map((row) => {
        const line = summaryOf(row) as RunLine;
        return { ...line, indoors: line.indoors === null ? null : Boolean(line.indoors) };
      });
  }

  /** The shows with a run since a day that was played to its end, rehearsals aside. */
  playedOn(today: string): Set<string> {
    const shows = this.db
      .prepare(
        `SELECT DISTINCT show_id FROM run WHERE phase = 'down' AND curtain_at IS NOT NULL AND struck IS NULL
         AND coalesce(called, rehearsal) = 0 AND show_id IN (
           SELECT id FROM document WHERE kind = 'show' AND json_extract(body, '$.date') = ?)`,
      )
      .pluck();
    return new Set(shows.all(today) as string[]);
  }

  /** Those of these demos that somebody has tried, at a rehearsal too. */
  attempted(demoIds: readonly string[]): Set<string> {
    const found = this.db.prepare(
      "SELECT 1 FROM attempt WHERE demo_id = ? AND outcome <> 'not tried' LIMIT 1",
    );
    return new Set(demoIds.filter((id) => found.get(id) !== undefined));
  }

  /** The newest run that counts of a show or of a copy of it, played before an audience, by its id. */
  lastPlayed({ id, copyOf = id }: Pick<Show, 'id' | 'copyOf'>): string | undefined {
    return this.db
      .prepare(
        `SELECT id FROM run WHERE show_id IN (
           SELECT @id UNION SELECT @copyOf
           UNION SELECT id FROM document WHERE kind = 'show' AND json_extract(body, '$.copyOf') = @copyOf)
         AND phase = 'down' AND curtain_at IS NOT NULL AND struck IS NULL AND coalesce(called, rehearsal) = 0
         ORDER BY curtain_at DESC LIMIT 1`,
      )
      .pluck()
      .get({ id, copyOf }) as string | undefined;
  }

  /** The run of a show that is not down yet, and the newest that was played. */
  ofShow(showId: string): { openRun: RunSummary | null; lastRun: RunSummary | null } {
    const newestWhere = (where: string) => {
      const row = this.db
        .prepare(`SELECT ${SUMMARY} FROM run WHERE show_id = ? AND ${where} ORDER BY opened_at DESC LIMIT 1`)
        .get(showId);
      return row ? summaryOf(row) : null;
    };
    return {
      openRun: newestWhere("phase <> 'down'"),
      lastRun: newestWhere("phase = 'down' AND curtain_at IS NOT NULL"),
    };
  }

  /** How many runs the board still has to work out. */
  costsPending = (): number =>
    this.db
      .prepare("SELECT count(*) FROM run WHERE cost IS NULL AND phase = 'down' AND curtain_at IS NOT NULL")
      .pluck()
      .get() as number;

  openActions(): OpenAction[] {
    return this.db
      .prepare('SELECT id, text, on_kind AS "on", on_id AS onId FROM action WHERE done = 0 ORDER BY id')
      .all() as OpenAction[];
  }

  /** The run an action was asked for in, and whether it is closed. */
  action(id: string): { runId: string; done: boolean } | undefined {
    const row = this.db.prepare('SELECT run_id AS runId, done FROM action WHERE id = ?').get(id) as
      { runId: string; done: number } | undefined;
    return row && { runId: row.runId, done: row.done === 1 };
  }

  /** Whether a picture stands in the show of a run. */
  showsPicture = (id: string, pictureId: string): boolean =>
    this.db
      .prepare('SELECT 1 FROM run WHERE id = ? AND instr(file, ?) > 0')
      .pluck()
      .get(id, `"${pictureId}"`) === 1;
}

const SUMMARY = `id, show_id AS showId, title, opened_at AS openedAt, coalesce(called, rehearsal) AS rehearsal, phase, curtain_at AS curtainAt, down_at AS downAt, struck`;

const summaryOf = (row: unknown): RunSummary => {
  const { rehearsal, ...summary } = row as Omit<RunSummary, 'rehearsal'> & { rehearsal: number };
  return { ...summary, rehearsal: rehearsal === 1 };
};
