import {
  balance,
  check,
  Lot,
  readStores,
  StoreMove,
  writeStores,
  type Good,
  type LotStock,
  type StoresPreview,
  type Tick,
} from '@hearty/core';
import { randomUUID } from 'node:crypto';
import type { Db } from './db';
import type { Documents } from './documents';
import { badInput, HttpError } from './errors';

/** Where and when a change of the stores is written down. */
export interface Moment {
  at: number;
  day: string;
}

/** Keeps the ledger of the stores, and the ticks of packing and preparing. Stock is only ever added up from moves. */
export class Stores {
  constructor(
    private readonly db: Db,
    private readonly documents: Documents,
  ) {}

  lots(): LotStock[] {
    return balance(this.allLots(), this.moves(), this.goods()).lots;
  }

  /** The newest first, with what each is about. */
  moves(limit = -1): StoreMove[] {
    const rows = this.db
      .prepare(
        `SELECT id, lot_id AS lotId, kind, amount, at, day, show_id AS showId, of_id AS ofId, note
         FROM store_move ORDER BY at DESC, id DESC LIMIT ?`,
      )
      .all(limit) as (StoreMove & Record<'showId' | 'ofId' | 'note', string | null>)[];
    return rows.map(({ showId, ofId, note, ...row }) => ({
      ...row,
      ...(showId !== null && { showId }),
      ...(ofId !== null && { ofId }),
      ...(note !== null && { note }),
    }));
  }

  /**
   * Writes lots and moves, all or none; those that are here already are passed over, but a lot's expiry is set right.
   * Errors: 400 with the path of what is malformed, or of the move that leaves less than nothing.
   */
  append(values: { lots: readonly unknown[]; moves: readonly unknown[] }): void {
    const read = <T extends object>(type: new () => T, list: readonly unknown[], path: string) =>
      list.map((value, i) => {
        const checked = check(type, value);
        if (!checked.ok)
          throw badInput(checked.problems.map((p) => ({ ...p, path: `${path}[${i}].${p.path}` })));
        return checked.value;
      });
    this.write(read(Lot, values.lots, 'lots'), read(StoreMove, values.moves, 'moves'));
  }

  private write(lots: readonly Lot[], moves: readonly StoreMove[]): void {
    this.db.transaction(() => {
      const putLot = this.db.prepare(
        `INSERT INTO lot (id, good_id, expires) VALUES (@id, @goodId, @expires)
         ON CONFLICT (id) DO UPDATE SET expires = @expires WHERE good_id = @goodId`,
      );
      for (const lot of lots) {
        if (!this.documents.get('good', lot.goodId))
          throw badInput([{ path: 'lots', says: `There is no good “${lot.goodId}”.` }]);
        putLot.run({ expires: null, ...lot });
      }
      const known = new Set(this.allLots().map((l) => l.id));
      const ids = new Set([...this.moves().map((m) => m.id), ...moves.map((m) => m.id)]);
      const putMove = this.db.prepare(
        `INSERT INTO store_move (id, lot_id, kind, amount, at, day, show_id, of_id, note)
         VALUES (@id, @lotId, @kind, @amount, @at, @day, @showId, @ofId, @note) ON CONFLICT (id) DO NOTHING`,
      );
      moves.forEach((move, i) => {
        if (!known.has(move.lotId))
          throw badInput([{ path: `moves[${i}].lotId`, says: 'There is no such lot.' }]);
        if (move.kind === 'undo' && !ids.has(move.ofId ?? ''))
          throw badInput([{ path: `moves[${i}].ofId`, says: 'There is no such move.' }]);
        putMove.run({ showId: null, ofId: null, note: null, ...move, at: Math.round(move.at) });
      });
      const { wrong } = balance(this.allLots(), this.moves(), this.goods());
      if (wrong.length)
        throw badInput(
          wrong.map((w) => {
            const i = moves.findIndex((m) => m.id === w.moveId);
            return { path: i < 0 ? 'moves' : `moves[${i}].amount`, says: w.says };
          }),
        );
    })();
  }

  /** Counts a good anew without lots of its own: the shelf of a good that came with a file or the demo data. */
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
      [
        {
          id: randomUUID(),
          lotId: id,
          kind: 'counted',
          amount,
          at,
          day,
          ...(note !== undefined && { note }),
        },
      ],
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
      if (preview.says) throw badInput([{ path: 'csv', says: preview.says }]);
      if (wrong.length && !leaveWrong)
        throw badInput(
          wrong.flatMap((r) =>
            r.problems.map((p) => ({ path: `line ${r.line}, ${p.column}`, says: p.says })),
          ),
        );
      for (const good of preview.goods)
        this.documents.save('good', good.id, this.documents.get('good', good.id)?.version ?? 0, good);
      const stock = this.lots();
      const lots: Lot[] = [];
      const moves: StoreMove[] = [];
      const count = (lotId: string, amount: number) =>
        moves.push({ id: randomUUID(), lotId, kind: 'counted', amount, at, day, note: 'From a file' });
      for (const { goodId, expires, amount } of preview.counts) {
        const [first, ...others] = stock
          .filter((l) => l.lot.goodId === goodId && l.lot.expires === expires && l.shelf > 0)
          .map((l) => l.lot.id);
        if (first === undefined)
          lots.push({ id: randomUUID(), goodId, ...(expires !== undefined && { expires }) });
        count(first ?? lots.at(-1)!.id, amount);
        for (const other of others) count(other, 0);
      }
      this.write(lots, moves);
      return { goods: preview.goods.length, counts: preview.counts.length };
    })();
  }

  ticks(showId: string): Tick[] {
    return this.db
      .prepare(
        `SELECT way, key, max(seq) AS seq, at FROM tick WHERE show_id = ? GROUP BY way, key HAVING done = 1 ORDER BY seq`,
      )
      .all(showId)
      .map((row) => {
        const { way, key, at } = row as Tick;
        return { way, key, at };
      });
  }

  tick(showId: string, way: Tick['way'], key: string, done: boolean, at: number): void {
    if (!this.documents.get('show', showId)) throw new HttpError(404, 'not-found', 'There is no such show.');
    this.db
      .prepare('INSERT INTO tick (show_id, way, key, done, at) VALUES (?, ?, ?, ?, ?)')
      .run(showId, way, key, done ? 1 : 0, at);
  }

  private allLots(): Lot[] {
    const rows = this.db
      .prepare('SELECT id, good_id AS goodId, expires FROM lot ORDER BY id')
      .all() as (Lot & {
      expires: string | null;
    })[];
    return rows.map(({ expires, ...lot }) => ({ ...lot, ...(expires !== null && { expires }) }));
  }

  private goods(): Map<string, Good> {
    return new Map(this.documents.all('good').map((d) => [d.id, d.body]));
  }
}
