import Papa from 'papaparse';
import { plan } from '../plan';
import { script } from '../script';
import { packing, thingsOf, tour } from '../supplies';
import { demo, good, showOf } from '../testing/hall-show';
import { buyingCsv, costsCsv, packingCsv } from './lists-csv';

const file = showOf(
  [
    demo('foam', {
      consumables: [{ goodId: 'soda', amount: 3, per: 'show', wastePct: 0 }],
      kit: [{ goodId: 'flask', count: 1, turnRoundS: 0 }],
    }),
  ],
  undefined,
  {
    stock: [
      {
        ...good('soda', 'consumable', 0),
        name: 'Soda, "fine"',
        pieceG: 5,
        pieceL: 0.1,
        packAmount: 2,
        packPrice: 1.5,
      },
      good('flask', 'kit', 1),
    ],
  },
);
const { timetable, needs } = plan(file, { plays: 0 });
const rows = (csv: string) => Papa.parse<Record<string, string>>(csv, { header: true }).data;

test('the packing list has a row for each thing, whether in a crate or loose', () => {
  const packed = packing(thingsOf(script(file), timetable, needs), [
    { id: 'a', name: 'Crate', insideL: 40, limitKg: 16 },
  ]);
  expect(rows(packingCsv(packed))).toMatchObject([
    { where: 'Crate', what: 'Soda, "fine"', amount: '3 ×', kg: '0.01' },
    { where: 'loose', what: 'flask', how: 'its weight or size is not in the stores' },
  ]);
});

test('the shopping list and the cost sheet say what the screens say', () => {
  const shows = tour([{ script: script(file), timetable }], []);
  const buying = [
    {
      goodId: 'soda',
      name: 'Soda, "fine"',
      unit: 'piece' as const,
      amount: 3,
      packs: 2,
      packAmount: 2,
      cost: 3,
      supplier: 'chemist' as const,
      orderBy: '2026-12-11',
      late: true,
      hardToFind: false,
      substitutes: undefined,
      forShows: [{ showId: 'hall', title: 'A show in a hall' }],
    },
  ];
  const answer = { today: '2026-12-12', shows, buying };
  expect(rows(buyingCsv(answer.buying))).toMatchObject([
    {
      supplier: 'chemist',
      what: 'Soda, "fine"',
      short: '3',
      packs: '2',
      about: '3.00',
      'order by': '2026-12-11',
      late: 'yes',
    },
  ]);
  expect(rows(costsCsv(answer.shows))).toMatchObject([
    { show: 'A show in a hall', people: '90', 'uses about': '2.25', 'a head': '0.03' },
  ]);
});
