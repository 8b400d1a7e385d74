import fc from 'fast-check';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { plan } from '../plan';
import type { ConsumableNeed, NeedRule, ShowFile } from '../show';
import { demo, good, item, record, showOf } from '../testing/hall-show';

const use = (per: NeedRule, amount = 1, wastePct = 0): ConsumableNeed => ({
  goodId: 'soda',
  amount,
  per,
  wastePct,
});
const soda = (file: ShowFile) => plan(file, { plays: 0 }).needs.consumables[0]!;

test.each<[NeedRule, number]>([
  ['showing', 3],
  ['show', 1],
  ['volunteer', 4],
  ['head', 90],
  ['attempt', 3],
])('one per %s is %d planned', (per, planned) => {
  const file = showOf(
    [demo('foam', { consumables: [use(per)], volunteers: 4 })],
    [item('foam', { showings: 3 })],
  );
  expect(soda(file).planned).toBe(planned);
});

test('waste is added to each, and whole packs are bought for what is not on the shelf', () => {
  const file = showOf([demo('foam', { consumables: [use('show', 10, 10)] })], undefined, {
    stock: [{ ...good('soda', 'consumable', 2), packAmount: 4, packPrice: 1.5 }],
  });
  expect(soda(file).planned).toBe(11);
  expect(plan(file, { plays: 0 }).buying.lines).toMatchObject([{ short: 9, packs: 3, cost: 4.5 }]);
});

test('retries are packed for only as far as the odds demand', () => {
  // Sure odds p = 0.8, two retries: P(more than 1) = 0.2, P(more than 2) = 0.04, so two are enough at 5 %.
  const file = showOf([demo('foam', { consumables: [use('attempt')] })], [item('foam', { retries: 2 })], {
    record: [record('foam', 800_000, 200_000)],
  });
  expect(soda(file)).toMatchObject({ planned: 1, packed: 2, runOutOdds: expect.closeTo(0.04, 4) });
});

test('two demos share stock: together they need less reserve than each alone', () => {
  const demos = [demo('a', { consumables: [use('attempt')] }), demo('b', { consumables: [use('attempt')] })];
  const records = ['a', 'b'].map((id) => record(id, 900_000, 100_000));
  const both = showOf(
    demos,
    demos.map((d) => item(d.id, { retries: 3 })),
    { record: records },
  );
  const one = showOf(demos.slice(0, 1), [item('a', { retries: 3 })], { record: records });
  expect(soda(both).packed).toBeLessThan(2 * soda(one).packed);
});

test('a failure in the log raises what is packed, never what is planned', () => {
  const of = (worked: number, failed: number) =>
    soda(
      showOf([demo('foam', { consumables: [use('attempt', 5)] })], [item('foam', { retries: 4 })], {
        record: [record('foam', worked, failed)],
      }),
    );
  expect(of(9, 0).planned).toBe(of(2, 7).planned);
  expect(of(2, 7).packed).toBeGreaterThan(of(9, 0).packed);
});

test('packed amounts hold in simulated shows: running out happens at most as often as stated', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 9 }),
      fc.integer({ min: 1, max: 9 }),
      fc.integer({ min: 0, max: 4 }),
      (worked, failed, retries) => {
        const file = showOf([demo('foam', { consumables: [use('attempt')] })], [item('foam', { retries })], {
          record: [record('foam', worked * 1e6, failed * 1e6)],
        });
        const { packed, runOutOdds } = soda(file);
        const random = xoroshiro128plus(worked * 100 + failed * 10 + retries);
        const p = worked / (worked + failed);
        let out = 0;
        const n = 4000;
        for (let i = 0; i < n; i++) {
          let tries = 1;
          while (tries <= retries && uniformFloat64(random) >= p) tries++;
          if (tries > packed) out++;
        }
        expect(runOutOdds).toBeLessThanOrEqual(0.05);
        // Three standard errors of a share of 4,000.
        expect(Math.abs(out / n - runOutOdds)).toBeLessThan(3 * Math.sqrt(0.05 / n) + 1e-3);
      },
    ),
    { seed: 3, numRuns: 40 },
  );
});

test('a station of the audience counts as many times as there are', () => {
  const of = (need: Partial<ConsumableNeed>, show: Partial<ShowFile['show']> = {}) => {
    const file = showOf(
      [demo('foam', { consumables: [{ ...use('show'), ...need }] })],
      [item('foam', { showings: 2 })],
    );
    return soda({ ...file, show: { ...file.show, ...show } });
  };
  expect(of({ per: 'station', amount: 3 }, { audienceStations: 6 })).toMatchObject({ planned: 18 });
  expect(of({ per: 'station', amount: 3 })).toMatchObject({ planned: 3 });
});

test('by the minute the likely length is planned, and packed is enough for all but 5 % of the lengths', () => {
  const file = showOf(
    [demo('fog', { consumables: [use('minute', 10)] })],
    [item('fog', { timing: { bestS: 60, likelyS: 120, worstS: 360 } })],
  );
  const { planned, packed } = soda(file);
  expect(planned).toBe(20);
  // Log-normal above the likely 2 min, 6 min at its 90 % point: the 95 % point is 2 · 3^(1.645 / 1.2816) (normal table).
  const minutes = 2 * 3 ** (1.645 / 1.2816);
  expect(packed).toBeGreaterThanOrEqual(Math.floor(10 * minutes));
  expect(packed).toBeLessThanOrEqual(Math.ceil(10 * minutes) + 1);
});

test('a finale that takes whatever is left wants its least, and says so', () => {
  const file = showOf([
    demo('a', { consumables: [use('show', 5)] }),
    demo('b', { consumables: [use('whatever is left', 2)] }),
  ]);
  expect(soda(file)).toMatchObject({ planned: 7, takesRest: true });
});

test('the odds of running out are the show’s own: the surer, the more is packed', () => {
  const at = (runOutPct: number) => {
    const file = showOf([demo('foam', { consumables: [use('attempt')] })], [item('foam', { retries: 4 })], {
      record: [record('foam', 700_000, 300_000)],
    });
    return soda({ ...file, show: { ...file.show, runOutPct } }).packed;
  };
  // P(more than k) = 0.3^k: 0.3, 0.09, 0.027, 0.0081.
  expect([10, 5, 1].map(at)).toEqual([2, 3, 4]);
});

test('retries count among the most times of what each attempt takes, and of nothing else', () => {
  const mostOf = (per: NeedRule) =>
    soda(showOf([demo('foam', { consumables: [use(per)] })], [item('foam', { showings: 2, retries: 3 })]))
      .lines[0]!.mostTimes;
  expect([mostOf('attempt'), mostOf('showing'), mostOf('show')]).toEqual([5, 2, 1]);
});
