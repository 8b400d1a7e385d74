/** How likely it is that how much is used: amount → odds. */
export type Spread = Map<number, number>;

/** Sums of many spreads are kept to about this many amounts, each rounded up to the next: never too little. */
const MOST_AMOUNTS = 2000;

export const sure = (amount: number): Spread => new Map([[rounded(amount), 1]]);

/** The sum of two independent amounts. */
export function convolve(a: Spread, b: Spread): Spread {
  const sum: Spread = new Map();
  for (const [x, px] of a) {
    for (const [y, py] of b) {
      const amount = rounded(x + y);
      sum.set(amount, (sum.get(amount) ?? 0) + px * py);
    }
  }
  return sum.size > MOST_AMOUNTS ? coarser(sum) : sum;
}

function coarser(spread: Spread): Spread {
  const most = Math.max(...spread.keys());
  const step = most / (MOST_AMOUNTS / 4);
  const out: Spread = new Map();
  for (const [amount, odds] of spread) {
    const up = rounded(Math.min(most, Math.ceil(amount / step - 1e-9) * step));
    out.set(up, (out.get(up) ?? 0) + odds);
  }
  return out;
}

/** The least amount that is exceeded with at most `odds`, and the odds that remain above it. */
export function enough(spread: Spread, odds: number): { amount: number; above: number } {
  let above = 1;
  let amount = 0;
  for (const [value, p] of [...spread].sort(([a], [b]) => a - b)) {
    amount = value;
    above = Math.max(0, above - p);
    // The slack keeps a sum of odds that should be exactly the limit from falling on the wrong side.
    if (above <= odds + 1e-12) break;
  }
  return { amount, above };
}

/** Amounts to a millionth, so that equal sums meet in one key. */
export const rounded = (n: number) => Math.round(n * 1e6) / 1e6;
