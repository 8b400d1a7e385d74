import type { Item } from '../show';

/** Odds of ending within the slot that one wishes for. Common practice. */
export const WISHED_ODDS = 0.9;

export interface Cuts {
  itemIds: string[];
  /** The worth that is lost, and the odds of ending within the slot without these items. */
  worth: number;
  withinSlot: number;
  /** Mean seconds by which the end moves without them. */
  savesS: number;
  /** Whether every other set was shown to lose more worth, or not to end in time. */
  exact: boolean;
}

/** Plays of a show that can be played again without some of its items, on the same luck. */
export interface Replay {
  plays: number;
  /** Mean seconds that each item lasts. */
  meanS: readonly number[];
  /** The end of each play without the items of these indexes. Leaving out more never ends later. */
  endsWithout: (cut: readonly number[]) => Float64Array;
}

/** Plays in which nothing waits: an item left out takes its own length off the end. */
export function withoutWaits(lengthsS: readonly Float64Array[], endsS: Float64Array, most = PLAYS): Replay {
  const plays = Math.min(most, endsS.length);
  return {
    plays,
    meanS: lengthsS.map(mean),
    endsWithout: (cut) => {
      const ends = endsS.slice(0, plays);
      for (const i of cut) for (let p = 0; p < plays; p++) ends[p]! -= lengthsS[i]![p]!;
      return ends;
    },
  };
}

/** Plays of items one after another from `startS`, none before its own moment (−Infinity: whenever the one before is over). */
export function inTurn(
  lengthsS: readonly Float64Array[],
  { startS, notBeforeS }: { startS: number; notBeforeS: readonly number[] },
  most = PLAYS,
): Replay {
  const plays = Math.min(most, lengthsS[0]?.length ?? 1);
  return {
    plays,
    meanS: lengthsS.map(mean),
    endsWithout: (cut) => {
      const ends = new Float64Array(plays).fill(startS);
      const out = new Set(cut);
      lengthsS.forEach((lengths, i) => {
        if (out.has(i)) return;
        for (let p = 0; p < plays; p++) ends[p] = Math.max(ends[p]!, notBeforeS[i]!) + lengths[p]!;
      });
      return ends;
    },
  };
}

/** Plays looked at; odds are then good to about one in a hundred. */
const PLAYS = 1000;
/** Sets played at most; a search that needs more says that it may not have found the least. */
const MOST_SETS = 1500;

/**
 * The cuttable items to leave out: of all sets without which the show ends within the slot with at least the wished odds,
 * the one that loses the least worth, then the fewest items, then has the best odds. Every set is judged by playing the
 * show without it. Items before `firstCut` stay, and pinned ones. Null where even leaving out everything that may be would
 * not do. A depth-first search that skips only what cannot win: leaving out more never ends later.
 */
export function leastCuts(
  items: readonly Item[],
  replay: Replay,
  limitS: number,
  wished: number,
  { firstCut = 1, mostSets = MOST_SETS }: { firstCut?: number; mostSets?: number } = {},
): Cuts | null {
  const choices = choicesOf(items, replay.meanS, firstCut);
  const needed = Math.ceil(wished * replay.plays - 1e-9);
  const fullS = mean(replay.endsWithout([]));
  const cheapest = choices.map((_, c) => Math.min(...choices.slice(c).map((x) => x.worth)));
  let sets = 0;
  const landed = (cut: readonly Choice[]): number => {
    sets++;
    let count = 0;
    for (const end of replay.endsWithout(cut.map((x) => x.i))) if (end <= limitS) count++;
    return count;
  };
  let best: { set: readonly Choice[]; worth: number; landed: number } | undefined;
  const offer = (set: readonly Choice[], count: number) => {
    if (count < needed) return;
    const worth = worthOf(set);
    const isBetter =
      !best ||
      worth < best.worth ||
      (worth === best.worth &&
        (set.length < best.set.length || (set.length === best.set.length && count > best.landed)));
    if (isBetter) best = { set, worth, landed: count };
  };
  const search = (c: number, taken: readonly Choice[], worth: number, count: number): void => {
    if (sets >= mostSets) return;
    offer(taken, count);
    if (count >= needed || c === choices.length || (best && worth + cheapest[c]! > best.worth)) return;
    if (landed([...taken, ...choices.slice(c)]) < needed) return;
    const choice = choices[c]!;
    const more = [...taken, choice];
    search(c + 1, more, worth + choice.worth, landed(more));
    search(c + 1, taken, worth, count);
  };
  // What saves most for its worth first: a good set to beat.
  const greedy: Choice[] = [];
  for (const choice of choices) {
    if (landed(greedy) >= needed) break;
    greedy.push(choice);
  }
  offer(greedy, landed(greedy));
  search(0, [], 0, landed([]));
  if (!best) return null;
  const set = [...best.set].sort((a, b) => a.i - b.i);
  return {
    itemIds: set.map((x) => x.id),
    worth: best.worth,
    withinSlot: best.landed / replay.plays,
    savesS: fullS - mean(replay.endsWithout(set.map((x) => x.i))),
    exact: sets < mostSets,
  };
}

/** Leaving items out is offered below the wished odds where it gains at least this. From memory. */
const WORTH_IT = 0.1;
/** Odds this near to the best there are count as the best. From memory. */
const AS_GOOD = 0.02;

/**
 * Where no cut reaches the wished odds: the least worth that comes as near to it as leaving out everything would. Null
 * where even that gains little.
 */
export function nearestCuts(
  items: readonly Item[],
  replay: Replay,
  limitS: number,
  { firstCut = 1, mostSets = MOST_SETS }: { firstCut?: number; mostSets?: number } = {},
): Cuts | null {
  const oddsWithout = (cut: readonly number[]) =>
    replay.endsWithout(cut).filter((end) => end <= limitS).length / replay.plays;
  const all = choicesOf(items, replay.meanS, firstCut).map((choice) => choice.i);
  const most = oddsWithout(all);
  if (most - oddsWithout([]) < WORTH_IT) return null;
  return leastCuts(items, replay, limitS, most - AS_GOOD, { firstCut, mostSets });
}

const mean = (values: Float64Array): number =>
  values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);

const worthOf = (set: readonly Choice[]): number => set.reduce((sum, x) => sum + x.worth, 0);

/** What may be left out, that which saves most for its worth first. The opener stays, and what is pinned. */
const choicesOf = (items: readonly Item[], meanS: readonly number[], firstCut: number): Choice[] =>
  items
    .flatMap((item, i) =>
      item.worth === undefined || item.pinned || i < firstCut
        ? []
        : [{ i, id: item.id, worth: item.worth, savesS: meanS[i]! }],
    )
    .filter((c) => c.savesS > 0)
    .sort((a, b) => b.savesS / b.worth - a.savesS / a.worth || a.i - b.i);

interface Choice {
  i: number;
  id: string;
  worth: number;
  savesS: number;
}

/**
 * The same where nothing is left to chance and nothing waits: of all sets that take `needS` seconds off, the least worth,
 * and of those the fewest items (the covering knapsack, by dynamic programming over the seconds).
 */
export function sureCuts(items: readonly Item[], lengthsS: readonly number[], needS: number): Cuts | null {
  const choices = choicesOf(items, lengthsS, 1);
  const need = Math.max(0, Math.ceil(needS - 1e-9));
  if (choices.reduce((sum, c) => sum + Math.floor(c.savesS), 0) < need) return null;
  /** A worth outweighs any number of items. */
  const weigh = choices.length + 1;
  const least = new Float64Array(need + 1).fill(Infinity);
  least[0] = 0;
  const taken = choices.map(({ worth, savesS }) => {
    const takes = new Uint8Array(need + 1);
    for (let s = need; s > 0; s--) {
      const taking = least[Math.max(0, s - Math.floor(savesS))]! + worth * weigh + 1;
      if (taking < least[s]!) {
        least[s] = taking;
        takes[s] = 1;
      }
    }
    return takes;
  });
  const set: Choice[] = [];
  for (let c = choices.length - 1, s = need; c >= 0; c--) {
    if (!taken[c]![s]) continue;
    set.push(choices[c]!);
    s = Math.max(0, s - Math.floor(choices[c]!.savesS));
  }
  return {
    itemIds: set.sort((a, b) => a.i - b.i).map((c) => c.id),
    worth: set.reduce((sum, c) => sum + c.worth, 0),
    withinSlot: 1,
    savesS: set.reduce((sum, c) => sum + c.savesS, 0),
    exact: true,
  };
}
