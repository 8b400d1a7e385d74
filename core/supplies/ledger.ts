import { addDays, lightFormat, parseISO } from 'date-fns';
import { formatAmount, inOrderOfText } from '../quantities';
import type { Good } from '../show';
import type { Lot, StoreMove, WrittenMove } from './moves';
import { rounded } from './spread';

export interface LotStock {
  lot: Lot;
  shelf: number;
  /** Out with shows, by show. */
  out: Record<string, number>;
  boughtOn?: string;
  openedOn?: string;
  /** The last day it is good: its expiry, or sooner by what its good says of things bought or opened. */
  goodUntil?: string;
}

/** A move that cannot have happened, in words. */
export interface WrongMove {
  moveId: string;
  message: string;
}

export interface Balance {
  lots: LotStock[];
  wrong: WrongMove[];
}

/**
 * Adds the ledger up. Stock is nothing but this sum. Moves count in the order of their ticks, those of one event as they
 * stand; a move that would leave less than nothing is named in `wrong` and does not count. Pure.
 */
export function balance(
  lots: readonly Lot[],
  moves: readonly (WrittenMove & Pick<StoreMove, 'tick'>)[],
  goods: ReadonlyMap<string, Good>,
): Balance {
  const stock = new Map<string, LotStock>(lots.map((lot) => [lot.id, { lot, shelf: 0, out: {} }]));
  const wrong: WrongMove[] = [];
  const inOrder = [...moves].sort((a, b) => a.tick - b.tick);
  const undone = takenBack(inOrder);
  for (const move of inOrder) {
    if (move.kind === 'undo' || undone.has(move.id)) continue;
    const lot = stock.get(move.lotId);
    if (!lot) {
      wrong.push({ moveId: move.id, message: 'There is no such lot.' });
      continue;
    }
    const good = goods.get(lot.lot.goodId);
    const next = moved(lot, move);
    const less = Math.min(next.shelf, ...Object.values(next.out));
    if (less < 0) {
      const name = good?.name ?? lot.lot.goodId;
      const amount = (value: number) => formatAmount(rounded(value), good?.unit ?? 'piece');
      wrong.push({
        moveId: move.id,
        message: `${name}, ${move.kind} ${amount(move.amount)} on ${move.day}: there is ${amount(-less)} less of this lot than that.`,
      });
      continue;
    }
    stock.set(move.lotId, next);
  }
  return {
    lots: [...stock.values()].map((lotStock) => withGoodUntil(lotStock, goods.get(lotStock.lot.goodId))),
    wrong,
  };
}

/** The moves that count as never written: an undo may itself be taken back, and then what it took back counts again. */
function takenBack(inOrder: readonly WrittenMove[]): Set<string> {
  const undone = new Set<string>();
  for (const { id, kind, ofId } of [...inOrder].reverse())
    if (kind === 'undo' && ofId !== undefined && !undone.has(id)) undone.add(ofId);
  return undone;
}

/** For how many days a good keeps, closed and once opened. */
export type Keeping = Pick<Good, 'keepsDays' | 'openLastsDays'>;

/** A lot with the last day it is good, which its good has a say in. */
export function withGoodUntil({ goodUntil: _old, ...stock }: LotStock, good: Keeping | undefined): LotStock {
  const until = goodUntil(stock, good);
  return until === undefined ? stock : { ...stock, goodUntil: until };
}

/** How much of a lot is out with a show. */
export const outWith = ({ out }: Pick<LotStock, 'out'>, showId: string | undefined): number =>
  showId !== undefined && Object.hasOwn(out, showId) ? out[showId]! : 0;

function moved(stock: LotStock, { kind, amount, showId, day }: WrittenMove): LotStock {
  const out = outWith(stock, showId);
  const withOut = (value: number): Record<string, number> => {
    const { [showId ?? '']: _mine, ...others } = stock.out;
    return showId === undefined || rounded(value) === 0 ? others : { ...others, [showId]: rounded(value) };
  };
  switch (kind) {
    case 'bought':
      return { ...stock, shelf: rounded(stock.shelf + amount), boughtOn: stock.boughtOn ?? day };
    case 'counted':
      return { ...stock, shelf: amount };
    case 'packed':
      return { ...stock, shelf: rounded(stock.shelf - amount), out: withOut(out + amount) };
    case 'returned':
      return { ...stock, shelf: rounded(stock.shelf + amount), out: withOut(out - amount) };
    case 'used':
    case 'binned': {
      const fromOut = Math.min(out, amount);
      return { ...stock, shelf: rounded(stock.shelf - (amount - fromOut)), out: withOut(out - fromOut) };
    }
    case 'opened':
      return { ...stock, openedOn: stock.openedOn ?? day };
    case 'undo':
      return stock;
  }
}

function goodUntil({ lot, boughtOn, openedOn }: LotStock, good: Keeping | undefined): string | undefined {
  const days = [lot.expires, lasts(boughtOn, good?.keepsDays), lasts(openedOn, good?.openLastsDays)];
  return days.filter((d) => d !== undefined).sort()[0];
}

/** The last day of what lasts so many days from one; undefined where either is not known. */
export const lasts = (from: string | undefined, days: number | undefined): string | undefined =>
  from === undefined || days === undefined
    ? undefined
    : lightFormat(addDays(parseISO(from), days), 'yyyy-MM-dd');

/**
 * Stock as it will be when moves not yet added up are: what a device shows of what it still owes the server. One that
 * takes back a move from before changes nothing yet; one that leaves less than nothing is left out. Pure.
 */
export function withMoves(
  stock: readonly LotStock[],
  lots: readonly Lot[],
  moves: readonly WrittenMove[],
  goods: ReadonlyMap<string, Good>,
): LotStock[] {
  const by = new Map(stock.map((lotStock) => [lotStock.lot.id, lotStock]));
  for (const lot of lots) by.set(lot.id, { ...(by.get(lot.id) ?? { shelf: 0, out: {} }), lot });
  const undone = takenBack(moves);
  for (const move of moves) {
    const lot = by.get(move.lotId);
    if (!lot || undone.has(move.id)) continue;
    const next = moved(lot, move);
    if (Math.min(next.shelf, ...Object.values(next.out)) >= 0) by.set(move.lotId, next);
  }
  return [...by.values()].map((lotStock) => withGoodUntil(lotStock, goods.get(lotStock.lot.goodId)));
}

/** How much of each good is on the shelf, by good. */
export function shelfOf(lots: readonly LotStock[]): Map<string, number> {
  const sum = new Map<string, number>();
  for (const { lot, shelf } of lots) sum.set(lot.goodId, rounded((sum.get(lot.goodId) ?? 0) + shelf));
  return sum;
}

export interface Draw {
  lotId: string;
  amount: number;
}

/**
 * Which lots of a good `amount` is taken from on `day`: first expired, first out; of equal ones the opened one first.
 * What is past its day is left. `missing` is what the shelf does not have. Pure.
 */
export function firstExpiredFirst(
  lots: readonly LotStock[],
  goodId: string,
  amount: number,
  day: string,
): { draws: Draw[]; missing: number } {
  let missing = amount;
  const draws: Draw[] = [];
  const usable = lots
    .filter(
      (l) => l.lot.goodId === goodId && l.shelf > 0 && (l.goodUntil === undefined || l.goodUntil >= day),
    )
    .sort(sooner);
  for (const { lot, shelf } of usable) {
    const take = Math.min(shelf, missing);
    if (take <= 0) break;
    draws.push({ lotId: lot.id, amount: rounded(take) });
    missing = rounded(missing - take);
  }
  return { draws, missing };
}

/** Lots in the order they are used up. */
export const sooner = (a: LotStock, b: LotStock): number =>
  inOrderOfText(a.goodUntil ?? '9999', b.goodUntil ?? '9999') ||
  Number(b.openedOn !== undefined) - Number(a.openedOn !== undefined) ||
  inOrderOfText(a.lot.id, b.lot.id);
