import { format } from 'date-fns';
import { stretches } from '../logbook';
import { quantile } from '../quantities';
import { isWrong, offs, toldBy, type Observed } from './foretold';

/** How a bench did in a stretch of time; `offBy` as in `BenchSoFar`, undefined where nothing was read. */
export interface BenchPeriod {
  label: string;
  right: number;
  wrong: number;
  offBy: number | undefined;
}

/** A bench's hits and errors over time, from the first attempt it foretold to the last. Pure. */
export function benchOverTime(
  attempts: readonly (Observed & { atMs: number })[],
  benchId: string,
): BenchPeriod[] {
  const months = toldBy(attempts, benchId).map((t) => ({ ...t, month: format(t.attempt.atMs, 'yyyy-MM') }));
  const { labels, labelOf: periodOf } = stretches(months.map((t) => t.month));
  const predictions = months.map((t) => ({ ...t, in: periodOf(t.month) }));
  return labels.map((label) => {
    const mine = predictions.filter((t) => t.in === label);
    const wrong = mine.filter((t) => isWrong(t.prediction, t.attempt)).length;
    const off = offs(mine);
    return {
      label,
      ...{ wrong, right: mine.length - wrong },
      offBy: off.length ? quantile(off, 0.5) : undefined,
    };
  });
}
