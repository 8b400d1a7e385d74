import {
  attemptsOfItem,
  playedAs,
  remarksOf,
  inRoomOf,
  leftOut,
  roomOf,
  slotEndS,
  toldByVenue,
  checkEnvelope,
  foldRun,
  insideRun,
  inOrderOfText,
  itemsOf,
  learn,
  MOST_ATTEMPTS,
  script as scriptOf,
  comparisons,
  trials,
  type Attempt,
  type AttemptInShow,
  type BenchTold,
  type Outcome,
  type Better,
  type DemoRecord,
  type DemoTrials,
  type Envelope,
  type EventAnswer,
  type EventsPage,
  type Prediction,
  type LogbookAsk,
  type OpenAction,
  type Run,
  type RunEvent,
  type RunLine,
  type RunFold,
  type RunState,
  type RunSummary,
  type RemarkLine,
  type Script,
  type Show,
  type ShowFile,
} from '@hearty/core';
import type { Db } from '../db';
import { diskTrouble, HttpError, notFound } from '../errors';
import { EventLog } from './event-log';
import { ASKED, bindAsked } from './season';

/** A run being folded, and the state its tables were written from. */
interface Open {
  script: Script;
  rehearsal: boolean;
  fold: RunFold;
  /** The show in the air of the day, as the benches reckoned with it, and what was said of that air. */
  told: { script: Script; conditions: RunState['conditions'] };
  written: RunState;
  /** Events taken in since. */
  fresh: RunEvent[];
}

/** So many runs are kept folded, so that one more event of them is only itself to fold. */
const MOST_OPEN = 16;
/** So many events are handed out at once. */
const PAGE = 2000;
/** So many attempts at a demo are looked at for trials, the newest. */
const MOST_TRIED = 1000;
/** A tick this far ahead of its log does not come from having seen it. Common practice. */
const MOST_AHEAD = 1_000_000;

/** Keeps the logs of runs, and what lists ask of them: lines of runs, attempts, actions, records of demos. */
export class Runs {
  readonly log: EventLog;
  private readonly open = new Map<string, Open>();
  /** Counts changes of what is learned and of open actions: whoever rests on them asks again. */
  revision = 0;

  constructor(private readonly db: Db) {
    this.log = new EventLog(db);
  }

  /** Newest first. */
  list(only: { showId?: string; id?: string; limit?: number } = {}): RunSummary[] {
    return this.db
      .prepare(
        `SELECT ${SUMMARY} FROM run WHERE (@showId IS NULL OR show_id = @showId) AND (@id IS NULL OR id = @id)
         ORDER BY opened_at DESC LIMIT @limit`,
      )
      .all({ showId: only.showId ?? null, id: only.id ?? null, limit: only.limit ?? -1 })
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
  tried(demoIds: readonly string[]): Set<string> {
    const found = this.db.prepare(
      "SELECT 1 FROM attempt WHERE demo_id = ? AND outcome <> 'not tried' LIMIT 1",
    );
    return new Set(demoIds.filter((id) => found.get(id) !== undefined));
  }

  /** The newest run that counts of a show or of a copy of it, played before an audience; with its show as it was. */
  lastPlayed({ id, copyOf = id }: Pick<Show, 'id' | 'copyOf'>): Run | null {
    const found = this.db
      .prepare(
        `SELECT id FROM run WHERE show_id IN (
           SELECT @id UNION SELECT @copyOf
           UNION SELECT id FROM document WHERE kind = 'show' AND json_extract(body, '$.copyOf') = @copyOf)
         AND phase = 'down' AND curtain_at IS NOT NULL AND struck IS NULL AND coalesce(called, rehearsal) = 0
         ORDER BY curtain_at DESC LIMIT 1`,
      )
      .pluck()
      .get({ id, copyOf }) as string | undefined;
    return found === undefined ? null : this.get(found);
  }

  /** The run of a show that is not down yet, and the newest that was played. */
  ofShow(showId: string): { openRun: RunSummary | null; lastRun: RunSummary | null } {
    const one = (where: string) => {
      const row = this.db
        .prepare(`SELECT ${SUMMARY} FROM run WHERE show_id = ? AND ${where} ORDER BY opened_at DESC LIMIT 1`)
        .get(showId);
      return row ? summaryOf(row) : null;
    };
    return { openRun: one("phase <> 'down'"), lastRun: one("phase = 'down' AND curtain_at IS NOT NULL") };
  }

  /**
   * Opens a run with the show as it is now; gives the id of the run there is then. The id comes from the sender: opening
   * twice is harmless, and a show that has an open run keeps to that one, unless it is the one to be replaced.
   * Errors: 409 where the id is another show's run.
   */
  openRun(
    id: string,
    rehearsal: boolean,
    file: ShowFile,
    openedAt: number,
    replaces?: string,
  ): { id: string; isNew: boolean } {
    return this.db.transaction(() => {
      const existing = this.list({ id })[0];
      if (existing && existing.showId !== file.show.id)
        throw new HttpError(409, 'exists', 'There already is a run with this id, of another show.');
      if (existing) return { id, isNew: false };
      const { openRun } = this.ofShow(file.show.id);
      if (openRun && openRun.id !== replaces) return { id: openRun.id, isNew: false };
      this.db
        .prepare('INSERT INTO run (id, show_id, title, opened_at, rehearsal, file) VALUES (?, ?, ?, ?, ?, ?)')
        .run(id, file.show.id, file.show.title, openedAt, rehearsal ? 1 : 0, JSON.stringify(file));
      return { id, isNew: true };
    })();
  }

  /** Errors: 404. */
  get(id: string): Run {
    const summary = this.list({ id })[0];
    if (!summary) throw notFound('run');
    return { ...summary, file: this.fileOf(id) };
  }

  /** Events after a place in the log, in the order they arrived. A row that cannot be read any more is passed over. */
  events(runId: string, after: number, limit = PAGE): Omit<EventsPage, 'now' | 'role'> {
    const { events, lastSeq } = this.log.read(runId, after, limit);
    // A log that is shorter than what was asked after is not the one the asker knew: a backup was brought back.
    const end = events.length > 0 ? lastSeq : Math.min(after, this.log.lastSeq(runId));
    return { events: events.flatMap(readable), lastSeq: end, more: events.length === limit };
  }

  /**
   * Takes in one event whose envelope was checked, with its body as text; `settle` must follow before the transaction ends.
   * What it costs does not grow with the log.
   */
  take(value: Envelope, text: string): EventAnswer {
    const { id } = value;
    const refused = (message: string): EventAnswer => ({ id, is: 'refused', message });
    const read = insideRun(value);
    if (!read.ok) return refused(read.problems.map((p) => `${p.path}: ${p.message}`).join(' '));
    const run = this.folded(value.run);
    if (!run) return refused('There is no such run.');
    if (value.tick > run.fold.tick + MOST_AHEAD)
      return refused('Its place in the log is far ahead of all that is here.');
    const is = this.log.keep(value, text);
    if (is === 'other') return refused('Another event with this id is here already.');
    if (is === 'kept') run.fresh.push(read.value);
    return { id, is };
  }

  /** Folds what was taken in, and writes the tables that lists read. */
  settle(): void {
    for (const [runId, run] of this.open) {
      if (run.fresh.length === 0) continue;
      run.fold.add(run.fresh);
      run.fresh = [];
      for (const demoId of this.project(runId, run)) this.putRecord(demoId);
    }
  }

  /** What was taken in is not on the disk after all: fold anew from what is. */
  forget(): void {
    this.open.clear();
  }

  /** The state of a run as its log has it now. Errors: 404. */
  state(runId: string): { state: RunState; script: Script } {
    const run = this.folded(runId);
    if (!run) throw notFound('run');
    return { state: run.fold.state, script: run.script };
  }

  /** The largest tick of a run's log. */
  tick = (runId: string): number => this.folded(runId)?.fold.tick ?? 0;

  /** Everything that was tried and counts: in runs whose curtain is down and that are not struck out. */
  attempts(demoId?: string): Attempt[] {
    const rows = this.db
      .prepare(
        `SELECT a.id, run_id AS runId, item_id AS itemId, demo_id AS demoId, at_ms AS atMs, a.rehearsal, outcome,
           takes_s AS takesS, symptom, cause
         FROM attempt a JOIN run ON run.id = a.run_id
         WHERE phase = 'down' AND struck IS NULL AND (@demoId IS NULL OR demo_id = @demoId) ORDER BY at_ms, a.id`,
      )
      .all({ demoId: demoId ?? null }) as (Attempt & {
      rehearsal: unknown;
      symptom: string | null;
      cause: string | null;
    })[];
    return rows.map(({ symptom, cause, ...row }) => ({
      ...row,
      rehearsal: Boolean(row.rehearsal),
      ...(symptom && { symptom }),
      ...(cause && { cause }),
    }));
  }

  /** What the newest attempts at a demo show of what was set: its trials, and how its comparisons went. */
  trialsOf(demoId: string, better: Better | undefined): DemoTrials {
    const attempts = this.attemptsAt(demoId, MOST_TRIED);
    const all =
      attempts.length < MOST_TRIED
        ? attempts.length
        : (this.db
            .prepare(
              `SELECT count(*) FROM attempt a JOIN run ON run.id = a.run_id
               WHERE phase = 'down' AND struck IS NULL AND demo_id = ?`,
            )
            .pluck()
            .get(demoId) as number);
    return {
      trials: trials(attempts, better),
      comparisons: comparisons(attempts),
      older: all - attempts.length,
    };
  }

  /** The newest attempts at a demo, with what was read and foretold of them; runs that are on, or struck out, are left out. */
  attemptsAt(demoId: string, limit = MOST_ATTEMPTS): AttemptInShow[] {
    const rows = this.db
      .prepare(
        `SELECT a.id, run_id AS runId, item_id AS itemId, demo_id AS demoId, at_ms AS atMs, a.rehearsal, outcome,
           takes_s AS takesS, symptom, cause, change, level, reading, foretold, was_set AS wasSet, show_id AS showId, title,
           room_c AS roomC, humidity AS humidityPercent, indoors
         FROM attempt a JOIN run ON run.id = a.run_id
         WHERE phase = 'down' AND struck IS NULL AND demo_id = ? ORDER BY at_ms DESC, a.id LIMIT ?`,
      )
      .all(demoId, limit) as Record<string, string | number | null>[];
    return rows.map(
      ({ reading, foretold, wasSet, rehearsal, roomC, humidityPercent, indoors, ...row }) =>
        ({
          ...present(row),
          room: {
            ...present({ roomC, humidityPercent }),
            ...(indoors !== null && { indoors: indoors === 1 }),
          },
          rehearsal: Boolean(rehearsal),
          ...(reading !== null && { reading: JSON.parse(String(reading)) as number | string }),
          ...(wasSet !== null && { set: JSON.parse(String(wasSet)) as Record<string, string> }),
          ...(foretold !== null && { predictions: JSON.parse(String(foretold)) as Prediction[] }),
        }) as AttemptInShow,
    );
  }

  /** How the benches of a demo did at each venue. */
  private toldOf(demoId: string): BenchTold[] {
    const rows = this.db
      .prepare(
        `SELECT outcome, foretold, venue_id AS venueId FROM attempt a JOIN run ON run.id = a.run_id
         WHERE demo_id = ? AND foretold IS NOT NULL AND venue_id IS NOT NULL AND phase = 'down' AND struck IS NULL`,
      )
      .all(demoId) as { outcome: Outcome; foretold: string; venueId: string }[];
    return toldByVenue(
      rows.map((row) => ({ ...row, predictions: JSON.parse(row.foretold) as Prediction[] })),
    );
  }

  /** What all attempts teach, by demo. */
  record = (): DemoRecord[] => this.recordTexts().map((body) => JSON.parse(body) as DemoRecord);

  recordTexts = (): string[] =>
    this.db.prepare('SELECT body FROM demo_record ORDER BY demo_id').pluck().all() as string[];

  /** How many runs the board still has to work out. */
  unreckoned = (): number =>
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

  /** Writes every table of this class anew from the logs. A run that fails is reported and left without its rows. */
  rebuild(onFailure: (runId: string, error: unknown) => void): void {
    this.forget();
    this.db.exec('DELETE FROM attempt; DELETE FROM action; DELETE FROM said; DELETE FROM demo_record');
    const touched = new Set<string>();
    for (const { id } of this.list()) {
      try {
        this.db.transaction(() => {
          const run = this.folded(id)!;
          run.written = foldRun(run.script).state;
          for (const demoId of this.project(id, run)) touched.add(demoId);
        })();
      } catch (error) {
        if (diskTrouble(error)) throw error;
        this.open.delete(id);
        onFailure(id, error);
      }
    }
    for (const demoId of touched) this.putRecord(demoId);
  }

  /** Whether a picture stands in the show of a run. */
  showsPicture = (id: string, pictureId: string): boolean =>
    this.db
      .prepare('SELECT 1 FROM run WHERE id = ? AND instr(file, ?) > 0')
      .pluck()
      .get(id, `"${pictureId}"`) === 1;

  private fileOf(id: string): ShowFile {
    return JSON.parse(
      this.db.prepare('SELECT file FROM run WHERE id = ?').pluck().get(id) as string,
    ) as ShowFile;
  }

  private folded(runId: string): Open | undefined {
    const known = this.open.get(runId);
    if (known) {
      // The newest used is the last to go.
      this.open.delete(runId);
      this.open.set(runId, known);
      return known;
    }
    const summary = this.list({ id: runId })[0];
    if (!summary) return undefined;
    const resolved = scriptOf(this.fileOf(runId));
    const fold = foldRun(resolved);
    fold.add(this.log.read(runId).events.flatMap(readable));
    const opened = this.db.prepare('SELECT rehearsal FROM run WHERE id = ?').pluck().get(runId);
    const run: Open = {
      ...{ script: resolved, rehearsal: opened === 1, fold, written: fold.state, fresh: [] },
      told: { script: resolved, conditions: undefined },
    };
    this.open.set(runId, run);
    for (const [id, { fresh }] of this.open)
      if (this.open.size > MOST_OPEN && id !== runId && fresh.length === 0) this.open.delete(id);
    return run;
  }

  /** Writes what differs between the state the tables were written from and the state now; gives the demos whose record that touches. */
  private project(runId: string, run: Open): ReadonlySet<string> {
    const { script, rehearsal, written, fold } = run;
    const { state } = fold;
    run.written = state;
    const touched = new Set<string>();
    if (state === written) return touched;
    // While a show is on, nothing of it is learned yet.
    const counts = state.phase === 'down' || written.phase === 'down';
    const turned = counting(state) !== counting(written) || state.conditions !== written.conditions;
    // Another air changes what the benches had to say of every attempt.
    if (state.conditions !== run.told.conditions)
      run.told = {
        ...{ conditions: state.conditions },
        script: scriptOf(inRoomOf(script.file, state.conditions)),
      };
    for (const item of itemsOf(state)) {
      // A hold changes what every attempt takes.
      if (!turned && item === written.items.get(item.itemId) && state.holds === written.holds) continue;
      const had = written.items.get(item.itemId)?.attempts.length ?? 0;
      if (had + item.attempts.length === 0) continue;
      this.db.prepare('DELETE FROM attempt WHERE run_id = ? AND item_id = ?').run(runId, item.itemId);
      for (const a of attemptsOfItem(runId, state.called ?? rehearsal, run.told.script, state, item))
        this.putAttempt(a);
      // What it was taken for before has a lesson less.
      for (const was of [item, written.items.get(item.itemId)]) {
        const demoId = was && playedAs(script, was)?.item.demoId;
        if (demoId && counts) touched.add(demoId);
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

  /** What lists say of a run. */
  private putLine(runId: string, script: Script, state: RunState): void {
    const outcomes = itemsOf(state).flatMap((i) => i.attempts);
    const room = roomOf(script, state);
    const left = leftOut(script, state);
    const { venue } = script.file;
    this.db
      .prepare(
        `UPDATE run SET phase = ?, curtain_at = ?, down_at = ?, attempts = ?, failed = ?, near_misses = ?, open_actions = ?,
           called = ?, struck = ?, venue_id = ?, venue_kind = ?, heads = ?, indoors = ?, room_c = ?, humidity = ?,
           pressure = ?, left_out = ?, worth_left_out = ?, slot_end_s = ?
         WHERE id = ?`,
      )
      .run(
        state.phase,
        state.curtainAt ?? null,
        state.downAt ?? null,
        outcomes.length,
        outcomes.filter((a) => a.outcome === 'failed').length,
        state.nearMisses,
        state.actions.filter((a) => !a.done).length,
        state.called === undefined ? null : Number(state.called),
        state.struck?.reason ?? null,
        ...[venue.id, venue.kind, room.heads, Number(room.indoors)],
        ...[room.roomC ?? null, room.humidityPercent ?? null, room.pressureKPa ?? null],
        ...[left.items, left.worth],
        state.downAt === undefined ? null : Math.round(slotEndS(script, state, state.downAt) ?? 0),
        runId,
      );
  }

  /** A run has few words: they are written anew where any may have changed. */
  private putSaid(runId: string, script: Script, state: RunState): void {
    const words = remarksOf(script, state);
    const here = this.db.prepare('SELECT id, text, kind FROM said WHERE run_id = ? ORDER BY id').all(runId);
    const ordered = words
      .map(({ id, text, kind }) => ({ id, text, kind }))
      .sort((a, b) => inOrderOfText(a.id, b.id));
    if (JSON.stringify(here) === JSON.stringify(ordered)) return;
    this.db.prepare('DELETE FROM said WHERE run_id = ?').run(runId);
    const put = this.db.prepare(
      'INSERT INTO said (run_id, id, demo_id, at_ms, kind, text) VALUES (?, ?, ?, ?, ?, ?)',
    );
    for (const { id, demoId, atMs, kind, text } of words) put.run(runId, id, demoId, atMs, kind, text);
  }

  /** The newest words about a demo; those of runs that are on, or struck out, are left out. */
  saidOf(demoId: string, limit = 40): RemarkLine[] {
    return this.db
      .prepare(
        `SELECT s.id, demo_id AS demoId, at_ms AS atMs, kind, text, run_id AS runId, show_id AS showId, title
         FROM said s JOIN run ON run.id = s.run_id
         WHERE demo_id = ? AND phase = 'down' AND struck IS NULL ORDER BY at_ms DESC, s.id LIMIT ?`,
      )
      .all(demoId, limit) as RemarkLine[];
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

  private putRecord(demoId: string): void {
    const attempts = this.attempts(demoId);
    const [record] = learn(attempts);
    if (!record) {
      this.db.prepare('DELETE FROM demo_record WHERE demo_id = ?').run(demoId);
      return;
    }
    const benches = this.toldOf(demoId);
    if (benches.length > 0) record.benches = benches;
    this.db
      .prepare('INSERT OR REPLACE INTO demo_record (demo_id, body) VALUES (?, ?)')
      .run(demoId, JSON.stringify(record));
  }
}

const present = (row: Record<string, string | number | null | undefined>) =>
  Object.fromEntries(Object.entries(row).filter(([, value]) => value !== null));

/** What decides whether a run teaches anything, and as what. */
const counting = ({ phase, called, struck }: RunState): string =>
  JSON.stringify([phase === 'down', called ?? null, struck?.reason ?? null]);

const SUMMARY = `id, show_id AS showId, title, opened_at AS openedAt, coalesce(called, rehearsal) AS rehearsal, phase, curtain_at AS curtainAt, down_at AS downAt, struck`;

const summaryOf = (row: unknown): RunSummary => {
  const { rehearsal, ...summary } = row as Omit<RunSummary, 'rehearsal'> & { rehearsal: number };
  return { ...summary, rehearsal: rehearsal === 1 };
};

/** A stored row is believed no more than one that comes in: what cannot be read any more harms no other. */
const readable = (event: Envelope): RunEvent[] => {
  const outside = checkEnvelope(event);
  const read = outside.ok ? insideRun(outside.value) : outside;
  return read.ok ? [read.value] : [];
};
