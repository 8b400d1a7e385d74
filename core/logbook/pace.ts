import type { Pace } from '../show';

/** How one show ran against what was expected of its items: the mean of ln(actual / expected), and that mean's variance. */
export interface ShowPace {
  mean: number;
  variance: number;
}

/** Before the log knows better, pace counts as having varied by this in so many shows. From memory. */
const USUAL_SD = 0.06;
const USUAL_SHOWS = 3;
/** An item this many times longer or shorter than expected is a mistake of the log. From memory. */
const FAR_OFF = 4;
/** Fewer items than these say nothing of a show's pace. From memory. */
const FEWEST_ITEMS = 3;

/** The pace of a show from its items' expected and actual seconds; undefined where too few were played as planned. */
export function showPace(items: readonly { expectedS: number; actualS: number }[]): ShowPace | undefined {
  const logs = items
    .filter(({ expectedS, actualS }) => expectedS > 0 && actualS > 0)
    .map(({ expectedS, actualS }) => Math.log(actualS / expectedS))
    .filter((log) => Math.abs(log) < Math.log(FAR_OFF));
  if (logs.length < FEWEST_ITEMS) return undefined;
  const mean = logs.reduce((sum, log) => sum + log, 0) / logs.length;
  const squares = logs.reduce((sum, log) => sum + (log - mean) ** 2, 0);
  return { mean, variance: squares / (logs.length - 1) / logs.length };
}

/**
 * How much the pace of whole shows varies: the variance of the shows' means, less what their items' own luck explains, and
 * moved towards the usual while shows are few. Source: the method of moments for one-way random effects; Searle, Casella
 * & McCulloch, Variance Components, 3.6. From memory.
 */
export function paceOf({
  shows,
  squares,
  variances,
}: {
  shows: number;
  squares: number;
  variances: number;
}): Pace {
  const found = Math.max(0, squares - variances);
  return { sd: Math.min(1, Math.sqrt((USUAL_SHOWS * USUAL_SD ** 2 + found) / (USUAL_SHOWS + shows))), shows };
}
