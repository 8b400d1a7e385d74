import type { Script } from '../script';
import type { Step } from '../show';
import type { Happening } from './events';
import type { RunState } from './fold';
import { itemsOf, onStage, type ItemState } from './slices/stage';

/** What the large "forward" target does next, and its words. */
export interface Move {
  label: string;
  /** What to record; absent where a person must first say how it went. */
  happening?: Happening;
}

/** The steps of the item on stage, how far they are, and what is shouted next. */
export interface Cue {
  step: Step | undefined;
  then: Step | undefined;
  /** A call within the next two steps. */
  shout: Step | undefined;
  /** The newest window counted from a step of this go; it stays until the go has its outcome. Seconds. */
  window: { label: string; fromS: number; toS: number; since: number } | undefined;
  showing: number;
  showings: number;
  retriesLeft: number;
}

/** How many showings have worked, how many attempts failed, and whether it may be tried or shown again. */
export function tally(script: Script, item: ItemState) {
  const docs = script.byItem.get(item.itemId);
  const worked = item.attempts.filter((a) => a.outcome === 'worked' || a.outcome === 'partly').length;
  const failed = item.attempts.filter((a) => a.outcome === 'failed').length;
  const showings = docs?.item.showings ?? 1;
  const retriesLeft = Math.max(
    0,
    (docs?.item.retries ?? 0) - Math.max(0, failed - (item.attempts.at(-1)?.outcome === 'failed' ? 1 : 0)),
  );
  return { worked, failed, showings, retriesLeft };
}

/** Where the item on stage stands; undefined before the first. */
export function cue(script: Script, state: RunState): Cue | undefined {
  const item = onStage(state);
  if (!item) return undefined;
  const steps = script.byItem.get(item.itemId)?.demo?.steps ?? [];
  const left = item.closed ? [] : steps.filter((s) => !item.stepsDone.some((d) => d.stepId === s.id));
  const { worked, showings, retriesLeft } = tally(script, item);
  return {
    step: left[0],
    then: left[1],
    shout: left.slice(0, 2).find((s) => s.kind === 'shout'),
    window: item.closed ? undefined : openWindow(steps, item),
    showing: Math.min(showings, worked + (item.closed ? 0 : 1)) || 1,
    showings,
    retriesLeft,
  };
}

function openWindow(steps: readonly Step[], item: ItemState): Cue['window'] {
  for (const { stepId, at } of [...item.stepsDone].reverse()) {
    const timer = steps.find((s) => s.id === stepId)?.timer;
    if (timer) return { label: timer.label, fromS: timer.fromS, toS: timer.toS, since: at };
  }
  return undefined;
}

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

/** What "forward" means now. Before curtain-up it raises the curtain; at the end it lowers it. */
export function forward(script: Script, state: RunState): Move {
  if (state.phase === 'down') return { label: 'The curtain is down' };
  if (state.phase === 'before') return { label: 'Curtain up', happening: { kind: 'curtain', body: {} } };
  if (state.phase === 'held') return { label: 'Resume', happening: { kind: 'resume', body: {} } };
  const item = onStage(state);
  if (!item || item.status !== 'now') return onward(state);
  const demo = script.byItem.get(item.itemId)?.demo;
  if (!item.closed) {
    const step = cue(script, state)?.step;
    if (step)
      return {
        label: 'Next step',
        happening: { kind: 'step done', body: { itemId: item.itemId, stepId: step.id } },
      };
    if (demo) return { label: 'How did it go?' };
    return onward(state);
  }
  const { worked, showings } = tally(script, item);
  if (item.attempts.at(-1)?.outcome !== 'failed' && worked < showings) {
    return {
      label: `Show it again (${worked + 1} of ${showings})`,
      happening: { kind: 'again', body: { itemId: item.itemId } },
    };
  }
  return onward(state);
}

/** Whether "try again" is open: the last attempt failed and a retry is left. */
export function mayRetry(script: Script, state: RunState): boolean {
  const item = onStage(state);
  return (
    !!item && item.closed && item.attempts.at(-1)?.outcome === 'failed' && tally(script, item).retriesLeft > 0
  );
}

function onward(state: RunState): Move {
  const next = nextItem(state);
  return next
    ? { label: `Begin: ${next.title}`, happening: { kind: 'item begun', body: { itemId: next.itemId } } }
    : { label: 'Curtain down', happening: { kind: 'curtain down', body: {} } };
}
