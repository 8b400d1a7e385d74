import { formatClock } from '../quantities';
import type { Script } from '../script';

/** In a slot no longer than this every second counts. */
const SHORT_SLOT_S = 15 * 60;

/**
 * How the times of a show are said, from seconds after curtain-up: with seconds where the slot is a quarter of an hour or
 * less, or where two of the `lines` to be printed would have the same minute. Before curtain-up whole minutes stay so.
 */
export function clockOf(
  { upS, slotS }: Pick<Script, 'upS' | 'slotS'>,
  lines: readonly number[] = [],
): (s: number) => string {
  const minutes = lines.map((s) => Math.floor((upS + Math.round(s)) / 60));
  const seconds = slotS <= SHORT_SLOT_S || new Set(minutes).size < minutes.length;
  return (s) => formatClock(upS + s, seconds && (s >= 0 || Math.round(s) % 60 !== 0));
}
