import { addSeconds, formatISO, parseISO } from 'date-fns';
import type { Script } from '../script';
import { clockToS } from '../quantities';
import type { RunState } from './fold';
import { playedMs } from './slices/stage';

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
 * When the slot of a run ends, in seconds from its curtain. Where the slot waits, a hold moves its end; where it does not,
 * it ends by the clock of the day: a curtain that goes up late, on the day, has so much less; and nobody plays on past
 * the moment when everyone must be out. A slot cut in a rehearsal ends that much sooner. Undefined before curtain-up. Pure.
 */
export function slotEndS(script: Script, state: RunState, nowMs: number): number | undefined {
  const { curtainAt, downAt, slotCutS } = state;
  if (curtainAt === undefined) return undefined;
  const { date, slotWaits = false, hardEnd } = script.file.show;
  const until = downAt ?? Math.max(nowMs, curtainAt);
  const heldS = slotWaits ? (until - curtainAt - playedMs(state, curtainAt, until)) / 1000 : 0;
  let endS = script.slotS + heldS;
  const lateS = (curtainAt - addSeconds(parseISO(date), script.upS).getTime()) / 1000;
  const onTheDay =
    formatISO(curtainAt, { representation: 'date' }) === date && Math.abs(lateS) <= MOST_LATE_S;
  if (onTheDay && state.rehearsal === undefined) {
    if (!slotWaits) endS = Math.min(endS, script.slotS - lateS);
    if (hardEnd !== undefined)
      endS = Math.min(endS, (addSeconds(parseISO(date), clockToS(hardEnd)).getTime() - curtainAt) / 1000);
    // A curtain that was early gives nothing away.
    endS = Math.max(0, endS);
  }
  return Math.max(0, endS - slotCutS);
}
