import type { Work } from '../work';
import { Search, type Found } from './search';

/** A search with fewer steps than this finds nothing in any show of size. */
const MIN_STEPS = 20_000;

export interface SearchProgress {
  steps: number;
  /** No placing ends sooner than this. */
  boundS: number;
  /** The best end so far. */
  endS: number;
}

export interface Best {
  /** Absent where the search found none: there may be none, or it ran out of steps. */
  found?: Found;
  /** Whether no other placing of this work ends sooner. */
  proven: boolean;
  steps: number;
}

/**
 * The placing that ends soonest, as far as `budget` steps reach: first one that ends at the bound, which needs no
 * proof; else halving between the bound and the best known, each half found or proven impossible. Yields between
 * searches, so that a caller can show progress or stop; stopping loses the proof, not the placing. `known` is a placing
 * to better, where there is one.
 */
export function* bestPlacing(work: Work, budget: number, known?: Found): Generator<SearchProgress, Best> {
  const search = new Search(work);
  const { boundS } = search;
  if (work.itemPoints.length === 0) return { ...found(search.soon(budget).found), proven: true, steps: 0 };
  const share = (of: number) => Math.max(MIN_STEPS, Math.ceil(budget * of));
  const enough = share(0.2);
  const first = search.endingBy(boundS, enough);
  const report = (best: Found | undefined, proven: boolean): Best => ({
    ...found(best),
    proven: proven && search.whole,
    steps: search.steps,
  });
  if (first.found) return { ...report(first.found, true), proven: true };
  let best = search.soon(share(0.4)).found ?? known ?? search.endingBy(boundS + FAR_S, share(0.1)).found;
  if (!best) return report(undefined, false);
  let open = first.verdict === 'out of steps';
  let provenS = open ? boundS : boundS + 1;
  for (let limit = enough; provenS < best.endS && search.steps < budget; limit *= 2) {
    open = false;
    for (let low = provenS; low < best.endS && search.steps < budget;) {
      yield { steps: search.steps, boundS, endS: best.endS };
      const middle = low + Math.floor((best.endS - low) / 2);
      const half = search.endingBy(middle, Math.min(limit, budget - search.steps));
      if (half.found) best = half.found;
      else {
        low = middle + 1;
        if (half.verdict === 'out of steps') open = true;
        else if (!open) provenS = low;
      }
    }
  }
  return report(best, provenS >= best.endS);
}

const found = (best: Found | undefined) => (best ? { found: best } : {});

/** Later than any show is put off. */
const FAR_S = 40_000;
