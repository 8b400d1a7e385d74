import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { plan } from '../plan';
import { demo, item, record, showOf } from '../testing/hall-show';
import { attemptsOutcomes, expectedAttempts, goingOn, oddsForGood } from './attempts';
import { LengthTime } from './length';
import { momentsOf } from '../testing/lengths';

describe('lengths', () => {
  const guess = { bestS: 60, likelyS: 90, worstS: 180 };
  const length = new LengthTime(guess);

  test('their three figures are the 10 %, 50 % and 90 % points', () => {
    expect(length.at(0.1)).toBeCloseTo(60, 1);
    expect(length.at(0.5)).toBeCloseTo(90, 6);
    expect(length.at(0.9)).toBeCloseTo(180, 1);
    for (const u of [0.05, 0.3, 0.77, 0.95]) expect(length.quantileOf(length.at(u))).toBeCloseTo(u, 3);
  });

  test('drawn at equal shares, they have the mean and variance of the distribution', () => {
    const drawn = Array.from({ length: 40_000 }, (_, i) => length.at((i + 0.5) / 40_000));
    const meanS = drawn.reduce((sum, s) => sum + s, 0) / drawn.length;
    const variance = drawn.reduce((sum, s) => sum + (s - meanS) ** 2, 0) / drawn.length;
    const exact = momentsOf(guess);
    expect(meanS / exact.meanS).toBeCloseTo(1, 2);
    expect(variance / exact.varianceS2).toBeCloseTo(1, 1);
  });

  test.each([
    [{ bestS: 30, likelyS: 30, worstS: 30 }, 30, 30],
    [{ bestS: 0, likelyS: 0, worstS: 0 }, 0, 0],
    [{ bestS: 0, likelyS: 20, worstS: 20 }, 0, 20],
  ])('%j stays between %d and %d s', (timing, low, high) => {
    const odd = new LengthTime(timing);
    for (const u of [0, 0.1, 0.5, 0.9999]) {
      expect(odd.at(u)).toBeGreaterThanOrEqual(low);
      expect(odd.at(u)).toBeLessThanOrEqual(high);
      expect(Number.isFinite(odd.quantileOf(10))).toBe(true);
    }
  });
});

describe('attempts', () => {
  // So many imagined tries that the odds are sure: then the textbook geometric formulas hold.
  const sure = (p: number) => ({ a: p * 1e12, b: (1 - p) * 1e12 });

  // Truncated geometric: P(all 1 + r attempts fail) = (1 − p)^(r+1); mean attempts (1 − (1 − p)^(r+1))/p.
  test.each([0.2, 0.5, 0.8])(
    'one showing with two retries at odds %d follows the geometric formulas',
    (p) => {
      const outcomes = attemptsOutcomes(sure(p), 1, 2);
      expect(oddsForGood(outcomes)).toBeCloseTo((1 - p) ** 3, 9);
      expect(expectedAttempts(outcomes)).toBeCloseTo((1 - (1 - p) ** 3) / p, 9);
    },
  );

  test.each([
    [1, 0],
    [1, 3],
    [3, 2],
    [4, 0],
  ])('the odds of every way %d showings with %d retries may go sum to one', (showings, retries) => {
    const outcomes = attemptsOutcomes({ a: 2.5, b: 1.5 }, showings, retries);
    expect(outcomes.reduce((sum, o) => sum + o.odds, 0)).toBeCloseTo(1, 12);
  });

  test('uncertain odds agree with drawing them first and playing then', () => {
    const random = xoroshiro128plus(7);
    const u = () => uniformFloat64(random);
    let total = 0;
    const n = 200_000;
    for (let i = 0; i < n; i++) {
      // Beta(3, 2): the third largest of four uniforms has rank 3 from below (order statistics, David & Nagaraja 2003).
      const p = [u(), u(), u(), u()].sort((x, y) => x - y)[2]!;
      let [worked, failed] = [0, 0];
      while (worked < 2 && failed <= 1) u() < p ? worked++ : failed++;
      total += worked + failed;
    }
    expect(Math.abs(total / n / expectedAttempts(attemptsOutcomes({ a: 3, b: 2 }, 2, 1)) - 1)).toBeLessThan(
      0.005,
    );
  });

  test('a show under way counts on from the attempts already made', () => {
    const rest = attemptsOutcomes(sure(0.5), 1, 2, { worked: 0, failed: 2 });
    expect(rest.map((o) => [o.worked, o.failed, o.forGood])).toEqual([
      [1, 2, false],
      [0, 3, true],
    ]);
    expect(attemptsOutcomes(sure(0.5), 1, 2, { worked: 1, failed: 0 })).toEqual([]);
  });
});

describe('the forecast of a show', () => {
  const many = (n: number) => Array.from({ length: n }, (_, i) => demo(`d${i}`, { guessOdds: 0.99 }));

  // Thirty independent times: the sum is near normal, with mean and variance the sums of the parts'.
  test('the end of thirty items agrees with the normal approximation at P50 and P90', () => {
    const file = showOf(many(30));
    file.show.items.forEach((i) =>
      Object.assign(i, { kind: 'link', demoId: undefined, timing: { bestS: 75, likelyS: 90, worstS: 120 } }),
    );
    const { bands } = plan({ ...file, pace: { sd: 0, shows: 0 } });
    const { meanS, varianceS2 } = momentsOf({ bestS: 75, likelyS: 90, worstS: 120 });
    expect(Math.abs(bands!.endS.p50 / (30 * meanS) - 1)).toBeLessThan(0.01);
    // 1.2816 is the 90 % point of the standard normal (any statistical table).
    expect(Math.abs(bands!.endS.p90 / (30 * meanS + 1.2816 * Math.sqrt(30 * varianceS2)) - 1)).toBeLessThan(
      0.02,
    );
  });

  test('the same seed gives the same bands, another seed others', () => {
    const file = showOf(many(3));
    expect(plan(file, { seed: 5 }).bands).toEqual(plan(file, { seed: 5 }).bands);
    expect(plan(file, { seed: 6 }).bands!.endS).not.toEqual(plan(file, { seed: 5 }).bands!.endS);
  });

  test('a demo that failed in the log makes the show land later and less surely', () => {
    const demos = [demo('foam', { retryS: 300 })];
    const good = showOf(demos, [item('foam', { retries: 2 })], { record: [record('foam', 9, 1)] });
    const bad = showOf(demos, [item('foam', { retries: 2 })], { record: [record('foam', 2, 8)] });
    expect(plan(bad).bands!.endS.p50).toBeGreaterThan(plan(good).bands!.endS.p50);
    expect(plan(bad).bands!.items[0]!.failsForGood).toBeGreaterThan(plan(good).bands!.items[0]!.failsForGood);
  });

  test('the item with the widest spread sways the end most', () => {
    const file = showOf([
      demo('calm'),
      demo('wild', { steps: [{ id: 'w', kind: 'do', text: 'w', bestS: 60, likelyS: 300, worstS: 1800 }] }),
    ]);
    const [calm, wild] = plan(file).bands!.items;
    expect(wild!.sway).toBeGreaterThan(calm!.sway);
  });
});

test('a reset in view takes its time in every play', () => {
  const reset = { title: 'Mop', handsOnS: 200, inView: true, who: { kind: 'anyone' as const } };
  const likelyEndS = (changes: object) =>
    plan(showOf([demo('a', changes)]), { plays: 2000, seed: 3 }).bands!.endS.p50;
  expect(likelyEndS({ reset }) - likelyEndS({})).toBeCloseTo(200, -1);
});

describe('showings that go on whatever happens', () => {
  // Beta-binomial: of 3 showings at Beta(2, 1), B(2+k, 4−k)/B(2, 1) × C(3, k) = 0.1, 0.2, 0.3, 0.4 of k = 0 … 3.
  test('are beta-binomial, with those already made counted in', () => {
    const ways = goingOn({ a: 2, b: 1 }, 3);
    expect(ways.map((w) => [w.worked, w.failed])).toEqual([
      [0, 3],
      [1, 2],
      [2, 1],
      [3, 0],
    ]);
    ways.forEach((w, i) => expect(w.odds).toBeCloseTo([0.1, 0.2, 0.3, 0.4][i]!, 12));
    // One has failed: Beta(2, 2), two to go: 0.3, 0.4, 0.3.
    const later = goingOn({ a: 2, b: 1 }, 3, { worked: 0, failed: 1 });
    expect(later.map((w) => [w.worked, w.failed])).toEqual([
      [0, 3],
      [1, 2],
      [2, 1],
    ]);
    later.forEach((w, i) => expect(w.odds).toBeCloseTo([0.3, 0.4, 0.3][i]!, 12));
    expect(goingOn({ a: 2, b: 1 }, 1, { worked: 1, failed: 0 })).toMatchObject([
      { worked: 1, failed: 0, odds: 1 },
    ]);
  });
});
