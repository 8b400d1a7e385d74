import { IsIn, IsISO8601, IsNumber, IsOptional, Matches, Max, Min } from 'class-validator';
import { addDays, format, parseISO } from 'date-fns';
import { Id, Title } from '../fields';
import { formatAmount, inOrderOfText } from '../quantities';
import type { Good } from '../show';
import { rounded } from './spread';

/** What may happen to a lot. Amounts are never negative: the kind says which way they go. */
export const MOVE_KINDS = [
  'bought',
  'counted',
  'packed',
  'used',
  'returned',
  'binned',
  'opened',
  'undo',
] as const;
export type MoveKind = (typeof MOVE_KINDS)[number];

/** A quantity of one good that came together. */
export class Lot {
  @Id() id!: string;
  @Id() goodId!: string;
  /** The last day it may be used. */
  @IsOptional()
  @Matches(/^\d{4}-\d{2}-\d{2}$/, { message: 'must be a date such as 2026-12-12' })
  @IsISO8601({ strict: true }, { message: 'must be a date that exists' })
  expires?: string;
}

/**
 * One line of the ledger. `amount` in the good's unit. `day` is the sender's calendar day, `at` ms since 1970.
 * bought, returned: onto the shelf · packed: off the shelf, out with a show · counted: so much is on the shelf now ·
 * used, binned: gone, from what is out with the show first, then from the shelf · opened: nothing moves · undo: `ofId`
 * counts as never written.
 */
export class StoreMove {
  @Id() id!: string;
  @Id() lotId!: string;
  @IsIn(MOVE_KINDS) kind!: MoveKind;
  @IsNumber() @Min(0) @Max(1e9) amount!: number;
  @IsNumber() @Min(0) at!: number;
  @Matches(/^\d{4}-\d{2}-\d{2}$/, { message: 'must be a date such as 2026-12-12' })
  @IsISO8601({ strict: true }, { message: 'must be a date that exists' })
  day!: string;
  @IsOptional() @Id() showId?: string;
  @IsOptional() @Id() ofId?: string;
  @IsOptional() @Title() note?: string;
}

export interface LotStock {
  lot: Lot;
  shelf: number;
  /** Out with shows, by show. */
  out: Record<string, number>;
  openedOn?: string;
  /** The last day it is good: its expiry, or sooner where it was opened. */
  goodUntil?: string;
}

/** A move that cannot have happened, in words. */
export interface WrongMove {
  moveId: string;
  says: string;
}

export interface Balance {
  lots: LotStock[];
  wrong: WrongMove[];
}

/**
 * Adds the ledger up. Stock is nothing but this sum. Moves count in the order of their times; a move that would leave
 * less than nothing is named in `wrong` and does not count. Pure.
 */
export function balance(
  lots: readonly Lot[],
  moves: readonly StoreMove[],
  goods: ReadonlyMap<string, Good>,
): Balance {
  const stock = new Map<string, LotStock>(lots.map((lot) => [lot.id, { lot, shelf: 0, out: {} }]));
  const undone = new Set(moves.filter((m) => m.kind === 'undo').map((m) => m.ofId));
  const wrong: WrongMove[] = [];
  const inOrder = [...moves].sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1));
  for (const move of inOrder) {
    if (move.kind === 'undo' || undone.has(move.id)) continue;
    const of = stock.get(move.lotId);
    if (!of) {
      wrong.push({ moveId: move.id, says: 'There is no such lot.' });
      continue;
    }
    const good = goods.get(of.lot.goodId);
    const next = moved(of, move);
    const less = Math.min(next.shelf, ...Object.values(next.out));
    if (less < 0) {
      const name = good?.name ?? of.lot.goodId;
      const amount = (value: number) => formatAmount(rounded(value), good?.unit ?? 'piece');
      wrong.push({
        moveId: move.id,
        says: `${name}, ${move.kind} ${amount(move.amount)} on ${move.day}: there is ${amount(-less)} less of this lot than that.`,
      });
      continue;
    }
    stock.set(move.lotId, next);
  }
  const list = [...stock.values()].map((of) => {
    const until = goodUntil(of, goods.get(of.lot.goodId));
    return until === undefined ? of : { ...of, goodUntil: until };
  });
  return { lots: list, wrong };
}

function moved(of: LotStock, { kind, amount, showId, day }: StoreMove): LotStock {
  const out = showId === undefined ? 0 : (of.out[showId] ?? 0);
  const withOut = (value: number): Record<string, number> => {
    const { [showId ?? '']: _mine, ...others } = of.out;
    return showId === undefined || rounded(value) === 0 ? others : { ...others, [showId]: rounded(value) };
  };
  switch (kind) {
    case 'bought':
      return { ...of, shelf: rounded(of.shelf + amount) };
    case 'counted':
      return { ...of, shelf: amount };
    case 'packed':
      return { ...of, shelf: rounded(of.shelf - amount), out: withOut(out + amount) };
    case 'returned':
      return { ...of, shelf: rounded(of.shelf + amount), out: withOut(out - amount) };
    case 'used':
    case 'binned': {
      const fromOut = Math.min(out, amount);
      return { ...of, shelf: rounded(of.shelf - (amount - fromOut)), out: withOut(out - fromOut) };
    }
    case 'opened':
      return { ...of, openedOn: of.openedOn ?? day };
    case 'undo':
      return of;
  }
}

function goodUntil({ lot, openedOn }: LotStock, good: Good | undefined): string | undefined {
  const opened =
    openedOn !== undefined && good?.openLastsDays !== undefined
      ? format(addDays(parseISO(openedOn), good.openLastsDays), 'yyyy-MM-dd')
      : undefined;
  const days = [lot.expires, opened].filter((d) => d !== undefined).sort();
  return days[0];
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
