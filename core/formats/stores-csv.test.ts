import fc from 'fast-check';
import Papa from 'papaparse';
import type { Good } from '../show';
import { balance, type LotStock, type WrittenMove } from '../supplies';
import { good } from '../testing/hall-show';
import { readStores, STORES_COLUMNS, writeStores } from './stores-csv';

type Move = WrittenMove & { tick: number };

const GOODS: Good[] = [
  {
    ...good('soda', 'consumable', 0),
    name: 'Baking "soda", fine',
    unit: 'g',
    densityGPerML: 0.9,
    supplier: 'supermarket',
    packAmount: 500,
    packPrice: 1.3,
  },
  { ...good('flask', 'kit', 0), storage: 'cryogen', substitutes: 'A flask\nof steel' },
];
const LOTS = balance(
  [
    { id: 'a', goodId: 'soda', expires: '2027-01-01' },
    { id: 'b', goodId: 'soda' },
  ],
  ['a', 'b'].map((lotId, i): Move => ({
    id: lotId,
    lotId,
    kind: 'bought',
    amount: 100 * (i + 1),
    tick: i,
    day: '2026-01-01',
  })),
  new Map(GOODS.map((g) => [g.id, g])),
).lots;
const read = (csv: string) => readStores(csv, GOODS, LOTS, (name) => `new-${name.replace(/\W/g, '-')}`);

test('what is written is read back without a change, quotes, commas and line breaks and all', () => {
  const csv = writeStores(GOODS, LOTS);
  expect(csv.split('\r\n')[0]).toBe(STORES_COLUMNS.join(','));
  const { rows, goods, counts } = read(csv);
  expect(rows.map((r) => r.status)).toEqual(['same', 'same', 'same']);
  expect([goods, counts]).toEqual([[], []]);
});

test('a preview says what each row adds or changes, amounts in kitchen units too', () => {
  const csv = 'name,unit,sort,on shelf,expires,price\nBaking "soda"; fine,,,,,\n';
  expect(read(csv).rows[0]).toMatchObject({ status: 'wrong', problems: [{ column: 'unit' }] });
  const { rows, goods, counts } = read(
    Papa.unparse([
      {
        name: 'baking "SODA", fine',
        'on shelf': '1/2 lb',
        expires: '2027-01-01',
        price: '1,50',
        unit: '',
        sort: '',
      },
      { name: 'Vinegar', unit: 'mL', sort: 'consumable', 'on shelf': '2 cups', expires: '', price: '' },
    ]),
  );
  expect(rows).toMatchObject([
    {
      status: 'changed',
      changes: [
        'name: Baking "soda", fine → baking "SODA", fine',
        'price: 1.3 → 1.5',
        expect.stringContaining('on shelf (until 2027-01-01): 100 → 226.79'),
      ],
    },
    { status: 'new', name: 'Vinegar' },
  ]);
  // Columns that the file does not have are left as they are.
  expect(goods[0]).toMatchObject({ id: 'soda', packPrice: 1.5, packAmount: 500, supplier: 'supermarket' });
  expect(goods[1]).toMatchObject({ id: 'new-Vinegar', unit: 'mL' });
  expect(counts[1]!.amount).toBeCloseTo(473.18, 1);
});

test('each mistake is named by its line and column, and a wrong row changes nothing', () => {
  const { rows, goods, counts } = read(
    [
      'name,unit,on shelf,supplier,storage,lead days,expires',
      ',g,1,,,,',
      'Yeast,g,a lot,,,,',
      'Yeast two,stone,1,,,,',
      'Yeast three,g,1,the moon,,,',
      'Yeast four,g,1,,,soon,',
      'Yeast five,g,1,,,,next week',
      'flask,g,1,,,,',
      'Yeast six,g,1,,,,',
      'Yeast six,g,2,,,,',
    ].join('\n'),
  );
  expect(rows.map((r) => [r.line, r.status, r.problems[0]?.column])).toEqual([
    [2, 'wrong', 'name'],
    [3, 'wrong', 'on shelf'],
    [4, 'wrong', 'unit'],
    [5, 'wrong', 'supplier'],
    [6, 'wrong', 'lead days'],
    [7, 'wrong', 'expires'],
    [8, 'wrong', 'unit'],
    [9, 'new', undefined],
    [10, 'wrong', 'name'],
  ]);
  expect(goods).toHaveLength(1);
  expect(counts).toHaveLength(1);
});

test('a file that is not one of stores is refused as a whole', () => {
  expect(read('a,b\n1,2').message).toContain('“name” is missing');
  expect(read('name,colour\nx,y').message).toContain('“colour” is no column');
  expect(read('name,Unit, NAME\nx,g,y').message).toContain('a column twice: “name”');
});

test('a name that looks like a formula is no formula in the file, and comes back as it was', () => {
  const tricky: Good[] = [{ ...good('x', 'kit', 0), name: '=1+1' }];
  const csv = writeStores(tricky, []);
  expect(csv).toContain("'=1+1");
  expect(readStores(csv, tricky, [], (n) => n).rows[0]).toMatchObject({ status: 'same' });
});

describe('what comes back', () => {
  const lots: LotStock[] = [
    { lot: { id: 'a', goodId: 'soda', expires: '2027-01-01' }, shelf: 5, out: {} },
    { lot: { id: 'b', goodId: 'flask' }, shelf: 1, out: {} },
  ];
  const goods = [good('soda', 'consumable', 0), good('flask', 'kit', 0)];
  const read = (csv: string, of = lots) => readStores(csv, goods, of, (name) => name);

  test('a file without “expires” counts what is there, and asks where there are several days', () => {
    expect(read('name,on shelf\nsoda,5\nflask,1')).toMatchObject({
      counts: [],
      rows: [{ status: 'same' }, {}],
    });
    expect(read('name,on shelf\nsoda,7').counts).toEqual([
      { goodId: 'soda', expires: '2027-01-01', amount: 7 },
    ]);
    const two = [...lots, { lot: { id: 'c', goodId: 'soda' }, shelf: 2, out: {} }];
    expect(read('name,on shelf\nsoda,7', two)).toMatchObject({
      counts: [],
      rows: [
        {
          status: 'wrong',
          problems: [{ column: 'on shelf', message: expect.stringContaining('“expires”') }],
        },
      ],
    });
  });

  test('“y” is yes', () => {
    expect(read('name,hard to find,fragile\nsoda,y,Y').goods[0]).toMatchObject({
      hardToFind: true,
      fragile: true,
    });
  });

  test('any name and any words, formulas too, come back as they were, and no cell is one', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.oneof(
            fc.string({ minLength: 1, maxLength: 40, unit: 'grapheme' }),
            fc.constantFrom(
              '=1+1',
              '+cmd|x',
              '@SUM(A1)',
              '-5+3',
              "'=x",
              "''=x",
              '-5 °C bath',
              '"a","b"',
              'a\nb',
              "'x",
            ),
          ),
          { minLength: 1, maxLength: 8 },
        ),
        (names) => {
          const unique = [...new Set(names.map((n) => n.trim()).filter(Boolean))];
          const all = unique.map((name, i) => ({
            ...good(`g${i}`, 'consumable', 0),
            name,
            substitutes: name,
          }));
          const csv = writeStores(all, []);
          const cells = Papa.parse<string[]>(csv).data.flat();
          expect(cells.filter((c) => /^[=+@\t\r-]/.test(c) && !/^-?[\d.,]+$/.test(c))).toEqual([]);
          const back = readStores(csv, all, [], (name) => name);
          expect(back.rows.filter((r) => r.status !== 'same')).toEqual([]);
        },
      ),
      { seed: 41, numRuns: 200 },
    );
  });
});
