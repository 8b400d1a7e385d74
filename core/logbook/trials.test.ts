import betaQuantile from '@stdlib/stats-base-dists-beta-quantile';
import fc from 'fast-check';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { meanBelief, oddsBelief, oddsOfBest } from './beliefs';
import { aicc, meansAicc, plateau, slopeInterval, straight, tQuantile, type Point } from './fits';
import { comparisons, trials, type ReadingOf } from './trials';
import { sized } from '../testing/long';
import { attemptAt } from '../testing/attempts';
import type { Attempt } from './attempt';

/** Random numbers of a test, the same each time. */
const random = (seed: number) => {
  const from = xoroshiro128plus(seed);
  return () => uniformFloat64(from);
};
const tried = (n: number, set: Record<string, string>, more: Partial<Attempt> = {}): Attempt =>
  attemptAt(n, { set, ...more });

describe('fits', () => {
  // Anscombe, The American Statistician 27 (1973): y = 3.00 + 0.500 x, residual sum of squares 13.76, for the first set,
  // and the same but for the shape in the second.
  const anscombe: Point[] = [10, 8, 13, 9, 11, 14, 6, 4, 12, 7, 5].map((x, i) => [
    x,
    [8.04, 6.95, 7.58, 8.81, 8.33, 9.96, 7.24, 4.26, 10.84, 4.82, 5.68][i]!,
  ]);

  test('the straight line is that of the published example', () => {
    const line = straight(anscombe);
    expect(line.a).toBeCloseTo(3.0, 2);
    expect(line.b).toBeCloseTo(0.5, 3);
    expect(line.rss).toBeCloseTo(13.76, 2);
    // The slope's standard error is 0.118 there, and t(0.95; 9) is 1.833 in any table.
    const [low, high] = slopeInterval(anscombe, line);
    expect((high - low) / 2).toBeCloseTo(1.833 * 0.1179, 3);
  });

  // Burnham & Anderson 2002, 2.4: n ln(RSS/n) + 2K + 2K(K+1)/(n−K−1), by hand for 11 points and K = 3.
  test('AICc by hand, and none where there are too few points', () => {
    expect(aicc(13.76, 11, 3)).toBeCloseTo(11 * Math.log(13.76 / 11) + 6 + 24 / 7, 9);
    expect(aicc(1, 4, 3)).toBe(Infinity);
  });

  test('a mean for each level, by hand: within them 2 is left of six readings; with hardly a repeat nothing is said', () => {
    const points: Point[] = [
      [1, 4],
      [1, 6],
      [2, 9],
      [2, 9],
      [3, 1],
      [3, 1],
    ];
    expect(meansAicc(points)).toBeCloseTo(6 * Math.log(2 / 6) + 8 + 40, 9);
    expect(meansAicc(points.slice(0, 3))).toBe(Infinity);
  });

  // Student's t in any handbook's table.
  test.each([
    [0.95, 1, 6.314],
    [0.95, 9, 1.833],
    [0.975, 5, 2.571],
    [0.05, 10, -1.812],
    [0.5, 7, 0],
  ])('t(%d; %d) is %d', (p, df, t) => expect(tQuantile(p, df)).toBeCloseTo(t, 3));

  test('a break that is known is found, and as a fine search over every place finds it', () => {
    const next = random(5);
    const noise = () => next() + next() + next() - 1.5;
    const points = Array.from({ length: 30 }, (_, i): Point => {
      const x = 1 + (i % 10);
      return [x, 4 + 12 * Math.min(x, 5.5) + 2 * noise()];
    });
    const broken = plateau(points)!;
    expect(broken.until!).toBeGreaterThan(5);
    expect(broken.until!).toBeLessThan(6);
    expect(broken.b).toBeCloseTo(12, 0);
    expect(broken.aicc).toBeLessThan(straight(points).aicc - 10);
    const rssAt = (c: number) => straight(points.map(([x, y]) => [Math.min(x, c), y])).rss;
    const fine = Math.min(...Array.from({ length: 8001 }, (_, i) => rssAt(2 + (7 * i) / 8000)));
    expect(broken.rss).toBeLessThanOrEqual(fine * 1.0001);
  });

  test('of a straight rise nothing is broken; a level part has two levels, or is none', () => {
    const points: Point[] = Array.from({ length: 12 }, (_, i) => [i, 3 * i + (i % 2)]);
    expect(plateau(points)!.aicc).toBeGreaterThan(straight(points).aicc - 2);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 9 }), fc.integer({ min: -50, max: 50 })), {
          minLength: 6,
          maxLength: 24,
        }),
        (all) => {
          const broken = plateau(all);
          const xs = all.map(([x]) => x);
          if (!broken) return expect(new Set(xs).size).toBeLessThan(3);
          const level = new Set(xs.filter((x) => x >= broken.until! - 1e-9));
          expect(level.size).toBeGreaterThanOrEqual(2);
          expect(new Set(xs.filter((x) => x <= broken.until! + 1e-9)).size).toBeGreaterThanOrEqual(2);
        },
      ),
    );
  });
});

describe('how sure', () => {
  test('the odds of being best are those of drawing again and again', () => {
    const tries: [number, number][] = [
      [8, 2],
      [5, 5],
      [2, 1],
    ];
    const beliefs = tries.map(([w, f]) => oddsBelief(w, f));
    const next = random(3);
    const wins = [0, 0, 0];
    const draws = 60_000;
    for (let i = 0; i < draws; i++) {
      const drawn = beliefs.map((b) => b[Math.floor(next() * b.length)]!);
      wins[drawn.indexOf(Math.max(...drawn))]!++;
    }
    oddsOfBest(beliefs).forEach((odds, i) => expect(Math.abs(odds - wins[i]! / draws)).toBeLessThan(0.01));
  });

  test.each([
    [8, 2],
    [0, 3],
    [0, 0],
    [250, 40],
  ])(
    'what is believed of %d worked and %d failed has the quantiles of its distribution',
    (worked, failed) => {
      const belief = oddsBelief(worked, failed);
      for (const i of [0, 9, 50, 100, 150, 190, 199])
        expect(belief[i]!).toBeCloseTo(betaQuantile((i + 0.5) / 200, worked + 0.5, failed + 0.5), 4);
    },
  );

  test('they sum to one, and alike ones share them', () => {
    const same = oddsOfBest([oddsBelief(3, 1), oddsBelief(3, 1)]);
    expect(same).toEqual([expect.closeTo(0.5, 9), expect.closeTo(0.5, 9)]);
    const read = oddsOfBest([meanBelief(10, 3, 1, 6), meanBelief(14, 3, 1, 6), meanBelief(12, 3, 1, 6)]);
    expect(read.reduce((a, b) => a + b)).toBeCloseTo(1, 9);
    expect(read[1]).toBeGreaterThan(0.95);
  });
});

describe('what is a trial', () => {
  test('nothing changed is a repeat, one thing a clean comparison, more is muddled', () => {
    const log = [
      tried(1, { pieces: '1', bottle: '1 L' }),
      tried(2, { pieces: '1', bottle: '1 L' }),
      tried(3, { pieces: '2', bottle: '1 L' }),
      tried(4, { pieces: '3', bottle: '2 L' }),
      tried(5, { pieces: '3', bottle: '2 L' }, { outcome: 'not tried' }),
    ];
    expect(comparisons(log)).toEqual({ repeats: 1, clean: 1, muddled: 1 });
    const [trial, ...others] = trials(log);
    expect(others).toEqual([]);
    expect(trial).toMatchObject({ variable: 'pieces', held: { bottle: '1 L' }, tries: 3 });
    expect(trial!.levels.map((l) => [l.level, l.tries])).toEqual([
      ['1', 2],
      ['2', 1],
    ]);
    expect(trial!.notShown.join(' ')).toContain('1 comparison changed more than one thing');
    expect(trial!.notShown.join(' ')).toContain('bottle 1 L');
  });

  test('where two things always changed together there is none', () => {
    const log = [1, 2, 3, 4].map((n) => tried(n, { a: String(n), b: String(n) }));
    expect(trials(log)).toEqual([]);
    expect(comparisons(log)).toEqual({ repeats: 0, clean: 0, muddled: 3 });
  });

  test('a ladder with readings rises, or levels off; the claim says so with its evidence', () => {
    const next = random(9);
    const ladder = (of: (x: number) => number) =>
      Array.from({ length: 20 }, (_, i) => {
        const x = 1 + (i % 10);
        return tried(i, { pieces: String(x) }, { reading: of(x) + next() });
      });
    const [rising] = trials(ladder((x) => 7 * x));
    expect(rising).toMatchObject({ response: 'reading', shape: 'rises', bestLevel: '10' });
    expect(rising!.claim).toMatch(
      /^Each one more of “pieces” gives (6\.9|7|7\.0)\d* more, by 20 readings at 10 levels\.$/,
    );
    const [level] = trials(ladder((x) => 7 * Math.min(x, 5)));
    expect(level).toMatchObject({ shape: 'levels off' });
    expect(level!.claim).toMatch(/counts up to about (4\.9|5|5\.0)/);
    const [none] = trials(ladder(() => 3));
    expect(none!.shape).toBe('no effect seen');
  });

  test('what is neither straight nor level from a break on is not said to be', () => {
    const next = random(4);
    const of = (means: readonly number[], times: number) =>
      Array.from({ length: means.length * times }, (_, i) =>
        tried(i, { candles: String(1 + (i % means.length)) }, { reading: means[i % means.length]! + next() }),
      );
    const [few] = trials(of([20, 38, 45], 8));
    expect(few).toMatchObject({ shape: 'bends', bestLevel: '3' });
    expect(few!.claim).toMatch(
      /^“candles” counts, though not in a straight line: 20\.\d at 1, 38\.\d at 2, 45\.\d at 3, by 24 readings at 3 levels\.$/,
    );
    const [hump] = trials(of([10, 20, 30, 40, 30, 20, 10], 4));
    expect(hump).toMatchObject({ shape: 'bends', bestLevel: '4' });
    expect(hump!.claim).toMatch(/in a straight line: 40\.\d at 4, by 28 readings at 7 levels\.$/);
    // Three readings, one at each level, are never enough to say so.
    expect(trials(of([20, 38, 45], 1))[0]!.shape).not.toBe('bends');
  });

  test('names are compared, not fitted; less may be better', () => {
    const slides = ['copper', 'brass', 'lead'].flatMap((metal, i) =>
      [0, 1, 2].map((n) => tried(3 * i + n, { metal }, { reading: [8, 2.2, 0.7][i]! + n / 50 })),
    );
    const [slow] = trials(slides);
    expect(slow).not.toHaveProperty('line');
    expect(slow!.bestLevel).toBe('copper');
    expect(trials(slides, { better: 'less' })[0]!.bestLevel).toBe('lead');
    expect(slow!.levels.find((l) => l.level === 'brass')).toMatchObject({
      tries: 3,
      mean: expect.closeTo(2.22, 9),
    });
  });

  test('without readings it is what worked, with how sure', () => {
    const log = [
      ...Array.from({ length: 9 }, (_, n) => tried(n, { fuel: 'methanol' })),
      ...Array.from({ length: 6 }, (_, n) =>
        tried(20 + n, { fuel: 'ethanol' }, { outcome: n < 5 ? 'failed' : 'worked' }),
      ),
    ];
    const [trial] = trials(log);
    expect(trial).toMatchObject({ response: 'outcome', bestLevel: 'methanol' });
    expect(trial!.claim).toMatch(
      /^“fuel” at methanol works 9 of 9; it is the best, by 10 percentage points or more, by 15 attempts at 2 levels\.$/,
    );
    expect(trial!.next.level).toBe('methanol');
  });
});

describe('“try next”', () => {
  /** How often each of seven levels really works; the fourth is the best. */
  const TRUE = [0.3, 0.45, 0.6, 0.9, 0.65, 0.5, 0.35];
  const SURE = 0.8;
  const MOST = 300;

  /** Attempts until the trial is sure of a level; and whether that is the best one. */
  function until(
    pick: (log: Attempt[], n: number) => number,
    seed: number,
  ): { tries: number; right: boolean } {
    const next = random(seed);
    const log: Attempt[] = [];
    for (let n = 0; n < MOST; n++) {
      // Each level is tried once before anything is known.
      const i = n < TRUE.length ? n : pick(log, n);
      log.push(tried(n, { wick: `${i + 1} cm` }, { outcome: next() < TRUE[i]! ? 'worked' : 'failed' }));
      if (n < TRUE.length) continue;
      const [trial] = trials(log);
      const best = trial!.levels.find((l) => l.level === trial!.bestLevel)!;
      if (best.best >= SURE) return { tries: log.length, right: best.at === 4 };
    }
    return { tries: MOST, right: false };
  }

  test('finds the best level in fewer attempts than trying them in turn', () => {
    const seeds = Array.from({ length: 12 }, (_, n) => n + 1);
    const inTurn = seeds.map((s) => until((_log, n) => n % TRUE.length, s));
    const asTold = seeds.map((s) => until((log) => Number(trials(log)[0]!.next.level[0]) - 1, s));
    const sum = (runs: { tries: number }[]) => runs.reduce((total, r) => total + r.tries, 0) / runs.length;
    const right = (runs: { right: boolean }[]) => runs.filter((r) => r.right).length / runs.length;
    expect(sum(asTold)).toBeLessThan(0.85 * sum(inTurn));
    expect(right(asTold)).toBeGreaterThanOrEqual(right(inTurn) - 0.1);
    expect(right(asTold)).toBeGreaterThan(0.75);
  });
});

describe('what is claimed where nothing matters', () => {
  const RUNS = sized(15, 100);
  const LOOKS = 60;
  /** The long tests look after every attempt. */
  const EVERY = sized(5, 1);
  const SHAPES = ['rises', 'falls', 'levels off', 'bends'];
  const isClaimed = (log: Attempt[], reading?: ReadingOf) =>
    trials(log, reading).some((t) => t.isBest || SHAPES.includes(t.shape ?? ''));

  /** The share of runs of 60 attempts in which something is claimed after any of them. */
  function claimed(
    next: () => number,
    setAt: (log: Attempt[], n: number) => Record<string, string>,
    reading: boolean,
  ) {
    let runs = 0;
    for (let r = 0; r < RUNS; r++) {
      const log: Attempt[] = [];
      for (let n = 0; n < LOOKS; n++) {
        const luck = next() + next() + next();
        const more = reading
          ? { reading: 10 + 4 * luck }
          : { outcome: luck < 1.5 ? ('worked' as const) : ('failed' as const) };
        log.push(tried(n, setAt(log, n), more));
        if (n < 3 || n % EVERY > 0 || !isClaimed(log)) continue;
        runs++;
        break;
      }
    }
    return runs / RUNS;
  }

  // Ten in a hundred are wanted; the slack is two standard errors of so few runs.
  const most = 0.1 + 2 * Math.sqrt((0.1 * 0.9) / RUNS);

  test.each([
    ['outcomes', false],
    ['readings', true],
  ])('three equal levels, as “try next” says: %s', (_, reading) => {
    const next = random(21);
    let level = '';
    const setAt = (log: Attempt[], n: number) => {
      if (n < 3) level = String(n + 1);
      else if (n % EVERY === 0 || n === 3) level = trials(log)[0]!.next.level;
      return { v: level };
    };
    expect(claimed(next, setAt, reading)).toBeLessThanOrEqual(most);
  });

  test('four variables of which none does anything', () => {
    const next = random(22);
    const set: Record<string, string> = { a: '1', b: '1', c: '1', d: '1' };
    const setAt = () => {
      set['abcd'[Math.floor(4 * next())]!] = String(1 + Math.floor(3 * next()));
      return { ...set };
    };
    expect(claimed(next, setAt, false)).toBeLessThanOrEqual(most);
  });
});

test('an interval of a reading ends where the reading does', () => {
  const log = ['a', 'b'].flatMap((v, i) =>
    [0, 1, 5].map((height, n) => tried(3 * i + n, { v }, { reading: height + i })),
  );
  expect(trials(log)[0]!.levels[0]!.low).toBeLessThan(0);
  expect(trials(log, { min: 0, max: 6 })[0]!.levels.map((l) => l.low)).toEqual([0, 0]);
});

test.each([
  [undefined, '3'],
  ['more', '3'],
  ['less', '1'],
] as const)('where %s of a reading is better, the best level is %s', (better, best) => {
  const log = [1, 2, 3].flatMap((level) =>
    [0, 1, 2, 3].map((k) =>
      tried(10 * level + k, { turns: String(level) }, { reading: 10 * level + k / 10 }),
    ),
  );
  expect(trials(log, better && { better })[0]!.bestLevel).toBe(best);
});
