import {
  attemptsOfItem,
  incidentsOf,
  inRoomOf,
  itemsOf,
  leftOut,
  paceOfRun,
  playedAs,
  remarksOf,
  roomOf,
  script as scriptOf,
  slotEndS,
  type Attempt,
  type AttemptState,
  type ItemState,
  type Remark,
  type RunEvent,
  type RunFold,
  type RunState,
  type Script,
} from '@hearty/core';
import type { Db } from '../db';

/** A run being folded, and the state its tables were written from. */
export interface FoldedRun {
  script: Script;
  rehearsal: boolean;
  fold: RunFold;
  /** The show in the air of the day, as its calculators took it, and what was recorded of that air. */
  inDayAir: { script: Script; conditions: RunState['conditions'] };
  written: RunState;
  /** Events taken in since. */
  fresh: RunEvent[];
}

/** Writes the tables that lists read, as the state of a run changes. */
export class RunTables {
  /** Counts changes of what is learned and of open actions. */
  revision = 0;

  private readonly line;

  constructor(private readonly db: Db) {
    this.line = db.prepare(WRITE_LINE);
  }

  /** Writes what differs between the state the tables were written from and the state now; gives the demos whose record that touches. */
  write(runId: string, run: FoldedRun): ReadonlySet<string> {
    const { script, rehearsal, written, fold } = run;
    const { state } = fold;
    run.written = state;
    const touched = new Set<string>();
    if (state === written) return touched;
    // While a show is on, nothing of it is learned yet.
    const counts = state.phase === 'down' || written.phase === 'down';
    const turned =
      counting(state) !== counting(written) ||
      state.conditions !== written.conditions ||
      state.workAnswered !== written.workAnswered ||
      state.tasksDone !== written.tasksDone;
    const isRehearsal = state.called ?? rehearsal;
    // Another air changes what the benches had to say of every attempt.
    if (state.conditions !== run.inDayAir.conditions)
      run.inDayAir = {
        ...{ conditions: state.conditions },
        script: scriptOf(inRoomOf(script.file, state.conditions)),
      };
    for (const item of itemsOf(state)) {
      // A hold changes what every attempt takes.
      if (
        !turned &&
        item === written.items.get(item.itemId) &&
        state.holds === written.holds &&
        state.sleeps === written.sleeps
      )
        continue;
      const was = written.items.get(item.itemId)?.attempts ?? [];
      if (was.length + item.attempts.length === 0) continue;
      if (!counts) {
        this.putOutcomes(runId, run, item, turned ? undefined : was);
        continue;
      }
      this.db.prepare(DELETE_ATTEMPTS).run(runId, item.itemId);
      for (const a of attemptsOfItem(runId, isRehearsal, run.inDayAir.script, state, item))
        this.putAttempt(a);
      // What it was taken for before has a lesson less.
      for (const played of [item, written.items.get(item.itemId)]) {
        const demoId = played && playedAs(script, played)?.item.demoId;
        if (demoId) touched.add(demoId);
      }
    }
    // Once the curtain is down: while the show is on, an event costs no more for what was written before it.
    if (state.phase === 'down' && (turned || state.items !== written.items || state.notes !== written.notes))
      this.putSaid(runId, script, state);
    if (state.actions !== written.actions) {
      this.db.prepare('DELETE FROM action WHERE run_id = ?').run(runId);
      const ask = this.db.prepare(
        'INSERT INTO action (id, run_id, text, on_kind, on_id, done) VALUES (?, ?, ?, ?, ?, ?)',
      );
      for (const a of state.actions) ask.run(a.id, runId, a.text, a.on, a.onId, a.done ? 1 : 0);
    }
    if (touched.size > 0 || state.actions !== written.actions) this.revision++;
    this.putLine(runId, script, state);
    if (state.items !== written.items || state.leftovers !== written.leftovers || turned)
      this.db.prepare('UPDATE run SET cost = NULL WHERE id = ? AND cost IS NOT NULL').run(runId);
    return touched;
  }

  /**
   * While a show is on: that a demo was tried and how it went, a row for each new attempt and nothing for those before.
   * `was`: the attempts whose rows are here; undefined where those rows are to be replaced.
   */
  private putOutcomes(
    runId: string,
    { script, rehearsal, fold: { state } }: FoldedRun,
    item: ItemState,
    was: readonly AttemptState[] | undefined,
  ): void {
    if (was === undefined) this.db.prepare(DELETE_ATTEMPTS).run(runId, item.itemId);
    const [here, now] = [new Set(was), new Set(item.attempts)];
    const remove = this.db.prepare('DELETE FROM attempt WHERE run_id = ? AND id = ?');
    for (const attempt of here) if (!now.has(attempt)) remove.run(runId, attempt.id);
    const demoId = playedAs(script, item)?.item.demoId;
    if (!demoId || (state.rehearsal?.speed ?? 1) > 1) return;
    for (const { id, at, outcome } of item.attempts.filter((attempt) => !here.has(attempt)))
      this.putAttempt({
        ...{ id, runId, itemId: item.itemId, demoId, atMs: at, outcome },
        ...{ rehearsal: state.called ?? rehearsal, takesS: 0 },
      });
  }

  /** What lists say of a run. */
  private putLine(runId: string, script: Script, state: RunState): void {
    const outcomes = itemsOf(state).flatMap((i) => i.attempts);
    const room = roomOf(script, state);
    const left = leftOut(script, state);
    const pace = state.phase === 'down' ? paceOfRun(script, state) : undefined;
    const { venue } = script.file;
    this.line.run(
      state.phase,
      state.curtainAt ?? null,
      state.downAt ?? null,
      outcomes.length,
      outcomes.filter((a) => a.outcome === 'failed').length,
      state.nearMisses + incidentsOf(state, 'near miss'),
      state.actions.filter((a) => !a.done).length,
      state.called === undefined ? null : Number(state.called),
      state.struck?.reason ?? null,
      ...[venue.id, venue.kind, room.heads, Number(room.indoors)],
      ...[room.roomC ?? null, room.humidityPercent ?? null, room.pressureKPa ?? null],
      ...[left.items, left.worth],
      state.downAt === undefined ? null : Math.round(slotEndS(script, state, state.downAt) ?? 0),
      ...[pace?.mean ?? null, pace?.variance ?? null],
      runId,
    );
  }

  /** Writes those of a run's remarks that changed. */
  private putSaid(runId: string, script: Script, state: RunState): void {
    const rows = this.db
      .prepare('SELECT id, demo_id AS demoId, at_ms AS atMs, kind, text FROM said WHERE run_id = ?')
      .all(runId) as Remark[];
    const here = new Map(rows.map((row) => [row.id, JSON.stringify(keyOf(row))]));
    const put = this.db.prepare(
      'INSERT OR REPLACE INTO said (run_id, id, demo_id, at_ms, kind, text) VALUES (?, ?, ?, ?, ?, ?)',
    );
    for (const remark of remarksOf(script, state)) {
      const { id, demoId, atMs, kind, text } = remark;
      if (here.get(id) !== JSON.stringify(keyOf(remark))) put.run(runId, id, demoId, atMs, kind, text);
      here.delete(id);
    }
    const remove = this.db.prepare('DELETE FROM said WHERE run_id = ? AND id = ?');
    for (const id of here.keys()) remove.run(runId, id);
  }

  private putAttempt(a: Attempt): void {
    this.db
      .prepare(
        `INSERT INTO attempt (id, run_id, item_id, demo_id, at_ms, rehearsal, outcome, takes_s, symptom, cause, level,
           reading, foretold, was_set, change)
         VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
      )
      .run(
        a.id,
        a.runId,
        a.itemId,
        a.demoId,
        a.atMs,
        a.rehearsal ? 1 : 0,
        a.outcome,
        a.takesS ?? 0,
        a.symptom ?? null,
        a.cause ?? null,
        a.level ?? null,
        a.reading === undefined ? null : JSON.stringify(a.reading),
        a.predictions ? JSON.stringify(a.predictions) : null,
        a.set ? JSON.stringify(a.set) : null,
        a.change ?? null,
      );
  }
}

const keyOf = ({ demoId, atMs, kind, text }: Remark) => [demoId, atMs, kind, text];

const WRITE_LINE = `UPDATE run SET phase = ?, curtain_at = ?, down_at = ?, attempts = ?, failed = ?, near_misses = ?,
  open_actions = ?, called = ?, struck = ?, venue_id = ?, venue_kind = ?, heads = ?, indoors = ?, room_c = ?, humidity = ?,
  pressure = ?, left_out = ?, worth_left_out = ?, slot_end_s = ?, pace = ?, pace_variance = ? WHERE id = ?`;

const DELETE_ATTEMPTS = 'DELETE FROM attempt WHERE run_id = ? AND item_id = ?';

/** What decides whether a run teaches anything, and as what. */
const counting = ({ phase, called, struck, countsAllTheSame }: RunState): string =>
  JSON.stringify([phase === 'down', called ?? null, struck?.reason ?? null, countsAllTheSame]);
