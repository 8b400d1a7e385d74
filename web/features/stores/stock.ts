import { formatAmount, type Good, type LotStock, type StoreMove, type StoresAnswer } from '@hearty/core';
import { format, parseISO } from 'date-fns';
import { newId } from '../../session/queries';

/** A good with its lots in the order they are used up. */
export interface Stock {
  good: Good;
  version: number;
  lots: LotStock[];
  shelf: number;
}

/** The goods by name, each with what is left of its lots. */
export function stockOf({ goods, lots }: StoresAnswer): Stock[] {
  return goods
    .map(({ body: good, version }) => {
      const mine = lots
        .filter((l) => l.lot.goodId === good.id && (l.shelf > 0 || Object.keys(l.out).length > 0))
        .sort((a, b) => (a.goodUntil ?? '9').localeCompare(b.goodUntil ?? '9'));
      return { good, version, lots: mine, shelf: mine.reduce((sum, l) => sum + l.shelf, 0) };
    })
    .sort((a, b) => a.good.name.localeCompare(b.good.name));
}

export const today = () => format(new Date(), 'yyyy-MM-dd');

/** A line for the ledger, written here and now. */
export const moveOf = (
  lotId: string,
  kind: StoreMove['kind'],
  amount: number,
  more: Partial<StoreMove> = {},
): StoreMove => ({ id: newId(), lotId, kind, amount, at: Date.now(), day: today(), ...more });

export const dayWords = (day: string) => format(parseISO(day), 'd MMM yyyy');

/** "until 3 Jan 2027", "past its day since 1 Nov 2026". */
export function untilWords({ goodUntil, openedOn }: LotStock): string {
  const opened = openedOn ? `opened ${dayWords(openedOn)}, ` : '';
  if (goodUntil === undefined) return `${opened}keeps`;
  return goodUntil < today()
    ? `${opened}past its day since ${dayWords(goodUntil)}`
    : `${opened}until ${dayWords(goodUntil)}`;
}

export const amountWords = (good: Good, amount: number) => formatAmount(amount, good.unit);
