import type { Script } from '../../script';
import type { RunState } from '../fold';
import { nextItem } from '../moves';
import { playedAs } from '../played';
import { slotEndS } from '../slot';
import { itemsOf, onStage, playedMs, type ItemState } from '../slices/stage';

/** Seconds the show has been played since its curtain-up, holds left out; 0 before it. */
export const showClockS = (state: RunState, nowMs: number): number =>
  state.curtainAt === undefined ? 0 : playedMs(state, state.curtainAt, state.downAt ?? nowMs) / 1000;

/** Seconds of the slot that are left, by `slotEndS`; below 0 over it, undefined before curtain-up. Pure. */
export function slotLeftS(script: Script, state: RunState, nowMs: number): number | undefined {
  const { curtainAt, downAt } = state;
  const endS = slotEndS(script, state, nowMs);
  return curtainAt === undefined || endS === undefined
    ? undefined
    : endS - ((downAt ?? nowMs) - curtainAt) / 1000;
}

/**
 * When each item still to come is likely to begin, in seconds of the show's clock: after what is left of the item on
 * stage, each as long as is likely, in the order in which they now stand. The item on stage is among them, as if it were
 * to end when it now will. Pure.
 */
export function likelyStarts(script: Script, state: RunState, nowMs: number): Map<string, number> {
  const likelyS = (item: ItemState) =>
    (playedAs(script, item) ?? script.byItem.get(item.itemId))?.whole.likelyS ?? 0;
  const starts = new Map<string, number>();
  let at = showClockS(state, nowMs);
  const now = onStage(state);
  const since = now?.stints.at(-1)?.from;
  if (now?.status === 'now' && since !== undefined) {
    at += Math.max(0, likelyS(now) - playedMs(state, since, nowMs) / 1000);
    starts.set(now.itemId, at - likelyS(now));
  }
  for (const item of inPlayingOrder(state)) {
    starts.set(item.itemId, at);
    at += likelyS(item);
  }
  return starts;
}

/** What is still to come in the order in which forward will play it: from here on, then what was passed over. */
function inPlayingOrder(state: RunState): ItemState[] {
  const open = itemsOf(state).filter((i) => i.status === 'to come');
  const first = nextItem(state);
  const from = first ? open.indexOf(first) : 0;
  return [...open.slice(from), ...open.slice(0, from)];
}

/** An item as a narrator reads it off: its number, where it has one, and what is shown. */
export interface Announced {
  itemId: string;
  number: number | undefined;
  title: string;
  shows: string;
}

/** The item on stage and the next ones. Pure. */
export function announced(
  script: Script,
  state: RunState,
  ahead = 2,
): { now: Announced | undefined; next: Announced[] } {
  const announce = (item: ItemState): Announced => {
    const { itemId, title, standBy } = item;
    const played = playedAs(script, item);
    return {
      itemId,
      number: script.byItem.get(itemId)?.number,
      title: standBy ? (played?.item.title ?? title) : title,
      shows: played?.demo?.shows ?? '',
    };
  };
  const now = onStage(state);
  return {
    now: now?.status === 'now' ? announce(now) : undefined,
    next: state.phase === 'down' ? [] : inPlayingOrder(state).slice(0, ahead).map(announce),
  };
}
