import { format, addDays } from 'date-fns';
import type { LotStock, StoresAnswer } from '@hearty/core';
import { amountWords, moveOf, stockOf, untilWords } from './stock';
import { today } from '../../kit/day';

const day = (n: number) => format(addDays(new Date(), n), 'yyyy-MM-dd');
const lot = (id: string, goodId: string, shelf: number, more: Partial<LotStock> = {}): LotStock => ({
  lot: { id, goodId },
  shelf,
  out: {},
  ...more,
});
const stores: StoresAnswer = {
  goods: ['yeast', 'Alum', 'rope'].map((id) => ({
    id,
    version: 1,
    body: { id, name: id, sort: 'consumable', unit: 'g', onShelf: 0 },
  })),
  lots: [
    lot('b', 'yeast', 5),
    lot('a', 'yeast', 7, { goodUntil: day(9) }),
    lot('c', 'yeast', 0),
    lot('d', 'rope', 0, { out: { s: 2 } }),
  ],
  tick: 0,
  moves: [],
  titles: {},
};

test('goods stand by name, lots in the order they are used up, and empty ones are gone unless out with a show', () => {
  const stock = stockOf(stores);
  expect(stock.map((s) => s.good.id)).toEqual(['Alum', 'rope', 'yeast']);
  expect(stock.map((s) => s.lots.map((l) => l.lot.id))).toEqual([[], ['d'], ['a', 'b']]);
  expect(stock.map((s) => s.shelf)).toEqual([0, 0, 12]);
});

test('a lot says how long it is good, when it was opened, and when it is past its day', () => {
  expect(untilWords(lot('a', 'x', 1))).toBe('keeps');
  expect(untilWords(lot('a', 'x', 1, { goodUntil: '2099-01-03' }))).toBe('until 3 Jan 2099');
  expect(untilWords(lot('a', 'x', 1, { goodUntil: day(-1) }))).toContain('expired since');
  expect(untilWords(lot('a', 'x', 1, { openedOn: '2026-02-01' }))).toBe('opened 1 Feb 2026, keeps');
});

test('a line for the ledger bears its moment and an id unlike any other', () => {
  const [a, b] = [moveOf('l', 'used', 2), moveOf('l', 'used', 2, { note: 'x' })];
  expect(a).toMatchObject({ lotId: 'l', kind: 'used', amount: 2, day: today() });
  expect(b.note).toBe('x');
  expect(a.id).not.toBe(b.id);
});

test('amounts are in the good’s own unit', () =>
  expect(amountWords(stores.goods[0]!.body, 1500)).toBe('1.5 kg'));
