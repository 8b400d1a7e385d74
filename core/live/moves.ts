import type { Script } from '../script';
import type { Happening } from './events';
import { cue } from './cue';
import type { RunState } from './fold';
import { goesOn, levelAt, playedAs, tally, toPick } from './played';
import { itemsOf, onStage, type ItemState } from './slices/stage';

/** What the large "forward" target does next, and its words. */
export interface Move {
  label: string;
  /** What to record, as one press; empty once the curtain is down. */
  does: readonly Happening[];
}

/**
 * What "forward" means now; it always leads on. Before curtain-up it raises the curtain on the first item; the last step
 * of a demo, or none being left, means that it worked; at the end it lowers the curtain. Pure.
 */
export function forward(script: Script, state: RunState): Move {
  if (state.phase === 'down') return { label: 'The curtain is down', does: [] };
  if (state.phase === 'before') return curtainUp(state);
  if (state.phase === 'held') return { label: 'Resume', does: [{ kind: 'resume', body: {} }] };
  const item = onStage(state);
  if (!item || item.status !== 'now') return onward(state);
  const [likeliest] = toPick(script, item);
  if (likeliest)
    return {
      label: `They pick “${likeliest.title}”`,
      does: [{ kind: 'chosen', body: { itemId: item.itemId, demoId: likeliest.demoId } }],
    };
  if (item.closed) return afterOutcome(script, state, item);
  const { left = [] } = cue(script, state) ?? {};
  const done = left
    .slice(0, 1)
    .map(({ id }): Happening => ({ kind: 'step done', body: { itemId: item.itemId, stepId: id } }));
  if (left.length > 1) return { label: 'Next step', does: done };
  if (!playedAs(script, item)?.demo) return onward(state);
  const worked: Happening = { kind: 'attempt closed', body: { itemId: item.itemId, outcome: 'worked' } };
  const next = afterShowing(script, state, item, tally(script, item).shown + 1);
  return {
    label: next ? `Worked, ${lowered(next.label)}` : 'It worked',
    does: [...done, worked, ...(next?.does ?? [])],
  };
}

const lowered = (label: string) => label[0]!.toLowerCase() + label.slice(1);

function curtainUp(state: RunState): Move {
  const first = nextItem(state);
  return {
    label: 'Curtain up',
    does: [
      { kind: 'curtain', body: {} },
      ...(first ? [{ kind: 'item begun' as const, body: { itemId: first.itemId } }] : []),
    ],
  };
}

function afterOutcome(script: Script, state: RunState, item: ItemState): Move {
  const goesFurther = goesOn(script, item) || item.attempts.at(-1)?.outcome !== 'failed';
  return (goesFurther ? further(script, item, tally(script, item).shown) : undefined) ?? onward(state);
}

/** What follows a showing that worked: the next one, else the next item; undefined where nothing does. */
const afterShowing = (script: Script, state: RunState, item: ItemState, shown: number): Move | undefined =>
  further(script, item, shown) ?? begin(nextItem(state));

/** The next showing of the item on stage, once `shown` were seen. */
function further(script: Script, item: ItemState, shown: number): Move | undefined {
  const { showings } = tally(script, item);
  if (shown >= showings) return undefined;
  const level = levelAt(script, item, shown);
  return {
    label:
      level === undefined
        ? `Show it again (${shown + 1} of ${showings})`
        : `Next: ${level} (${shown + 1} of ${showings})`,
    does: [{ kind: 'again', body: { itemId: item.itemId } }],
  };
}

function begin(next: ItemState | undefined): Move | undefined {
  return (
    next && { label: `Begin: ${next.title}`, does: [{ kind: 'item begun', body: { itemId: next.itemId } }] }
  );
}

const onward = (state: RunState): Move =>
  begin(nextItem(state)) ?? { label: 'Curtain down', does: [{ kind: 'curtain down', body: {} }] };

/** The next item that is neither done nor skipped after the one on stage, else the first one passed over. */
export function nextItem(state: RunState): ItemState | undefined {
  const open = (i: ItemState) => i.status === 'to come';
  const items = itemsOf(state);
  return items.slice(placeOfNow(state) + 1).find(open) ?? items.find(open);
}

/** Items passed over by a jump: still owed, until played or skipped. */
export const owed = (state: RunState) =>
  itemsOf(state)
    .slice(0, Math.max(0, placeOfNow(state)))
    .filter((i) => i.status === 'to come');

/** The place of the item begun last in the running order; -1 before the first. */
export const placeOfNow = ({ order, now }: RunState): number => (now === undefined ? -1 : order.indexOf(now));

/** Whether the demo on stage may be tried or shown once more: after any outcome, also one that worked. */
export function mayAgain(script: Script, state: RunState): boolean {
  const item = onStage(state);
  return state.phase === 'running' && item?.status === 'now' && item.closed && !!playedAs(script, item)?.demo;
}
