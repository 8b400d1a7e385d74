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
import { wallClockDate } from '../quantities';
import type { Script } from '../script';
import type { Item } from '../show';
import type { RunState } from './fold';
import { goesOn, playedAs, showingOf, tally } from './played';
import { holdsAheadS, slotEndS as slotEnd } from './slot';
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
  const aheadS = holdsAheadS(script, state, nowMs);
  const slotEndS = slotEnd(script, state, nowMs, { aheadS }) ?? script.slotS - state.slotCutS;
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
  const late = curtainAt - wallClockDate(file.show.date, upS).getTime();
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
  const done = soFar(script, item);
  const isOver = item.attempts.length > 0;
  const isGoingOn = goesOn(script, item);
  const shown = done.worked + (isGoingOn ? done.failed : 0);
  const { options: _picked, ...part } = partOf(scripted, Math.max(0, shown - 1));
  const lastFailed = item.attempts.at(-1)?.outcome === 'failed';
  return {
    ...part,
    // Once the first attempt is closed, the first showing is behind us whatever it took.
    spentS: isOver ? Infinity : playedMs(state, since, nowMs) / 1000,
    outcomes: outcomesOf(scripted, done),
    closed: { ...done, failed: done.failed - (lastFailed && !isGoingOn ? 1 : 0) },
  };
}

/** Showings of the item on stage that worked, and showings or attempts that failed, as the forecast counts them. */
function soFar(script: Script, item: ItemState): { worked: number; failed: number } {
  const { failed, over, showings } = tally(script, item);
  // What was not tried is over with.
  if (item.closed && item.attempts.at(-1)?.outcome === 'not tried') return { worked: showings, failed: 0 };
  if (goesOn(script, item)) {
    const worked = new Set(
      item.attempts.flatMap(({ outcome }, i) =>
        outcome === 'worked' || outcome === 'partly' ? [showingOf(script, item, i)] : [],
      ),
    ).size;
    return { worked, failed: over.size - worked };
  }
  // A go beyond the planned retries is one more try all the same.
  const retries = script.byItem.get(item.itemId)?.item.retries ?? 0;
  return { worked: Math.min(over.size, showings), failed: item.closed ? failed : Math.min(failed, retries) };
}
