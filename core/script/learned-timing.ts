import { quantile } from '../quantities';
import type { Timing } from '../show';

/** The standard normal distribution's 90 % point. NIST/SEMATECH e-Handbook, table 1.3.6.7.1. */
const Z90 = 1.2815515655446;
/** The guess counts like half a play for the middle, like three for the spread. Checked by calibration.test.ts. */
const GUESS_PLAYS = 0.5;
const GUESS_SPREAD_PLAYS = 3;
/** Most of a presenter's range is not knowing the length; this share of it is how plays differ. As above. */
const OWN_SHARE = 0.8;
/** Nobody plays an item to the second: the least spread of a length, as a share of it. From memory. */
const LEAST_SD = 0.04;
/** A play this many times longer or shorter than usual is a mistake of the log, such as a run clicked through. From memory. */
const FAR_OFF = 4;

/**
 * The plays a length is learned from, and those left out because they lie far from all others; those of a length in
 * `counted` are never left out. Whole seconds.
 */
export function sortPlays(
  playsS: readonly number[],
  planned: Timing,
  counted: readonly number[] = [],
): { used: number[]; leftOut: number[] } {
  const usualS = playsS.length >= 3 ? quantile(playsS, 0.5) : planned.likelyS;
  const isUsual = (s: number) =>
    counted.includes(s) || usualS <= 0 || (s < usualS * FAR_OFF && s > usualS / FAR_OFF);
  return {
    used: playsS.filter((s) => s > 0 && isUsual(s)),
    leftOut: playsS.filter((s) => s <= 0 || !isUsual(s)),
  };
}

/**
 * How long the next play will take, as its 10 %, 50 % and 90 % points in whole seconds: what was guessed, moved by the
 * plays. Their logarithms are normal with unknown mean and spread (normal–inverse-gamma prior from the guess), so the
 * next one follows Student's t: wide with few plays, and never narrower than the plays themselves.
 * Source: Gelman et al., Bayesian Data Analysis, 3.3.
 */
export function learnedTiming(
  playsS: readonly number[],
  planned: Timing,
  counted: readonly number[] = [],
): Timing {
  const logs = sortPlays(playsS, planned, counted).used.map(Math.log);
  if (logs.length === 0 || planned.likelyS <= 0) return planned;
  const n = logs.length;
  const mean = logs.reduce((sum, x) => sum + x, 0) / n;
  const squares = logs.reduce((sum, x) => sum + (x - mean) ** 2, 0);
  const guess = Math.log(planned.likelyS);
  const guessSd =
    OWN_SHARE * Math.max(LEAST_SD, Math.log(planned.worstS / Math.max(1, planned.bestS)) / (2 * Z90));
  const plays = GUESS_PLAYS + n;
  const df = GUESS_SPREAD_PLAYS + n;
  const middle = (GUESS_PLAYS * guess + n * mean) / plays;
  const off = ((GUESS_PLAYS * n) / plays) * (mean - guess) ** 2;
  const variance = (GUESS_SPREAD_PLAYS * guessSd ** 2 + squares + off) / df;
  const spread = t90(df) * Math.sqrt(variance * (1 + 1 / plays));
  const at = (log: number) => Math.round(Math.exp(log));
  return { bestS: at(middle - spread), likelyS: at(middle), worstS: at(middle + spread) };
}

/** The 90 % point of Student's t with `df` degrees of freedom, within 0.1 % from three on. Abramowitz & Stegun, 26.7.5. */
function t90(df: number): number {
  const z = Z90;
  return (
    z +
    (z ** 3 + z) / (4 * df) +
    (5 * z ** 5 + 16 * z ** 3 + 3 * z) / (96 * df ** 2) +
    (3 * z ** 7 + 19 * z ** 5 + 17 * z ** 3 - 15 * z) / (384 * df ** 3)
  );
}
