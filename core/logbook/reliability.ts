import betaQuantile from '@stdlib/stats-base-dists-beta-quantile';
import { posterior } from '../script';
import type { DemoRecord } from '../show';

export interface Reliability {
  tries: number;
  mean: number;
  low: number;
  high: number;
}

/** Posterior mean and equal-tailed 90 % interval of the odds, each 0 to 1, with the tries behind them. */
export function reliability(record: DemoRecord | undefined, guessOdds: number): Reliability {
  const { a, b } = posterior(record, guessOdds);
  return {
    tries: record ? record.worked + record.partly + record.failed : 0,
    mean: a / (a + b),
    low: betaQuantile(0.05, a, b),
    high: betaQuantile(0.95, a, b),
  };
}
