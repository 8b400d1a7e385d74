import erfcinv from '@stdlib/math-base-special-erfcinv';
import type { Timing } from '../show';

/** The standard normal distribution's 90 % point. NIST/SEMATECH e-Handbook, table 1.3.6.7.1. */
const Z90 = 1.2815515655446;
/** Cells of the normal distribution's table; quantiles then agree within 0.001 up to 3 standard deviations. */
const CELLS = 4096;
/** Normal quantiles at the middles of equal shares. */
const NORMAL = Float64Array.from({ length: CELLS }, (_, i) => -Math.SQRT2 * erfcinv((2 * i + 1) / CELLS));

/** The standard normal quantile of `u` in [0, 1). */
export function normal(u: number): number {
  const x = Math.min(Math.max(u * CELLS - 0.5, 0), CELLS - 1);
  const cell = Math.min(Math.floor(x), CELLS - 2);
  return NORMAL[cell]! + (x - cell) * (NORMAL[cell + 1]! - NORMAL[cell]!);
}

/** The share of a standard normal below `z`, 0 to 1. */
function shareBelow(z: number): number {
  let [low, high] = [0, CELLS];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (NORMAL[middle]! < z) low = middle + 1;
    else high = middle;
  }
  return low / CELLS;
}

/** A best value counts as at least this share of the likely one: no logarithm of nothing. */
const LEAST_SHARE = 0.05;

/**
 * A length of time whose three figures are its 10 %, 50 % and 90 % points: log-normal on either side of the likely one,
 * so that what drags on drags on longer than what goes well is short. Seconds.
 * Three points read so: Keefer & Bodily (1983), Three-Point Approximations for Continuous Random Variables, Management
 * Science 29(5). People who are asked for the extremes name about these: Capen (1976), The Difficulty of Assessing
 * Uncertainty, Journal of Petroleum Technology 28(8). From memory.
 */
export class LengthTime {
  private readonly likelyS: number;
  private readonly belowSd: number;
  private readonly aboveSd: number;
  /** How much of the item's spread is the pace of the day, given how much a day's pace varies. */
  readonly logSd: number;

  constructor({ bestS, likelyS, worstS }: Timing) {
    // An item without a likely length has its worst as a length that one show in ten takes.
    this.likelyS = Math.max(likelyS, worstS * LEAST_SHARE);
    const ratio = (of: number) => Math.log(of / this.likelyS) / Z90;
    this.belowSd = this.likelyS > 0 ? -ratio(Math.max(bestS, this.likelyS * LEAST_SHARE)) : 0;
    this.aboveSd = this.likelyS > 0 ? ratio(Math.max(worstS, this.likelyS)) : 0;
    this.logSd = (this.belowSd + this.aboveSd) / 2;
  }

  /** Seconds at a standard normal quantile. */
  atZ(z: number): number {
    const sd = z < 0 ? this.belowSd : this.aboveSd;
    return sd === 0 ? this.likelyS : this.likelyS * Math.exp(sd * z);
  }

  /** Seconds at quantile `u` in [0, 1). */
  at = (u: number): number => this.atZ(normal(u));

  /** The quantile that `seconds` stands at, in [0, 1]. */
  quantileOf(seconds: number): number {
    const ratio = Math.log(seconds / this.likelyS);
    const sd = ratio < 0 ? this.belowSd : this.aboveSd;
    if (sd === 0) return ratio < 0 ? 0 : 1;
    return shareBelow(ratio / sd);
  }
}
