import fc from 'fast-check';
import { item } from '../testing/hall-show';
import { leastCuts, nearestCuts, sureCuts, withoutWaits } from './cuts';

const anyShow = fc
  .array(
    fc.record({
      worth: fc.option(fc.integer({ min: 1, max: 5 }), { nil: undefined }),
      pinned: fc.boolean(),
      lengths: fc.array(fc.integer({ min: 20, max: 600 }), { minLength: 40, maxLength: 40 }),
    }),
    { minLength: 1, maxLength: 9 },
  )
  .map((rows) => ({
    items: rows.map((r, i) =>
      item(`d${i}`, { ...(r.worth !== undefined && { worth: r.worth }), ...(r.pinned && { pinned: true }) }),
    ),
    lengths: rows.map((r) => Float64Array.from(r.lengths)),
    ends: Float64Array.from({ length: 40 }, (_, p) => rows.reduce((sum, r) => sum + r.lengths[p]!, 0)),
  }));

/** Every subset of the cuttable items, looked at one by one. */
function bruteForce(
  show: { items: ReturnType<typeof item>[]; lengths: Float64Array[]; ends: Float64Array },
  limitS: number,
  plays: number,
) {
  const cuttable = show.items.flatMap((i, at) => (i.worth === undefined || i.pinned || at === 0 ? [] : [at]));
  let least = [Infinity, Infinity] as [worth: number, count: number];
  for (let set = 0; set < 1 << cuttable.length; set++) {
    const cut = cuttable.filter((_, b) => set & (1 << b));
    const worth = cut.reduce((sum, at) => sum + show.items[at]!.worth!, 0);
    const landed = show.ends
      .subarray(0, plays)
      .filter((end, p) => end - cut.reduce((s, at) => s + show.lengths[at]![p]!, 0) <= limitS);
    if (landed.length < 0.9 * plays) continue;
    if (worth < least[0] || (worth === least[0] && cut.length < least[1])) least = [worth, cut.length];
  }
  return least;
}

test('the cuts lose the least worth of all that land nine plays in ten, and of those are the fewest', () => {
  fc.assert(
    fc.property(anyShow, fc.integer({ min: 100, max: 3000 }), (show, limitS) => {
      const cuts = leastCuts(show.items, withoutWaits(show.lengths, show.ends), limitS, 0.9);
      const [least, fewest] = bruteForce(show, limitS, 40);
      if (!cuts) return expect(least).toBe(Infinity);
      expect(cuts.worth).toBe(least);
      expect(cuts.itemIds).toHaveLength(fewest);
      expect(cuts.exact).toBe(true);
      const cut = cuts.itemIds.map((id) => show.items.findIndex((i) => i.id === id));
      const landed = show.ends.filter(
        (end, p) => end - cut.reduce((s, at) => s + show.lengths[at]![p]!, 0) <= limitS,
      );
      expect(cuts.withinSlot).toBeCloseTo(landed.length / 40, 12);
    }),
    { seed: 8, numRuns: 300 },
  );
});

test('one play is a plain knapsack, by the second: least worth, then fewest, never the opener or what is pinned', () => {
  fc.assert(
    fc.property(anyShow, fc.integer({ min: 0, max: 3000 }), (show, limitS) => {
      const one = {
        ...show,
        lengths: show.lengths.map((l) => l.subarray(0, 1)),
        ends: show.ends.subarray(0, 1),
      };
      const cuts = sureCuts(
        one.items,
        one.lengths.map((l) => l[0]!),
        one.ends[0]! - limitS,
      );
      const [least, fewest] = bruteForce(one, limitS, 1);
      expect([cuts?.worth ?? Infinity, cuts?.itemIds.length ?? Infinity]).toEqual([least, fewest]);
    }),
    { seed: 9, numRuns: 300 },
  );
});

test('one play by hand', () => {
  const items = [4, 3, 1, 1, 5].map((worth, i) => item(`d${i - 1}`, { worth }));
  const at = (limitS: number) => sureCuts(items, [0, 300, 120, 120, 600], 1140 - limitS);
  expect(at(1140)).toMatchObject({ itemIds: [], worth: 0 });
  expect(at(1020)).toMatchObject({ worth: 1 });
  expect(at(900)).toMatchObject({ itemIds: ['i-d1', 'i-d2'], worth: 2 });
  expect(at(840)).toMatchObject({ itemIds: ['i-d0'], worth: 3 });
  expect(at(540)).toMatchObject({ itemIds: ['i-d3'], worth: 5 });
});

test('a search that runs out of sets gives one that ends in time, and says that it may not be the least', () => {
  const items = Array.from({ length: 20 }, (_, i) => item(`d${i}`, { worth: 1 + (i % 5) }));
  const lengths = items.map((_, i) =>
    Float64Array.from({ length: 50 }, (_, p) => 100 + ((p * 7 + i * 13) % 60)),
  );
  const ends = Float64Array.from({ length: 50 }, (_, p) => lengths.reduce((s, l) => s + l[p]!, 0));
  expect(leastCuts(items, withoutWaits(lengths, ends), 2000, 0.9, { mostSets: 40 })).toMatchObject({
    exact: false,
    withinSlot: expect.any(Number),
  });
});

describe('where no cut reaches the wished odds', () => {
  const plays = 100;
  /** Items that each last 100 s; the show is over within the limit in as many plays as are left of `late`. */
  const show = (late: number, cuttable: number) => {
    const items = Array.from({ length: 4 }, (_, i) =>
      item(`d${i}`, i >= 1 && i <= cuttable ? { worth: i } : {}),
    );
    const lengths = items.map(() => new Float64Array(plays).fill(100));
    const ends = Float64Array.from({ length: plays }, (_, p) => (p < late ? 10_000 : 400));
    return { items, replay: withoutWaits(lengths, ends) };
  };

  test('the least worth that comes nearest is offered, with its odds', () => {
    const { items, replay } = show(40, 2);
    // Without one item 60 of 100 end in time; the other 40 never do.
    expect(nearestCuts(items, replay, 300)).toMatchObject({ itemIds: ['i-d1'], worth: 1, withinSlot: 0.6 });
  });

  test('nothing is offered where leaving everything out gains less than a tenth', () => {
    const { items, replay } = show(95, 2);
    expect(nearestCuts(items, replay, 300)).toBeNull();
    expect(nearestCuts(show(40, 0).items, replay, 300)).toBeNull();
  });

  test('a search that may look at nothing else keeps what saves most for its worth', () => {
    const { items, replay } = show(0, 3);
    expect(leastCuts(items, replay, 300, 0.9, { mostSets: 1 })).toMatchObject({
      itemIds: ['i-d1'],
      exact: false,
    });
  });
});
