import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { RandomGenerator } from 'pure-rand/types/RandomGenerator';
import { oddsAt, type AttemptsOutcome, type Rate } from './attempts';
import type { PertTime } from './pert';

/** One stretch of stage time still to come. Seconds. */
export interface Part {
  /** Not before this, whatever came earlier (its preparation stands until then). */
  notBeforeS: number;
  first: PertTime;
  /** Seconds of the first showing already spent; it is drawn given that it lasted that long. */
  spentS: number;
  /** Reset in view, always spent. */
  afterS: number;
  furtherS: number;
  retryS: number;
  coverS: number;
  /** Empty for an item that cannot fail. */
  outcomes: readonly AttemptsOutcome[];
  /** Where other parts are of the same demo: its place among such demos, whose one unknown success rate they share. */
  shares?: Shared;
  /** Further attempts already closed in a show under way. */
  closed: { worked: number; failed: number };
}

/** What parts of one demo share. */
export interface Shared {
  demo: number;
  rate: Rate;
}

export interface Plays {
  /** Sorted ends of every play. */
  endsS: Float64Array;
  /** Start of each part in every play, in the order played. */
  startsS: Float64Array[];
  /** How long each part lasted in every play, in the same order as `unsortedEndsS`. */
  lengthsS: Float64Array[];
  unsortedEndsS: Float64Array;
}

/** Plays the parts one after another `plays` times from `startS`. The same seed gives the same plays. */
export function simulate(parts: readonly Part[], startS: number, plays: number, seed: number): Plays {
  const random = xoroshiro128plus(seed);
  const startsS = parts.map(() => new Float64Array(plays));
  const lengthsS = parts.map(() => new Float64Array(plays));
  const ends = new Float64Array(plays);
  const rates = new Rates(parts);
  const spentAt = parts.map((part) => (part.spentS > 0 ? part.first.quantileOf(part.spentS) : 0));
  for (let play = 0; play < plays; play++) {
    let clock = startS;
    rates.draw(random);
    for (let i = 0; i < parts.length; i++) {
      const part = parts[i]!;
      clock = Math.max(clock, part.notBeforeS);
      startsS[i]![play] = clock;
      const u = spentAt[i]! + (1 - spentAt[i]!) * uniformFloat64(random);
      const first = spentAt[i]! >= 1 ? 0 : Math.max(0, part.first.at(u) - part.spentS);
      const length =
        first + part.afterS + (part.outcomes.length ? attemptsS(part, uniformFloat64(random), rates) : 0);
      lengthsS[i]![play] = length;
      clock += length;
    }
    ends[play] = clock;
  }
  return { endsS: Float64Array.from(ends).sort(), startsS, lengthsS, unsortedEndsS: ends };
}

/** The success rates of one play, of the demos that more than one part is of. */
export class Rates {
  private readonly rates: (Rate | undefined)[] = [];
  private readonly now: number[] = [];

  constructor(parts: readonly Part[]) {
    for (const { shares } of parts) if (shares) this.rates[shares.demo] = shares.rate;
  }

  draw(random: RandomGenerator): void {
    for (let d = 0; d < this.rates.length; d++) this.now[d] = this.rates[d]?.at(uniformFloat64(random)) ?? 0;
  }

  of = (demo: number): number => this.now[demo]!;
}

/** Seconds that further showings, retries and the cover line add in a play whose luck is `u` in [0, 1). */
export function attemptsS(part: Part, u: number, rates: Rates): number {
  const { outcomes, shares } = part;
  const rate = shares && rates.of(shares.demo);
  let left = u;
  for (const outcome of outcomes) {
    left -= rate === undefined ? outcome.odds : oddsAt(outcome, rate);
    if (left < 0) return outcomeS(part, outcome);
  }
  return outcomes.length ? outcomeS(part, outcomes.at(-1)!) : 0;
}

/** Seconds of an item beside its first showing, given how its attempts went. */
export function outcomeS(
  { furtherS, retryS, coverS, closed }: Pick<Part, 'furtherS' | 'retryS' | 'coverS' | 'closed'>,
  outcome: AttemptsOutcome,
): number {
  const showings = Math.max(0, outcome.worked - 1) - Math.max(0, closed.worked - 1);
  const retries = Math.max(0, outcome.failed - (outcome.forGood ? 1 : 0) - closed.failed);
  return Math.max(0, showings) * furtherS + retries * retryS + (outcome.forGood ? coverS : 0);
}
