import { quantileOf } from '../quantities';
import { added, oddsOf, type Script, type ScriptItem } from '../script';
import type { Item, Timing } from '../show';
import type { Placement, Timetable } from '../timetable';
import {
  attemptsOutcomes,
  expectedAttempts,
  goingOn,
  oddsForGood,
  Rate,
  type AttemptsOutcome,
} from './attempts';
import { leastCuts, nearestCuts, WISHED_ODDS, type Cuts, type Replay } from './cuts';
import { LengthTime } from './length';
import { playShow } from './play';
import type { Further, Part, Shared } from './simulate';

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
 * What may happen: plays the show `plays` times with log-normal lengths that share the pace of the day, every demo's own odds,
 * and the work behind the scenes with its own spread; its waits are felt. Pure and seeded. Seconds from curtain-up; odds 0 to 1.
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
  const parts = script.items.map((item) => shared(item, plannedPart(item, timetable)));
  const items = script.items.map((i) => i.item);
  const steps = playShow(placement, parts, { ...options, paceSd: paceSdOf(script) });
  let next = steps.next();
  while (!next.done) {
    const { played, endsS } = next.value;
    const soFar = widened(endsS, script);
    yield { plays: played, withinSlot: shareUpTo(soFar, timetable.slotEndS), endS: band(soFar) };
    next = steps.next();
  }
  const { startsS, lengthsS, unsortedEndsS, stale } = next.value;
  const endsS = widened(next.value.endsS, script);
  const withinSlot = shareUpTo(endsS, timetable.slotEndS);
  return {
    ...options,
    withinSlot,
    endS: band(endsS),
    landing: landing(endsS),
    items: items.map((item, i) => ({
      itemId: item.id,
      startS: band(Float64Array.from(startsS[i]!).sort()),
      expectedAttempts: overOptions(parts[i]!, expectedAttempts),
      failsForGood: overOptions(parts[i]!, oddsForGood),
      goesStale: stale[i]! / Math.max(1, options.plays),
      sway: correlation(lengthsS[i]!, unsortedEndsS),
    })),
    cuts:
      withinSlot >= WISHED_ODDS
        ? null
        : cutsOf(items, widenedReplay(next.value.replay(), script), timetable.slotEndS),
  };
}

/** A set of cuts is judged by playing the whole network again; a tenth of a second for so many. */
const REPLAYED_SETS = 300;

/** How much the pace of a whole show varies from one to the next, as a share, before the log knows better. From memory. */
export const USUAL_PACE_SD = 0.06;

/** How much the pace of this troupe's shows varies, as its log has it. */
export const paceSdOf = ({ file }: Script): number => file.pace?.sd ?? USUAL_PACE_SD;

/** Ends drawn apart about their middle, as far as the record of past forecasts asks for. Sorted, as they came. */
export function widened(endsS: Float64Array, { file }: Script): Float64Array {
  const by = file.pace?.widen ?? 1;
  if (by === 1) return endsS;
  const middle = quantileOf(endsS, 0.5);
  return endsS.map((end) => middle + by * (end - middle));
}

/** Plays again, each set of ends drawn apart as `widened` does. */
export const widenedReplay = (replay: Replay, of: Script): Replay =>
  (of.file.pace?.widen ?? 1) === 1
    ? replay
    : { ...replay, endsWithout: (cut) => widened(replay.endsWithout(cut).sort(), of) };

const cutsOf = (items: readonly Item[], replay: Replay, limitS: number): Cuts | null =>
  leastCuts(items, replay, limitS, WISHED_ODDS, { mostSets: REPLAYED_SETS }) ??
  nearestCuts(items, replay, limitS, { mostSets: REPLAYED_SETS });

/** An item as it is played, begun as soon as the one before it is over; `done` further showings of it are behind us. */
export function partOf(scripted: ScriptItem, done = 0): Part {
  const { demo, showings, options } = scripted;
  let upTo = 0;
  return {
    notBeforeS: -Infinity,
    first: new LengthTime(showings[0]!.timing),
    spentS: 0,
    afterS: demo?.reset?.inView ? demo.reset.handsOnS : 0,
    further: furtherOf(showings.slice(1 + done).map((s) => s.timing)),
    retryS: demo?.retryS ?? 0,
    coverS: demo?.coverS ?? 0,
    outcomes: outcomesOf(scripted),
    closed: { worked: 0, failed: 0 },
    ...(options && {
      options: options.map(({ share, source: scriptItem }) => ({
        upTo: (upTo += share),
        part: partOf(scriptItem),
      })),
    }),
  };
}

/** Further showings by their number. All of them are slow or quick together: it is one presenter and one audience. */
export function furtherOf(showings: readonly Timing[]): Further {
  const sums = showings.reduce(
    (all, timing) => [...all, added(all.at(-1)!, timing)],
    [{ bestS: 0, likelyS: 0, worstS: 0 }],
  );
  const spreads = showings.some(({ bestS, worstS }) => bestS !== worstS);
  return {
    likelyS: sums.map(({ likelyS }) => likelyS),
    ...(spreads && { spread: sums.map((timing) => new LengthTime(timing)) }),
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
export function outcomesOf(
  { item, demo, record }: ScriptItem,
  so?: { worked: number; failed: number },
): AttemptsOutcome[] {
  if (!demo) return [];
  const odds = oddsOf(record, demo.guessOdds);
  return item.series?.onFail === 'go on'
    ? goingOn(odds, item.showings, so)
    : attemptsOutcomes(odds, item.showings, item.retries, so);
}

/** What an item may be played as: itself, or each of a choice. */
const played = (item: ScriptItem): ScriptItem[] =>
  item.options?.map(({ source: scripted }) => scripted) ?? [item];

/** A figure of a part's outcomes; of a choice, by the shares of what may be picked. */
function overOptions(
  { outcomes, options }: Part,
  figure: (outcomes: readonly AttemptsOutcome[]) => number,
): number {
  if (!options) return figure(outcomes);
  return options.reduce((sum, { upTo, part }, i) => {
    const share = upTo - (options[i - 1]?.upTo ?? 0);
    return sum + share * figure(part.outcomes);
  }, 0);
}

/** Parts with what items of one demo share; nothing for the only one of its demo. */
export function sharedRates(items: readonly ScriptItem[]): (item: ScriptItem, part: Part) => Part {
  const once = new Set<string>();
  const shared = new Map<string, Shared>();
  for (const { demo, record } of items.flatMap(played)) {
    if (!demo || shared.has(demo.id)) continue;
    if (once.has(demo.id))
      shared.set(demo.id, { demo: shared.size, rate: new Rate(oddsOf(record, demo.guessOdds)) });
    once.add(demo.id);
  }
  const given = ({ demo }: ScriptItem, part: Part): Part =>
    demo && shared.has(demo.id) ? { ...part, shares: shared.get(demo.id)! } : part;
  return (item, part) => {
    if (!part.options || !item.options) return given(item, part);
    return {
      ...part,
      options: part.options.map((o, i) => ({ ...o, part: given(item.options![i]!.source, o.part) })),
    };
  };
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
