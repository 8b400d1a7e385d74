import { today } from '../../kit/day';
import {
  formatAmount,
  type BuyLine,
  type Good,
  type LotStock,
  type StoresAnswer,
  type WrittenMove,
} from '@hearty/core';
import { format, parseISO } from 'date-fns';
import { newId } from '../../session/ids';

/** A good with its lots in the order they are used up. */
export interface Stock {
  good: Good;
  version: number;
  lots: LotStock[];
  shelf: number;
}

/** The goods by name, each with what is left of its lots. */
export function stockOf({ goods, lots }: Pick<StoresAnswer, 'goods' | 'lots'>): Stock[] {
  const lotsOf = new Map<string, LotStock[]>();
  for (const stock of lots) {
    if (stock.shelf <= 0 && Object.keys(stock.out).length === 0) continue;
    const mine = lotsOf.get(stock.lot.goodId);
    if (mine) mine.push(stock);
    else lotsOf.set(stock.lot.goodId, [stock]);
  }
  return goods
    .map(({ body: good, version }) => {
      const mine = (lotsOf.get(good.id) ?? []).sort((a, b) =>
        (a.goodUntil ?? '9').localeCompare(b.goodUntil ?? '9'),
      );
      const shelf = mine.reduce((sum, l) => sum + l.shelf, 0);
      // What waste takes of pieces is not whole: no more than this many are there.
      return { good, version, lots: mine, shelf: good.unit === 'piece' ? Math.floor(shelf + 1e-6) : shelf };
    })
    .sort((a, b) => byName.compare(a.good.name, b.good.name));
}

/** Made once: to compare by it is many times quicker than `localeCompare`. */
const byName = new Intl.Collator('en');

/** A line for the ledger, written here and now. */
export const moveOf = (
  lotId: string,
  kind: WrittenMove['kind'],
  amount: number,
  more: Partial<WrittenMove> = {},
): WrittenMove => ({ id: newId(), lotId, kind, amount, day: today(), ...more });

export const dayWords = (day: string) => format(parseISO(day), 'd MMM yyyy');

/** "until 3 Jan 2027", "expired since 1 Nov 2026". */
export function untilWords({ goodUntil, openedOn }: LotStock): string {
  const opened = openedOn ? `opened ${dayWords(openedOn)}, ` : '';
  if (goodUntil === undefined) return `${opened}keeps`;
  return goodUntil < today()
    ? `${opened}expired since ${dayWords(goodUntil)}`
    : `${opened}until ${dayWords(goodUntil)}`;
}

export const amountWords = (good: Good, amount: number) => formatAmount(amount, good.unit);

/** The shows a line of the buying list is for. */
export const forShows = (b: BuyLine) => [...new Set(b.forShows.map((s) => s.title))].join(', ');

export const supplierWords = (supplier: BuyLine['supplier']) =>
  supplier ? supplier[0]!.toUpperCase() + supplier.slice(1) : 'No supplier set';
