/**
 * A simple temporal network: points in time and links "`to` is at least `lagS` after `from`". A longest allowed lag m
 * from u to v is the link v → u of −m. Point 0 is the origin. Dechter, Meiri & Pearl, Temporal constraint networks,
 * Artificial Intelligence 49 (1991).
 */
export interface Link<Why = unknown> {
  from: number;
  to: number;
  lagS: number;
  why: Why;
}

/**
 * Earliest time of every point with the origin at 0, in seconds; −Infinity where nothing holds a point back.
 * Undefined where the links contradict one another.
 */
export function earliestTimes(points: number, links: readonly Link[]): Float64Array | undefined {
  const times = new Float64Array(points).fill(-Infinity);
  times[0] = 0;
  for (let round = 0; round <= points; round++) {
    let changed = false;
    for (const { from, to, lagS } of links) {
      if (times[from]! + lagS > times[to]!) {
        times[to] = times[from]! + lagS;
        changed = true;
      }
    }
    if (!changed) return times[0]! > 0 ? undefined : times;
  }
  return undefined;
}

/**
 * Latest time of every point with the origin at 0 and every point no later than `latest` says; `Infinity` where
 * nothing holds it. The links must be consistent.
 */
export function latestTimes(
  points: number,
  links: readonly Link[],
  latest: (point: number) => number,
): Float64Array {
  const times = Float64Array.from({ length: points }, (_, p) => latest(p));
  times[0] = Math.min(0, times[0]!);
  for (let round = 0, changed = true; changed && round <= points; round++) {
    changed = false;
    // Backwards, for links are mostly written in the order of time.
    for (let i = links.length - 1; i >= 0; i--) {
      const { from, to, lagS } = links[i]!;
      if (times[to]! - lagS < times[from]!) {
        times[from] = times[to]! - lagS;
        changed = true;
      }
    }
  }
  return times;
}
