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

/** "Works 77 in 100, by 10 tries." */
export function oddsSaid(record: DemoRecord | undefined, guessOdds: number): string {
  const { a, b } = posterior(record, guessOdds);
  const tries = record ? record.worked + record.partly + record.failed : 0;
  const by = tries > 0 ? `by ${tries === 1 ? 'one try' : `${tries} tries`}` : 'the demo’s own guess';
  return `Works ${Math.round((100 * a) / (a + b))} in 100, ${by}.`;
}
