import {
  checkEnvelope,
  foldRun,
  insideRun,
  script as scriptOf,
  type Envelope,
  type EventAnswer,
  type EventsPage,
  type Run,
  type RunGivenBack,
  type RunEvent,
  type RunState,
  type Script,
  type ShowFile,
} from '@hearty/core';
import type { Db } from '../db';
import { diskTrouble, HttpError, notFound } from '../errors';
import { EventLog } from './event-log';
import { Lessons } from './lessons';
import { RunLists } from './run-lists';
import { RunTables, type FoldedRun } from './run-tables';

/** Runs kept in memory already folded: appending an event then costs one step. */
const MOST_OPEN = 16;
/** Events handed out at once. */
const PAGE = 2000;
/** A tick this far ahead of its log is not genuine. Common practice. */
const MOST_AHEAD = 1_000_000;

/** Keeps the logs of runs: opens runs, takes in events, folds them, and keeps the tables written from them up to date. */
export class Runs {
  readonly log: EventLog;
  readonly lists: RunLists;
  readonly lessons: Lessons;
  private readonly tables: RunTables;
  private readonly generationNow;
  private readonly open = new Map<string, FoldedRun>();

  constructor(private readonly db: Db) {
    this.log = new EventLog(db);
    this.generationNow = db.prepare("SELECT house || '.' || id FROM generation").pluck();
    this.lists = new RunLists(db);
    this.lessons = new Lessons(db);
    this.tables = new RunTables(db);
  }

  /** Counts changes of what is learned and of open actions: answers that depend on them are stale when it moves. */
  get revision(): number {
    return this.tables.revision;
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
      const existing = this.lists.get(id);
      if (existing && existing.showId !== file.show.id)
        throw new HttpError(409, 'exists', 'There already is a run with this id, of another show.');
      if (existing) return { id, isNew: false };
      const { openRun } = this.lists.ofShow(file.show.id);
      if (openRun && openRun.id !== replaces) return { id: openRun.id, isNew: false };
      this.db
        .prepare('INSERT INTO run (id, show_id, title, opened_at, rehearsal, file) VALUES (?, ?, ?, ?, ?, ?)')
        .run(id, file.show.id, file.show.title, openedAt, rehearsal ? 1 : 0, JSON.stringify(file));
      return { id, isNew: true };
    })();
  }

  /**
   * Takes a run back that a restored backup does not have, as the device that gives it opened it; one that is here stays
   * as it is. Its events follow in the usual way.
   */
  takeBack(id: string, { showId, rehearsal, openedAt, file }: RunGivenBack): void {
    this.db
      .prepare(
        'INSERT INTO run (id, show_id, title, opened_at, rehearsal, file) VALUES (?, ?, ?, ?, ?, ?) ON CONFLICT DO NOTHING',
      )
      .run(id, showId, file.show.title, openedAt, rehearsal ? 1 : 0, JSON.stringify(file));
  }

  /** The house and the generation, with a dot: the second changes when a backup is restored, see `EventsPage`. */
  generation = (): string => this.generationNow.get() as string;

  /** Errors: 404. */
  get(id: string): Run {
    const summary = this.lists.get(id);
    if (!summary) throw notFound('run');
    return { ...summary, file: this.fileOf(id) };
  }

  /**
   * Events after a place in the log, in the order they arrived. A row that cannot be read any more is passed over.
   * Errors: 404 where there is no such run.
   */
  events(runId: string, after: number, limit = PAGE): Omit<EventsPage, 'now' | 'role' | 'generation'> {
    const { events, lastSeq } = this.log.read(runId, after, limit);
    if (events.length === 0 && !this.lists.has(runId)) throw notFound('run');
    // A log that is shorter than what was asked after is not the one the asker knew.
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
      for (const demoId of this.tables.write(runId, run)) this.lessons.putRecord(demoId);
    }
  }

  /** Every answer that depends on runs is stale: another database is in place. */
  touch(): void {
    this.tables.revision++;
  }

  /** What was taken in is not on the disk after all: fold again from what is. */
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

  /** Writes every table of this class again from the logs. A run that fails is reported and left without its rows. */
  rebuild(onFailure: (runId: string, error: unknown) => void): void {
    this.forget();
    this.db.exec('DELETE FROM attempt; DELETE FROM action; DELETE FROM said; DELETE FROM demo_record');
    const touched = new Set<string>();
    for (const { id } of this.lists.list()) {
      try {
        this.db.transaction(() => {
          const run = this.folded(id)!;
          run.written = foldRun(run.script).state;
          for (const demoId of this.tables.write(id, run)) touched.add(demoId);
        })();
      } catch (error) {
        if (diskTrouble(error)) throw error;
        this.open.delete(id);
        onFailure(id, error);
      }
    }
    for (const demoId of touched) this.lessons.putRecord(demoId);
  }

  private fileOf(id: string): ShowFile {
    return JSON.parse(
      this.db.prepare('SELECT file FROM run WHERE id = ?').pluck().get(id) as string,
    ) as ShowFile;
  }

  private folded(runId: string): FoldedRun | undefined {
    const known = this.open.get(runId);
    if (known) {
      // The newest used is the last to go.
      this.open.delete(runId);
      this.open.set(runId, known);
      return known;
    }
    const summary = this.lists.get(runId);
    if (!summary) return undefined;
    const resolved = scriptOf(this.fileOf(runId));
    const fold = foldRun(resolved);
    fold.add(this.log.read(runId).events.flatMap(readable));
    const opened = this.db.prepare('SELECT rehearsal FROM run WHERE id = ?').pluck().get(runId);
    const run: FoldedRun = {
      ...{ script: resolved, rehearsal: opened === 1, fold, written: fold.state, fresh: [] },
      inDayAir: { script: resolved, conditions: undefined },
    };
    this.open.set(runId, run);
    for (const [id, { fresh }] of this.open)
      if (this.open.size > MOST_OPEN && id !== runId && fresh.length === 0) this.open.delete(id);
    return run;
  }
}

/** A stored row is believed no more than one that comes in: what cannot be read any more harms no other. */
const readable = (event: Envelope): RunEvent[] => {
  const outside = checkEnvelope(event);
  const read = outside.ok ? insideRun(outside.value) : outside;
  return read.ok ? [read.value] : [];
};
