import fc from 'fast-check';
import { STORAGE_CLASSES, type Crate, type StorageClass } from '../show';
import type { Thing } from './fill';
import { packing } from './packing';
import { plan } from '../plan';
import { demo, good, showOf } from '../testing/hall-show';
import { separation } from './separations';

const crate = (id: string, insideL = 40, limitKg = 16): Crate => ({ id, name: id, insideL, limitKg });
const thing = (goodId: string, more: Partial<Thing> = {}): Thing => ({
  goodId,
  name: goodId,
  amount: 1,
  words: '1 ×',
  sort: 'kit',
  storage: 'ordinary',
  kg: 1,
  litres: 2,
  firstS: 0,
  ...more,
});

// 49 CFR 177.848(d), segregation table: 5.1 with 3 "O", 5.1 with 8 liquid "O". EPA-600/2-80-076 (1980): groups 1 (acids) ×
// 10 (caustics) heat; 10 × 22 (aluminium powder) flammable gas; 104 (oxidisers) × 101 (combustibles) and × 4 (alcohols) fire.
test.each<[StorageClass, StorageClass]>([
  ['oxidiser', 'spirit'],
  ['oxidiser', 'acid'],
  ['acid', 'strong alkali'],
  ['strong alkali', 'aluminium'],
  ['oxidiser', 'fuel'],
  ['oxidiser', 'strong alkali'],
  ['acid', 'aluminium'],
  ['sparks', 'oxidiser'],
])('%s and %s are kept apart, either way round', (a, b) => {
  expect(separation(a, b)!.why).toBeTruthy();
  expect(separation(b, a)).toBe(separation(a, b));
});

// The same sources leave these blank.
test.each<[StorageClass, StorageClass]>([
  ['spirit', 'acid'],
  ['oxidiser', 'ordinary'],
  ['spirit', 'fuel'],
])('%s and %s may share a crate', (a, b) => expect(separation(a, b)).toBeUndefined());

test('what is needed first lies on top, and its crate goes in last', () => {
  const { crates } = packing(
    [
      thing('late', { firstS: 900 }),
      thing('early', { firstS: -3600 }),
      thing('later', { firstS: 1800, litres: 38 }),
    ],
    [crate('one'), crate('two')],
  );
  expect(crates.map((c) => c.things.map((t) => t.goodId))).toEqual([['later'], ['late', 'early']]);
});

test('peroxide and yeast never share a crate while there are two', () => {
  const list = [thing('peroxide', { storage: 'oxidiser' }), thing('yeast', { storage: 'iodide or yeast' })];
  expect(packing(list, [crate('one'), crate('two')])).toMatchObject({ broken: [], crates: [{}, {}] });
  expect(packing(list, [crate('one')]).broken).toMatchObject([{ crate: 'one', a: 'peroxide', b: 'yeast' }]);
});

test('cryogen and cylinders travel alone, and what has no size or no room says so', () => {
  const p = packing(
    [
      thing('flask', { storage: 'cryogen' }),
      thing('bottle', { storage: 'pressure cylinder' }),
      thing('what', { kg: undefined }),
      thing('anvil', { kg: 30 }),
    ],
    [crate('one')],
  );
  expect(p.alone.map((a) => [a.thing.goodId, a.how])).toEqual([
    ['bottle', 'strapped, valve closed and capped'],
    ['flask', 'upright, vented, never in the passenger space'],
  ]);
  expect(p.loose.map((l) => l.why)).toEqual(
    expect.arrayContaining(['no crate has room for it', 'its weight or size is not in the stores']),
  );
});

const anyThings = fc.array(
  fc.record({
    kg: fc.double({ min: 0.01, max: 9, noNaN: true }),
    litres: fc.double({ min: 0.01, max: 25, noNaN: true }),
    storage: fc.constantFrom(...STORAGE_CLASSES),
    firstS: fc.integer({ min: -5000, max: 5000 }),
    amount: fc.integer({ min: 1, max: 5 }),
  }),
  { maxLength: 14 },
);

test('nothing is lost or doubled, no crate is too heavy or too full, and every broken rule is said', () => {
  fc.assert(
    fc.property(anyThings, fc.integer({ min: 0, max: 4 }), (rows, count) => {
      const things = rows.map((r, i) => thing(`t${i}`, { ...r, words: `${r.amount} ×` }));
      const p = packing(
        things,
        Array.from({ length: count }, (_, i) => crate(`c${i}`, 30, 12)),
      );
      const all = [
        ...p.crates.flatMap((c) => c.things),
        ...p.alone.map((a) => a.thing),
        ...p.loose.map((l) => l.thing),
      ];
      for (const t of things)
        expect(all.filter((o) => o.goodId === t.goodId).reduce((n, o) => n + o.amount, 0)).toBe(t.amount);
      let broken = 0;
      for (const c of p.crates) {
        expect(c.things.reduce((n, t) => n + t.kg!, 0)).toBeLessThanOrEqual(12 + 1e-6);
        expect(c.things.reduce((n, t) => n + t.litres!, 0)).toBeLessThanOrEqual(30 + 1e-6);
        c.things.forEach((a, i) =>
          c.things.slice(i + 1).forEach((b) => (broken += separation(a.storage, b.storage) ? 1 : 0)),
        );
      }
      expect(p.broken).toHaveLength(broken);
    }),
    { seed: 23, numRuns: 300 },
  );
});

test('heavy things lie low and fragile ones on top, and among those what is needed first', () => {
  const { crates } = packing(
    [
      thing('glass', { fragile: true, firstS: 900 }),
      thing('motor', { kg: 4, firstS: -3600 }),
      thing('cloth', { firstS: 600 }),
      thing('tongs', { firstS: -600 }),
      thing('weights', { kg: 6, amount: 4, firstS: 0 }),
    ],
    [crate('one')],
  );
  expect(crates[0]!.things.map((t) => t.goodId)).toEqual(['motor', 'cloth', 'weights', 'tongs', 'glass']);
});

test('what is too long goes beside the crates', () => {
  expect(packing([thing('rod', { long: true })], [crate('one')])).toMatchObject({
    crates: [],
    alone: [{ how: expect.stringContaining('too long') as string }],
  });
});

/** Every way to put every thing somewhere, one by one. */
function bruteForce(things: readonly Thing[], crates: readonly Crate[]): number {
  let fewest = Infinity;
  for (let way = 0; way < crates.length ** things.length; way++) {
    const where = things.map((_, i) => Math.floor(way / crates.length ** i) % crates.length);
    const inside = crates.map((_, c) => things.filter((_, i) => where[i] === c));
    const sum = (list: readonly Thing[], of: 'kg' | 'litres') => list.reduce((s, t) => s + t[of]!, 0);
    const fits = crates.every(
      (c, i) =>
        sum(inside[i]!, 'kg') <= c.limitKg + 1e-9 &&
        sum(inside[i]!, 'litres') <= c.insideL + 1e-9 &&
        inside[i]!.every((a) => inside[i]!.every((b) => !separation(a.storage, b.storage))),
    );
    if (fits) fewest = Math.min(fewest, inside.filter((list) => list.length).length);
  }
  return fewest;
}

test('no packing of a small show with fewer crates exists where it is said to be proven, and small ones are', () => {
  let proven = 0;
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          kg: fc.integer({ min: 1, max: 10 }),
          litres: fc.integer({ min: 1, max: 25 }),
          storage: fc.constantFrom(...STORAGE_CLASSES.slice(0, 11)),
        }),
        { minLength: 1, maxLength: 6 },
      ),
      fc.array(fc.constantFrom(20, 30, 40), { minLength: 1, maxLength: 4 }),
      (rows, sizes) => {
        const things = rows.map((r, i) => thing(`t${i}`, r));
        const crates = sizes.map((insideL, i) => crate(`c${i}`, insideL));
        const fewest = bruteForce(things, crates);
        const found = packing(things, crates);
        const clean = !found.broken.length && !found.loose.length;
        expect(clean).toBe(fewest < Infinity);
        if (clean) expect(found.crates).toHaveLength(fewest);
        if (clean && found.proven) proven++;
      },
    ),
    { seed: 31, numRuns: 250 },
  );
  expect(proven).toBeGreaterThan(150);
});

test('bottles and bags are weighed whole, not by the dose', () => {
  const file = showOf(
    [demo('a', { consumables: [{ goodId: 'acid', amount: 30, per: 'show', wastePct: 0 }] })],
    undefined,
    {
      stock: [{ ...good('acid', 'consumable', 500), unit: 'mL', packAmount: 500, densityGPerML: 1 }],
    },
  );
  const { crates } = packing(plan(file, { plays: 0 }).things, [crate('one')]);
  expect(crates[0]!.things[0]).toMatchObject({ kg: 0.5, words: '30 mL of 500 mL' });
});
