import { buyingList, tour } from '../supplies';
import { script } from '../script';
import type { Good, OpenAction, ShowFile } from '../show';
import { demo, good, item, showOf } from '../testing/hall-show';
import { dueFor, type Due } from './due';
import { plan } from './plan';

const MINT: Good = { ...good('mint', 'consumable', 0), name: 'Mints', leadDays: 3 };
const ROPE: Good = { ...good('rope', 'kit', 0), name: 'Rope' };

function show(id: string, date: string, amount: number): ShowFile {
  const file = showOf(
    [demo('fountain', { consumables: [{ goodId: 'mint', amount, per: 'showing', wastePct: 0 }] })],
    [item('fountain')],
    { stock: [MINT] },
  );
  return { ...file, show: { ...file.show, id, title: `Show ${id}`, date } };
}

interface Asked {
  shows: ShowFile[];
  kit?: { showId: string; goodId: string; short: number }[];
  today?: string;
  seenOn?: [string, string][];
  actions?: OpenAction[];
  played?: boolean;
  tried?: string[];
  shelf?: number;
}

const NOON = '2026-12-01';

function due({ shows, kit = [], today = NOON, seenOn = [], actions = [], ...rest }: Asked): Due[] {
  const lots = rest.shelf ? [{ lot: { id: 'l', goodId: 'mint' }, shelf: rest.shelf, out: {} }] : [];
  const planned = tour(
    shows.map((file) => ({ script: script(file), timetable: plan(file, { plays: 0 }).timetable })),
    lots,
  );
  const [first] = shows;
  return dueFor({
    show: first!.show,
    demos: new Map([['fountain', 'Fountain']]),
    people: new Map([['ann', 'Ann']]),
    tour: planned.find((s) => s.showId === first!.show.id),
    buying: buyingList(planned, [MINT, ROPE], kit, today),
    goods: new Map([
      ['mint', MINT],
      ['rope', ROPE],
    ]),
    seenOn: new Map(seenOn),
    actions,
    played: rest.played ?? true,
    attempted: new Set(rest.tried ?? ['fountain']),
    today,
  });
}

test('with everything on the shelf, played and tried, nothing is due', () => {
  expect(due({ shows: [show('a', '2026-12-12', 8)], shelf: 20, seenOn: [['mint', '2026-11-20']] })).toEqual(
    [],
  );
});

test('orders by their lead time, purchases a day before, and what comes too late says so', () => {
  const shows = [show('a', '2026-12-12', 8)];
  const kit = [{ showId: 'a', goodId: 'rope', short: 2 }];
  // Three days to come and one in hand before the 12th: the 8th; without a lead time the 11th.
  expect(due({ shows, kit })).toMatchObject([
    { kind: 'order', by: '2026-12-08', late: false, message: 'Order Mints (8)' },
    { kind: 'order', by: '2026-12-11', late: false, message: 'Buy Rope (2)' },
  ]);
  expect(due({ shows, kit, today: '2026-12-09' })[0]).toMatchObject({ by: '2026-12-08', late: true });
});

test('what a later show wants ordered before this one is due too, and named; what can wait is not', () => {
  const soon = [show('a', '2026-12-12', 8), show('b', '2026-12-14', 8)];
  expect(due({ shows: soon, shelf: 8, seenOn: [['mint', '2026-11-20']] })).toMatchObject([
    { by: '2026-12-10', message: 'Order Mints (8) for “Show b”' },
  ]);
  const late = [show('a', '2026-12-12', 8), show('b', '2027-01-30', 8)];
  expect(due({ shows: late, shelf: 8, seenOn: [['mint', '2026-11-20']] })).toEqual([]);
});

test('a shelf relied on that nobody looked at for a quarter is to be counted, one that was is not', () => {
  const shows = [show('a', '2026-12-12', 8)];
  const counts = (day: string) =>
    due({ shows, shelf: 20, seenOn: [['mint', day]] }).filter((d) => d.kind === 'count');
  expect(counts('2026-09-01')).toEqual([]);
  expect(counts('2026-08-31')).toMatchObject([
    { by: '2026-12-11', message: 'Count Mints: nobody has for 91 days' },
  ]);
});

test('a show that was never played wants a rehearsal, with what nobody has tried; a vessel its hour', () => {
  const [plain] = [show('a', '2026-12-12', 8)];
  const file: ShowFile = {
    ...plain,
    show: {
      ...plain.show,
      cold: [
        {
          ...{ goodId: 'mint', cryogen: 'dry ice', vessel: 15, staticPerDay: 2, filledOn: '2026-12-11' },
          ...{ filledAt: '16:00', chillDown: 0, pourLossPct: 10, openPerHour: 0, openHours: 0 },
          ...{ reservePct: 10, objects: [] },
        },
      ],
    },
  };
  const list = due({ shows: [file], played: false, tried: [] });
  expect(list.find((d) => d.kind === 'fill')).toMatchObject({ by: '2026-12-11', at: '16:00' });
  expect(list.find((d) => d.kind === 'rehearse')).toMatchObject({
    by: '2026-12-11',
    message: 'Rehearse it: nobody has tried Fountain yet',
  });
  expect(list.map((d) => d.by)).toEqual(list.map((d) => d.by).sort());
});

test('actions of its demos, its venue and itself are due, those of others are not', () => {
  const shows = [show('a', '2026-12-12', 8)];
  const on = (kind: OpenAction['on'], onId: string): OpenAction => ({
    id: `${kind}-${onId}`,
    text: 'Mend it',
    on: kind,
    onId,
  });
  const actions = [
    on('demo', 'fountain'),
    on('demo', 'other'),
    on('show', 'a'),
    on('show', 'b'),
    on('venue', shows[0]!.show.venueId),
    on('venue', 'elsewhere'),
  ];
  expect(
    due({ shows, shelf: 20, seenOn: [['mint', '2026-11-20']], actions }).map((d) => [d.key, d.message]),
  ).toEqual([
    ['action:demo-fountain', 'Mend it (Fountain)'],
    ['action:show-a', 'Mend it'],
    [`action:venue-${shows[0]!.show.venueId}`, 'Mend it (the venue)'],
  ]);
});
