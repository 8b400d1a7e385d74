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
  inTurn,
  withoutWaits,
  widened,
  widenedReplay,
  type Band,
  type Cuts,
  type Landing,
  type Part,
  type Replay,
} from '../forecast';
import { addSeconds, parseISO } from 'date-fns';
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
  const late = lateS(script, state);
  const parts = left.map((item) => livePart(script, state, item, nowMs, late));
  const {
    endsS: drawn,
    lengthsS,
    unsortedEndsS,
  } = simulate(parts, nowS, {
    plays: parts.length ? plays : 1,
    seed,
    paceSd: paceSdOf(script),
  });
  const endsS = widened(drawn, script);
  const withinSlot = shareUpTo(endsS, slotEndS);
  const notBeforeS = parts.map((part) => part.notBeforeS);
  const waits = notBeforeS.some(Number.isFinite);
  const replay = widenedReplay(
    waits ? inTurn(lengthsS, { startS: nowS, notBeforeS }) : withoutWaits(lengthsS, unsortedEndsS),
    script,
  );
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
          asCuts(shown, docs, replay, slotEndS),
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
  replay: Replay,
  slotEndS: number,
): Cuts | undefined {
  const cut = ids.map((id) => items.findIndex((item) => item.id === id && item.worth !== undefined));
  if (cut.length === 0 || cut.includes(-1)) return undefined;
  const [whole, without] = [replay.endsWithout([]), replay.endsWithout(cut)];
  const mean = (ends: Float64Array) => ends.reduce((sum, s) => sum + s, 0) / replay.plays;
  return {
    itemIds: [...ids],
    worth: cut.reduce((sum, i) => sum + items[i]!.worth!, 0),
    withinSlot: shareUpTo(without.sort(), slotEndS),
    savesS: mean(whole) - mean(without),
    exact: false,
  };
}

/** A curtain further from its hour than this was raised on another day, or in a rehearsal. */
const SAME_DAY_MS = 6 * 3_600_000;

/** How late the curtain went up, in seconds; undefined where it is not the show's own evening. */
function lateS({ file, upS }: Script, { curtainAt, rehearsal }: RunState): number | undefined {
  if (curtainAt === undefined || rehearsal) return undefined;
  const late = curtainAt - addSeconds(parseISO(file.show.date), upS).getTime();
  return Math.abs(late) < SAME_DAY_MS ? late / 1000 : undefined;
}

function livePart(
  script: Script,
  state: RunState,
  item: ItemState,
  nowMs: number,
  late: number | undefined,
): Part {
  const scripted = playedAs(script, item) ?? script.byItem.get(item.itemId)!;
  // Waits of the plan belong to planned clock times, which a running show has left behind.
  const since = item.stints.at(-1)?.from;
  const { at } = scripted.item;
  // An hour that was agreed with somebody is kept, however late the curtain went up.
  const fixed = at === undefined || late === undefined ? -Infinity : script.at(at) - late;
  if (item.status !== 'now' || since === undefined) return { ...partOf(scripted), notBeforeS: fixed };
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
