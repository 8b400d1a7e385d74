import fc from 'fast-check';
import { plan } from '../plan';
import { HAZARDS, type Demo, type Mark } from '../show';
import { demo, item, showOf } from '../testing/hall-show';
import { APART, tooNear } from './apart';
import type { Danger, Spell } from './spells';

const spell = (
  itemId: string,
  danger: Danger,
  fromS: number,
  toS: number,
  more: Partial<Spell> = {},
): Spell => ({
  ...{ itemId, what: itemId, dangers: new Set([danger]), fromS, toS },
  ...more,
});

const mark = (id: string, rightM: number): Mark => ({
  ...{ id, name: id, kind: 'bench', spots: 1, wideM: 1, deepM: 1, rightM, backM: 0 },
});

describe.each(APART)('$first and then $second', ({ first, second, level, afterS, farM, onlyWork }) => {
  const work = onlyWork && { isWork: true as const };
  const together = [spell('a', first, 0, 300), spell('b', second, 100, 200, { ...work })];

  test('are found together, and at that level', () => {
    expect(tooNear(together)).toMatchObject([{ row: { level }, sinceS: 0 }]);
  });

  test('are not found once they are apart in time', () => {
    const [a, b] = together as [Spell, Spell];
    expect(tooNear([a, { ...b, fromS: 300 + afterS, toS: 400 + afterS }])).toEqual([]);
    if (afterS > 0) expect(tooNear([a, { ...b, fromS: 299 + afterS, toS: 400 + afterS }])).toHaveLength(1);
  });

  if (Number.isFinite(farM))
    test('are not found once they are apart in place', () => {
      const at = (rightM: number) => [
        { ...together[0]!, mark: mark('left', 0) },
        { ...together[1]!, mark: mark('right', rightM) },
      ];
      // Between the edges: the marks are a metre wide.
      expect(tooNear(at(farM + 1))).toEqual([]);
      expect(tooNear(at(farM + 0.9))).toHaveLength(1);
    });
});

test('lights out and something carried are found whichever begins first; what is on stage in the dark is its own', () => {
  const dark = spell('a', 'darkness', 100, 200);
  const carried = spell('b', 'cryogen', 50, 150, { isWork: true });
  expect(tooNear([dark, carried])).toMatchObject([{ row: { first: 'darkness', second: 'cryogen' } }]);
  expect(tooNear([dark, spell('b', 'cryogen', 50, 150)])).toEqual([]);
  expect(tooNear([dark, { ...carried, fromS: 10, toS: 100 }])).toEqual([]);
});

test('an item is never too near to itself', () => {
  expect(tooNear([spell('a', 'flame', 0, 100), spell('a', 'flammable vapour', 50, 90)])).toEqual([]);
});

const anySpells = fc.array(
  fc.record({
    danger: fc.constantFrom<Danger>(...HAZARDS, 'hydrogen', 'cards and screens'),
    fromS: fc.integer({ min: 0, max: 3000 }),
    lasts: fc.integer({ min: 1, max: 900 }),
    rightM: fc.integer({ min: -10, max: 10 }),
    isWork: fc.boolean(),
  }),
  { minLength: 2, maxLength: 8 },
);

test('moving one further away, in time or in place, never adds a finding', () => {
  fc.assert(
    fc.property(anySpells, fc.integer({ min: 0, max: 7 }), (list, which) => {
      const all = list.map(({ danger, fromS, lasts, rightM, isWork }, i) =>
        spell(`i${i}`, danger, fromS, fromS + lasts, {
          mark: mark(`m${i}`, rightM),
          ...(isWork && { isWork: true }),
        }),
      );
      const at = which % all.length;
      const moved = (change: Partial<Spell>) => all.map((s, i) => (i === at ? { ...s, ...change } : s));
      const before = tooNear(all).length;
      expect(tooNear(moved({ fromS: 100_000, toS: 100_100 })).length).toBeLessThanOrEqual(before);
      const far = tooNear(moved({ mark: mark('far', 1000) }));
      expect(far.filter((f) => f.row.farM < 1000).length).toBeLessThanOrEqual(before);
    }),
  );
});

describe('in a show', () => {
  const apart = (demos: Demo[]) =>
    plan(
      showOf(
        demos,
        demos.map((d) => item(d.id)),
      ),
      { plays: 0 },
    ).findings.filter((f) => f.code === 'apart' || f.code === 'wet-by-voltage');
  const wet = demo('wet', { hazards: ['slippery floor'] });
  const live = demo('live', { hazards: ['high voltage'], skills: [] });

  test('water dries while something else is played for ten minutes, not while somebody talks', () => {
    expect(apart([wet, demo('short'), live])).toMatchObject([
      { level: 'caution', itemId: 'i-live', message: expect.stringContaining('comes 5 min after “wet”') },
    ]);
    expect(apart([wet, demo('one'), demo('two'), live])).toEqual([]);
  });

  test('preparation counts: fuel is not poured behind the scenes while something burns on stage', () => {
    const vapour = demo('vapour', {
      prep: [
        {
          ...{ id: 'pour', title: 'Pour the fuel', handsOnS: 120, who: { kind: 'anyone' }, readyAfterS: 0 },
          ...{ beforeDoors: false, inShow: true, hazards: ['flammable vapour'], staleAfterS: 150 },
        },
      ],
    });
    const flame = demo('flame', { hazards: ['flame'] });
    expect(apart([flame, vapour])).toMatchObject([
      { level: 'stop', message: expect.stringContaining('“Pour the fuel” for “vapour”') },
    ]);
    expect(apart([demo('calm'), vapour])).toEqual([]);
  });
});
