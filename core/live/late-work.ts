import type { Script } from '../script';
import type { PrepTask } from '../show';
import type { RunState } from './fold';
import { taskKey } from './slices/stage';

/** Work of an item that is begun on stage during another. */
export interface StageWork {
  itemId: string;
  taskId: string;
  title: string;
  /** The item it is for. */
  forTitle: string;
  /** The item during which it is begun. */
  inItemId: string;
  /** The step it comes after; undefined: as the item begins. */
  afterStepId: string | undefined;
}

const known = new WeakMap<Script, StageWork[]>();

/** All work of a show that is begun on stage; gathered once, for every press and every row of the debrief asks. */
export function stageWork(script: Script): StageWork[] {
  const work = known.get(script) ?? gathered(script);
  known.set(script, work);
  return work;
}

const gathered = (script: Script): StageWork[] =>
  script.items.flatMap(({ item, demo }) =>
    (item.tasks ?? []).flatMap(({ taskId, inItemId, afterStepId }) => {
      const task = demo?.prep.find((t: PrepTask) => t.id === taskId);
      return task && inItemId !== undefined
        ? [{ itemId: item.id, taskId, inItemId, afterStepId, title: task.title, forTitle: item.title }]
        : [];
    }),
  );

/**
 * Work whose item is over and that nobody ticked: late, not never. It can be ticked until the curtain falls, unless what
 * it is for was left out. Pure.
 */
export const lateWork = (script: Script, state: RunState): StageWork[] =>
  state.phase === 'running' || state.phase === 'held'
    ? never(script, state).filter(({ inItemId }) => state.items.get(inItemId)?.status !== 'now')
    : [];

/** Work that should have been begun by now and that nobody ticked. */
function never(script: Script, state: RunState): StageWork[] {
  return stageWork(script).filter(({ itemId, taskId, inItemId }) => {
    const host = state.items.get(inItemId);
    const target = state.items.get(itemId);
    return (
      ((host && host.status !== 'to come') || target?.begunAt !== undefined) &&
      target?.status !== 'skipped' &&
      !target?.standBy &&
      !state.tasksDone.has(taskKey(itemId, taskId))
    );
  });
}

/** Work of an item that should have been begun on stage by now and was not, by title. */
export const neverBegun = (script: Script, state: RunState, itemId: string): string[] =>
  never(script, state).flatMap((work) => (work.itemId === itemId ? [work.title] : []));

export interface UntickedWork extends StageWork {
  /** Undefined until somebody has answered. */
  done: boolean | undefined;
}

/** Of items that were tried: work that nobody ticked, with what was answered about it at the debrief. Pure. */
export const untickedWork = (script: Script, state: RunState): UntickedWork[] =>
  never(script, state)
    .filter(({ itemId }) => state.items.get(itemId)!.attempts.some((a) => a.outcome !== 'not tried'))
    .map((work) => ({ ...work, done: state.workAnswered.get(taskKey(work.itemId, work.taskId)) }));

/** Whether nobody knows that all work for an item was done: what came of it teaches nothing. */
export const isUnproven = (script: Script, state: RunState, itemId: string): boolean =>
  untickedWork(script, state).some((work) => work.itemId === itemId && work.done !== true);
