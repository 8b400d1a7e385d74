import { quantile } from '../quantities';
import type { Timing } from '../show';

/** From this many clean plays the log speaks alone; before, it is blended with the plan's figures. Common practice. */
const ENOUGH_PLAYS = 5;

/**
 * Best, likely and worst from the whole seconds of clean plays: 10 %, median and 90 % quantile from five plays on;
 * before that blended with the planned figures in proportion n : 5 − n. Whole seconds, never backwards.
 * Quantiles by linear interpolation (Hyndman & Fan 1996, type 7).
 */
export function learnedTiming(playsS: readonly number[], planned: Timing): Timing {
  if (playsS.length === 0) return planned;
  const weight = Math.min(1, playsS.length / ENOUGH_PLAYS);
  const at = (share: number, plan: number) =>
    Math.round(weight * quantile(playsS, share) + (1 - weight) * plan);
  const likelyS = at(0.5, planned.likelyS);
  return {
    bestS: Math.min(likelyS, at(0.1, planned.bestS)),
    likelyS,
    worstS: Math.max(likelyS, at(0.9, planned.worstS)),
  };
}
