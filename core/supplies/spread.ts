/** How likely it is that how much is used: amount → odds. */
export type Spread = ReadonlyMap<number, number>;

/** Sums of more pairs than this are made on a grid of equal steps. */
const MANY_PAIRS = 4096;
/** Steps of a grid; what falls between two is shared out so that the mean stays. */
const STEPS = 500;

/** The sum of two independent amounts. */
export function convolve(a: Spread, b: Spread): Spread {
  if (a.size * b.size > MANY_PAIRS) return onGrid(a, b);
  const sum = new Map<number, number>();
  for (const [x, px] of a) {
    for (const [y, py] of b) {
      const amount = rounded(x + y);
      sum.set(amount, (sum.get(amount) ?? 0) + px * py);
    }
  }
  return sum;
}

function onGrid(a: Spread, b: Spread): Spread {
  const most = Math.max(...a.keys()) + Math.max(...b.keys());
  // Pieces stay whole.
  const whole = most <= 4 * STEPS && [...a.keys(), ...b.keys()].every(Number.isInteger);
  const step = whole ? 1 : most / STEPS;
  const [x, y] = [grid(a, step), grid(b, step)];
  const sum = new Float64Array(x.length + y.length);
  for (let i = 0; i < x.length; i++) {
    const px = x[i]!;
    if (px > 0) for (let j = 0; j < y.length; j++) sum[i + j]! += px * y[j]!;
  }
  const out = new Map<number, number>();
  sum.forEach((odds, i) => odds > 0 && out.set(rounded(i * step), odds));
  return out;
}

function grid(spread: Spread, step: number): Float64Array {
  const out = new Float64Array(Math.ceil(Math.max(...spread.keys()) / step) + 2);
  for (const [amount, odds] of spread) {
    const at = rounded(amount / step);
    const low = Math.floor(at);
    out[low]! += odds * (1 - (at - low));
    out[low + 1]! += odds * (at - low);
  }
  return out;
}

/** One of several spreads, each as likely as the others. */
export const oneOf = (spreads: readonly Spread[]): Spread => weighted(spreads.map((spread) => [1, spread]));

/** One of several spreads, each as likely as its share of all of them. */
export function weighted(spreads: readonly (readonly [share: number, spread: Spread])[]): Spread {
  const sum = spreads.reduce((total, [share]) => total + share, 0);
  const out = new Map<number, number>();
  for (const [share, spread] of spreads)
    for (const [amount, odds] of spread) out.set(amount, (out.get(amount) ?? 0) + (odds * share) / sum);
  return out;
}

/** The least amount that is exceeded with at most `odds`. */
export function enough(spread: Spread, odds: number): number {
  let above = 1;
  let amount = 0;
  for (const [value, p] of [...spread].sort(([a], [b]) => a - b)) {
    amount = value;
    above -= p;
    // The slack keeps a sum of odds that should be exactly the limit from falling on the wrong side.
    if (above <= odds + 1e-12) break;
  }
  return amount;
}

/** The odds that more than an amount is used. */
export function oddsAbove(spread: Spread, amount: number): number {
  let above = 0;
  for (const [value, p] of spread) if (value > amount + 1e-9) above += p;
  return Math.min(1, above);
}

/** Amounts to a millionth, so that equal sums meet in one key. */
export const rounded = (n: number) => Math.round(n * 1e6) / 1e6;
