import betaQuantile from '@stdlib/stats-base-dists-beta-quantile';
import type { Odds } from '../script';

/** One way an item may go: how many attempts worked and failed, whether it failed for good, and how probable that is. */
export interface AttemptsOutcome {
  worked: number;
  failed: number;
  forGood: boolean;
  /** A failed showing was not tried again and ended nothing: the next one came. */
  wentOn?: boolean;
  odds: number;
  /** In how many orders of hits and misses it comes about, and how many of each are still to come. */
  orders: number;
  hits: number;
  misses: number;
}

/** The odds of an outcome where the success rate is known. */
export const oddsAt = ({ orders, hits, misses }: AttemptsOutcome, rate: number): number =>
  orders * rate ** hits * (1 - rate) ** misses;

/** Shares of equal odds that an unknown success rate is cut into; each counts by its middle. */
const RATE_SHARES = 64;

/** The unknown success rate of a demo, Beta(a, b), as equally likely values. */
export class Rate {
  readonly values: readonly number[];

  constructor(odds: Pick<Odds, 'a' | 'b'>, shares = RATE_SHARES) {
    this.values = valuesOf(odds, shares);
  }

  /** The rate of a play whose luck is `u` in [0, 1). */
  at = (u: number): number => this.values[Math.floor(u * this.values.length)]!;
}

/**
 * Every way an item with `showings` planned and `retries` allowed may go, with exact odds that sum to 1.
 * The odds of one attempt are uncertain: Beta(a, b), so after w successes and f failures the next works with
 * (a + w)/(a + b + w + f) (Pólya's urn; Johnson, Kotz & Kemp, Univariate Discrete Distributions).
 * `w` and `f` start from attempts already made, for a show that is under way.
 */
export function attemptsOutcomes(
  { a, b }: Pick<Odds, 'a' | 'b'>,
  showings: number,
  retries: number,
  so: { worked: number; failed: number } = { worked: 0, failed: 0 },
): AttemptsOutcome[] {
  const outcomes: AttemptsOutcome[] = [];
  const outcome = (worked: number, failed: number, forGood: boolean, odds: number): AttemptsOutcome => {
    const [hits, misses] = [worked - so.worked, failed - so.failed];
    // The last attempt is what ends it, so only those before it may stand in any order.
    const orders = choose(hits + misses - 1, forGood ? hits : misses);
    return { worked, failed, forGood, odds, orders, hits, misses };
  };
  let open = new Map([[0, 1]]);
  // Row by row: `open` holds, for a fixed number of failures, the odds of each count of successes reached so far.
  for (let failed = so.failed; failed <= retries && open.size > 0; failed++) {
    const next = new Map<number, number>();
    const add = (map: Map<number, number>, key: number, odds: number) =>
      map.set(key, (map.get(key) ?? 0) + odds);
    for (let worked = so.worked; worked < showings; worked++) {
      const odds = open.get(worked - so.worked) ?? 0;
      if (odds === 0) continue;
      const works = (a + worked) / (a + b + worked + failed);
      if (worked + 1 === showings) outcomes.push(outcome(showings, failed, false, odds * works));
      else add(open, worked + 1 - so.worked, odds * works);
      if (failed === retries) outcomes.push(outcome(worked, failed + 1, true, odds * (1 - works)));
      else add(next, worked - so.worked, odds * (1 - works));
    }
    open = next;
  }
  return outcomes;
}

/**
 * Every way `showings` may go where a failed one is neither tried again nor ends the item: how many of them work. The
 * odds are those of `attemptsOutcomes` (beta-binomial; Johnson, Kotz & Kemp). `so` are those already made.
 */
export function goingOn(
  { a, b }: Pick<Odds, 'a' | 'b'>,
  showings: number,
  so: { worked: number; failed: number } = { worked: 0, failed: 0 },
): AttemptsOutcome[] {
  const left = Math.max(0, showings - so.worked - so.failed);
  let open = [1];
  for (let n = 0; n < left; n++) {
    const attemptCount = so.worked + so.failed + n;
    const next = new Array<number>(open.length + 1).fill(0);
    open.forEach((odds, hits) => {
      const works = (a + so.worked + hits) / (a + b + attemptCount);
      next[hits + 1]! += odds * works;
      next[hits]! += odds * (1 - works);
    });
    open = next;
  }
  return open.map((odds, hits) => ({
    worked: so.worked + hits,
    failed: so.failed + left - hits,
    forGood: false,
    wentOn: true,
    odds,
    orders: choose(left, hits),
    hits,
    misses: left - hits,
  }));
}

/** Values once worked out: they cost more than all that is done with them. */
const known = new Map<string, readonly number[]>();
const MOST_KNOWN = 1000;

function valuesOf({ a, b }: Pick<Odds, 'a' | 'b'>, shares: number): readonly number[] {
  const key = `${a} ${b} ${shares}`;
  const before = known.get(key);
  if (before) return before;
  // Without a single miss, or hit, to be thought of, it is sure.
  const at = (u: number) => (a > 0 && b > 0 ? betaQuantile(u, a, b) : a > 0 ? 1 : 0);
  const values = Array.from({ length: shares }, (_, k) => at((k + 0.5) / shares));
  if (known.size >= MOST_KNOWN) known.clear();
  known.set(key, values);
  return values;
}

/** n over k. */
function choose(n: number, k: number): number {
  let ways = 1;
  for (let i = 1; i <= k; i++) ways = (ways * (n - k + i)) / i;
  return ways;
}

/** Mean number of attempts. For one showing, sure odds p and r retries it is (1 − (1 − p)^(r+1))/p. */
export const expectedAttempts = (outcomes: readonly AttemptsOutcome[]) =>
  outcomes.reduce((sum, o) => sum + o.odds * (o.worked + o.failed), 0);

/** Odds that the item fails for good. */
export const oddsForGood = (outcomes: readonly AttemptsOutcome[]) =>
  outcomes.reduce((sum, o) => sum + (o.forGood ? o.odds : 0), 0);
