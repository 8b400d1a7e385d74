import {
  balance,
  insideStores,
  insideTick,
  Lot,
  readStores,
  rounded,
  sooner,
  STORES_LOG,
  withGoodUntil,
  writeStores,
  type Envelope,
  type EventAnswer,
  type Good,
  type Keeping,
  type LotStock,
  type StoreMove,
  type StoresPreview,
  type Tick,
  type TicksAnswer,
  type WrittenMove,
} from '@hearty/core';
import { randomUUID } from 'node:crypto';
import type { Db } from './db';
import type { Documents } from './documents';
import { badInput } from './errors';
import { EventLog } from './live/event-log';

/** Whether two moves with one id say the same; when they were written down may differ. */
const alike = (a: WrittenMove, b: WrittenMove): boolean =>
  a.kind === b.kind &&
  a.lotId === b.lotId &&
  a.amount === b.amount &&
  a.showId === b.showId &&
  a.ofId === b.ofId;

/** So far may a device's clock be ahead: more is a wrong one. */
const AHEAD_MS = 5 * 60_000;

/** Where and when a change of the stores is written down. */
export interface Moment {
  at: number;
  day: string;
}

/** A move that cannot be: which of those that came, and why. */
class WrongWrite extends Error {
  constructor(
    readonly path: string,
    message: string,
  ) {
    super(message);
  }
}

/**
 * Keeps the ledger of the stores, and the ticks of packing and preparing. Stock is only ever added up from moves; what
 * the moves of a lot add up to is kept beside them.
 */
export class Stores {
  private readonly log: EventLog;
  /** Counts changes of the stock: whoever rests on it asks again. */
  revision = 0;

  constructor(
    private readonly db: Db,
    private readonly documents: Documents,
  ) {
    this.log = new EventLog(db);
  }

  lots(): LotStock[] {
    const rows = this.db
      .prepare(
        `SELECT lot.id, good_id AS goodId, expires, s.body, json_extract(good.body, '$.keepsDays') AS keepsDays,
           json_extract(good.body, '$.openLastsDays') AS openLastsDays
         FROM lot LEFT JOIN lot_stock s ON s.lot_id = lot.id
         LEFT JOIN document good ON good.kind = 'good' AND good.id = good_id AND good.deleted_at IS NULL
         ORDER BY lot.id`,
      )
      .all() as (LotRow & Record<'body', string | null> & Record<keyof Keeping, number | null>)[];
    return rows.map(({ body, keepsDays, openLastsDays, ...row }) => {
      const sum = body === null ? { shelf: 0, out: {} } : (JSON.parse(body) as Omit<LotStock, 'lot'>);
      const keeping = {
        ...(keepsDays !== null && { keepsDays }),
        ...(openLastsDays !== null && { openLastsDays }),
      };
      return withGoodUntil({ ...sum, lot: lotOf(row) }, keeping);
    });
  }

  /** The newest first, with what each is about. */
  moves(limit = -1): StoreMove[] {
    return this.db
      .prepare(`SELECT ${MOVE} FROM store_move ORDER BY tick DESC, rowid DESC LIMIT ?`)
      .all(limit)
      .map(moveOf);
  }

  /** Whether a run has been written into the ledger: its moves' ids begin so. */
  hasMoves(idsBegin: string): boolean {
    const found = this.db.prepare('SELECT 1 FROM store_move WHERE id >= ? AND id < ? LIMIT 1');
    return found.get(idsBegin, `${idsBegin}\uffff`) !== undefined;
  }

  /** The day each of these goods was last counted or bought; those that never were are not in it. */
  seenOn(goodIds: readonly string[]): Map<string, string> {
    const rows = this.db
      .prepare(
        `SELECT lot.good_id AS goodId, max(m.day) AS day FROM lot JOIN store_move m ON m.lot_id = lot.id
         WHERE lot.good_id IN (SELECT value FROM json_each(?)) AND m.kind IN ('counted', 'bought')
           AND m.id NOT IN (SELECT of_id FROM store_move WHERE kind = 'undo')
         GROUP BY lot.good_id`,
      )
      .all(JSON.stringify(goodIds)) as { goodId: string; day: string }[];
    return new Map(rows.map((r) => [r.goodId, r.day]));
  }

  /** Takes in one event of the ledger: all of it, or with its reason nothing. */
  take(value: Envelope, text: string, now = Date.now()): EventAnswer {
    const { id } = value;
    const read = insideStores(value);
    if (!read.ok)
      return { id, is: 'refused', message: read.problems.map((p) => `${p.path}: ${p.message}`).join(' ') };
    if (value.at > now + AHEAD_MS)
      return {
        id,
        is: 'refused',
        message: 'It is dated in the future. Set this device’s clock right, and write it again.',
      };
    try {
      return this.db.transaction((): EventAnswer => {
        const is = this.log.keep(value, text);
        if (is === 'other') throw new WrongWrite('id', 'Another event with this id is here already.');
        if (is === 'kept') this.put(read.value.body, value);
        return { id, is };
      })();
    } catch (error) {
      if (!(error instanceof WrongWrite)) throw error;
      return { id, is: 'refused', message: error.message };
    }
  }

  /** Writes lots and moves down on the server itself, as one event. Errors: 400 with the path of what is wrong. */
  write(lots: readonly Lot[], moves: readonly WrittenMove[], at: number): void {
    const tick = this.log.mostTick(STORES_LOG);
    const event: Envelope = {
      id: randomUUID(),
      run: STORES_LOG,
      device: 'server',
      person: null,
      at,
      tick: Math.max(tick, this.mostTick()) + 1,
      v: 1,
      kind: 'written',
      body: { lots, moves },
    };
    try {
      this.db.transaction(() => {
        this.log.keep(event, JSON.stringify(event.body));
        this.put({ lots, moves }, event);
      })();
    } catch (error) {
      if (error instanceof WrongWrite) throw badInput([{ path: error.path, message: error.message }]);
      throw error;
    }
  }

  /** The largest tick a device must have seen to write on top of what is here. */
  mostTick = (): number =>
    (this.db.prepare('SELECT max(tick) FROM store_move').pluck().get() as number | null) ?? 0;

  /**
   * Lots and moves; those that are here already are passed over, but a lot's expiry is set right. Only the lots that are
   * touched are added up again.
   */
  private put(
    { lots, moves }: { lots: readonly Lot[]; moves: readonly WrittenMove[] },
    { at, tick }: Envelope,
  ): void {
    const putLot = this.db.prepare(
      `INSERT INTO lot (id, good_id, expires) VALUES (@id, @goodId, @expires)
       ON CONFLICT (id) DO UPDATE SET expires = @expires WHERE good_id = @goodId`,
    );
    const touched = new Set<string>();
    for (const [i, lot] of lots.entries()) {
      if (!this.documents.has('good', lot.goodId))
        throw new WrongWrite(`lots[${i}].goodId`, `There is no item “${lot.goodId}”.`);
      if (putLot.run({ expires: null, ...lot }).changes === 0)
        throw new WrongWrite(`lots[${i}].id`, 'Another item has a lot with this id.');
      touched.add(lot.id);
    }
    const lotHere = this.db.prepare('SELECT 1 FROM lot WHERE id = ?').pluck();
    const moveHere = this.db.prepare('SELECT lot_id FROM store_move WHERE id = ?').pluck();
    const sameHere = this.db.prepare(`SELECT ${MOVE} FROM store_move WHERE id = ?`);
    const putMove = this.db.prepare(
      `INSERT INTO store_move (id, lot_id, kind, amount, at, tick, day, show_id, of_id, note)
       VALUES (@id, @lotId, @kind, @amount, @at, @tick, @day, @showId, @ofId, @note) ON CONFLICT (id) DO NOTHING`,
    );
    for (const [i, move] of moves.entries()) {
      if (!lotHere.get(move.lotId)) throw new WrongWrite(`moves[${i}].lotId`, 'There is no such lot.');
      this.checkShow(move, `moves[${i}].showId`);
      const known = sameHere.get(move.id) as WrittenMove | undefined;
      if (known && !alike(moveOf(known), move))
        throw new WrongWrite(
          `moves[${i}].id`,
          'Another move with this id is here already, and says something else.',
        );
      const undoes = move.kind === 'undo' ? moveHere.get(move.ofId ?? '') : undefined;
      if (move.kind === 'undo' && undoes !== move.lotId)
        throw new WrongWrite(`moves[${i}].ofId`, 'There is no such move of this lot to take back.');
      putMove.run({ showId: null, ofId: null, note: null, ...move, at, tick });
      touched.add(move.lotId);
    }
    for (const lotId of touched) this.addUp(lotId, moves);
    this.revision++;
  }

  /** What goes out with a show, or comes home from one, says which. */
  private checkShow({ kind, showId }: WrittenMove, path: string): void {
    if (showId === undefined) {
      if (kind === 'packed') throw new WrongWrite(path, 'Say for which show it is packed.');
      if (kind === 'returned') throw new WrongWrite(path, 'Say from which show it came home.');
    } else if (!this.documents.taken('show', showId)) throw new WrongWrite(path, 'There is no such show.');
  }

  /** Adds up the moves of one lot, and keeps the sum. */
  private addUp(lotId: string, asked: readonly WrittenMove[]): void {
    const row = this.db
      .prepare('SELECT id, good_id AS goodId, expires FROM lot WHERE id = ?')
      .get(lotId) as LotRow;
    const moves = this.db
      .prepare(`SELECT ${MOVE} FROM store_move WHERE lot_id = ? ORDER BY rowid`)
      .all(lotId)
      .map(moveOf);
    const good = this.documents.get('good', row.goodId)?.body;
    const { lots, wrong } = balance([lotOf(row)], moves, new Map(good && [[good.id, good]]));
    const [first] = wrong;
    if (first) {
      const i = asked.findIndex((m) => m.id === first.moveId);
      throw new WrongWrite(i < 0 ? 'moves' : `moves[${i}].amount`, first.message);
    }
    const { lot: _lot, goodUntil: _until, ...sum } = lots[0]!;
    this.db
      .prepare('INSERT OR REPLACE INTO lot_stock (lot_id, body) VALUES (?, ?)')
      .run(lotId, JSON.stringify(sum));
  }

  /** Adds every lot up again. */
  rebuild(): void {
    this.db.exec('DELETE FROM lot_stock');
    for (const id of this.db.prepare('SELECT id FROM lot').pluck().all() as string[]) this.addUp(id, []);
  }

  /** Counts a good again without lots of its own: the shelf of a good that came with a file or the demo data. */
  open(
    goodId: string,
    amount: number,
    { at, day }: Moment,
    more: { expires?: string; note?: string } = {},
  ): void {
    if (amount <= 0) return;
    const id = randomUUID();
    const { expires, note } = more;
    this.write(
      [{ id, goodId, ...(expires !== undefined && { expires }) }],
      [{ id: randomUUID(), lotId: id, kind: 'counted', amount, day, ...(note !== undefined && { note }) }],
      at,
    );
  }

  csv(): string {
    return writeStores([...this.goods().values()], this.lots());
  }

  /** What bringing a CSV in would do. */
  preview(csv: string): StoresPreview {
    return readStores(csv, [...this.goods().values()], this.lots(), () => randomUUID());
  }

  /** Brings a CSV in. Errors: 400 where a row is wrong, unless `leaveWrong`; then nothing, or all the right rows, is kept. */
  bringIn(csv: string, leaveWrong: boolean, { at, day }: Moment): { goods: number; counts: number } {
    return this.db.transaction(() => {
      const preview = this.preview(csv);
      const wrong = preview.rows.filter((r) => r.status === 'wrong');
      if (preview.message) throw badInput([{ path: 'csv', message: preview.message }]);
      if (wrong.length && !leaveWrong)
        throw badInput(
          wrong.flatMap((r) =>
            r.problems.map((p) => ({ path: `line ${r.line}, ${p.column}`, message: p.message })),
          ),
        );
      for (const good of preview.goods)
        this.documents.save('good', good.id, this.documents.get('good', good.id)?.version ?? 0, good);
      const filled = new Map<string, LotStock[]>();
      const place = (goodId: string, expires: string | undefined) => `${goodId} ${expires ?? ''}`;
      for (const stock of this.lots())
        if (stock.shelf > 0) {
          const at = place(stock.lot.goodId, stock.lot.expires);
          filled.set(at, [...(filled.get(at) ?? []), stock]);
        }
      const lots: Lot[] = [];
      const moves: WrittenMove[] = [];
      const count = (lotId: string, amount: number) =>
        moves.push({ id: randomUUID(), lotId, kind: 'counted', amount, day, note: 'From a file' });
      for (const { goodId, expires, amount } of preview.counts) {
        const here = filled.get(place(goodId, expires)) ?? [];
        if (!here.length) {
          lots.push({ id: randomUUID(), goodId, ...(expires !== undefined && { expires }) });
          count(lots.at(-1)!.id, amount);
        }
        for (const { lotId, shelf } of counted(here, amount)) count(lotId, shelf);
      }
      for (let from = 0; from < Math.max(lots.length, moves.length); from += MOST_AT_ONCE)
        this.write(lots.slice(from, from + MOST_AT_ONCE), moves.slice(from, from + MOST_AT_ONCE), at);
      return { goods: preview.goods.length, counts: preview.counts.length };
    })();
  }

  /** What is ticked off for a show. */
  ticks(showId: string): TicksAnswer {
    const ticks = this.db
      .prepare('SELECT way, key, at FROM tick_now WHERE show_id = ? AND done = 1 ORDER BY tick, way, key')
      .all(showId) as Tick[];
    const tick = this.db.prepare('SELECT max(tick) FROM tick_now WHERE show_id = ?').pluck().get(showId);
    return { ticks, tick: (tick as number | null) ?? 0 };
  }

  /** Keys of what was ticked off on Prep for the show of a run; a rehearsal does that work again. */
  prepDone(runId: string): string[] {
    return this.db
      .prepare(
        `SELECT key FROM tick_now JOIN run ON run.show_id = tick_now.show_id
         WHERE run.id = ? AND coalesce(called, rehearsal) = 0 AND way = 'prep' AND done = 1 ORDER BY key`,
      )
      .pluck()
      .all(runId) as string[];
  }

  /** Takes in one tick: of each thing, the newest in the order of the log stands. */
  takeTick(value: Envelope, text: string): EventAnswer {
    const { id, at, tick, device } = value;
    const refused = (message: string): EventAnswer => ({ id, is: 'refused', message });
    const read = insideTick(value);
    if (!read.ok) return refused(read.problems.map((p) => `${p.path}: ${p.message}`).join(' '));
    const showId = value.run.slice('show:'.length);
    if (!this.documents.has('show', showId)) return refused('There is no such show.');
    const is = this.log.keep(value, text);
    if (is === 'other') return refused('Another event with this id is here already.');
    const { way, key, done } = read.value.body;
    if (is === 'kept')
      this.db
        .prepare(
          `INSERT INTO tick_now (show_id, way, key, done, at, tick, device) VALUES (?, ?, ?, ?, ?, ?, ?)
           ON CONFLICT (show_id, way, key) DO UPDATE SET done = excluded.done, at = excluded.at, tick = excluded.tick, device = excluded.device
           WHERE (excluded.tick, excluded.device) >= (tick, device)`,
        )
        .run(showId, way, key, done ? 1 : 0, at, tick, device);
    return { id, is };
  }

  private goods(): Map<string, Good> {
    return new Map(this.documents.all('good').map((d) => [d.id, d.body]));
  }
}

/**
 * What of several lots of one day is on the shelf when there is `amount` in all: each keeps what it has, what is gone is
 * gone from what is used up first, and what is more is more of the last. Only the lots that change.
 */
function counted(lots: readonly LotStock[], amount: number): { lotId: string; shelf: number }[] {
  const order = [...lots].sort(sooner);
  let more = rounded(amount - order.reduce((sum, l) => sum + l.shelf, 0));
  return order.flatMap(({ lot, shelf }, i) => {
    const next =
      i === order.length - 1 ? rounded(shelf + more) : Math.max(0, rounded(shelf + Math.min(0, more)));
    more = rounded(more - (next - shelf));
    return next === shelf ? [] : [{ lotId: lot.id, shelf: next }];
  });
}

/** So many lots and moves are written as one act; a file of more is several acts of one transaction. */
const MOST_AT_ONCE = 500;

interface LotRow {
  id: string;
  goodId: string;
  expires: string | null;
}

const lotOf = ({ expires, ...lot }: LotRow): Lot => ({ ...lot, ...(expires !== null && { expires }) });

const MOVE = 'id, lot_id AS lotId, kind, amount, at, tick, day, show_id AS showId, of_id AS ofId, note';

const moveOf = (row: unknown): StoreMove => {
  const { showId, ofId, note, ...move } = row as StoreMove &
    Record<'showId' | 'ofId' | 'note', string | null>;
  return {
    ...move,
    ...(showId !== null && { showId }),
    ...(ofId !== null && { ofId }),
    ...(note !== null && { note }),
  };
};
