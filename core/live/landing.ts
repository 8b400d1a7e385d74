import {
  band,
  landing,
  leastCuts,
  outcomesOf,
  partOf,
  shareUpTo,
  simulate,
  WISHED_ODDS,
  type Band,
  type Cuts,
  type Landing,
  type Part,
} from '../forecast';
import type { Script } from '../script';
import type { RunState } from './fold';
import { playedAs, tally } from './moves';
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
   * What to leave out so that it lands with `WISHED_ODDS`: the least worth of what is still to come. Absent while it
   * lands without; null where nothing that may be cut would do.
   */
  cuts?: Cuts | null;
}

/**
 * The forecast of a show under way: the item on stage given what it took so far, then everything not yet played,
 * with each demo's own odds. The slot is counted from the actual curtain-up. It needs no plan. Pure and seeded.
 */
export function liveLanding(
  script: Script,
  state: RunState,
  nowMs: number,
  { plays, seed }: { plays: number; seed: number },
): LiveLanding {
  const since = state.curtainAt ?? nowMs;
  const nowS = Math.max(0, ((state.downAt ?? nowMs) - since) / 1000);
  const { slotS: slotEndS } = script;
  const left =
    state.phase === 'down' ? [] : itemsOf(state).filter((i) => i.status === 'to come' || i.status === 'now');
  const parts = left.map((item) => livePart(script, state, item, nowMs));
  const { endsS, lengthsS, unsortedEndsS } = simulate(parts, nowS, parts.length ? plays : 1, seed);
  const withinSlot = shareUpTo(endsS, slotEndS);
  // Once the opener has been on, what is left may all go.
  const firstCut = left[0] && script.byItem.get(left[0].itemId)!.index === 0 ? 1 : 0;
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
        cuts: leastCuts(docs, lengthsS, unsortedEndsS, slotEndS, WISHED_ODDS, firstCut),
      }),
  };
}

function livePart(script: Script, state: RunState, item: ItemState, nowMs: number): Part {
  const scripted = playedAs(script, item) ?? script.byItem.get(item.itemId)!;
  // Waits of the plan belong to planned clock times, which a running show has left behind.
  if (item.status !== 'now' || item.begunAt === undefined) return partOf(scripted);
  const { worked, failed } = tally(script, item);
  const over = item.attempts.length > 0;
  const goesOn = scripted.item.series?.onFail === 'go on';
  const { options: _picked, ...part } = partOf(scripted, Math.max(0, worked + (goesOn ? failed : 0) - 1));
  const lastFailed = item.attempts.at(-1)?.outcome === 'failed';
  return {
    ...part,
    // Once the first attempt is closed, the first showing is behind us whatever it took.
    spentS: over ? Infinity : playedMs(state, item.begunAt, nowMs) / 1000,
    outcomes: outcomesOf(scripted, { worked, failed }),
    closed: { worked, failed: failed - (lastFailed && !goesOn ? 1 : 0) },
  };
}
