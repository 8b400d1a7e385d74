import { prepCheckId, type CallLine, type CallSheet } from '../../plan';
import type { Script } from '../../script';
import type { Person } from '../../show';
import type { Timetable } from '../../timetable';
import { cue } from '../cue';
import type { RunState } from '../fold';
import { lateWork } from '../late-work';
import { nextItem } from '../moves';
import { playedAs } from '../played';
import { onStage, taskKey, type ItemState } from '../slices/stage';
import { likelyStarts, showClockS } from './ahead';

/** Something somebody does next. Seconds; `inS` below 0 is late, and undefined while the curtain is not up. */
export interface CrewLine extends CallLine {
  inS: number | undefined;
  /** It is on stage just now. */
  now: boolean;
  /** Ticked off by one tap: what to record. */
  tick: { itemId: string; taskId: string } | undefined;
}

/**
 * What one of the crew does next, the soonest first: their lines of the plan, moved with the show as it runs, without
 * what is done or was left out; `ticked` are keys of lines that were ticked off elsewhere. Pure.
 */
export function crewLines(
  script: Script,
  timetable: Pick<Timetable, 'items'>,
  sheet: Pick<CallSheet, 'lines'>,
  state: RunState,
  nowMs: number,
  ticked: ReadonlySet<string> = new Set(),
): CrewLine[] {
  const clockS = showClockS(state, nowMs);
  const starts = likelyStarts(script, state, nowMs);
  const planned = new Map(timetable.items.map((i) => [i.itemId, i.startS]));
  const up = state.curtainAt !== undefined;
  const late = new Set(lateWork(script, state).map((work) => taskKey(work.itemId, work.taskId)));
  return sheet.lines
    .flatMap((line): CrewLine[] => {
      const { kind, itemId, taskId } = line;
      const item = itemId === undefined ? undefined : state.items.get(itemId);
      if (kind === 'arrive' || kind === 'leave' || !item || state.phase === 'down') return [];
      const after = kind === 'reset';
      if (ticked.has(line.key) || isDoneInRun(state, line)) return [];
      const over = item.status === 'done' || item.status === 'skipped';
      // Work for an item is over with it, but for what nobody ticked; what comes after an item is due once it was played.
      const isLate = late.has(taskKey(item.itemId, taskId ?? ''));
      if (over && !isLate && !(after && item.begunAt !== undefined)) return [];
      const task = after ? RESET : taskId;
      const startS = starts.get(item.itemId);
      const atS = startS === undefined ? clockS : startS + line.atS - (planned.get(item.itemId) ?? 0);
      return [
        {
          ...line,
          inS: up ? atS - clockS : undefined,
          now: (kind === 'on stage' || kind === 'help') && item.status === 'now',
          tick: task === undefined ? undefined : { itemId: item.itemId, taskId: task },
        },
      ];
    })
    .sort((a, b) => (a.inS ?? a.atS) - (b.inS ?? b.atS));
}

/** Whether a line's work was ticked off in the run, or found done in its checks. */
export function isDoneInRun(
  { tasksDone, checks }: Pick<RunState, 'tasksDone' | 'checks'>,
  { kind, itemId = '', taskId }: Pick<CallLine, 'kind' | 'itemId' | 'taskId'>,
): boolean {
  const task = kind === 'reset' ? RESET : taskId;
  return (
    task !== undefined &&
    (tasksDone.has(taskKey(itemId, task)) || checks.get(prepCheckId(itemId, task))?.value === true)
  );
}

/** A reset is ticked off as a task of this name. */
const RESET = 'reset';

/** A cue of one of the crew: at which step it comes, and whether that is the one on stage. */
export interface StepCue {
  itemId: string;
  stepId: string;
  title: string;
  message: string;
  at: string;
  now: boolean;
}

/** What one of the crew does at a step in the item on stage and the next one: the cues of their role, and steps that helpers do. Pure. */
export function cuesOf(
  script: Script,
  state: RunState,
  { id, role }: Pick<Person, 'id' | 'role'>,
): StepCue[] {
  if (state.phase === 'down') return [];
  const now = onStage(state);
  const here = cue(script, state);
  const coming = nextItem(state);
  const steps = [
    ...(now?.status === 'now' ? (here?.left ?? []).map((step) => ({ item: now, step })) : []),
    ...(coming ? (playedAs(script, coming)?.demo?.steps ?? []).map((step) => ({ item: coming, step })) : []),
  ];
  return steps
    .filter(({ item, step }) => step.cueFor === role || (step.by === 'helper' && helps(script, item, id)))
    .map(({ item, step }) => ({
      itemId: item.itemId,
      stepId: step.id,
      title: item.title,
      message: (step.cueFor === role && step.cue) || step.text,
      at: step.text,
      now: step.id === here?.step?.id && item === now,
    }));
}

const helps = ({ byItem }: Script, { itemId }: ItemState, personId: string): boolean =>
  !!byItem.get(itemId)?.item.helperIds.includes(personId);
