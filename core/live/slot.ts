import { formatISO } from 'date-fns';
import type { Script } from '../script';
import { clockToS, wallClockDate } from '../quantities';
import type { RunState } from './fold';
import { onStageMs, playedMs } from './slices/stage';

/** A curtain that is this late or less is that of the show; what begins at another hour is a rehearsal. Common practice. */
const MOST_LATE_S = 2 * 3600;
/** A clock that runs ahead of life never runs further ahead than the log takes events, in ms. */
const MOST_AHEAD_MS = 23 * 3_600_000;

/**
 * What the clock of a run says at a moment, both in ms since 1970: the clock on the wall, or in a rehearsal that runs
 * faster than life one that does so from its curtain to its end. Pure.
 */
export function runClock({ rehearsal, curtainAt, phase }: RunState, realMs: number): number {
  const { speed = 1 } = rehearsal ?? {};
  if (speed === 1 || curtainAt === undefined || phase === 'down') return realMs;
  const ahead = Math.max(0, realMs - curtainAt) * (speed - 1);
  return realMs + Math.min(ahead, MOST_AHEAD_MS);
}

/**
 * When the slot of a run ends, in seconds from its curtain, if holds take `aheadS` more from now on. Where holds extend the
 * slot, it has its own length and every hold up to now: those of the stage's key and the planned ones that were played.
 * Where they do not, it ends by the wall clock: a curtain that goes up late has that much less. Nobody plays on past the
 * moment when everyone must be out. A slot cut in a rehearsal ends that much sooner. Undefined before curtain-up. Pure.
 */
export function slotEndS(
  script: Script,
  state: RunState,
  nowMs: number,
  { aheadS = 0 }: { aheadS?: number } = {},
): number | undefined {
  const { curtainAt, downAt, slotCutS } = state;
  if (curtainAt === undefined) return undefined;
  const { date, slotMin, slotWaits = false, hardEnd } = script.file.show;
  const until = downAt ?? Math.max(nowMs, curtainAt);
  let endS = slotMin * 60 + (slotWaits ? heldS(script, state, until) + aheadS : 0);
  const lateS = (curtainAt - wallClockDate(date, script.upS).getTime()) / 1000;
  const onTheDay =
    formatISO(curtainAt, { representation: 'date' }) === date && Math.abs(lateS) <= MOST_LATE_S;
  if (onTheDay && state.rehearsal === undefined) {
    if (!slotWaits) endS = Math.min(endS, slotMin * 60 - lateS);
    if (hardEnd !== undefined)
      endS = Math.min(endS, (wallClockDate(date, clockToS(hardEnd)).getTime() - curtainAt) / 1000);
    // A curtain that was early gives nothing away.
    endS = Math.max(0, endS);
  }
  return Math.max(0, endS - slotCutS);
}

/** Seconds the show was held up to a moment: by the stage's key, and in items that are holds. */
function heldS(script: Script, state: RunState, untilMs: number): number {
  const since = state.curtainAt ?? untilMs;
  const byKey = untilMs - since - playedMs(state, since, untilMs);
  return (byKey + planned(script, state).reduce((sum, i) => sum + onStageMs(state, i, untilMs), 0)) / 1000;
}

/** Seconds that planned holds which extend the slot are still likely to take from a moment on. */
export function holdsAheadS(script: Script, state: RunState, nowMs: number): number {
  if (!script.file.show.slotWaits || state.phase === 'down') return 0;
  return planned(script, state)
    .filter(({ status }) => status === 'to come' || status === 'now')
    .reduce((sum, item) => {
      const likelyS = script.byItem.get(item.itemId)!.whole.likelyS;
      return sum + Math.max(0, likelyS - onStageMs(state, item, nowMs) / 1000);
    }, 0);
}

const planned = (script: Script, state: RunState) =>
  [...state.items.values()].filter(({ itemId }) => script.byItem.get(itemId)?.item.kind === 'hold');
