import { formatFigure } from '../quantities';
import { oddsOfBeating, type Belief } from './beliefs';
import { fQuantile, type Point } from './fits';

/**
 * When a level is called the best. It must beat every other level by a difference worth having, with these odds for each
 * comparison; the odds left over are shared out among the variables that were looked at (Bonferroni). A trial is looked at
 * after every attempt, so the odds asked for were set by simulation: with equal levels at most one trial in ten claims a
 * best one within 60 attempts (trials.test.ts). The region of differences that do not matter is that of Kruschke,
 * Advances in Methods and Practices in Psychological Science 1 (2018) 270.
 */
const SURE = 0.95;
/** A level tried less often is never called the best, nor beaten. Common practice. */
export const FEW = 3;
/** A difference in how often it works that is worth having. From memory. */
const ODDS_WORTH = 0.1;
/** Of readings: a tenth of their mean, or a third of the spread between equal attempts where that is more. From memory. */
const MEAN_WORTH = 0.1;
const SPREAD_WORTH = 1 / 3;

/**
 * A curve through readings is claimed where it explains more than chance at this level (F test). One fixed level for every
 * look is the rule of Pocock, Biometrika 64 (1977) 191; for 60 looks at three shapes it was set by simulation, as SURE was.
 */
const CHANCE = 0.001;

/** What counts as a difference, in the unit of the reading, or as odds. */
export function differenceWorth(response: 'reading' | 'outcome', mean: number, spread: number): number {
  return response === 'outcome' ? ODDS_WORTH : Math.max(MEAN_WORTH * Math.abs(mean), SPREAD_WORTH * spread);
}

/** A level with what is believed of it, better being more. */
interface Candidate {
  tries: number;
  belief: Belief;
}

/** Whether the first of several levels is the best of them, `variables` having been looked at. */
export function isBestOf(
  best: Candidate,
  others: readonly Candidate[],
  { difference, variables }: { difference: number; variables: number },
): boolean {
  const odds = 1 - (1 - SURE) / Math.max(1, variables);
  return (
    [best, ...others].every((c) => c.tries >= FEW) &&
    others.every((other) => oddsOfBeating(best.belief, other.belief, difference) >= odds)
  );
}

/** More attempts than this are "many". */
const MANY = 200;
/** The standard normal's 95 % point: half the odds of seeing a difference that is there. */
const Z = 1.645;

/**
 * About how many more attempts at two levels would tell them apart, if they differ as they seem to, or by twice what
 * matters where that is more. Two samples of normal means; Cohen, Statistical Power Analysis (1988), 2.4.
 */
export function attemptsToTell(
  [a, b]: readonly [Candidate, Candidate],
  { seen, spread, difference }: { seen: number; spread: number; difference: number },
): number {
  const gap = Math.max(Math.abs(seen) - difference, difference);
  const each = gap > 0 ? 2 * ((Z * spread) / gap) ** 2 : 0;
  return Math.max(1, Math.ceil(2 * Math.max(FEW, each) - a.tries - b.tries));
}

export const attemptsSaid = (more: number): string =>
  more > MANY
    ? `more than ${MANY} attempts would be needed`
    : `about ${more} more ${more === 1 ? 'attempt' : 'attempts'} would tell`;

/** Whether a curve with `parameters` beside the mean explains readings better than chance would. */
export function isMoreThanChance(
  points: readonly Point[],
  rss: number,
  parameters: number,
  variables: number,
): boolean {
  const df = points.length - 1 - parameters;
  const middle = points.reduce((sum, [, y]) => sum + y, 0) / points.length;
  const total = points.reduce((sum, [, y]) => sum + (y - middle) ** 2, 0);
  if (df < 1 || total === 0) return false;
  const f = (total - rss) / parameters / Math.max(rss / df, Number.MIN_VALUE);
  return f > fQuantile(1 - CHANCE / Math.max(1, variables), parameters, df);
}

/** "10 percentage points", or so many of the reading's unit. */
export const differenceSaid = (response: 'reading' | 'outcome', difference: number): string =>
  response === 'outcome' ? `${Math.round(100 * difference)} percentage points` : formatFigure(difference);
