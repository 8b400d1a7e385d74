import type { DemoRecord } from '../show';

/** Odds of success as a Beta(a, b) distribution. */
export interface Posterior {
  a: number;
  b: number;
}

/** "Partly" counts half. Common practice; said on screen wherever the odds stand. */
const PARTLY = 0.5;
/** The demo's own guess stands in for the log while it is empty, and is worth two tries. Common practice. */
const GUESS_TRIES = 2;

/**
 * Odds that an attempt works. With tries in the log: the Jeffreys posterior Beta(½ + worked, ½ + failed).
 * Without: the demo's own guess (0 to 1), worth two tries.
 * Source: Brown, Cai & DasGupta (2001), Interval Estimation for a Binomial Proportion, Statistical Science 16(2).
 */
export function posterior(record: DemoRecord | undefined, guessOdds: number): Posterior {
  const tries = record ? record.worked + record.partly + record.failed : 0;
  if (!record || tries === 0) return { a: GUESS_TRIES * guessOdds, b: GUESS_TRIES * (1 - guessOdds) };
  return {
    a: 0.5 + record.worked + PARTLY * record.partly,
    b: 0.5 + record.failed + (1 - PARTLY) * record.partly,
  };
}

/** Wrong so often, and in one of so many cases, a bench is not to be relied on. Common practice. */
const WRONG_TIMES = 2;
const WRONG_SHARE = 1 / 3;

/** Whether what was foretold so often, and was wrong so often of it, is not to be relied on. */
export const isUnreliable = ({ told: observed, wrong }: { told: number; wrong: number }): boolean =>
  wrong >= WRONG_TIMES && wrong >= observed * WRONG_SHARE;
