import {
  attemptsOf,
  checkEvent,
  fold,
  learn,
  script,
  type Attempt,
  type DemoRecord,
  type OpenAction,
  type Run,
  type RunEvent,
  type RunSummary,
  type ShowFile,
} from '@hearty/core';
import type { Db } from './db';
import { badInput, HttpError, notFound } from './errors';

/** Keeps the logs of runs, and the attempts and actions folded from them. */
export class Runs {
  constructor(private readonly db: Db) {}

  /** Newest first. */
  list(only: { showId?: string; id?: string } = {}): RunSummary[] {
    const rows = this.db
      .prepare(
        `SELECT id, show_id AS showId, title, opened_at AS openedAt, rehearsal, phase, curtain_at AS curtainAt, down_at AS downAt
         FROM run WHERE (@showId IS NULL OR show_id = @showId) AND (@id IS NULL OR id = @id) ORDER BY opened_at DESC`,
      )
      .all({ showId: only.showId ?? null, id: only.id ?? null }) as (Omit<RunSummary, 'rehearsal'> & {
      rehearsal: number;
    })[];
    return rows.map((row) => ({ ...row, rehearsal: row.rehearsal === 1 }));
  }

  /** Opens a run with the show as it is now. The id comes from the sender: opening twice is harmless. */
  open(id: string, rehearsal: boolean, file: ShowFile, openedAt: number): void {
    this.db
      .prepare(
        `INSERT INTO run (id, show_id, title, opened_at, rehearsal, file) VALUES (@id, @showId, @title, @openedAt, @rehearsal, @file)
         ON CONFLICT (id) DO NOTHING`,
      )
      .run({
        id,
        showId: file.show.id,
        title: file.show.title,
        openedAt,
        rehearsal: rehearsal ? 1 : 0,
        file: JSON.stringify(file),
      });
  }

  get(id: string): Run {
    const summary = this.list({ id })[0];
    if (!summary) throw notFound('run');
    const { file } = this.db.prepare('SELECT file FROM run WHERE id = ?').get(id) as { file: string };
    return { ...summary, file: JSON.parse(file) as ShowFile, ...this.events(id, 0) };
  }

  /** The events numbered after `after`, in the order they arrived. */
  events(runId: string, after: number): { events: RunEvent[]; lastSeq: number } {
    const rows = this.db
      .prepare('SELECT seq, id, at, by, kind, body FROM run_event WHERE run_id = ? AND seq > ? ORDER BY seq')
      .all(runId, after) as { seq: number; id: string; at: number; by: string; kind: string; body: string }[];
    return {
      // Rows were checked as events when they came in.
      events: rows.map(({ seq: _seq, body, ...event }) => ({ ...event, body: JSON.parse(body) }) as RunEvent),
      lastSeq: rows.at(-1)?.seq ?? after,
    };
  }

  /**
   * Appends events; one that is here already is passed over. When this returns they are on the disk.
   * Errors: 400 with the path of the first wrong event, and none is kept.
   */
  append(runId: string, values: readonly unknown[]): { lastSeq: number } {
    const events = values.map((value, i) => {
      const checked = checkEvent(value);
      if (!checked.ok)
        throw badInput(checked.problems.map((p) => ({ ...p, path: `events[${i}].${p.path}` })));
      return checked.value;
    });
    return this.db.transaction(() => {
      if (!this.db.prepare('SELECT 1 FROM run WHERE id = ?').get(runId)) throw notFound('run');
      const insert = this.db.prepare(
        `INSERT INTO run_event (run_id, seq, id, at, by, kind, body)
         SELECT @runId, coalesce(max(seq), 0) + 1, @id, @at, @by, @kind, @body FROM run_event WHERE run_id = @runId
         ON CONFLICT (run_id, id) DO NOTHING`,
      );
      for (const { id, at, by, kind, body } of events) {
        insert.run({ runId, id, at: Math.round(at), by, kind, body: JSON.stringify(body) });
      }
      this.project(runId);
      return { lastSeq: this.events(runId, 0).lastSeq };
    })();
  }

  /** Everything tried, for learning and for export. */
  attempts(): Attempt[] {
    const rows = this.db
      .prepare(
        `SELECT id, run_id AS runId, item_id AS itemId, demo_id AS demoId, at_ms AS atMs, rehearsal, outcome, takes_s AS takesS, symptom, cause
         FROM attempt ORDER BY at_ms, id`,
      )
      .all() as (Attempt & { rehearsal: unknown; symptom: string | null; cause: string | null })[];
    return rows.map(({ symptom, cause, ...row }) => ({
      ...row,
      rehearsal: Boolean(row.rehearsal),
      ...(symptom && { symptom }),
      ...(cause && { cause }),
    }));
  }

  record(): DemoRecord[] {
    return learn(this.attempts());
  }

  openActions(): OpenAction[] {
    return this.db
      .prepare('SELECT id, text, on_kind AS "on", on_id AS onId FROM action WHERE done = 0 ORDER BY id')
      .all() as OpenAction[];
  }

  /** Closes an action by an event in the run that asked for it, so that the log stays the only truth. */
  closeAction(actionId: string, event: { id: string; at: number }): void {
    const row = this.db
      .prepare('SELECT run_id AS runId FROM action WHERE id = ? AND done = 0')
      .get(actionId) as { runId: string } | undefined;
    if (!row) throw new HttpError(404, 'not-found', 'There is no such open action.');
    this.append(row.runId, [{ ...event, by: 'logbook', kind: 'action closed', body: { actionId } }]);
  }

  /** Folds the run anew and keeps what other screens ask for in tables. */
  private project(runId: string): void {
    const run = this.get(runId);
    const of = script(run.file);
    const state = fold(run.events, of);
    this.db
      .prepare('UPDATE run SET phase = ?, curtain_at = ?, down_at = ? WHERE id = ?')
      .run(state.phase, state.curtainAt ?? null, state.downAt ?? null, runId);
    this.db.prepare('DELETE FROM attempt WHERE run_id = ?').run(runId);
    const insert = this.db.prepare(
      `INSERT INTO attempt (id, run_id, item_id, demo_id, at_ms, rehearsal, outcome, takes_s, symptom, cause)
       VALUES (@id, @runId, @itemId, @demoId, @atMs, @rehearsal, @outcome, @takesS, @symptom, @cause)`,
    );
    for (const a of attemptsOf(runId, run.rehearsal, of, state)) {
      insert.run({
        symptom: null,
        cause: null,
        ...a,
        rehearsal: a.rehearsal ? 1 : 0,
        atMs: Math.round(a.atMs),
      });
    }
    this.db.prepare('DELETE FROM action WHERE run_id = ?').run(runId);
    const ask = this.db.prepare(
      'INSERT INTO action (id, run_id, text, on_kind, on_id, done) VALUES (?, ?, ?, ?, ?, ?)',
    );
    for (const a of state.actions) ask.run(a.id, runId, a.text, a.on, a.onId, a.done ? 1 : 0);
  }
}
