import { quantile } from '../core/quantities';

export function timed<T>(work: () => T): { ms: number; value: T } {
  const from = performance.now();
  const value = work();
  return { ms: performance.now() - from, value };
}

/** One line of figures: the median and the worst of many runs, what was wanted, and what else is worth saying. */
export function line(what: string, times: readonly number[], wanted?: number, more = ''): void {
  const [middle, worst] = [quantile(times, 0.5), Math.max(...times)].map((ms) => ms.toFixed(1));
  const asked = wanted === undefined ? '' : ` (wanted: at most ${wanted} ms)`;
  console.log(
    `${what}: median ${middle} ms, worst ${worst} ms of ${times.length}${asked}${more && `\n    ${more}`}`,
  );
}
