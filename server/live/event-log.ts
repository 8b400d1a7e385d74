import { sameEvent, type Envelope } from '@hearty/core';
import type { Db } from '../db';

/** The row of an event. */
interface Row {
  seq: number;
  run: string;
  id: string;
  device: string;
  person: string | null;
  at: number;
  tick: number;
  v: number;
  kind: string;
  body: string;
}

const COLUMNS = 'seq, run, id, device, person, at, tick, v, kind, body';

/** The one table of every log. A row is written once and never changed. */
export class EventLog {
  private readonly insert;
  private readonly byId;
  private readonly mostOf;
  private readonly after;
  private readonly newest;

  constructor(db: Db) {
    this.insert = db.prepare(
      `INSERT INTO event (run, id, device, person, at, tick, v, kind, body)
       VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?) ON CONFLICT (run, id) DO NOTHING`,
    );
    this.byId = db.prepare(`SELECT ${COLUMNS} FROM event WHERE run = ? AND id = ?`);
    this.mostOf = db.prepare('SELECT max(tick) FROM event WHERE run = ?').pluck();
    this.after = db.prepare(`SELECT ${COLUMNS} FROM event WHERE run = ? AND seq > ? ORDER BY seq LIMIT ?`);
    this.newest = db.prepare('SELECT max(seq) FROM event WHERE run = ?').pluck();
  }

  /** Writes an event down, its body as `text`. `other`: one with its id is here and says something else. */
  keep(event: Envelope, text: string): 'kept' | 'known' | 'other' {
    const { run, id, device, person, at, tick, v, kind } = event;
    if (this.insert.run(run, id, device, person, at, tick, v, kind, text).changes === 1) return 'kept';
    const here = this.byId.get(run, id) as Row;
    return sameEvent(eventOf(here), { ...event, body: JSON.parse(text) as unknown }) ? 'known' : 'other';
  }

  /** Events of a log after a place in it, in the order they arrived; at most `limit` of them. */
  read(run: string, after = 0, limit = -1): { events: Envelope[]; lastSeq: number } {
    const rows = this.after.all(run, after, limit) as Row[];
    return { events: rows.map(eventOf), lastSeq: rows.at(-1)?.seq ?? after };
  }

  get(run: string, id: string): Envelope | undefined {
    const row = this.byId.get(run, id) as Row | undefined;
    return row && eventOf(row);
  }

  /** The place of the newest event of a log; 0 where there is none. */
  lastSeq = (run: string): number => (this.newest.get(run) as number | null) ?? 0;

  /** The largest tick of a log. */
  mostTick = (run: string): number => (this.mostOf.get(run) as number | null) ?? 0;
}

const eventOf = ({ seq: _seq, body, ...event }: Row): Envelope => ({
  ...event,
  body: JSON.parse(body) as unknown,
});
