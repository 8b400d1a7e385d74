import { quantileOf } from '../quantities';
import { posterior, type ScriptItem } from '../script';
import type { Placement, Timetable } from '../timetable';
import { attemptsOutcomes, expectedAttempts, oddsForGood, Rate, type AttemptsOutcome } from './attempts';
import { leastCuts, WISHED_ODDS, type Cuts } from './cuts';
import { PertTime } from './pert';
import { playShow } from './play';
import type { Part, Shared } from './simulate';

export interface Band {
  p10: number;
  p50: number;
  p90: number;
}

export interface ItemBand {
  itemId: string;
  startS: Band;
  expectedAttempts: number;
  /** Odds that it fails for good, retries and all. */
  failsForGood: number;
  /** Odds that something prepared for it is stale when it begins. */
  goesStale: number;
  /** Correlation of its length with the end of the show, −1 to 1: which item's spread matters most. */
  sway: number;
}

export interface Bands {
  plays: number;
  seed: number;
  /** Odds of ending within the slot, 0 to 1. */
  withinSlot: number;
  endS: Band;
  items: ItemBand[];
  /** Density of the end in equal bins from `fromS`, for drawing the landing band. */
  landing: Landing;
  /** What to leave out so that it lands in the slot; null where nothing has to be, or nothing would help. */
  cuts: Cuts | null;
}

export interface Landing {
  fromS: number;
  binS: number;
  counts: number[];
}

/**
 * What may happen: plays the show `plays` times with beta-PERT times, every demo's own odds, and the work behind the
 * scenes with its own spread; its waits are felt. Pure and seeded. Seconds from curtain-up; odds 0 to 1.
 */
export function forecast(placement: Placement, options: { seed: number; plays: number }): Bands {
  const steps = forecastSteps(placement, options);
  for (;;) {
    const next = steps.next();
    if (next.done) return next.value;
  }
}

/** What is known of the landing while the plays still run. */
export interface ForecastProgress {
  plays: number;
  withinSlot: number;
  endS: Band;
}

/** `forecast` in slices of a thousand plays: yields what is known so far, and may be dropped at any of them. */
export function* forecastSteps(
  placement: Placement,
  options: { seed: number; plays: number },
): Generator<ForecastProgress, Bands> {
  const { timetable, script } = placement;
  const shared = sharedRates(script.items);
  const parts = script.items.map((item) => ({ ...plannedPart(item, timetable), ...shared(item) }));
  const items = script.items.map((i) => i.item);
  const steps = playShow(placement, parts, options.plays, options.seed);
  let next = steps.next();
  while (!next.done) {
    const { played, endsS } = next.value;
    yield { plays: played, withinSlot: shareUpTo(endsS, timetable.slotEndS), endS: band(endsS) };
    next = steps.next();
  }
  const { endsS, startsS, lengthsS, unsortedEndsS, stale } = next.value;
  const withinSlot = shareUpTo(endsS, timetable.slotEndS);
  return {
    ...options,
    withinSlot,
    endS: band(endsS),
    landing: landing(endsS),
    items: items.map((item, i) => ({
      itemId: item.id,
      startS: band(Float64Array.from(startsS[i]!).sort()),
      expectedAttempts: expectedAttempts(parts[i]!.outcomes),
      failsForGood: oddsForGood(parts[i]!.outcomes),
      goesStale: stale[i]! / Math.max(1, options.plays),
      sway: correlation(lengthsS[i]!, unsortedEndsS),
    })),
    cuts:
      withinSlot >= WISHED_ODDS
        ? null
        : leastCuts(items, lengthsS, unsortedEndsS, timetable.slotEndS, WISHED_ODDS),
  };
}

/** An item as it is played, begun as soon as the one before it is over. */
export function partOf(scripted: ScriptItem): Part {
  const { demo, first } = scripted;
  return {
    notBeforeS: -Infinity,
    first: new PertTime(first),
    spentS: 0,
    afterS: demo?.reset?.inView ? demo.reset.handsOnS : 0,
    furtherS: demo?.furtherS ?? 0,
    retryS: demo?.retryS ?? 0,
    coverS: demo?.coverS ?? 0,
    outcomes: outcomesOf(scripted),
    closed: { worked: 0, failed: 0 },
  };
}

/**
 * An item as its plan has it. Preparation is placed as late as it may be and moves along with a show that runs ahead;
 * only where the plan already had to wait for it does it hold an item back.
 */
function plannedPart(scripted: ScriptItem, timetable: Timetable): Part {
  const { id } = scripted.item;
  const waits = timetable.items.some((i) => i.itemId === id && i.waitS > 0);
  const readyS = waits ? timetable.tasks.filter((t) => t.itemId === id).map((t) => t.readyS) : [];
  return { ...partOf(scripted), notBeforeS: Math.max(-Infinity, ...readyS) };
}

/** How the attempts at an item may go; empty for an item that is not a demo. */
export function outcomesOf({ item, demo, record }: ScriptItem): AttemptsOutcome[] {
  return demo ? attemptsOutcomes(posterior(record, demo.guessOdds), item.showings, item.retries) : [];
}

/** What items of one demo share, given to each of them; nothing to the only one of its demo. */
export function sharedRates(items: readonly ScriptItem[]): (item: ScriptItem) => { shares?: Shared } {
  const once = new Set<string>();
  const shared = new Map<string, Shared>();
  for (const { demo, record } of items) {
    if (!demo || shared.has(demo.id)) continue;
    if (once.has(demo.id))
      shared.set(demo.id, { demo: shared.size, rate: new Rate(posterior(record, demo.guessOdds)) });
    once.add(demo.id);
  }
  return ({ demo }) => (demo && shared.has(demo.id) ? { shares: shared.get(demo.id)! } : {});
}

/** 10, 50 and 90 % of sorted values. */
export function band(sorted: Float64Array): Band {
  return { p10: quantileOf(sorted, 0.1), p50: quantileOf(sorted, 0.5), p90: quantileOf(sorted, 0.9) };
}

/** Share of sorted values at or below a limit. */
export function shareUpTo(sorted: Float64Array, limit: number): number {
  let count = sorted.findIndex((value) => value > limit);
  if (count < 0) count = sorted.length;
  return sorted.length ? count / sorted.length : 0;
}

/** Counts in 24 equal bins between the 0.5 % and 99.5 % quantiles. */
export function landing(sorted: Float64Array): Landing {
  const bins = 24;
  const fromS = quantileOf(sorted, 0.005);
  const toS = quantileOf(sorted, 0.995);
  const binS = Math.max(1, (toS - fromS) / bins);
  const counts = new Array<number>(bins).fill(0);
  for (const end of sorted) {
    const bin = Math.floor((end - fromS) / binS);
    if (bin >= 0 && bin < bins) counts[bin]!++;
  }
  return { fromS, binS, counts };
}

function correlation(x: Float64Array, y: Float64Array): number {
  const n = x.length;
  const mean = (v: Float64Array) => v.reduce((sum, value) => sum + value, 0) / n;
  const [mx, my] = [mean(x), mean(y)];
  let [xy, xx, yy] = [0, 0, 0];
  for (let i = 0; i < n; i++) {
    const [dx, dy] = [x[i]! - mx, y[i]! - my];
    xy += dx * dy;
    xx += dx * dx;
    yy += dy * dy;
  }
  return xx > 0 && yy > 0 ? xy / Math.sqrt(xx * yy) : 0;
}
