import type { Outcome } from '../logbook';
import type { Script } from '../script';
import type { Happening } from './events';
import { cue } from './cue';
import type { RunState } from './fold';
import { goesOn, levelAt, levelWords, playedAs, showingNow, tally, toPick } from './played';
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
  const worked = closing(item, 'worked');
  const next = further(script, item) ?? begin(nextItem(state));
  return {
    label: next ? `Worked → ${next.label}` : 'It worked',
    does: [...done, worked, ...(next?.does ?? [])],
  };
}

/** The outcome of the go under way, which it names: pressed on two devices, it closes one go, not two. */
export const closing = (
  { itemId, attempts }: ItemState,
  outcome: Outcome,
  symptom?: string,
): Extract<Happening, { kind: 'attempt closed' }> => ({
  kind: 'attempt closed',
  body: { itemId, outcome, go: attempts.length + 1, ...(symptom !== undefined && { symptom }) },
});

/** The showing on stage once more, with what was changed for it; the outcome of the go under way comes before. */
export const onceMore = (script: Script, item: ItemState): Extract<Happening, { kind: 'again' }> => ({
  kind: 'again',
  body: { itemId: item.itemId, showing: showingNow(script, item) },
});

/** A miss that is tried again at once, as one press: several goes at a knack. */
export const missedAgain = (script: Script, item: ItemState): readonly Happening[] => [
  closing(item, 'failed'),
  onceMore(script, item),
];

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
  const last = item.attempts.at(-1)?.outcome;
  // What was not tried is over with: forward never offers it again.
  if (last === 'not tried') return onward(state);
  if (last !== 'failed' || goesOn(script, item)) {
    const next = further(script, item);
    return next ? { ...next, label: upperFirst(next.label) } : onward(state);
  }
  // A miss stays in the series as long as the plan tries it again.
  const { series } = script.byItem.get(item.itemId)?.item ?? {};
  const isTriedAgain = series?.onFail === 'retry' && !item.standBy && tally(script, item).retriesLeft > 0;
  if (!isTriedAgain) return onward(state);
  return {
    label: `Again: ${showingWords(script, item, showingNow(script, item))}`,
    does: [onceMore(script, item)],
  };
}

const upperFirst = (label: string) => label.charAt(0).toUpperCase() + label.slice(1);

/** The showing after the one on stage; undefined where that is the last. */
function further(script: Script, item: ItemState): Move | undefined {
  const showing = showingNow(script, item) + 1;
  if (showing >= tally(script, item).showings) return undefined;
  return {
    label: showingWords(script, item, showing),
    does: [{ kind: 'again', body: { itemId: item.itemId, showing } }],
  };
}

/** A showing, from 0, as it is called: "level 4 of 10: 5 pumps", else "show it again (2 of 3)". */
export function showingWords(script: Script, item: ItemState, showing: number): string {
  const { showings } = tally(script, item);
  const level = levelAt(script, item, showing);
  const place = `${showing + 1} of ${showings}`;
  return level === undefined
    ? `show it again (${place})`
    : `level ${place}: ${levelWords(script, item, level)}`;
}

function begin(next: ItemState | undefined): Move | undefined {
  return next && { label: next.title, does: [{ kind: 'item begun', body: { itemId: next.itemId } }] };
}

function onward(state: RunState): Move {
  const next = begin(nextItem(state));
  return next ? { ...next, label: `Begin: ${next.label}` } : CURTAIN_DOWN;
}

const CURTAIN_DOWN: Move = { label: 'Curtain down', does: [{ kind: 'curtain down', body: {} }] };

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
