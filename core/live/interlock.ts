import type { Script } from '../script';
import type { Step } from '../show';
import { cue } from './cue';
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
 * The steps of an interlock that stand before what one is about to do: a later step, an outcome, the next item. They
 * hold once the go has begun, whatever its outcome, until they are taken or deliberately overridden. Empty where nothing
 * holds it up. Pure.
 */
export function heldBy(script: Script, state: RunState, does: readonly Happening[]): readonly Step[] {
  const item = onStage(state);
  if (!item || item.status !== 'now' || item.closed || item.overridden) return [];
  const { left = [] } = cue(script, state) ?? {};
  const taken = does.flatMap((d) => (d.kind === 'step done' ? [d.body.stepId] : []));
  if (item.stepsDone.length + taken.length === 0) return [];
  const leaves = does.some(
    ({ kind, body }) =>
      kind === 'attempt closed' ||
      kind === 'item begun' ||
      kind === 'curtain down' ||
      (kind === 'skip' && body.itemId === item.itemId),
  );
  const furthest = Math.max(-1, ...taken.map((id) => left.findIndex((s) => s.id === id)));
  return left.filter((s, i) => s.interlock && !taken.includes(s.id) && (leaves || i < furthest));
}
