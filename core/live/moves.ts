import { stepsOfShowing, type Script, type ScriptItem } from '../script';
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

/** An item as it is played: of a choice, what the audience picked of it; undefined until it has. */
export function playedAs(script: Script, { itemId, chosen }: ItemState): ScriptItem | undefined {
  const scripted = script.byItem.get(itemId);
  return scripted?.options ? scripted.options.find(({ of }) => of.demo?.id === chosen)?.of : scripted;
}

/** What the audience may pick from in the item on stage, while it has not picked yet; empty otherwise. */
export function toPick(script: Script, item: ItemState): { demoId: string; title: string }[] {
  const { options = [] } = script.byItem.get(item.itemId) ?? {};
  if (options.some(({ of }) => of.demo?.id === item.chosen)) return [];
  return options.flatMap(({ of }) => (of.demo ? [{ demoId: of.demo.id, title: of.demo.title }] : []));
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
  // Where a failed showing ends nothing, it was shown as well as one that worked.
  const shown = goesOn(script, item) ? worked + failed : worked;
  return { worked, failed, shown, showings, retriesLeft };
}

/** Whether a failed showing of the item is neither tried again nor ends it. */
const goesOn = (script: Script, item: ItemState) =>
  script.byItem.get(item.itemId)?.item.series?.onFail === 'go on';

/** Where the item on stage stands; undefined before the first. */
export function cue(script: Script, state: RunState): Cue | undefined {
  const item = onStage(state);
  if (!item) return undefined;
  const scripted = playedAs(script, item);
  const { shown, showings, retriesLeft } = tally(script, item);
  const showing = Math.min(showings - 1, shown);
  const steps = scripted?.demo ? stepsOfShowing(scripted.demo, scripted.item, showing, showings) : [];
  const left = item.closed ? [] : steps.filter((s) => !item.stepsDone.some((d) => d.stepId === s.id));
  return {
    step: left[0],
    then: left[1],
    shout: left.slice(0, 2).find((s) => s.kind === 'shout'),
    window: item.closed ? undefined : openWindow(steps, item),
    showing: Math.min(showings, shown + (item.closed ? 0 : 1)) || 1,
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
  if (toPick(script, item).length) return { label: 'Which one?' };
  const demo = playedAs(script, item)?.demo;
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
  const { shown, showings } = tally(script, item);
  if ((goesOn(script, item) || item.attempts.at(-1)?.outcome !== 'failed') && shown < showings) {
    const level = script.byItem.get(item.itemId)?.item.series?.levels[shown];
    return {
      label:
        level === undefined
          ? `Show it again (${shown + 1} of ${showings})`
          : `Next: ${level} (${shown + 1} of ${showings})`,
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
