import { showPace, type Attempt, type LikelyCause, type Prediction, type ShowPace } from '../logbook';
import type { Plan } from '../plan';
import type { Script, ScriptItem } from '../script';
import type { Reading } from '../show';
import {
  coldLeft,
  type ColdBudget,
  type ConsumableTotal,
  type LeftoverLine,
  type NeedLine,
} from '../supplies';
import { causesOf } from './causes';
import { isClickedThrough } from './click-through';
import type { RunState } from './fold';
import { predictionsOf } from './foretold';
import { levelOf, levelWords, playedAs, playedAt, showingOf, tally } from './played';
import { isUnproven, untickedWork, type UntickedWork } from './late-work';
import { changedSince, wasSet, type WasSet } from './set';
import type { SleepState } from './slices/talk';
import {
  AS_PLANNED,
  attemptSpans,
  attemptsTakeS,
  isAsPlanned,
  itemsOf,
  onStageMs,
  type Incident,
  type StageAttempt,
  type ItemState,
} from './slices/stage';

export interface DebriefLine {
  itemId: string;
  /** The demo as it was played; undefined where none was. */
  demoId: string | undefined;
  /** What may be seen when it fails, by its list. */
  symptoms: string[];
  title: string;
  attempt: StageAttempt;
  takesS: number;
  /** What is likely behind the symptom, the likeliest first. */
  likely: LikelyCause[];
  /** Of a series: the level it was made at, with its name and unit. */
  level: string | undefined;
  /** What the audience guessed before it: "60 cm". */
  guesses: string[];
  /** Work for it that nobody ticked: until somebody answers that it was done, the attempt teaches nothing. */
  isUnproven: boolean;
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

export interface IncidentLine extends Incident {
  /** Of which item; undefined for the whole show. */
  title: string | undefined;
  /** Written at the debrief. */
  text: string | undefined;
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
  /** Hitches and near misses marked on stage, in the order in which they happened. */
  incidents: IncidentLine[];
  /** Work begun on stage that nobody ticked, asked about once. */
  unticked: UntickedWork[];
  /** Outcomes pressed for a go that was over: kept, they teach nothing. */
  tooLate: { id: string; title: string; outcome: string; at: number }[];
  /** Volunteers who declined, left, or were picked before the show: numbers, of items where there were any. */
  volunteers: { title: string; saidNo: number; left: number; pickedBefore: number }[];
  times: PlannedActual[];
  leftovers: LeftoverLine[];
}

/** What there is to talk about after a run, from its log and its plan; `script` as resolved in the room of the day. Pure. */
export function debrief(
  script: Script,
  plan: Pick<Plan, 'timetable' | 'needs' | 'cold'>,
  state: RunState,
): Debrief {
  const before = attemptsBefore(script, state);
  return {
    lines: itemsOf(state).flatMap((item) => {
      const takes = attemptsTakeS(state, item);
      return item.attempts.map((attempt, i) => ({
        ...settingOf(before, attempt.id),
        itemId: item.itemId,
        demoId: playedAt(script, item, i)?.item.demoId,
        symptoms: playedAt(script, item, i)?.demo?.faults.map((f) => f.symptom) ?? [],
        title: item.title,
        attempt,
        takesS: takes[i]!,
        likely: causesOf(script, item, attempt.symptom),
        level: levelSaid(script, item, i),
        guesses: guessesOf(script, item, attempt.n),
        isUnproven: isUnproven(script, state, item.itemId),
        predictions: predictionsOf(script, item, i),
        reading: attempt.outcome === 'not tried' ? undefined : playedAt(script, item, i)?.demo?.reading,
      }));
    }),
    incidents: [...state.incidents].map((incident) => ({
      ...incident,
      text: state.incidentTexts.get(incident.id),
      title: incident.itemId === undefined ? undefined : state.items.get(incident.itemId)?.title,
    })),
    unticked: untickedWork(script, state),
    tooLate: itemsOf(state).flatMap(({ title, tooLate }) => tooLate.map((late) => ({ ...late, title }))),
    volunteers: itemsOf(state).flatMap(({ title, volunteers }) => {
      const { 'said no': saidNo, left, 'picked before': pickedBefore } = volunteers;
      return saidNo + left + pickedBefore > 0 ? [{ title, saidNo, left, pickedBefore }] : [];
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
      const amount = c.lines.reduce(
        (sum, line) => sum + line.each * timesUsed(script, c.goodId, line, state),
        0,
      );
      // What waste takes of pieces adds up over shows: it is rounded on the shelf, not at every run.
      const used = Math.round(amount * 1e6) / 1e6;
      const cold = plan.cold.find((budget) => budget.goodId === c.goodId);
      const left = cold
        ? coldLeftOf(script, cold, c, state)
        : Math.max(0, Math.round((c.packed - used) * 1e6) / 1e6);
      return {
        goodId: c.goodId,
        name: c.name,
        unit: c.unit,
        packed: c.packed,
        used,
        expected: c.unit === 'piece' ? Math.floor(left) : left,
        counted: state.leftovers.get(c.goodId),
        ...(cold && { lost: Math.max(0, c.packed - used - left) }),
      };
    }),
  };
}

/** What is left of a cryogen by its budget, with what the log poured. */
function coldLeftOf(script: Script, cold: ColdBudget, total: ConsumableTotal, state: RunState): number {
  const poured = total.lines.reduce((sum, line) => {
    const each = line.each / (1 + line.wastePct / 100);
    return sum + each * timesUsed(script, total.goodId, line, state);
  }, 0);
  return coldLeft(cold, poured, total.unit);
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
  goodId: string,
  { per, plannedTimes, itemId, levels, pickedDemoId }: NeedLine,
  state: RunState,
): number {
  const item = state.items.get(itemId);
  if (pickedDemoId !== undefined && item?.chosen !== pickedDemoId) return 0;
  const tries = (item?.attempts ?? [])
    .map((attempt, place) => ({ ...attempt, place, showing: showingOf(script, item!, place) }))
    .filter((a) => a.outcome !== 'not tried');
  const times = ({ showing, place }: (typeof tries)[number]) =>
    (levels?.[showing] ?? 1) * changedShare(script, item!, place, showing, { goodId, per });
  if (per === 'attempt') return tries.reduce((total, a) => total + times(a), 0);
  // A showing that failed was made ready and used up as well; trying it again is no further one.
  if (per === 'showing')
    return [...new Map(tries.map((a) => [a.showing, a])).values()].reduce((total, a) => total + times(a), 0);
  // Others came up for each showing.
  if (per === 'volunteer' && item && playedAs(script, item)?.demo?.volunteersChange) {
    const { shown, showings } = tally(script, item);
    return Math.ceil((plannedTimes * Math.min(shown || (tries.length > 0 ? 1 : 0), showings)) / showings);
  }
  if (per === 'minute' && item?.begunAt !== undefined && item.endedAt !== undefined)
    return onStageMs(state, item, item.endedAt) / 60_000;
  return tries.length > 0 ? plannedTimes : 0;
}

/** How much more or less of a consumable an attempt took than planned, because its setting was changed: 1 where nothing was. */
function changedShare(
  script: Script,
  item: ItemState,
  attempt: number,
  showing: number,
  { goodId, per }: { goodId: string; per: NeedLine['per'] },
): number {
  const { settings } = item.attempts[attempt]!;
  if (isAsPlanned(settings)) return 1;
  const amountOf = (played: ScriptItem | undefined) =>
    (played?.demo?.consumables ?? []).reduce(
      (sum, need, k) =>
        need.goodId === goodId && need.per === per ? sum + (played!.showings[showing]?.amounts[k] ?? 0) : sum,
      0,
    );
  const plannedAmount = amountOf(playedAs(script, { ...item, goSettings: AS_PLANNED }));
  return plannedAmount > 0 ? amountOf(playedAt(script, item, attempt)) / plannedAmount : 1;
}

function levelSaid(script: Script, item: ItemState, attempt: number): string | undefined {
  const level = levelOf(script, item, attempt);
  return level === undefined ? undefined : levelWords(script, item, level);
}

/** What the audience guessed for the go under way, or for the one just closed. Pure. */
export const guessedNow = (script: Script, item: ItemState): string[] =>
  guessesOf(script, item, item.attempts.length + (item.closed ? 0 : 1));

/** What the audience guessed before an attempt: "60 cm". */
const guessesOf = (script: Script, item: ItemState, n: number): string[] =>
  item.guesses
    .filter((g) => g.n === n)
    .map(({ stepId, value }) => {
      const step = playedAs(script, item)?.demo?.steps.find((s) => s.id === stepId);
      return step?.guessUnit && typeof value === 'number' ? `${value} ${step.guessUnit}` : String(value);
    });

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

/** At most this many attempts at a demo are sent at once, the newest. */
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
  // What lacked its preparation says nothing about the demo until somebody answers that it was done.
  if (isUnproven(script, state, item.itemId) || isClickedThrough(script, state)) return [];
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
