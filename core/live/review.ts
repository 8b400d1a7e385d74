import { formatDuration } from '../quantities';
import type { Script } from '../script';
import type { RunState } from './fold';
import { playedAs } from './played';
import { itemsOf, type ItemState } from './slices/stage';
import { slotEndS } from './slot';
import { befell, mishaps, RECKLESS, worthOf } from './trouble';

/** One thing a rehearsal with trouble is judged by, in hundredths. */
export interface Score {
  what: 'Landing' | 'Worth kept' | 'Calls given' | 'Interlocks kept' | 'Trouble met';
  of100: number;
  message: string;
}

/** A mishap and what was done about it; `did` is undefined where nothing was. */
export interface Decision {
  message: string;
  title: string;
  did: string | undefined;
  sound: boolean;
}

export interface Review {
  scores: Score[];
  /** Their mean. */
  of100: number;
  decisions: Decision[];
}

/** A minute over the slot costs so many hundredths. Our own measure: five minutes over are nothing landed. */
const A_MINUTE_OVER = 20;

/**
 * How a rehearsal with trouble went: where it landed, how much of the show's worth was seen, whether calls were given and
 * interlocks kept, and what was done about each mishap. Undefined for any other run, and before its curtain is down.
 * Scores of what the show has not (calls, interlocks) are left out. Pure.
 */
export function review(script: Script, state: RunState): Review | undefined {
  const { rehearsal, curtainAt, downAt } = state;
  if (rehearsal?.seed === undefined || curtainAt === undefined || downAt === undefined) return undefined;
  const decisions = mishaps(script, rehearsal.seed)
    .filter((m) => befell(script, state, m))
    .map(({ id, kind, itemId, message }): Decision => {
      const did = state.met.get(id)?.did;
      // A failure that was said to be one was dealt with, whatever it was pressed on.
      const isReported = kind === 'it fails' && state.items.get(itemId)!.attempts[0]?.outcome === 'failed';
      return {
        message,
        title: script.byItem.get(itemId)!.item.title,
        did: did ?? (isReported ? 'Said that it failed' : undefined),
        sound: did === undefined ? isReported : !RECKLESS.includes(did),
      };
    });
  const scores = [
    landed((downAt - curtainAt) / 1000, slotEndS(script, state, downAt)!),
    worthKept(script, state),
    share('Calls given', ...callsOf(script, state)),
    share('Interlocks kept', ...interlocksOf(script, state)),
    share('Trouble met', decisions.filter((d) => d.sound).length, decisions.length),
  ].flatMap((score) => score ?? []);
  return {
    scores,
    of100: Math.round(scores.reduce((sum, m) => sum + m.of100, 0) / scores.length),
    decisions,
  };
}

function landed(endS: number, slotS: number): Score {
  const overS = Math.round(endS - slotS);
  return {
    what: 'Landing',
    of100: Math.round(Math.min(100, Math.max(0, 100 - (Math.max(0, overS) / 60) * A_MINUTE_OVER))),
    message: overS > 0 ? `${formatDuration(overS)} over the slot` : 'in the slot',
  };
}

function worthKept(script: Script, state: RunState): Score {
  let all = 0;
  let kept = 0;
  for (const item of itemsOf(state)) {
    const worth = worthOf(script.byItem.get(item.itemId)!);
    all += worth;
    kept += worth * seen(script, item);
  }
  const of100 = all === 0 ? 100 : Math.round((100 * kept) / all);
  return { what: 'Worth kept', of100, message: `${of100} % of what the show is worth was seen` };
}

/** How much of an item was seen, from 0 to 1: a demo that went partly is half of it. */
function seen(script: Script, item: ItemState): number {
  if (!playedAs(script, item)?.demo) return item.status === 'done' ? 1 : 0;
  const worth = { worked: 1, partly: 0.5, failed: 0, 'not tried': 0 };
  return Math.max(0, ...item.attempts.map((a) => worth[a.outcome]));
}

const attemptedItems = (script: Script, state: RunState) =>
  itemsOf(state).flatMap((item) => {
    const demo = playedAs(script, item)?.demo;
    return demo && item.attempts.some((a) => a.outcome !== 'not tried') ? [{ item, demo }] : [];
  });

function callsOf(script: Script, state: RunState): [given: number, of: number] {
  const calls = attemptedItems(script, state).flatMap(({ item, demo }) =>
    demo.steps.filter((s) => s.kind === 'shout').map((s) => item.everDone.includes(s.id)),
  );
  return [calls.filter(Boolean).length, calls.length];
}

function interlocksOf(script: Script, state: RunState): [kept: number, of: number] {
  const guarded = attemptedItems(script, state).flatMap(({ item, demo }) => {
    const steps = demo.steps.filter((s) => s.interlock);
    return steps.length ? [item.overrides === 0 && steps.every((s) => item.everDone.includes(s.id))] : [];
  });
  return [guarded.filter(Boolean).length, guarded.length];
}

const share = (what: Score['what'], done: number, total: number): Score | undefined =>
  total === 0 ? undefined : { what, of100: Math.round((100 * done) / total), message: `${done} of ${total}` };
