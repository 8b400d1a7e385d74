/** What was forecast of a show's end, in seconds from curtain-up and odds from 0 to 1, with what was stated widened by `widen`. */
export interface EndForecast {
  p10: number;
  p50: number;
  p90: number;
  withinSlot: number;
  widen: number;
}

/** A forecast beside what happened. */
export interface GradedForecast extends EndForecast {
  actualS: number;
  isOnTime: boolean;
}

/** How forecasts held: their 80 % ranges, and their odds of ending within the slot. */
export interface Calibration {
  shows: number;
  /** Shows that ended within the 80 % range that was stated. */
  held: number;
  /** Shows by what was stated of ending within the slot, in fifths: the mean stated, and how many did. */
  odds: { stated: number; shows: number; onTime: number }[];
  /** By how much the range of the next forecast is widened; 1 where the record gives no reason to. */
  widen: number;
}

/** The range that is stated holds so often. */
const HOLDS = 0.8;
/** Fewer shows say too little to widen by. From memory. */
const FEWEST_SHOWS = 10;
const FIFTHS = 5;

/**
 * Grades forecasts. The range is widened by what would have held 80 % of the shows so far: the quantile of how far ends lay
 * from the middle, in half ranges, with the correction for few shows (split conformal prediction with a scaled score:
 * Vovk, Gammerman & Shafer, Algorithmic Learning in a Random World, 2005, 2.2; Lei et al., JASA 113 (2018) 1094, 2.2).
 */
export function calibrationOf(graded: readonly GradedForecast[]): Calibration {
  const scores = graded.map(offBy).sort((a, b) => a - b);
  const place = Math.ceil((scores.length + 1) * HOLDS) - 1;
  const wide = scores[Math.min(place, scores.length - 1)] ?? 1;
  const fifth = (odds: number) => Math.min(FIFTHS - 1, Math.floor(odds * FIFTHS));
  return {
    shows: graded.length,
    held: graded.filter(({ actualS, p10, p90 }) => actualS >= p10 && actualS <= p90).length,
    odds: Array.from({ length: FIFTHS }, (_, i) => graded.filter((g) => fifth(g.withinSlot) === i))
      .filter((list) => list.length > 0)
      .map((list) => ({
        stated: list.reduce((sum, g) => sum + g.withinSlot, 0) / list.length,
        shows: list.length,
        onTime: list.filter((g) => g.isOnTime).length,
      })),
    widen: graded.length < FEWEST_SHOWS ? 1 : Math.max(1, Math.round(100 * wide) / 100),
  };
}

/** How far the end lay from the middle of the forecast, in halves of the range as it was before it was widened. */
function offBy({ p10, p50, p90, widen, actualS }: GradedForecast): number {
  const half = (actualS < p50 ? p50 - p10 : p90 - p50) / widen;
  // A show that cannot take another time than planned is off by nothing, or by all there is.
  return half > 0 ? Math.abs(actualS - p50) / half : actualS === p50 ? 0 : MOST_OFF;
}

/** No range is widened by more. From memory. */
const MOST_OFF = 5;

/** What the record of forecasts comes to, in a sentence or two; nothing without one. */
export function calibrationSays({ shows, held, widen }: Calibration): string[] {
  if (shows === 0) return [];
  return [
    `The 80 % range of the end held ${held} of ${shows} ${shows === 1 ? 'time' : 'times'}.`,
    ...(widen > 1 ? [`New forecasts are widened by ${Math.round(100 * (widen - 1))} % for it.`] : []),
    ...(shows < FEWEST_SHOWS
      ? [`From ${FEWEST_SHOWS} shows on, forecasts are widened where it held too seldom.`]
      : []),
  ];
}
