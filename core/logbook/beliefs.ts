import { tQuantile } from './fits';

/** Equally likely values of what a level is worth. */
export type Belief = readonly number[];

/** So many values stand for a belief. */
const VALUES = 200;
const shares = Array.from({ length: VALUES }, (_, i) => (i + 0.5) / VALUES);

/** How often a level works, from what worked of it: Beta(½ + worked, ½ + failed), Jeffreys; by adding up its density. */
export function oddsBelief(worked: number, failed: number): Belief {
  // With x = sin²θ the density is sin^2w θ · cos^2f θ, which is finite everywhere.
  const logs = ANGLES.map(({ sin, cos }) => 2 * worked * sin + 2 * failed * cos);
  const top = Math.max(...logs);
  const weights = logs.map((log) => Math.exp(log - top));
  const all = weights.reduce((sum, w) => sum + w, 0);
  let place = 0;
  let below = 0;
  return shares.map((share) => {
    while (below + weights[place]! < share * all && place < STEPS - 1) below += weights[place++]!;
    const part = (share * all - below) / weights[place]!;
    return Math.sin((HALF_PI * (place + part)) / STEPS) ** 2;
  });
}

/** Steps in which a density is added up, and the logarithms of sine and cosine in the middle of each. */
const STEPS = 1000;
const HALF_PI = Math.PI / 2;
const ANGLES = Array.from({ length: STEPS }, (_, i) => {
  const angle = (HALF_PI * (i + 0.5)) / STEPS;
  return { sin: Math.log(Math.sin(angle)), cos: Math.log(Math.cos(angle)) };
});

/** The mean of a level's readings: Student's t about what was read, with the spread of all levels pooled over `df`. */
export const meanBelief = (middle: number, n: number, sd: number, df: number): Belief =>
  shares.map((p) => middle + tQuantile(p, df) * (sd / Math.sqrt(n)));

/** Odds of each of several to be the greatest, which sum to 1. */
export function oddsOfBest(beliefs: readonly Belief[]): number[] {
  /** Share of a belief below x; values of it that are x itself count half. */
  const below = (belief: Belief, x: number) => {
    const first = lower(belief, (v) => v >= x);
    const last = lower(belief, (v) => v > x);
    return (first + last) / 2 / belief.length;
  };
  const odds = beliefs.map((mine, i) =>
    mine.reduce(
      (sum, x) =>
        sum +
        beliefs.reduce((product, other, j) => (i === j ? product : product * below(other, x)), 1) /
          mine.length,
      0,
    ),
  );
  const all = odds.reduce((sum, o) => sum + o, 0);
  return odds.map((o) => (all > 0 ? o / all : 1 / odds.length));
}

/** Odds that one value is greater than another by at least so much. */
export function oddsOfBeating(mine: Belief, other: Belief, by: number): number {
  const beaten = mine.reduce((sum, x) => sum + lower(other, (v) => v > x - by), 0);
  return beaten / mine.length / other.length;
}

/** The place of the first value of a sorted list that fits; its length where none does. */
function lower(sorted: Belief, fits: (value: number) => boolean): number {
  let [from, to] = [0, sorted.length];
  while (from < to) {
    const middle = (from + to) >> 1;
    if (fits(sorted[middle]!)) to = middle;
    else from = middle + 1;
  }
  return from;
}
