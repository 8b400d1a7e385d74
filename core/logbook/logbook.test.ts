import { learnedTiming, oddsOf, sortPlays } from '../script';
import { record } from '../testing/hall-show';
import type { Attempt } from './attempt';
import { learn } from './learn';
import { likelyRange } from './likely-range';

// Jeffreys posterior Beta(½ + worked, ½ + failed): Brown, Cai & DasGupta (2001), Statistical Science 16(2).
test('without a guess, eight of ten has the mean 8.5/11', () => {
  expect(oddsOf(record('a', 8, 2)).mean).toBeCloseTo(8.5 / 11, 12);
});

/**
 * The share of Beta(a, b) below x by Simpson's rule, with x = sin²θ: the density is then sin^(2a−1)θ · cos^(2b−1)θ, which
 * is smooth for a and b of a half and more.
 */
function shareBelow(x: number, a: number, b: number): number {
  const density = (t: number) => Math.sin(t) ** (2 * a - 1) * Math.cos(t) ** (2 * b - 1);
  const area = (to: number, steps = 4000) => {
    const h = to / steps;
    let sum = density(0) + density(to);
    for (let i = 1; i < steps; i++) sum += (i % 2 ? 4 : 2) * density(i * h);
    return (sum * h) / 3;
  };
  return area(Math.asin(Math.sqrt(x))) / area(Math.PI / 2);
}

// The interval against the distribution itself, integrated.
test.each([
  [8, 2],
  [0, 3],
  [12, 0],
  [1, 1],
  [250, 40],
])('the 90 %% interval of %d worked, %d failed leaves a twentieth on either side', (worked, failed) => {
  const [low, high] = likelyRange(oddsOf(record('a', worked, failed)));
  expect(shareBelow(low, worked + 0.5, failed + 0.5)).toBeCloseTo(0.05, 6);
  expect(shareBelow(high, worked + 0.5, failed + 0.5)).toBeCloseTo(0.95, 6);
});

test('partly counts half, and the guess is worth two attempts, before the first and after', () => {
  expect(oddsOf({ ...record('a', 1, 1), partly: 2 }, 0.9)).toMatchObject({ a: 3.8, b: 2.2, attempts: 4 });
  expect(oddsOf(record('a', 0, 0), 0.9)).toMatchObject({ a: 1.8, b: expect.closeTo(0.2, 12) });
  expect(oddsOf(undefined, 0.9)).toMatchObject({ attempts: 0, mean: 0.9 });
});

// By hand from Gelman et al., Bayesian Data Analysis, 3.3, and the t table (90 % point: 1.533 with 4 degrees of freedom,
// 1.397 with 8): the guess is half a play for the middle and three for the spread.
test.each([
  [
    [400, 410, 420, 430, 440],
    { bestS: 240, likelyS: 300, worstS: 480 },
    { bestS: 321, likelyS: 407, worstS: 517 },
  ],
  [
    [500, 100, 300, 200, 400],
    { bestS: 200, likelyS: 300, worstS: 460 },
    { bestS: 128, likelyS: 264, worstS: 545 },
  ],
  [[200], { bestS: 100, likelyS: 100, worstS: 150 }, { bestS: 101, likelyS: 159, worstS: 249 }],
])('after %j, guessed %j, the next play takes %j', (plays, guess, next) => {
  const got = learnedTiming(plays, guess);
  for (const key of ['bestS', 'likelyS', 'worstS'] as const)
    expect(Math.abs(got[key] - next[key])).toBeLessThanOrEqual(1);
});

test('without plays the guess stands; plays never run backwards', () => {
  expect(learnedTiming([], { bestS: 1, likelyS: 2, worstS: 3 })).toEqual({ bestS: 1, likelyS: 2, worstS: 3 });
  const { bestS, likelyS, worstS } = learnedTiming([1000, 10], { bestS: 290, likelyS: 300, worstS: 310 });
  expect(bestS).toBeLessThanOrEqual(likelyS);
  expect(likelyS).toBeLessThanOrEqual(worstS);
});

test('a play clicked through in seconds, or left open over lunch, teaches nothing', () => {
  const guess = { bestS: 240, likelyS: 300, worstS: 400 };
  const plays = [290, 310, 305, 4, 295, 3600, 300];
  expect(sortPlays(plays, guess)).toEqual({ used: [290, 310, 305, 295, 300], leftOut: [4, 3600] });
  // Each may be taken back by itself.
  expect(sortPlays(plays, guess, [3600]).leftOut).toEqual([4]);
  expect(learnedTiming(plays, guess, [3600]).worstS).toBeGreaterThan(learnedTiming(plays, guess).worstS);
  expect(learnedTiming(plays, guess)).toEqual(learnedTiming([290, 310, 305, 295, 300], guess));
});

describe('learn', () => {
  const attempt = (id: string, changes: Partial<Attempt> = {}): Attempt => ({
    id,
    runId: 'r1',
    itemId: 'i1',
    demoId: 'foam',
    atMs: 1000 * Number(id.slice(1)),
    rehearsal: false,
    outcome: 'worked',
    takesS: 300,
    ...changes,
  });

  test('counts outcomes, leaves out what was not tried, and keeps rehearsals from the odds', () => {
    const log = [
      attempt('a1'),
      attempt('a2', { runId: 'r2', outcome: 'failed' }),
      attempt('a3', { runId: 'r3', outcome: 'partly' }),
      attempt('a4', { runId: 'r4', outcome: 'not tried' }),
      attempt('a5', { runId: 'r5', outcome: 'failed', rehearsal: true }),
    ];
    expect(learn(log)).toMatchObject([{ demoId: 'foam', worked: 1, partly: 1, failed: 1 }]);
  });

  test('only plays without a failure give times; the first showing counts', () => {
    const log = [
      attempt('a1', { outcome: 'failed', takesS: 100 }),
      attempt('a2', { takesS: 500 }),
      attempt('a3', { runId: 'r2', takesS: 280 }),
      attempt('a4', { runId: 'r2', takesS: 90 }),
      attempt('a5', { runId: 'r3', takesS: 310, rehearsal: true }),
    ];
    expect(learn(log)[0]!.playsS).toEqual([280, 310]);
  });

  test('the order of the log does not matter', () => {
    const log = Array.from({ length: 20 }, (_, i) =>
      attempt(`a${i + 1}`, { runId: `r${i}`, takesS: 200 + i, demoId: i % 2 ? 'can' : 'foam' }),
    );
    expect(learn([...log].reverse())).toEqual(learn(log));
  });
});
