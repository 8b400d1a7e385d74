import { quantileSorted } from 'simple-statistics';

/**
 * The value below which the share `q` (0 to 1) of sorted values lies, by linear interpolation between order statistics
 * (Hyndman & Fan 1996, The American Statistician 50(4), type 7): of [1, 2, 3, 4] at 0.5 it is 2.5.
 * 0 where there are no values.
 */
export function quantileOf(sorted: ArrayLike<number>, q: number): number {
  // The library only reads by index and length, which typed arrays have too.
  return sorted.length === 0 ? 0 : quantileSorted(sorted as number[], q);
}

/** The same, of values in any order. */
export const quantile = (values: readonly number[], q: number): number =>
  quantileOf(
    [...values].sort((a, b) => a - b),
    q,
  );
