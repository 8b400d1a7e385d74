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

/**
 * The minimal network: `[i][j]` is the longest time by which j can follow i (Infinity where unbounded), from all
 * shortest paths (Floyd & Warshall). Undefined where the links contradict one another.
 */
export function minimalNetwork(points: number, links: readonly Link[]): number[][] | undefined {
  const most = Array.from({ length: points }, (_, i) =>
    Array.from({ length: points }, (_, j) => (i === j ? 0 : Infinity)),
  );
  for (const { from, to, lagS } of links) most[to]![from] = Math.min(most[to]![from]!, -lagS);
  for (let k = 0; k < points; k++)
    for (let i = 0; i < points; i++)
      for (let j = 0; j < points; j++) most[i]![j] = Math.min(most[i]![j]!, most[i]![k]! + most[k]![j]!);
  return most.some((row, i) => row[i]! < 0) ? undefined : most;
}

export interface Contradiction<Why> {
  /** The cycle's links in order, each beginning where the one before ends. */
  cycle: Link<Why>[];
  /** By how many seconds they miss one another. */
  excessS: number;
}

/**
 * The contradictory cycle with the fewest links, or undefined where all links can hold together. Walks of 1, 2, …
 * links are lengthened from every point at once until one comes home later than it left.
 */
export function shortestContradiction<Why>(
  points: number,
  links: readonly Link<Why>[],
): Contradiction<Why> | undefined {
  if (earliestTimes(points, [...links, ...reachAll(points)])) return undefined;
  let best: Contradiction<Why> | undefined;
  // Most contradictions go through a link that reaches back: a longest allowed lag, or a limit against the clock.
  const reachesBack = ({ lagS, to }: Link) => lagS <= 0 || to === 0;
  const some = links.filter(reachesBack);
  // Short cycles are by far the commonest: look no further than 4, 8, 16 … links at a time.
  for (let most = 4; most < 4 * points; most *= 2) {
    for (const back of most > points ? links : some) {
      const found = shortestThrough(points, links, back, best ? best.cycle.length - 1 : most);
      if (found) best = found;
    }
    if (best) return best;
  }
  throw new Error('The links contradict one another, and no cycle says why: a fault in the network.');
}

/** So that every point counts as reached: the origin may be as late as anything, without saying anything new. */
const reachAll = (points: number): Link[] =>
  Array.from({ length: points - 1 }, (_, i) => ({ from: 0, to: i + 1, lagS: -1e9, why: undefined }));

/** The shortest walk from the end of `back` to its beginning that, with it, gains time; at most `most` links in all. */
function shortestThrough<Why>(
  points: number,
  links: readonly Link<Why>[],
  back: Link<Why>,
  most: number,
): Contradiction<Why> | undefined {
  let reached = new Float64Array(points).fill(-Infinity);
  reached[back.to] = 0;
  const steps: (Link<Why> | undefined)[][] = [];
  for (let length = 1; length < most; length++) {
    const next = new Float64Array(points).fill(-Infinity);
    const via = new Array<Link<Why> | undefined>(points);
    for (const link of links) {
      const at = reached[link.from]! + link.lagS;
      if (at > next[link.to]!) {
        next[link.to] = at;
        via[link.to] = link;
      }
    }
    steps.push(via);
    if (next[back.from]! + back.lagS > 0) {
      const cycle = [back];
      for (let at = back.from, s = steps.length - 1; s >= 0; s--) {
        const link = steps[s]![at]!;
        cycle.splice(1, 0, link);
        at = link.from;
      }
      return { cycle, excessS: next[back.from]! + back.lagS };
    }
    reached = next;
  }
  return undefined;
}
