import betaQuantile from '@stdlib/stats-base-dists-beta-quantile';
import type { Odds } from '../script';

/**
 * The equal-tailed 90 % interval of the odds, each 0 to 1. A guess of 0 or 100 % is never taken as certain: either side
 * counts at least half an attempt.
 */
export function likelyRange({ a, b }: Pick<Odds, 'a' | 'b'>): [low: number, high: number] {
  const [worked, failed] = [Math.max(0.5, a), Math.max(0.5, b)];
  return [betaQuantile(0.05, worked, failed), betaQuantile(0.95, worked, failed)];
}
