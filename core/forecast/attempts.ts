import type { Posterior } from '../script';

/** One way an item may go: how many attempts worked and failed, whether it failed for good, and how probable that is. */
export interface AttemptsOutcome {
  worked: number;
  failed: number;
  forGood: boolean;
  odds: number;
}

/**
 * Every way an item with `showings` planned and `retries` allowed may go, with exact odds that sum to 1.
 * The odds of one attempt are uncertain: Beta(a, b), so after w successes and f failures the next works with
 * (a + w)/(a + b + w + f) (Pólya's urn; Johnson, Kotz & Kemp, Univariate Discrete Distributions).
 * `w` and `f` start from attempts already made, for a show that is under way.
 */
export function attemptsOutcomes(
  { a, b }: Posterior,
  showings: number,
  retries: number,
  so: { worked: number; failed: number } = { worked: 0, failed: 0 },
): AttemptsOutcome[] {
  const outcomes: AttemptsOutcome[] = [];
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
      if (worked + 1 === showings)
        outcomes.push({ worked: showings, failed, forGood: false, odds: odds * works });
      else add(open, worked + 1 - so.worked, odds * works);
      if (failed === retries)
        outcomes.push({ worked, failed: failed + 1, forGood: true, odds: odds * (1 - works) });
      else add(next, worked - so.worked, odds * (1 - works));
    }
    open = next;
  }
  return outcomes;
}

/** Mean number of attempts. For one showing, sure odds p and r retries it is (1 − (1 − p)^(r+1))/p. */
export const expectedAttempts = (outcomes: readonly AttemptsOutcome[]) =>
  outcomes.reduce((sum, o) => sum + o.odds * (o.worked + o.failed), 0);

/** Odds that the item fails for good. */
export const oddsForGood = (outcomes: readonly AttemptsOutcome[]) =>
  outcomes.reduce((sum, o) => sum + (o.forGood ? o.odds : 0), 0);
