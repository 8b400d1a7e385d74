import type { Script } from '../script';
import type { Step } from '../show';
import { stepsLeft } from './cue';
import type { Happening } from './events';
import type { RunState } from './fold';
import { onStage } from './slices/stage';

/** Why somebody goes on past an interlock; one is chosen, nothing is typed. */
export const OVERRIDES = [
  'it is done, but was not ticked',
  'it is safe as it is',
  'the venue asks for another order',
] as const;

/**
 * The interlock steps that come before what is about to be done: a later step, an outcome, the next item. They hold once
 * the go has begun, whatever its outcome, until they are taken or deliberately overridden. "Partly" does not ask for
 * them; leaving after it does. Empty where nothing holds it up. Pure.
 */
export function heldBy(script: Script, state: RunState, does: readonly Happening[]): readonly Step[] {
  const item = onStage(state);
  if (!item || item.status !== 'now' || item.overridden) return [];
  // "Partly" is noted at once, in the middle of the steps: its interlocks hold when one leaves.
  const isPartly = item.closed && item.attempts.at(-1)?.outcome === 'partly';
  if (item.closed && !isPartly) return [];
  const left = stepsLeft(script, item);
  const taken = does.flatMap((d) => (d.kind === 'step done' ? [d.body.stepId] : []));
  if (item.stepsDone.length + taken.length === 0) return [];
  const leaves = does.some(
    ({ kind, body }) =>
      (kind === 'attempt closed' && body.outcome !== 'partly') ||
      (kind === 'again' && item.closed) ||
      kind === 'item begun' ||
      kind === 'curtain down' ||
      (kind === 'skip' && body.itemId === item.itemId),
  );
  const furthest = Math.max(-1, ...taken.map((id) => left.findIndex((s) => s.id === id)));
  return left.filter((s, i) => s.interlock && !taken.includes(s.id) && (leaves || i < furthest));
}
