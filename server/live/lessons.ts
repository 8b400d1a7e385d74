import {
  calibrationOf,
  comparisons,
  learn,
  MOST_ATTEMPTS,
  paceOf,
  toldByVenue,
  trials,
  type Attempt,
  type AttemptInShow,
  type BenchTold,
  type Calibration,
  type DemoRecord,
  type DemoTrials,
  type EndForecast,
  type Outcome,
  type Pace,
  type Prediction,
  type ReadingOf,
  type RemarkLine,
} from '@hearty/core';
import type { Db } from '../db';

/** At most this many attempts at a demo are used for trials, the newest. */
const MOST_TRIED = 1000;
/** Forecasts of so many shows are graded, the newest. */
const MOST_GRADED = 60;

/** What the attempts of all runs teach, by demo. Runs that are still on, or left out of the statistics, teach nothing. */
export class Lessons {
  constructor(private readonly db: Db) {}

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
  trialsOf(demoId: string, reading: ReadingOf | undefined): DemoTrials {
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
      trials: trials(attempts, reading),
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

  /** How much the pace of whole shows varies, from every run that counts and was played before an audience. */
  pace(): Pace {
    const { widen, held, shows } = this.calibration();
    return { ...this.varying(), ...(shows > 0 && { widen, held, graded: shows }) };
  }

  /** How the forecasts of the newest shows held that were played whole and before an audience. */
  calibration(): Calibration {
    const rows = this.db
      .prepare(
        `SELECT forecast, (down_at - curtain_at) / 1000.0 AS actualS, slot_end_s AS slotEndS FROM run
         WHERE forecast <> '' AND phase = 'down' AND struck IS NULL AND coalesce(called, rehearsal) = 0
           AND left_out = 0 AND down_at IS NOT NULL AND slot_end_s IS NOT NULL
         ORDER BY curtain_at DESC LIMIT ?`,
      )
      .all(MOST_GRADED) as { forecast: string; actualS: number; slotEndS: number }[];
    return calibrationOf(
      rows.map(({ forecast, actualS, slotEndS }) => ({
        ...(JSON.parse(forecast) as EndForecast),
        actualS,
        isOnTime: actualS < slotEndS + 1,
      })),
    );
  }

  private varying = (): Pace =>
    paceOf(
      this.db
        .prepare(
          `SELECT count(*) AS shows, total(pace * pace) AS squares, total(pace_variance) AS variances FROM run
           WHERE pace IS NOT NULL AND phase = 'down' AND struck IS NULL AND coalesce(called, rehearsal) = 0`,
        )
        .get() as Parameters<typeof paceOf>[0],
    );

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

  /** Writes a demo's record again from its attempts. */
  putRecord(demoId: string): void {
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
