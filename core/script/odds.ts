import type { DemoRecord } from '../show';

/** Odds that an attempt works, as a Beta(a, b) distribution with its mean, 0 to 1; `attempts` is the record behind it. */
export interface Odds {
  a: number;
  b: number;
  mean: number;
  attempts: number;
}

/** "Partly" counts half. Common practice; stated on screen wherever the odds are. */
const PARTLY = 0.5;
/**
 * The presenter's guess counts like this many attempts, before the first one and ever after. Checked by simulation
 * (odds.test.ts): over one to three attempts the odds then err a fifth to a third less than without a guess, whether
 * guesses are 10 or 25 points off. More weight would help good guessers only.
 */
const GUESS_ATTEMPTS = 2;

/**
 * Odds that an attempt works: the presenter's guess (0 to 1) as a prior worth two attempts, moved by the attempts in the
 * log. Without a guess, the Jeffreys prior Beta(½, ½).
 * Source: Brown, Cai & DasGupta (2001), Interval Estimation for a Binomial Proportion, Statistical Science 16(2); a
 * prior as attempts: Gelman et al., Bayesian Data Analysis, 2.4.
 */
export function oddsOf(record: DemoRecord | undefined, guess?: number): Odds {
  const { worked = 0, partly = 0, failed = 0 } = record ?? {};
  const weight = guess === undefined ? 1 : GUESS_ATTEMPTS;
  const a = weight * (guess ?? 0.5) + worked + PARTLY * partly;
  const b = weight * (1 - (guess ?? 0.5)) + failed + (1 - PARTLY) * partly;
  return { a, b, mean: a / (a + b), attempts: worked + partly + failed };
}

/** What odds rest on: "10 attempts and the guess", "a guess". */
export const basisOf = ({ attempts }: Pick<Odds, 'attempts'>): string =>
  attempts === 0 ? 'a guess' : `${attempts === 1 ? '1 attempt' : `${attempts} attempts`} and the guess`;

/** "works 77 % (10 attempts and the guess)". */
export const describeOdds = (odds: Pick<Odds, 'mean' | 'attempts'>): string =>
  `works ${Math.round(100 * odds.mean)} % (${basisOf(odds)})`;

/** Wrong this often, and in this share of cases, a calculator is not relied on. Common practice. */
const WRONG_TIMES = 2;
const WRONG_SHARE = 1 / 3;

/** Whether predictions that were wrong this often are not to be relied on. */
export const isUnreliable = ({ predicted, wrong }: { predicted: number; wrong: number }): boolean =>
  wrong >= WRONG_TIMES && wrong >= predicted * WRONG_SHARE;
