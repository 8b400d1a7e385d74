import betaQuantile from '@stdlib/stats-base-dists-beta-quantile';
import { linearRegression, mean } from 'simple-statistics';
import { push } from './attempt';

export type Point = readonly [x: number, y: number];

/** A straight line y = a + b·x, or one that is level from `until` on: y = a + b·min(x, until). */
export interface Fit {
  a: number;
  b: number;
  until?: number;
  /** Sum of squared residuals. */
  rss: number;
  /** Akaike's criterion for small samples; Infinity where there are too few points for it. */
  aicc: number;
}

/** Residuals smaller than this share of all spread count as it: a perfect fit is not infinitely sure. */
const LEAST_RSS = 1e-9;

/**
 * AICc = n ln(RSS/n) + 2k + 2k(k + 1)/(n − k − 1), with k the parameters and the variance; Infinity for n ≤ k + 1.
 * Burnham & Anderson, Model Selection and Multimodel Inference (2002), 2.4.
 */
export const aicc = (rss: number, n: number, k: number): number =>
  n > k + 1 ? n * Math.log(rss / n) + 2 * k + (2 * k * (k + 1)) / (n - k - 1) : Infinity;

function fitted(points: readonly Point[], until?: number): Fit {
  const moved = points.map(([x, y]) => [until === undefined ? x : Math.min(x, until), y]);
  const { m: b, b: a } = linearRegression(moved);
  const middle = mean(points.map(([, y]) => y));
  const all = points.reduce((sum, [, y]) => sum + (y - middle) ** 2, 0);
  const rss = moved.reduce((sum, [x, y]) => sum + (y! - a - b * x!) ** 2, 0);
  const used = Math.max(rss, LEAST_RSS * all, Number.MIN_VALUE);
  return {
    ...{ a, b, rss, aicc: aicc(used, points.length, until === undefined ? 3 : 4) },
    ...(until !== undefined && { until }),
  };
}

/** The straight line of least squares. Errors: NaN where all x are one. */
export const straight = (points: readonly Point[]): Fit => fitted(points);

/** AICc of a mean of its own for each value of x: what any line is held against. Infinity where hardly anything is repeated. */
export const meansAicc = (points: readonly Point[]): number => meansFit(points).aicc;

/** A mean of its own for each value of x, with their squared residuals and AICc. */
export function meansFit(points: readonly Point[]): { means: number[]; rss: number; aicc: number } {
  const byX = new Map<number, number[]>();
  for (const [x, y] of points) push(byX, x, y);
  const means = [...byX.values()].map((ys) => mean(ys));
  const rss = [...byX.values()].reduce(
    (sum, ys, i) => sum + ys.reduce((s, y) => s + (y - means[i]!) ** 2, 0),
    0,
  );
  const middle = mean(points.map(([, y]) => y));
  const all = points.reduce((sum, [, y]) => sum + (y - middle) ** 2, 0);
  const used = Math.max(rss, LEAST_RSS * all, Number.MIN_VALUE);
  return { means, rss, aicc: aicc(used, points.length, byX.size + 1) };
}

/** Places of a break that are looked at first, and halvings of the gap between them after. */
const PLACES = 120;
const HALVINGS = 40;

/** The broken line of least squares with one breakpoint, level from there on; undefined with fewer than three values of x. */
export function plateau(points: readonly Point[]): Fit | undefined {
  const xs = [...new Set(points.map(([x]) => x))].sort((p, q) => p - q);
  // Before the second value nothing rises; of a level part there are two values, or it is none.
  const [from, to] = [xs[1], xs.at(-2)];
  if (xs.length < 3 || from === undefined || to === undefined) return undefined;
  const at = (i: number) => from + ((to - from) * i) / PLACES;
  let best = 0;
  let least = Infinity;
  for (let i = 0; i <= PLACES; i++) {
    const { rss } = fitted(points, at(i));
    if (rss < least) [best, least] = [i, rss];
  }
  let [low, high] = [at(Math.max(0, best - 1)), at(Math.min(PLACES, best + 1))];
  for (let i = 0; i < HALVINGS; i++) {
    const [one, two] = [low + (high - low) / 3, high - (high - low) / 3];
    if (fitted(points, one).rss <= fitted(points, two).rss) high = two;
    else low = one;
  }
  return fitted(points, (low + high) / 2);
}

/** Quantile of Student's t with `df` degrees of freedom, by that of t²/(df + t²), which is Beta(½, df/2). */
export function tQuantile(p: number, df: number): number {
  if (p === 0.5) return 0;
  const x = betaQuantile(Math.abs(2 * p - 1), 0.5, df / 2);
  return Math.sign(p - 0.5) * Math.sqrt((df * x) / (1 - x));
}

/** Quantile of the F distribution with `a` and `b` degrees of freedom, by that of aF/(aF + b), which is Beta(a/2, b/2). */
export function fQuantile(p: number, a: number, b: number): number {
  const x = betaQuantile(p, a / 2, b / 2);
  return (b * x) / (a * (1 - x));
}

/** 90 % interval of a line's slope; the whole line of numbers where there are too few points. */
export function slopeInterval(points: readonly Point[], fit: Fit): [low: number, high: number] {
  const df = points.length - 2;
  const middle = mean(points.map(([x]) => x));
  const spread = points.reduce((sum, [x]) => sum + (x - middle) ** 2, 0);
  if (df < 1 || spread === 0) return [-Infinity, Infinity];
  const by = tQuantile(0.95, df) * Math.sqrt(fit.rss / df / spread);
  return [fit.b - by, fit.b + by];
}
