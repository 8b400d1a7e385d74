import { plan } from '../plan';
import { script } from '../script';
import type { ColdPlan, Good, ShowFile } from '../show';
import { demo, good, item, record, showOf } from '../testing/hall-show';
import { balance } from './ledger';
import { type WrittenMove } from './moves';
import { buyingList, tour } from './tour';

type Move = WrittenMove & { tick: number };

const MINT: Good = {
  ...good('soda', 'consumable', 0),
  packAmount: 14,
  packPrice: 0.9,
  leadDays: 3,
  supplier: 'supermarket',
};

function stop(id: string, date: string, amount: number, retries = 0, odds?: [number, number], mint = MINT) {
  const file: ShowFile = showOf(
    [demo('fountain', { consumables: [{ goodId: 'soda', amount, per: 'attempt', wastePct: 0 }] })],
    [item('fountain', { retries })],
    { stock: [mint], ...(odds && { record: [record('fountain', ...odds)] }) },
  );
  const dated = { ...file, show: { ...file.show, id, title: id, date } };
  return { script: script(dated), timetable: plan(dated, { plays: 0 }).timetable };
}
const shelf = (rows: [amount: number, expires?: string][]) =>
  balance(
    rows.map(([, expires], i) => ({ id: `l${i}`, goodId: 'soda', ...(expires && { expires }) })),
    rows.map(([amount], i): Move => ({
      id: `m${i}`,
      lotId: `l${i}`,
      kind: 'bought',
      amount,
      tick: i,
      day: '2026-11-01',
    })),
    new Map([['soda', MINT]]),
  ).lots;

test('the third show of the week knows that the first two ate its mints', () => {
  const stops = [stop('wed', '2026-12-09', 7), stop('mon', '2026-12-07', 7), stop('tue', '2026-12-08', 7)];
  const shows = tour(stops, shelf([[16]]));
  expect(shows.map((s) => s.showId)).toEqual(['mon', 'tue', 'wed']);
  expect(shows.map((s) => s.lines[0])).toMatchObject([
    { usable: 16, before: 0, short: 0 },
    { usable: 9, before: 7, short: 0 },
    { usable: 2, before: 14, short: 5, packs: 1, cost: 0.9 },
  ]);
  // Alone on the same shelf, the third would want nothing.
  expect(tour([stops[0]!], shelf([[16]]))[0]!.lines[0]!.short).toBe(0);
});

test('what is already out with a show is its own, and nobody else’s', () => {
  const lots = balance(
    [{ id: 'l', goodId: 'soda' }],
    [
      { id: 'b', lotId: 'l', kind: 'bought', amount: 10, tick: 1, day: '2026-11-01' },
      { id: 'p', lotId: 'l', kind: 'packed', amount: 7, tick: 2, day: '2026-11-02', showId: 'tue' },
    ],
    new Map([['soda', MINT]]),
  ).lots;
  const shows = tour([stop('mon', '2026-12-07', 7), stop('tue', '2026-12-08', 7)], lots);
  expect(shows.map((s) => s.lines[0])).toMatchObject([{ usable: 3, short: 4, packs: 1 }, { short: 0 }]);
});

test('the rest of a pack bought for one show is there for the next', () => {
  const shows = tour([stop('a', '2026-12-07', 10), stop('b', '2026-12-08', 4)], []);
  expect(shows.map((s) => s.lines[0])).toMatchObject([
    { short: 10, packs: 1 },
    // The shelf has nothing: all four are short, and the first show's pack will hold them.
    { usable: 0, short: 4, fromPacks: 4, packs: 0 },
  ]);
});

test('what is past its day by the second show does not count for it', () => {
  const shows = tour(
    [stop('a', '2026-12-07', 3), stop('b', '2026-12-20', 3)],
    shelf([
      [8, '2026-12-10'],
      [2, '2027-05-01'],
    ]),
  );
  expect(shows.map((s) => s.lines[0])).toMatchObject([
    { usable: 10, past: 0, short: 0 },
    { usable: 2, past: 5, short: 1 },
  ]);
});

test('odds are pooled: a tour packs less reserve than its shows one by one', () => {
  // p = 0.9, three retries: alone P(more than 2) = 0.01, so each packs 2; ten together need far fewer than 20.
  const stops = Array.from({ length: 10 }, (_, i) =>
    stop(`s${i}`, `2026-12-${10 + i}`, 1, 3, [900_000, 100_000]),
  );
  const shows = tour(stops, []);
  const together = shows.reduce((n, s) => n + s.lines[0]!.share, 0);
  expect(shows.every((s) => s.lines[0]!.packed === 2)).toBe(true);
  expect(together).toBeLessThan(16);
  // The sum of ten truncated geometric counts exceeds it at most 5 times in 100: P(sum > k) for negative binomial,
  // whose truncation at three retries changes nothing in the first three digits.
  const p = 0.9;
  let below = 0;
  let term = p ** 10;
  for (let failures = 0; failures <= together - 10; failures++) {
    below += term;
    term *= ((10 + failures) / (failures + 1)) * (1 - p);
  }
  expect(1 - below).toBeLessThanOrEqual(0.05);
});

test('what a show uses up is priced by the pack, and a head of the audience by that', () => {
  const [show] = tour([stop('a', '2026-12-07', 7)], []);
  expect(show).toMatchObject({ usesCost: 0.45, perHead: 0.45 / 90, unpriced: [] });
});

test('the buying list names the day to order by, what is late, packs and substitutes', () => {
  const shows = tour([stop('a', '2026-12-07', 10), stop('b', '2026-12-08', 30)], []);
  const goods = [{ ...MINT, hardToFind: true, substitutes: 'Any mint of the kind' }, good('flask', 'kit', 1)];
  const list = buyingList(
    shows,
    goods,
    [
      { showId: 'a', goodId: 'flask', short: 1 },
      { showId: 'b', goodId: 'flask', short: 2 },
    ],
    '2026-12-04',
  );
  expect(list).toMatchObject([
    // Three days to come and a day in hand before 7 December: 3 December, and today is the 4th.
    {
      goodId: 'soda',
      orderBy: '2026-12-03',
      late: true,
      packs: 3,
      amount: 40,
      cost: 2.7,
      hardToFind: true,
      substitutes: 'Any mint of the kind',
    },
    {
      goodId: 'flask',
      amount: 2,
      late: false,
      orderBy: '2026-12-06',
      forShows: [{ showId: 'a' }, { showId: 'b' }],
    },
  ]);
});

test('a cryogen with a budget is ordered by it, losses and all, for each show again', () => {
  const file = showOf(
    [demo('glass', { consumables: [{ goodId: 'soda', amount: 1000, per: 'showing', wastePct: 0 }] })],
    undefined,
    { stock: [{ ...good('soda', 'consumable', 0), unit: 'g', storage: 'cryogen' }] },
  );
  const cold: ColdPlan = {
    goodId: 'soda',
    cryogen: 'dry ice',
    vessel: 15,
    staticPerDay: 2,
    filledOn: '2026-12-12',
    filledAt: '02:00',
    chillDown: 0,
    pourLossPct: 10,
    openPerHour: 0,
    openHours: 0,
    reservePct: 0,
    pricePerUnit: 4,
    objects: [],
  };
  const dated = { ...file, show: { ...file.show, cold: [cold] } };
  const { timetable } = plan(dated, { plays: 0 });
  // 1 kg poured, 10 % of it lost, 2 kg a day for the 12 h and 5 min until the end: 2.107 kg, so 3.
  const [first, second] = tour(
    [
      { script: script(dated), timetable },
      { script: script({ ...dated, show: { ...dated.show, id: 'again' } }), timetable },
    ],
    [],
  );
  expect(first!.lines[0]).toMatchObject({ planned: 1000, short: 3000, cost: 12, packs: undefined });
  expect(second!.lines[0]!.short).toBe(3000);
  expect(first!.usesCost).toBe(12);
  // Nothing poured, but a vessel to keep: 1.007 kg are lost by the end, so 2.
  const chilled = { ...dated, demos: [demo('glass')] };
  expect(tour([{ script: script(chilled), timetable }], [])[0]!.lines).toMatchObject([
    { planned: 0, short: 2000 },
  ]);
  expect(buyingList([first!], dated.stock, [], '2026-12-01')[0]).toMatchObject({ amount: 3000, cost: 12 });
});

describe('packs that are opened', () => {
  const lasting = (openLastsDays: number | undefined, gapDays: number) => {
    const mint = { ...MINT, ...(openLastsDays !== undefined && { openLastsDays }) };
    const second = `2026-12-${String(7 + gapDays).padStart(2, '0')}`;
    return tour(
      [stop('a', '2026-12-07', 10, 0, undefined, mint), stop('b', second, 4, 0, undefined, mint)],
      [],
    )[1]!.lines[0]!.packs;
  };

  // 14 bought for the first show, 10 used: 4 are left of an opened pack.
  test('last only so long, to the day; what is not said to go off keeps', () => {
    expect([lasting(5, 5), lasting(5, 6), lasting(undefined, 20)]).toEqual([0, 1, 0]);
  });
});

test('a reserve that keeps is still there for the next show: the plan eats what goes off first', () => {
  // Sure odds 0.9 and three retries: each alone packs 2 of which 1 is planned.
  const stops = (lots: [number, string?][]) =>
    tour(
      [stop('a', '2026-12-07', 1, 3, [900_000, 100_000]), stop('b', '2026-12-20', 1, 3, [900_000, 100_000])],
      shelf(lots),
    ).map((s) => s.lines[0]!.share);
  const keeps = stops([[1, '2026-12-10'], [9]]);
  const goesOff = stops([[2, '2026-12-10'], [9]]);
  // What the first show sets aside is from the lot that keeps, and the second needs less of its own.
  expect(keeps[1]!).toBeLessThan(goesOff[1]!);
});
