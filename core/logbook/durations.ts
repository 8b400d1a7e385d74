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
  const at = (quantile: number, plan: number) =>
    Math.round(weight * quantileOf(playsS, quantile) + (1 - weight) * plan);
  const likelyS = at(0.5, planned.likelyS);
  return {
    bestS: Math.min(likelyS, at(0.1, planned.bestS)),
    likelyS,
    worstS: Math.max(likelyS, at(0.9, planned.worstS)),
  };
}

/** Quantile by linear interpolation between order statistics; the statistics package at hand fails on one value. */
function quantileOf(values: readonly number[], quantile: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  const x = quantile * (sorted.length - 1);
  const low = Math.floor(x);
  return sorted[low]! + (x - low) * (sorted[Math.min(low + 1, sorted.length - 1)]! - sorted[low]!);
}
