import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { RandomGenerator } from 'pure-rand/types/RandomGenerator';
import { oddsAt, type AttemptsOutcome, type Rate } from './attempts';
import { normal, type LengthTime } from './length';

/** One stretch of stage time still to come. Seconds. */
export interface Part {
  /** Not before this, whatever came earlier (its preparation stands until then). */
  notBeforeS: number;
  first: LengthTime;
  /** Seconds of the first showing already spent; it is drawn given that it lasted that long. */
  spentS: number;
  /** Reset in view, always spent. */
  afterS: number;
  further: Further;
  retryS: number;
  coverS: number;
  /** Empty for an item that cannot fail. */
  outcomes: readonly AttemptsOutcome[];
  /** Where other parts are of the same demo: its place among such demos, whose one unknown success rate they share. */
  shares?: Shared;
  /** Further attempts already closed in a show under way. */
  closed: { worked: number; failed: number };
  /** Of a choice: what may be picked, each up to its place among shares that sum to 1. */
  options?: readonly { upTo: number; part: Part }[];
}

/** Which option of a choice the audience picks in a play; −1 for a part that is none. */
export function pickOption({ options }: Part, random: RandomGenerator): number {
  if (!options) return -1;
  const u = uniformFloat64(random);
  return options.findIndex(({ upTo }) => u < upTo);
}

/** The part that is played, with the option that was picked. */
export const pickedPart = (part: Part, option: number): Part => part.options?.[option]?.part ?? part;

/** Further showings still to come, by their number from none: their likely seconds together, and the spread where they have one. */
export interface Further {
  likelyS: readonly number[];
  spread?: readonly LengthTime[];
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

/** Plays the parts one after another `plays` times from `startS`; `paceSd`: see `Pace`. The same seed gives the same plays. */
export function simulate(
  parts: readonly Part[],
  startS: number,
  { plays, seed, paceSd }: { plays: number; seed: number; paceSd: number },
): Plays {
  const random = xoroshiro128plus(seed);
  const startsS = parts.map(() => new Float64Array(plays));
  const lengthsS = parts.map(() => new Float64Array(plays));
  const ends = new Float64Array(plays);
  const rates = new Rates(parts);
  const pace = new Pace(paceSd);
  const spentAt = parts.map((part) => (part.spentS > 0 ? part.first.quantileOf(part.spentS) : 0));
  for (let play = 0; play < plays; play++) {
    let clock = startS;
    rates.draw(random);
    pace.draw(random);
    for (let i = 0; i < parts.length; i++) {
      clock = Math.max(clock, parts[i]!.notBeforeS);
      const part = pickedPart(parts[i]!, pickOption(parts[i]!, random));
      startsS[i]![play] = clock;
      const spent = spentAt[i]!;
      const firstS =
        spent === 0
          ? pace.lengthS(part.first, random)
          : spent >= 1
            ? 0
            : Math.max(0, part.first.at(spent + (1 - spent) * uniformFloat64(random)) - part.spentS);
      const length = firstS + part.afterS + attemptsS(part, random, rates, pace);
      lengthsS[i]![play] = length;
      clock += length;
    }
    ends[play] = clock;
  }
  return { endsS: Float64Array.from(ends).sort(), startsS, lengthsS, unsortedEndsS: ends };
}

/**
 * The pace of one play: one presenter, one audience, one day. Lengths of a show hang together by it, so that the spread of
 * the end does not shrink as if every item were an island. `sd`: how much the pace of a whole show varies, as a share.
 */
export class Pace {
  private z = 0;

  constructor(private readonly sd: number) {}

  draw(random: RandomGenerator): void {
    this.z = normal(uniformFloat64(random));
  }

  /** A length in this play: its own luck, and the pace as far as it makes up the length's spread. */
  lengthS(length: LengthTime, random: RandomGenerator): number {
    const { logSd } = length;
    const share = logSd > this.sd ? this.sd / logSd : 1;
    const own = share < 1 ? Math.sqrt(1 - share * share) * normal(uniformFloat64(random)) : 0;
    return length.atZ(share * this.z + own);
  }
}

/** The success rates of one play, of the demos that more than one part is of. */
export class Rates {
  private readonly rates: (Rate | undefined)[] = [];
  private readonly now: number[] = [];

  constructor(parts: readonly Part[]) {
    for (const { shares, options = [] } of parts)
      for (const shared of [shares, ...options.map((o) => o.part.shares)])
        if (shared) this.rates[shared.demo] = shared.rate;
  }

  draw(random: RandomGenerator): void {
    for (let d = 0; d < this.rates.length; d++) this.now[d] = this.rates[d]?.at(uniformFloat64(random)) ?? 0;
  }

  rateOf = (demo: number): number => this.now[demo]!;
}

/** Seconds that further showings, retries and the cover line add in a play. */
export function attemptsS(part: Part, random: RandomGenerator, rates: Rates, pace: Pace): number {
  const { outcomes, shares, further } = part;
  if (!outcomes.length) return 0;
  const rate = shares && rates.rateOf(shares.demo);
  let left = uniformFloat64(random);
  let outcome = outcomes.at(-1)!;
  for (const next of outcomes) {
    left -= rate === undefined ? next.odds : oddsAt(next, rate);
    if (left >= 0) continue;
    outcome = next;
    break;
  }
  const { showings, otherS } = beside(part, outcome);
  if (!further.spread) return (further.likelyS[showings] ?? 0) + otherS;
  return pace.lengthS(further.spread[showings]!, random) + otherS;
}

/** Likely seconds of an item beside its first showing, given how its attempts went. */
export function outcomeS(part: Beside, outcome: Ended): number {
  const { showings, otherS } = beside(part, outcome);
  return (part.further.likelyS[showings] ?? 0) + otherS;
}

/** How the attempts at an item went. */
type Ended = Pick<AttemptsOutcome, 'worked' | 'failed' | 'forGood' | 'wentOn'>;

type Beside = Pick<Part, 'further' | 'retryS' | 'coverS' | 'closed'>;

/** How many further showings an outcome has, and the seconds of its retries and of what is said in the end. */
function beside({ retryS, coverS, closed }: Beside, outcome: Ended): { showings: number; otherS: number } {
  const { worked, failed, forGood, wentOn } = outcome;
  if (wentOn)
    return {
      showings: Math.max(0, worked + failed - 1) - Math.max(0, closed.worked + closed.failed - 1),
      otherS: 0,
    };
  const showings = Math.max(0, worked - 1) - Math.max(0, closed.worked - 1);
  const retries = Math.max(0, failed - (forGood ? 1 : 0) - closed.failed);
  return { showings: Math.max(0, showings), otherS: retries * retryS + (forGood ? coverS : 0) };
}
