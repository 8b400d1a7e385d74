import fc from 'fast-check';
import type { Good } from '../show';
import { good } from '../testing/hall-show';
import { balance, firstExpiredFirst, shelfOf } from './ledger';
import { MOVE_KINDS, type Lot, type WrittenMove } from './moves';

type Move = WrittenMove & { tick: number };

const goods = new Map<string, Good>([['soda', { ...good('soda', 'consumable', 0), openLastsDays: 30 }]]);
const lot = (id: string, expires?: string): Lot => ({ id, goodId: 'soda', ...(expires && { expires }) });
let clock = 0;
const move = (lotId: string, kind: Move['kind'], amount: number, more: Partial<Move> = {}): Move => ({
  id: `m${String(++clock).padStart(5, '0')}`,
  lotId,
  kind,
  amount,
  tick: clock,
  day: '2026-12-01',
  ...more,
});
const sum = (lots: Lot[], moves: Move[]) => balance(lots, moves, goods);

test('a lot is what its moves add up to: bought, out with a show, used of that, the rest home again', () => {
  const moves = [
    move('a', 'bought', 10),
    move('a', 'packed', 6, { showId: 's' }),
    move('a', 'used', 4, { showId: 's' }),
  ];
  expect(sum([lot('a')], moves).lots[0]).toMatchObject({ shelf: 4, out: { s: 2 } });
  expect(sum([lot('a')], [...moves, move('a', 'returned', 2, { showId: 's' })]).lots[0]).toMatchObject({
    shelf: 6,
    out: {},
  });
});

test('what was used without having been packed comes off the shelf; a count sets the shelf right', () => {
  const moves = [
    move('a', 'bought', 10),
    move('a', 'used', 3),
    move('a', 'counted', 5),
    move('a', 'binned', 1),
  ];
  expect(sum([lot('a')], moves).lots[0]!.shelf).toBe(4);
});

test('a move that leaves less than nothing is named with its figures, and does not count', () => {
  const wrong = move('a', 'used', 12);
  const { lots, wrong: found } = sum([lot('a')], [move('a', 'bought', 10), wrong, move('a', 'binned', 1)]);
  // Times run on, so the bought one written first here is the later one: nothing was there to use.
  expect(found.map((w) => w.moveId)).toContain(wrong.id);
  expect(found[0]!.message).toContain('soda, used 12 on 2026-12-01: there is');
  expect(lots[0]!.shelf).toBe(9);
});

test('a move is taken back by another, and then counts as never written', () => {
  const bought = move('a', 'bought', 10);
  const used = move('a', 'used', 3);
  expect(sum([lot('a')], [bought, used, move('a', 'undo', 0, { ofId: used.id })]).lots[0]!.shelf).toBe(10);
  // Taking back what later moves need is refused in the name of those.
  const { wrong } = sum([lot('a')], [bought, used, move('a', 'undo', 0, { ofId: bought.id })]);
  expect(wrong.map((w) => w.moveId)).toEqual([used.id]);
});

test('once opened it lasts so many days, or to its expiry if that comes first', () => {
  const opened = (expires?: string) =>
    sum([lot('a', expires)], [move('a', 'bought', 1), move('a', 'opened', 0, { day: '2026-02-10' })]).lots[0];
  expect(opened()).toMatchObject({ openedOn: '2026-02-10', goodUntil: '2026-03-12' });
  expect(opened('2026-02-20')).toMatchObject({ goodUntil: '2026-02-20' });
  expect(opened('2027-01-01')).toMatchObject({ goodUntil: '2026-03-12' });
});

const anyMoves = fc.array(
  fc.record({
    lotId: fc.constantFrom('a', 'b', 'c', 'nowhere'),
    kind: fc.constantFrom(...MOVE_KINDS.filter((k) => k !== 'undo')),
    amount: fc.integer({ min: 0, max: 20 }),
    tick: fc.nat(1000),
    showId: fc.option(fc.constantFrom('s', 't'), { nil: undefined }),
  }),
  { maxLength: 40 },
);

test('whatever is written in whatever order, no lot and no show ever holds less than nothing', () => {
  fc.assert(
    fc.property(anyMoves, (list) => {
      const moves = list.map(({ showId, ...m }, i): Move => ({
        ...m,
        id: `m${i}`,
        day: '2026-12-01',
        ...(showId && { showId }),
      }));
      const lots = [lot('a'), lot('b'), lot('c')];
      const { lots: stock, wrong } = sum(lots, moves);
      for (const { shelf, out } of stock) {
        expect(shelf).toBeGreaterThanOrEqual(0);
        for (const amount of Object.values(out)) expect(amount).toBeGreaterThan(0);
      }
      // Without the wrong ones the same sum comes out, and nothing is wrong: those are all that is wrong.
      const right = moves.filter((m) => !wrong.some((w) => w.moveId === m.id));
      expect(sum(lots, right)).toEqual({ lots: stock, wrong: [] });
      // The order in which rows are read plays no part.
      expect(sum(lots, [...moves].reverse()).lots).toEqual(stock);
    }),
    { seed: 21, numRuns: 300 },
  );
});

const anyShelf = fc.array(
  fc.record({ amount: fc.integer({ min: 0, max: 9 }), until: fc.option(fc.integer({ min: 1, max: 28 })) }),
  { maxLength: 7 },
);

test('first expired first out: nothing past its day is taken, and nothing while an earlier one is left', () => {
  fc.assert(
    fc.property(
      anyShelf,
      fc.integer({ min: 0, max: 40 }),
      fc.integer({ min: 1, max: 28 }),
      (shelf, amount, dayOf) => {
        const date = (d: number) => `2026-12-${String(d).padStart(2, '0')}`;
        const lots = shelf.map((s, i) => lot(`l${i}`, s.until === null ? undefined : date(s.until)));
        const { lots: stock } = sum(
          lots,
          shelf.map((s, i) => move(`l${i}`, 'bought', s.amount)),
        );
        const day = date(dayOf);
        const { draws, missing } = firstExpiredFirst(stock, 'soda', amount, day);
        expect(draws.reduce((n, d) => n + d.amount, 0) + missing).toBe(amount);
        const taken = (id: string) => draws.find((d) => d.lotId === id)?.amount ?? 0;
        for (const l of stock) {
          expect(taken(l.lot.id)).toBeLessThanOrEqual(l.shelf);
          if (l.goodUntil !== undefined && l.goodUntil < day) expect(taken(l.lot.id)).toBe(0);
          for (const other of stock)
            if (
              (other.goodUntil ?? '9') > (l.goodUntil ?? '9') &&
              (l.goodUntil ?? '9') >= day &&
              taken(other.lot.id) > 0
            )
              expect(taken(l.lot.id)).toBe(l.shelf);
        }
        if (missing > 0)
          expect(missing).toBe(
            amount - stock.filter((l) => (l.goodUntil ?? '9') >= day).reduce((n, l) => n + l.shelf, 0),
          );
      },
    ),
    { seed: 22, numRuns: 300 },
  );
});

test('the shelf of a good is the sum over its lots', () => {
  const { lots } = sum([lot('a'), lot('b')], [move('a', 'bought', 2), move('b', 'bought', 3)]);
  expect(shelfOf(lots)).toEqual(new Map([['soda', 5]]));
});
