import type { Link } from '../timetable/network';

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
