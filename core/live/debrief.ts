import { showPace, type Attempt, type LikelyCause, type Prediction, type ShowPace } from '../logbook';
import type { Plan } from '../plan';
import type { Script } from '../script';
import type { Reading } from '../show';
import type { LeftoverLine, NeedLine } from '../supplies';
import { causesOf } from './causes';
import type { RunState } from './fold';
import { predictionsOf } from './foretold';
import { levelOf, playedAs, showingOf, tally } from './played';
import { changedSince, wasSet, type WasSet } from './set';
import type { SleepState } from './slices/talk';
import {
  attemptSpans,
  attemptsTakeS,
  itemsOf,
  onStageMs,
  type StageAttempt,
  type ItemState,
} from './slices/stage';

export interface DebriefLine {
  itemId: string;
  /** The demo as it was played; undefined where none was. */
  demoId: string | undefined;
  /** What one may see when it fails, by its list. */
  symptoms: string[];
  title: string;
  attempt: StageAttempt;
  takesS: number;
  /** What is likely behind the symptom, the likeliest first. */
  likely: LikelyCause[];
  /** Of a series: the level it was made at. */
  level: string | undefined;
  /** What is measured after it, where the demo measures something. */
  reading: Reading | undefined;
  /** What the demo's benches said before. */
  predictions: Prediction[];
  /** How it was set: "bottle: 1.5 L". */
  set: string[];
  /** What was set otherwise than at the attempt before at the same demo: "bottle: 1.5 L, was 0.5 L". */
  changed: string[];
  /** It came after a failure of the same demo: what was changed since is worth a word, above all where it then worked. */
  afterFailure: boolean;
}

export interface PlannedActual {
  itemId: string;
  title: string;
  plannedStartS: number;
  plannedS: number;
  /** Undefined where it was not played. */
  actualStartS: number | undefined;
  actualS: number | undefined;
}

export interface Debrief {
  lines: DebriefLine[];
  times: PlannedActual[];
  leftovers: LeftoverLine[];
}

/** What there is to talk about after a run, from its log and its plan; `script` as resolved in the room of the day. Pure. */
export function debrief(script: Script, plan: Pick<Plan, 'timetable' | 'needs'>, state: RunState): Debrief {
  const before = attemptsBefore(script, state);
  return {
    lines: itemsOf(state).flatMap((item) => {
      const takes = attemptsTakeS(state, item);
      return item.attempts.map((attempt, i) => ({
        ...settingOf(before, attempt.id),
        itemId: item.itemId,
        demoId: playedAs(script, item)?.item.demoId,
        symptoms: playedAs(script, item)?.demo?.faults.map((f) => f.symptom) ?? [],
        title: item.title,
        attempt,
        takesS: takes[i]!,
        likely: causesOf(script, item, attempt.symptom),
        level: levelOf(script, item, i),
        predictions: predictionsOf(script, item, i),
        reading: attempt.outcome === 'not tried' ? undefined : playedAs(script, item)?.demo?.reading,
      }));
    }),
    times: plan.timetable.items.map((planned) => {
      const actual = state.items.get(planned.itemId);
      const { begunAt, endedAt } = actual ?? {};
      return {
        itemId: planned.itemId,
        title: planned.title,
        plannedStartS: planned.startS,
        plannedS: planned.endS - planned.startS,
        actualStartS: begunAt === undefined ? undefined : (begunAt - (state.curtainAt ?? begunAt)) / 1000,
        actualS:
          begunAt === undefined || endedAt === undefined
            ? undefined
            : onStageMs(state, actual!, endedAt) / 1000,
      };
    }),
    leftovers: plan.needs.consumables.map((c) => {
      const amount = c.lines.reduce((sum, line) => sum + line.each * timesUsed(script, line, state), 0);
      // What waste takes of pieces adds up over shows: it is rounded on the shelf, not at every run.
      const used = Math.round(amount * 1e6) / 1e6;
      const left = Math.max(0, Math.round((c.packed - used) * 1e6) / 1e6);
      return {
        goodId: c.goodId,
        name: c.name,
        unit: c.unit,
        packed: c.packed,
        used,
        expected: c.unit === 'piece' ? Math.floor(left) : left,
        counted: state.leftovers.get(c.goodId),
      };
    }),
  };
}

interface Set {
  outcome: StageAttempt['outcome'];
  was: WasSet;
  before: Set | undefined;
}

/** How each attempt was set, by its id, with the one before it at the same demo, whichever item that was in. */
function attemptsBefore(script: Script, state: RunState): ReadonlyMap<string, Set> {
  const last = new Map<string, Set>();
  const all = itemsOf(state).flatMap((item) => {
    const demoId = playedAs(script, item)?.item.demoId;
    return demoId ? item.attempts.map((attempt, i) => ({ item, demoId, attempt, i })) : [];
  });
  return new Map(
    all
      .sort((a, b) => a.attempt.at - b.attempt.at || a.i - b.i)
      .map(({ item, demoId, attempt, i }) => {
        const set: Set = {
          outcome: attempt.outcome,
          was: wasSet(script, item, i),
          before: last.get(demoId),
        };
        last.set(demoId, set);
        return [attempt.id, set];
      }),
  );
}

const settingOf = (sets: ReadonlyMap<string, Set>, id: string) => {
  const { was = new Map<string, string>(), before } = sets.get(id) ?? {};
  return {
    set: [...was].map(([what, value]) => `${what}: ${value}`),
    changed: changedSince(was, before?.was),
    afterFailure: before?.outcome === 'failed' || before?.outcome === 'partly',
  };
};

/** How many times of a line were used up: by level, where it grows with the series. */
function timesUsed(
  script: Script,
  { per, plannedTimes, itemId, levels, pickedDemoId }: NeedLine,
  state: RunState,
): number {
  const item = state.items.get(itemId);
  if (pickedDemoId !== undefined && item?.chosen !== pickedDemoId) return 0;
  const tries = (item?.attempts ?? [])
    .map((attempt, i) => ({ ...attempt, showing: showingOf(script, item!, i) }))
    .filter((a) => a.outcome !== 'not tried');
  const sum = (places: Iterable<number>) =>
    [...places].reduce((total, showing) => total + (levels?.[showing] ?? 1), 0);
  const showings = tries.map((a) => a.showing);
  if (per === 'attempt') return sum(showings);
  // A showing that failed was made ready and used up as well; trying it again is no further one.
  if (per === 'showing') return sum(new Set(showings));
  // Others came up for each showing.
  if (per === 'volunteer' && item && playedAs(script, item)?.demo?.volunteersChange) {
    const { shown, showings } = tally(script, item);
    return Math.ceil((plannedTimes * Math.min(shown || (tries.length > 0 ? 1 : 0), showings)) / showings);
  }
  if (per === 'minute' && item?.begunAt !== undefined && item.endedAt !== undefined)
    return onStageMs(state, item, item.endedAt) / 60_000;
  return tries.length > 0 ? plannedTimes : 0;
}

/** A sleep of the device this much longer than it may doze in the background matters to a time. Milliseconds. */
const SLEPT_MS = 30_000;

/** A sleep of the stage's device that nobody has said the show went on through, while an attempt lasted. */
export const sleepIn = ({ sleeps }: RunState, span: { from: number; to: number } | undefined) =>
  span &&
  sleeps.find((s) => s.wentOn !== true && Math.min(s.to, span.to) - Math.max(s.from, span.from) >= SLEPT_MS);

/** Seconds of each attempt as the log learns them: 0, which teaches nothing, where the device slept meanwhile. */
function learnedTakeS(state: RunState, item: ItemState): number[] {
  const spans = attemptSpans(item);
  return attemptsTakeS(state, item).map((s, i) => (sleepIn(state, spans[i]) ? 0 : s));
}

/** What the device slept through: the items on stage meanwhile, by title. Of sleeps that touched no item, nothing is asked. */
export const sleepsOf = (state: RunState, titleOf: (itemId: string) => string): SleptThrough[] =>
  state.sleeps.flatMap((sleep) => {
    const titles = itemsOf(state)
      .filter((item) => item.stints.some((s) => s.from < sleep.to && (s.to ?? Infinity) > sleep.from))
      .map((item) => titleOf(item.itemId));
    return titles.length ? [{ ...sleep, titles }] : [];
  });

export interface SleptThrough extends SleepState {
  titles: string[];
}

/** How a run went against what its show expected: of items played to their end without a failure. Undefined where few were. */
export const paceOfRun = (script: Script, state: RunState): ShowPace | undefined =>
  showPace(
    itemsOf(state).flatMap((item) => {
      const expectedS = playedAs(script, item)?.showings[0]?.timing.likelyS;
      const [actualS] = learnedTakeS(state, item);
      const failed = item.attempts.some((a) => a.outcome === 'failed' || a.outcome === 'not tried');
      return expectedS === undefined || actualS === undefined || failed ? [] : [{ expectedS, actualS }];
    }),
  );

/** So many attempts at a demo are handed out at once, the newest. */
export const MOST_ATTEMPTS = 400;

/** The attempts of a run as the logbook keeps them. */
export const attemptsOf = (runId: string, rehearsal: boolean, script: Script, state: RunState): Attempt[] =>
  itemsOf(state).flatMap((item) => attemptsOfItem(runId, rehearsal, script, state, item));

/** The attempts at one item of a run; none of a rehearsal that ran faster than life, whose times are not those of life. */
export function attemptsOfItem(
  runId: string,
  rehearsal: boolean,
  script: Script,
  state: RunState,
  item: ItemState,
): Attempt[] {
  const demoId = playedAs(script, item)?.item.demoId;
  if (!demoId || (state.rehearsal?.speed ?? 1) > 1) return [];
  const takes = learnedTakeS(state, item);
  return item.attempts.map((a, i) => {
    const level = levelOf(script, item, i);
    const predictions = predictionsOf(script, item, i);
    const set = wasSet(script, item, i);
    return {
      id: a.id,
      runId,
      itemId: item.itemId,
      demoId,
      atMs: a.at,
      rehearsal,
      outcome: a.outcome,
      takesS: takes[i]!,
      ...(a.symptom !== undefined && { symptom: a.symptom }),
      ...(a.cause !== undefined && { cause: a.cause }),
      ...(a.change !== undefined && { change: a.change }),
      ...(level !== undefined && { level }),
      ...(set.size > 0 && { set: Object.fromEntries(set) }),
      ...(a.reading !== undefined && { reading: a.reading }),
      ...(predictions.length > 0 && { predictions }),
    };
  });
}
