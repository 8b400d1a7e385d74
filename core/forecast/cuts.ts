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
 * play, `endsS` how long the whole; a cut item takes its own length out of each play. Exact: a depth-first search over
 * the knapsack that leaves out only what cannot win; beyond `MANY` cuttable items it says that it is not. Null where even
 * cutting everything cuttable would not do.
 */
export function leastCuts(
  items: readonly Item[],
  lengthsS: readonly Float64Array[],
  endsS: Float64Array,
  limitS: number,
  wished: number,
): Cuts | null {
  const plays = Math.min(PLAYS, endsS.length);
  const mean = (i: number) => lengthsS[i]!.reduce((sum, s) => sum + s, 0) / Math.max(1, lengthsS[i]!.length);
  const choices = items
    .flatMap((item, i) =>
      item.worth === undefined ? [] : [{ i, id: item.id, worth: item.worth, savesS: mean(i) }],
    )
    .filter((c) => c.savesS > 0)
    .sort((a, b) => b.savesS / b.worth - a.savesS / a.worth || a.i - b.i);
  const sure = plays === 1;
  if (choices.length > MANY || sure)
    return byMeans(choices, lengthsS, endsS.subarray(0, plays), limitS, wished, sure);
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
  const search = (c: number, ends: Float64Array, taken: typeof choices, worth: number): void => {
    let landed = 0;
    for (let p = 0; p < plays; p++) if (ends[p]! <= limitS) landed++;
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
    search(c + 1, ends, taken, worth);
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
 * For every worth one may lose, the set of choices that saves most on average (dynamic programming over the worth); the
 * first of them that lands. Exact where there is one play only.
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
      if (more <= saved[worth]!) continue;
      saved[worth] = more;
      sets[worth] = [...sets[worth - choice.worth]!, choice];
    }
  }
  for (let worth = 0, most = -Infinity; worth <= all; worth++) {
    // A set that costs more and saves less than an earlier one cannot land where that one did not.
    if (saved[worth]! <= most) continue;
    most = saved[worth]!;
    const set = sets[worth]!;
    const landed = endsS.filter(
      (end, p) => end - set.reduce((sum, c) => sum + lengthsS[c.i]![p]!, 0) <= limitS,
    ).length;
    if (landed < Math.ceil(wished * endsS.length - 1e-9)) continue;
    const itemIds = [...set].sort((a, b) => a.i - b.i).map((c) => c.id);
    return { itemIds, worth, withinSlot: landed / endsS.length, savesS: most, exact };
  }
  return null;
}
