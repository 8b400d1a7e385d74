import { wornIn, wornSaid } from '../plan';
import { playedWith, type Script, type ScriptItem } from '../script';
import type { Step, StepHands, StepTimer } from '../show';
import type { RunState } from './fold';
import { stageWork, type StageWork } from './late-work';
import { levelWords, playedAs, showingNow, tally } from './played';
import { onStage, playedMs, taskKey, type ItemState } from './slices/stage';

/** A window counted from a step that was done: seconds from `since`, which is in ms since 1970. */
export interface OpenWindow extends StepTimer {
  itemId: string;
  stepId: string;
  since: number;
}

/** The steps of the item on stage, how far they are, and what is shouted, put on and begun next. */
export interface Cue {
  step: Step | undefined;
  /** Who does it, where it is not the presenter: "Bram does it". */
  by: string | undefined;
  then: Step | undefined;
  /** Steps of this go that are not done, in their order. */
  left: readonly Step[];
  /** A call within the next two steps. */
  shout: Step | undefined;
  /** Windows counted from steps of this go, the one that closes first before the others; each stays until it is done or the go has its outcome. */
  windows: readonly OpenWindow[];
  /** A timed wait that is on: so many seconds from `since`. */
  wait: { s: number; since: number } | undefined;
  /** What has to be on before this step or the next: "Presenter: goggles". */
  putOn: readonly string[];
  /** What has to be begun now for later items. */
  begin: readonly StageWork[];
  showing: number;
  showings: number;
  /** What it is played with: the variant, what was set or taken over. */
  with: readonly string[];
  /** Of a series: the level that is on, with its name and unit. */
  level: string | undefined;
  /** What the audience is asked to guess at this step. */
  guess: Step | undefined;
  retriesLeft: number;
}

/** Where the item on stage stands; undefined before the first. */
export function cue(script: Script, state: RunState): Cue | undefined {
  const item = onStage(state);
  if (!item) return undefined;
  const scripted = playedAs(script, item);
  const { showings, retriesLeft } = tally(script, item);
  const showing = showingNow(script, item);
  const level = scripted?.item.series?.levels[showing];
  const steps = scripted?.showings[showing]?.steps ?? [];
  const left = item.closed ? [] : stepsLeft(script, item);
  const step = left[0];
  return {
    step,
    by: scripted && step?.by && handsOf(script, scripted, step.by),
    then: left[1],
    left,
    shout: left.slice(0, 2).find((s) => s.kind === 'shout'),
    windows: item.closed ? [] : openWindows(steps, item),
    wait:
      step?.kind === 'timed wait'
        ? { s: step.likelyS, since: item.stepsDone.at(-1)?.at ?? item.goAt ?? state.curtainAt ?? 0 }
        : undefined,
    putOn: scripted && !item.closed ? putOn(script, scripted, steps, left) : [],
    begin: begunHere(script, state, item.itemId).filter(
      ({ afterStepId }) =>
        afterStepId === undefined ||
        // A step that this showing lacks holds nothing up.
        !steps.some((s) => s.id === afterStepId) ||
        item.closed ||
        item.stepsDone.some((d) => d.stepId === afterStepId),
    ),
    showing: showing + 1,
    showings,
    with: scripted ? playedWith(scripted, (id) => script.byItem.get(id)?.item.title) : [],
    level: level === undefined ? undefined : levelWords(script, item, level),
    guess: step?.guess === undefined ? undefined : step,
    retriesLeft,
  };
}

/** Steps of the go that were not done, in their order; of one that is closed too. */
export const stepsLeft = (script: Script, item: ItemState): readonly Step[] =>
  (playedAs(script, item)?.showings[showingNow(script, item)]?.steps ?? []).filter(
    (s) => !item.stepsDone.some((d) => d.stepId === s.id),
  );

function handsOf({ people }: Script, { item }: ScriptItem, by: StepHands): string {
  if (by !== 'helper') return `A ${by} does it: keep your eye on it`;
  const names = item.helperIds.flatMap((id) => people.get(id)?.name ?? []);
  return `${names.join(' or ') || 'A helper'} does it`;
}

/** What is worn from this step or the next on, said by who; of what is worn throughout, at the first step. */
function putOn(
  script: Script,
  { demo }: ScriptItem,
  steps: readonly Step[],
  left: readonly Step[],
): string[] {
  if (!demo) return [];
  const soon = left.slice(0, 2).map((s) => s.id);
  const first = left.length === steps.length;
  return wornSaid(
    wornIn(demo, script.goods).filter(({ fromStepId }) =>
      fromStepId === undefined ? first : soon.includes(fromStepId),
    ),
  );
}

const openWindows = (steps: readonly Step[], { itemId, stepsDone, timersDone }: ItemState): OpenWindow[] =>
  stepsDone
    .flatMap(({ stepId, at }) => {
      const timer = steps.find((s) => s.id === stepId)?.timer;
      return timer && !timersDone.includes(stepId) ? [{ ...timer, itemId, stepId, since: at }] : [];
    })
    .sort((a, b) => a.since + a.toS * 1000 - (b.since + b.toS * 1000));

/** What is to be begun on stage during an item and was not yet. Nobody begins what is not going to be played. */
const begunHere = (script: Script, state: RunState, hostId: string): StageWork[] =>
  stageWork(script).filter(
    ({ itemId, taskId, inItemId }) =>
      inItemId === hostId &&
      state.items.get(itemId)?.status === 'to come' &&
      !state.tasksDone.has(taskKey(itemId, taskId)),
  );

/** Whole seconds the item on stage has taken since it was begun, holds left out, and how many it was planned to take. */
export function timeOfItem(
  script: Script,
  state: RunState,
  nowMs: number,
): { tookS: number; plannedS: number } | undefined {
  const item = onStage(state);
  const planned = item && (playedAs(script, item) ?? script.byItem.get(item.itemId));
  const since = item?.stints.at(-1)?.from;
  if (item?.status !== 'now' || since === undefined || !planned) return undefined;
  return {
    tookS: Math.floor(playedMs(state, since, Math.max(nowMs, since)) / 1000),
    plannedS: planned.whole.likelyS,
  };
}
