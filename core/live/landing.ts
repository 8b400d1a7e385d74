import {
  band,
  landing,
  leastCuts,
  nearestCuts,
  outcomesOf,
  paceSdOf,
  partOf,
  shareUpTo,
  simulate,
  WISHED_ODDS,
  withoutWaits,
  type Band,
  type Cuts,
  type Landing,
  type Part,
} from '../forecast';
import type { Script } from '../script';
import type { Item } from '../show';
import type { RunState } from './fold';
import { playedAs, tally } from './played';
import { slotEndS as slotEnd } from './slot';
import { itemsOf, playedMs, type ItemState } from './slices/stage';

/** Where a running show will land. Seconds from its actual curtain-up; odds 0 to 1. */
export interface LiveLanding {
  nowS: number;
  slotEndS: number;
  endS: Band;
  withinSlot: number;
  itemsLeft: number;
  /** Slot time left over items left; undefined when none is left. */
  perItemS: number | undefined;
  landing: Landing;
  /**
   * What to leave out so that it ends in time with `WISHED_ODDS`, or as near to that as cuts come: the least worth of what
   * is still to come. Absent while it ends in time without; null where nothing that may be cut would help.
   */
  cuts?: Cuts | null;
}

/**
 * The forecast of a show under way: the item on stage given what it took so far, then everything not yet played,
 * with each demo's own odds. The slot ends as
 * `slotEndS` says. Cuts that are `shown` already stay the offer
 * until others lose clearly less. It needs no plan. Pure and seeded.
 */
export function liveLanding(
  script: Script,
  state: RunState,
  nowMs: number,
  { plays, seed, shown = [] }: { plays: number; seed: number; shown?: readonly string[] },
): LiveLanding {
  const since = state.curtainAt ?? nowMs;
  const nowS = Math.max(0, ((state.downAt ?? nowMs) - since) / 1000);
  const slotEndS = slotEnd(script, state, nowMs) ?? script.slotS - state.slotCutS;
  const left =
    state.phase === 'down' ? [] : itemsOf(state).filter((i) => i.status === 'to come' || i.status === 'now');
  const parts = left.map((item) => livePart(script, state, item, nowMs));
  const { endsS, lengthsS, unsortedEndsS } = simulate(parts, nowS, {
    plays: parts.length ? plays : 1,
    seed,
    paceSd: paceSdOf(script),
  });
  const withinSlot = shareUpTo(endsS, slotEndS);
  const replay = withoutWaits(lengthsS, unsortedEndsS);
  // Once the opener has been on, what is left may all go.
  const firstCut = left[0] && left[0].itemId === state.order[0] ? 1 : 0;
  const docs = left.map(({ itemId, status }) => {
    const { item } = script.byItem.get(itemId)!;
    return status === 'to come' ? item : { ...item, worth: undefined };
  });
  return {
    nowS,
    slotEndS,
    endS: band(endsS),
    withinSlot,
    itemsLeft: left.length,
    perItemS: left.length ? Math.max(0, slotEndS - nowS) / left.length : undefined,
    landing: landing(endsS),
    ...(left.length > 0 &&
      withinSlot < WISHED_ODDS && {
        cuts: steady(
          leastCuts(docs, replay, slotEndS, WISHED_ODDS, { firstCut }) ??
            nearestCuts(docs, replay, slotEndS, { firstCut }),
          asCuts(shown, docs, lengthsS, unsortedEndsS, slotEndS),
        ),
      }),
  };
}

/** How far an offer on screen may fall short of the wished odds, and how much less another must lose to take its place. */
const STEADY = { odds: 0.05, worth: 0.8 };

/** The offer on screen, while it still does nearly as well as the best one: what changes under a finger is pressed by mistake. */
function steady(best: Cuts | null, shown: Cuts | undefined): Cuts | null {
  if (!best || !shown) return best;
  const stays = shown.withinSlot >= WISHED_ODDS - STEADY.odds && best.worth >= shown.worth * STEADY.worth;
  return stays ? shown : best;
}

/** Leaving out just these items, with its odds; undefined where one of them is not to come any more. */
function asCuts(
  ids: readonly string[],
  items: readonly Item[],
  lengthsS: readonly Float64Array[],
  endsS: Float64Array,
  slotEndS: number,
): Cuts | undefined {
  const cut = ids.map((id) => items.findIndex((item) => item.id === id && item.worth !== undefined));
  if (cut.length === 0 || cut.includes(-1)) return undefined;
  const savedS = (play: number) => cut.reduce((sum, i) => sum + lengthsS[i]![play]!, 0);
  const plays = endsS.length;
  const saved = Array.from(endsS, (_, play) => savedS(play));
  return {
    itemIds: [...ids],
    worth: cut.reduce((sum, i) => sum + items[i]!.worth!, 0),
    withinSlot: endsS.reduce((n, endS, play) => n + (endS - saved[play]! <= slotEndS ? 1 : 0), 0) / plays,
    savesS: saved.reduce((sum, s) => sum + s, 0) / plays,
    exact: false,
  };
}

function livePart(script: Script, state: RunState, item: ItemState, nowMs: number): Part {
  const scripted = playedAs(script, item) ?? script.byItem.get(item.itemId)!;
  // Waits of the plan belong to planned clock times, which a running show has left behind.
  const since = item.stints.at(-1)?.from;
  if (item.status !== 'now' || since === undefined) return partOf(scripted);
  const { worked, failed } = tally(script, item);
  const over = item.attempts.length > 0;
  const goesOn = scripted.item.series?.onFail === 'go on';
  const { options: _picked, ...part } = partOf(scripted, Math.max(0, worked + (goesOn ? failed : 0) - 1));
  const lastFailed = item.attempts.at(-1)?.outcome === 'failed';
  return {
    ...part,
    // Once the first attempt is closed, the first showing is behind us whatever it took.
    spentS: over ? Infinity : playedMs(state, since, nowMs) / 1000,
    outcomes: outcomesOf(scripted, { worked, failed }),
    closed: { worked, failed: failed - (lastFailed && !goesOn ? 1 : 0) },
  };
}
