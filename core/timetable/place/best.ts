import type { Work } from '../work';
import { Search, type Found, type Goal } from './search';

/** A search with fewer steps than this finds nothing in any show of size. */
const MIN_STEPS = 20_000;
/** The second pass takes no more than this part of the steps that are left, and no more than so many. */
const SECOND_SHARE = 0.25;
const SECOND_STEPS = 12_000;

export interface SearchProgress {
  steps: number;
  /** No placing ends sooner than this. */
  boundS: number;
  /** The best end so far. */
  endS: number;
}

/** Of which goals it is proven that no placing does better: the end, then the crew call, then the greatest load. */
export interface Proven {
  end: boolean;
  call: boolean;
  load: boolean;
}

export interface Best {
  /** Absent where the search found none. */
  found?: Found;
  /** Where it found none: whether there is none, or it ran out of steps. */
  none?: 'cannot' | 'out of steps';
  proven: Proven;
  steps: number;
}

const NOTHING: Proven = { end: false, call: false, load: false };

/**
 * The placing that ends soonest, as far as `budget` steps reach: first one that ends at the bound, which needs no
 * proof; else halving between the bound and the best known, each half found or proven impossible. With the end settled
 * a second pass seeks the latest crew call, then the least greatest load before curtain-up. Yields between searches, so
 * that a caller can show progress or stop; stopping loses the proof, not the placing. `known` is a placing to better,
 * where there is one.
 */
export function* bestPlacing(work: Work, budget: number, known?: Found): Generator<SearchProgress, Best> {
  const search = new Search(work);
  const first = yield* soonestEnd(search, work, budget, known);
  if (!first.found) return { ...first, steps: search.steps };
  const second = later(search, first.found, Math.min(SECOND_STEPS, (budget - search.steps) * SECOND_SHARE));
  const { whole } = search;
  return {
    found: second.found,
    proven: { end: first.proven, call: second.call && whole, load: second.load && whole },
    steps: search.steps,
  };
}

/** As `Best`, of the end alone. */
type Soonest =
  { found: Found; proven: boolean } | { found?: undefined; none: 'cannot' | 'out of steps'; proven: Proven };

function* soonestEnd(
  search: Search,
  work: Work,
  budget: number,
  known: Found | undefined,
): Generator<SearchProgress, Soonest> {
  const boundS = search.handsBoundS();
  const enough = share(budget, 0.2);
  const first = search.keeping({ endS: boundS }, enough);
  if (first.found) return { found: first.found, proven: true };
  let best = search.soon(share(budget, 0.3)).found ?? known;
  if (!best) {
    const far = search.keeping({ endS: boundS + FAR_S }, Math.max(share(budget, 0.2), budget - search.steps));
    if (!far.found)
      return {
        none: far.verdict === 'impossible' && search.whole ? 'cannot' : 'out of steps',
        proven: NOTHING,
      };
    best = far.found;
  }
  let open = first.verdict === 'out of steps';
  let provenS = open ? boundS : boundS + 1;
  for (let limit = enough; provenS < best.endS && search.steps < budget; limit *= 2) {
    open = false;
    for (let low = provenS; low < best.endS && search.steps < budget;) {
      yield { steps: search.steps, boundS, endS: best.endS };
      const middle = low + Math.floor((best.endS - low) / 2);
      const half = search.keeping({ endS: middle }, Math.min(limit, budget - search.steps));
      if (half.found) best = half.found;
      else {
        low = middle + 1;
        if (half.verdict === 'out of steps') open = true;
        else if (!open) provenS = low;
      }
    }
  }
  return { found: best, proven: provenS >= best.endS && search.whole };
}

/** With the end settled: the latest crew call, and with that the least greatest load before curtain-up. */
function later(search: Search, first: Found, budget: number): { found: Found; call: boolean; load: boolean } {
  const end = search.steps + Math.max(0, budget);
  const { endS } = first;
  /** Halves between what is wanted and what is known. Its `goal` is easier the lower it is. */
  const halve = (best: Found, wanted: number, measure: (f: Found) => number, goal: (s: number) => Goal) => {
    let low = measure(best);
    let high = wanted;
    let proven = true;
    for (let first = true; low < high && search.steps < end; first = false) {
      // What is wanted is often to be had.
      const aim = first ? high : low + Math.ceil((high - low) / 2);
      const half = search.keeping(goal(aim), Math.max(1, Math.ceil((end - search.steps) / 6)));
      if (half.found) {
        best = half.found;
        low = measure(best);
      } else {
        high = aim - 1;
        proven &&= half.verdict === 'impossible';
      }
    }
    return { best, proven: proven && low >= high };
  };
  const bounds = search.bounds(endS);
  const called = halve(
    first,
    bounds.callS,
    (f) => f.callS,
    (callS) => ({ endS, callS }),
  );
  const { callS } = called.best;
  // The load as a number that is wanted higher: less is better.
  const loaded = halve(
    called.best,
    -bounds.mostS,
    (f) => -f.mostS,
    (s) => ({ endS, callS, mostS: -s }),
  );
  return { found: loaded.best, call: called.proven, load: loaded.proven && bounds.sharp };
}

const share = (budget: number, total: number) => Math.max(MIN_STEPS, Math.ceil(budget * total));

/** Later than any show is put off. */
const FAR_S = 40_000;
