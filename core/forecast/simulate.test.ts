import fc from 'fast-check';
import { attemptsOutcomes } from './attempts';
import { quantileOf } from '../quantities';
import { band, landing, shareUpTo } from './forecast';
import { LengthTime } from './length';
import { simulate, type Part } from './simulate';

const part = (changes: Partial<Part> = {}): Part => ({
  notBeforeS: -Infinity,
  first: new LengthTime({ bestS: 60, likelyS: 60, worstS: 60 }),
  spentS: 0,
  afterS: 0,
  further: { likelyS: [0, 30] },
  retryS: 20,
  coverS: 7,
  outcomes: [],
  closed: { worked: 0, failed: 0 },
  ...changes,
});
const sure = (p: number) => ({ a: p * 1e12, b: (1 - p) * 1e12 });
const end = (...parts: Part[]) => simulate(parts, 0, { plays: 1, seed: 1, paceSd: 0 }).endsS[0];

test('sure times add up, and what follows waits for what it must', () => {
  expect(end(part(), part({ afterS: 15 }))).toBe(135);
  expect(end(part({ notBeforeS: 100 }), part())).toBe(220);
});

// By hand: showings add 30 s each after the first, a retry 20 s, failing for good 7 s.
test.each([
  ['worked at once', 1, 1, 0, 60],
  ['worked in both showings', 1, 2, 0, 90],
  ['failed with no retry', 0, 1, 0, 67],
  ['failed twice, one retry', 0, 1, 1, 87],
])('an item that %s lasts its parts', (_words, odds, showings, retries, seconds) => {
  const p = odds === 1 ? 1 - 1e-13 : 1e-13;
  expect(end(part({ outcomes: attemptsOutcomes({ a: p, b: 1 - p }, showings, retries) }))).toBeCloseTo(
    seconds,
    6,
  );
});

test('time already spent is taken off, and one far past its worst is over', () => {
  const spread = new LengthTime({ bestS: 60, likelyS: 90, worstS: 180 });
  const at = (spentS: number) =>
    simulate([part({ first: spread, spentS })], 0, {
      plays: 4000,
      seed: 3,
      paceSd: 0,
    }).endsS;
  // At its 90 % point already: one play in ten lasts longer, and of those one in ten passes the 99 % point, which lies
  // 2.326 / 1.2816 times as far from the likely one (normal table): 90 · 2^1.815 = 317 s.
  const left = at(180);
  expect(left[0]!).toBeGreaterThanOrEqual(0);
  expect(quantileOf(left, 0.9)).toBeCloseTo(317 - 180, -1);
  expect(at(100_000).at(-1)).toBe(0);
});

test('retries already made are not played again', () => {
  const outcomes = attemptsOutcomes(sure(0.000001), 1, 2, { worked: 0, failed: 2 });
  const under = part({ outcomes, spentS: Infinity, closed: { worked: 0, failed: 1 } });
  // One failure more ends it: the retry under way and the cover line are left.
  expect(end(under)).toBeCloseTo(20 + 7, 6);
});

test('share, band and swell agree with counting', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 1000 }), { minLength: 1, maxLength: 200 }),
      fc.nat(1000),
      (ends, limit) => {
        const sorted = Float64Array.from(ends).sort();
        expect(shareUpTo(sorted, limit)).toBeCloseTo(ends.filter((e) => e <= limit).length / ends.length, 12);
        const { p10, p50, p90 } = band(sorted);
        expect(p10 <= p50 && p50 <= p90).toBe(true);
        expect(landing(sorted).counts.reduce((a, b) => a + b, 0)).toBeLessThanOrEqual(ends.length);
      },
    ),
    { seed: 16 },
  );
});
