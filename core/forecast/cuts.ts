import type { Item } from '../show';

/** Odds of landing in the slot that one wishes for. Common practice. */
export const WISHED_ODDS = 0.9;

export interface Cuts {
  itemIds: string[];
  /** The worth that is lost, and the odds of landing in the slot without these items. */
  worth: number;
  withinSlot: number;
  /** Mean seconds they take in the plays. */
  savesS: number;
  /** Whether no other set loses less worth. */
  exact: boolean;
}

/** Plays looked at; odds are then good to about one in a hundred. */
const PLAYS = 1000;
/** With more cuttable items than this, the sets that save most on average for their worth are tried, and no others. */
const MANY = 16;

/**
 * The cuttable items to leave out: of all sets that land in the slot with at least the wished odds, the one that loses
 * the least worth, then the fewest items, then has the best odds. `lengthsS` holds how long each item lasted in every
 * play, `endsS` how long the whole; a cut item takes its own length out of each play. Items before `firstCut` stay, and pinned ones. Exact: a depth-first search over
 * the knapsack that leaves out only what cannot win; beyond `MANY` cuttable items it says that it is not. Null where even
 * cutting everything cuttable would not do.
 */
export function leastCuts(
  items: readonly Item[],
  lengthsS: readonly Float64Array[],
  endsS: Float64Array,
  limitS: number,
  wished: number,
  firstCut = 1,
): Cuts | null {
  const plays = Math.min(PLAYS, endsS.length);
  const mean = (i: number) => lengthsS[i]!.reduce((sum, s) => sum + s, 0) / Math.max(1, lengthsS[i]!.length);
  const choices = items
    .flatMap((item, i) =>
      // The opener stays, and what is pinned: a show cannot begin with its second item.
      item.worth === undefined || item.pinned || i < firstCut
        ? []
        : [{ i, id: item.id, worth: item.worth, savesS: mean(i) }],
    )
    .filter((c) => c.savesS > 0)
    .sort((a, b) => b.savesS / b.worth - a.savesS / a.worth || a.i - b.i);
  if (plays === 1) return forSure(choices, endsS[0]! - limitS);
  if (choices.length > MANY)
    return byMeans(choices, lengthsS, endsS.subarray(0, plays), limitS, wished, false);
  // What would still come off if all from a choice on were cut: no branch there can do better.
  const rest = Array.from({ length: choices.length + 1 }, () => new Float64Array(plays));
  for (let c = choices.length - 1; c >= 0; c--)
    for (let p = 0; p < plays; p++) rest[c]![p] = rest[c + 1]![p]! + lengthsS[choices[c]!.i]![p]!;
  const cheapest = choices.map((_, c) => Math.min(...choices.slice(c).map((x) => x.worth)));
  const needed = Math.ceil(wished * plays - 1e-9);
  const first = byMeans(choices, lengthsS, endsS.subarray(0, plays), limitS, wished, true);
  let best: Cuts | null = first;
  const better = (worth: number, count: number, odds: number) =>
    !best ||
    worth < best.worth ||
    (worth === best.worth &&
      (count < best.itemIds.length || (count === best.itemIds.length && odds > best.withinSlot)));
  const landedBy = (ends: Float64Array): number => {
    let landed = 0;
    for (let p = 0; p < plays; p++) if (ends[p]! <= limitS) landed++;
    return landed;
  };
  const search = (
    c: number,
    ends: Float64Array,
    taken: typeof choices,
    worth: number,
    landed = landedBy(ends),
  ): void => {
    if (landed >= needed) {
      if (better(worth, taken.length, landed / plays))
        best = {
          itemIds: [...taken].sort((a, b) => a.i - b.i).map((t) => t.id),
          worth,
          withinSlot: landed / plays,
          savesS: taken.reduce((sum, t) => sum + t.savesS, 0),
          exact: true,
        };
      return;
    }
    if (c === choices.length || (best && worth + cheapest[c]! > best.worth)) return;
    let could = 0;
    for (let p = 0; p < plays; p++) if (ends[p]! - rest[c]![p]! <= limitS) could++;
    if (could < needed) return;
    const choice = choices[c]!;
    const without = new Float64Array(plays);
    for (let p = 0; p < plays; p++) without[p] = ends[p]! - lengthsS[choice.i]![p]!;
    search(c + 1, without, [...taken, choice], worth + choice.worth);
    search(c + 1, ends, taken, worth, landed);
  };
  search(0, endsS.slice(0, plays), [], 0);
  return best;
}

interface Choice {
  i: number;
  id: string;
  worth: number;
  savesS: number;
}

/**
 * One play, so nothing to chance: of all sets that save `needS` seconds the least worth, and of those the fewest items
 * (the covering knapsack, by dynamic programming over the seconds).
 */
function forSure(choices: readonly Choice[], needS: number): Cuts | null {
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

/**
 * For every worth one may lose, the set of choices that saves most on average (dynamic programming over the worth); the
 * first of them that lands, of equal ones that with the fewest items.
 */
function byMeans(
  choices: readonly Choice[],
  lengthsS: readonly Float64Array[],
  endsS: Float64Array,
  limitS: number,
  wished: number,
  exact: boolean,
): Cuts | null {
  const all = choices.reduce((sum, c) => sum + c.worth, 0);
  const saved = new Float64Array(all + 1).fill(-Infinity);
  const sets = new Array<Choice[]>(all + 1).fill([]);
  saved[0] = 0;
  for (const choice of choices) {
    for (let worth = all; worth >= choice.worth; worth--) {
      const more = saved[worth - choice.worth]! + choice.savesS;
      const kept = sets[worth]!.length;
      const fewer = sets[worth - choice.worth]!.length + 1 < kept;
      if (more < saved[worth]! || (more === saved[worth]! && !fewer)) continue;
      saved[worth] = more;
      sets[worth] = [...sets[worth - choice.worth]!, choice];
    }
  }
  for (let worth = 0, most = -Infinity; worth <= all; worth++) {
    // A set that costs more and saves less than an earlier one cannot land where that one did not.
    if (saved[worth]! <= most) continue;
    most = saved[worth]!;
    const set = sets[worth]!;
    const mayMiss = endsS.length - Math.ceil(wished * endsS.length - 1e-9);
    let missed = 0;
    for (let p = 0; p < endsS.length && missed <= mayMiss; p++) {
      let endS = endsS[p]!;
      for (const { i } of set) endS -= lengthsS[i]![p]!;
      if (endS > limitS) missed++;
    }
    if (missed > mayMiss) continue;
    const landed = endsS.length - missed;
    const itemIds = [...set].sort((a, b) => a.i - b.i).map((c) => c.id);
    return { itemIds, worth, withinSlot: landed / endsS.length, savesS: most, exact };
  }
  return null;
}
