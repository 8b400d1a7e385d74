import { IsOptional, ValidateBy } from 'class-validator';
import { Choice, Figure, Id, Ref, Text, Title, Whole, YesNo } from '../../fields';
import { Growing, type Slice } from '../../log';
import { OUTCOMES, type Outcome } from '../../logbook';
import type { Script } from '../../script';
import { Nothing, OfItem } from './nothing';

/** What happens with a volunteer besides coming up: numbers only, never who. */
export const VOLUNTEER_CHANGES = ['said no', 'left', 'picked before'] as const;
export type VolunteerChange = (typeof VOLUNTEER_CHANGES)[number];

class StepDone extends OfItem {
  @Id() stepId!: string;
}
class Chosen extends OfItem {
  @Id() demoId!: string;
}
class AttemptClosed extends OfItem {
  @Choice(OUTCOMES, 'Outcome') outcome!: Outcome;
  @IsOptional() @Title('Symptom') symptom?: string;
  /** The go it closes, from 1. Without it, whichever is under way. */
  @IsOptional() @Whole(1, 1000) go?: number;
}
class Again extends OfItem {
  /** The showing it is for, from 0. Without it, the first that has not been shown. */
  @IsOptional() @Whole(0, 200) showing?: number;
}
/** What the go under way is played with instead of what was planned. */
class SettingChanged extends OfItem {
  @IsOptional() @Ref('Over') parameterId?: string;
  @IsOptional() @Figure(1e-6, 1e6, 'Played at') value?: number;
  @IsOptional() @Text(60, 'Played with') name?: string;
  /** A variant of the demo; null for the demo as it is written. */
  @IsOptional() @Id() variantId?: string | null;
  /** Changed in a way that the demo has no parameter for: the debrief asks what it was. */
  @IsOptional() @YesNo('Something else was changed') other?: boolean;
  /** It is over with this showing: the level of a series, or something else. */
  @IsOptional() @YesNo('For this showing only') once?: boolean;
}
class Guessed extends OfItem {
  @Id() stepId!: string;
  @ValidateBy({
    name: 'guess',
    validator: {
      validate: (value) => value !== null && isReading(value),
      defaultMessage: () => 'must be a number or a word',
    },
  })
  value!: number | string;
}
class VolunteerChanged extends OfItem {
  @Choice(VOLUNTEER_CHANGES, 'What happened') what!: VolunteerChange;
}
const isReading = (value: unknown): boolean =>
  value === null ||
  (typeof value === 'number' && Math.abs(value) <= 1e9) ||
  (typeof value === 'string' && value.length <= 60);

class ReadingTaken {
  @Id() attemptId!: string;
  /** A number in the unit of the demo's reading, one of its words, or null to take it out. */
  @ValidateBy({
    name: 'reading',
    validator: { validate: isReading, defaultMessage: () => 'must be a number, a word, or nothing' },
  })
  value!: number | string | null;
}
class DoseTaken extends OfItem {
  @Ref('Over') parameterId!: string;
  @IsOptional() @Figure(1e-6, 1e6, 'Played at') value?: number;
  @IsOptional() @Text(60, 'Played with') name?: string;
}
class Swapped extends OfItem {
  @Id() withId!: string;
}
class VolunteersUp extends OfItem {
  @Whole(0, 200, 'Volunteers up') count!: number;
}
class AboutItem {
  @IsOptional() @Id() itemId?: string;
}
class OfTask extends OfItem {
  @Id() taskId!: string;
}
class Because extends OfItem {
  @Title('Why') reason!: string;
}

const kinds = {
  curtain: { body: Nothing },
  'item begun': { body: OfItem },
  /** Of a choice: what the audience picked. */
  chosen: { body: Chosen },
  'step done': { body: StepDone },
  /** What a window counted from a step was for is done. */
  'timer done': { body: StepDone },
  'attempt closed': { body: AttemptClosed },
  /** The same demo once more: a further showing or a retry. */
  again: { body: Again },
  /** The go under way is played with another setting. */
  'setting changed': { body: SettingChanged },
  /** What the audience guesses before it is seen. */
  guess: { body: Guessed },
  /** Something went wrong within the go, which then went on. */
  hitch: { body: OfItem },
  /** Nobody was hurt, and might have been. */
  'near miss': { body: AboutItem },
  skip: { body: OfItem },
  /** Played last of what is still to come. */
  later: { body: OfItem },
  swap: { body: Swapped },
  /** The item's stand-by demo goes on instead of its own. */
  'stand-by': { body: OfItem },
  /** What was seen to be best before is what this item is played at. */
  dose: { body: DoseTaken },
  reading: { body: ReadingTaken },
  /** Work of an item that was begun on stage. */
  'task done': { body: OfTask },
  /** On past an interlock, deliberately. */
  overridden: { body: Because },
  /** Played although a check says no. */
  overruled: { body: Because },
  /** So many volunteers are on stage now; numbers, never names. */
  volunteers: { body: VolunteersUp },
  /** A volunteer declined, left, or was picked beforehand. */
  volunteer: { body: VolunteerChanged },
  hold: { body: Nothing },
  resume: { body: Nothing },
  'curtain down': { body: Nothing },
};

/** What a go is played with instead of what was planned. */
export interface GoSettings {
  parameters: readonly { parameterId: string; value?: number; name?: string; once: boolean }[];
  /** Undefined as planned, null for the demo as it is written. */
  variantId: string | null | undefined;
  /** Something was changed that is no parameter. */
  other: boolean;
}

export const AS_PLANNED: GoSettings = { parameters: [], variantId: undefined, other: false };

export const isAsPlanned = ({ parameters, variantId, other }: GoSettings): boolean =>
  parameters.length === 0 && variantId === undefined && !other;

/** Something that happened beside the steps, in the go `n` of an item. */
export interface Incident {
  id: string;
  kind: 'hitch' | 'near miss';
  itemId: string | undefined;
  n: number;
  at: number;
}

export interface StageAttempt {
  /** The id of the event that closed it. */
  id: string;
  n: number;
  outcome: Outcome;
  /** The showing it was for, from 0; undefined in older logs, which name none. */
  showing: number | undefined;
  /** What it was played with instead of what was planned. */
  settings: GoSettings;
  symptom: string | undefined;
  cause: string | undefined;
  change: string | undefined;
  /** What was measured after it. */
  reading: number | string | undefined;
  /** When the item was begun, the last time before it. */
  since: number | undefined;
  at: number;
}

export interface ItemState {
  itemId: string;
  title: string;
  status: 'to come' | 'now' | 'done' | 'skipped';
  begunAt: number | undefined;
  endedAt: number | undefined;
  /** Each time it was on stage; it may come back. */
  stints: { from: number; to: number | undefined }[];
  /** When the go under way began. */
  goAt: number | undefined;
  /** The showing that the go under way is for, from 0; undefined where the log names none. */
  goShowing: number | undefined;
  goSettings: GoSettings;
  /** What the audience guessed, at which step and before which attempt. */
  guesses: { id: string; stepId: string; value: number | string; n: number; at: number }[];
  /** Volunteers of this item who declined, left, or were picked beforehand: numbers. */
  volunteers: Record<VolunteerChange, number>;
  /** Outcomes of goes that were over already, as when two devices close one: kept and shown, they teach nothing. */
  tooLate: { id: string; outcome: Outcome; at: number }[];
  /** Of a choice: the demo that the audience picked. */
  chosen: string | undefined;
  /** Steps that were ever done in it, by id. */
  everDone: string[];
  /** How often its interlock was overridden. */
  overrides: number;
  /** Steps done in the go under way, in their order, and when. */
  stepsDone: { stepId: string; at: number }[];
  /** Steps whose counted window is over with in this go. */
  timersDone: string[];
  /** The go under way has an outcome. */
  closed: boolean;
  /** Its interlock was overridden in this go. */
  overridden: boolean;
  /** Why it is played although a check says no. */
  overruled: string | undefined;
  /** Its stand-by demo goes on instead. */
  standBy: boolean;
  /** What was taken over from what was seen before. */
  doses: { parameterId: string; value?: number; name?: string }[];
  attempts: StageAttempt[];
}

/** How many incidents of a kind there were; of one item where it is named. Pure. */
export function incidentsOf(state: StageState, kind: Incident['kind'], itemId?: string): number {
  let count = 0;
  for (const incident of state.incidents)
    if (incident.kind === kind && (itemId === undefined || incident.itemId === itemId)) count++;
  return count;
}

/** What is on stage. Times in ms since 1970. */
export interface StageState {
  phase: 'before' | 'running' | 'held' | 'down';
  curtainAt: number | undefined;
  downAt: number | undefined;
  holds: { from: number; to: number | undefined }[];
  /** The running order, by id. */
  order: string[];
  items: Map<string, ItemState>;
  /** The item begun last, by id; undefined before the first. */
  now: string | undefined;
  /** Work begun on stage, by `taskKey`, and when. */
  tasksDone: Map<string, number>;
  incidents: Growing<Incident>;
  /** What the debrief wrote about them, by id. */
  incidentTexts: Map<string, string>;
  volunteersUp: number;
  /** The item they came up in, and how many attempts at it were over by then. */
  volunteersFor: { itemId: string; attempts: number } | undefined;
}

/** The running order, the item on stage, its steps and outcomes. Events that name what the show has not are passed over. */
export const stage: Slice<StageState, StageState, Script, typeof kinds> = {
  kinds,
  start: ({ items }) => ({
    phase: 'before',
    curtainAt: undefined,
    downAt: undefined,
    holds: [],
    order: items.map(({ item }) => item.id),
    items: new Map(
      items.map(({ item }) => [
        item.id,
        {
          itemId: item.id,
          title: item.title,
          status: 'to come',
          begunAt: undefined,
          endedAt: undefined,
          stints: [],
          goAt: undefined,
          goShowing: undefined,
          goSettings: AS_PLANNED,
          guesses: [],
          volunteers: { 'said no': 0, left: 0, 'picked before': 0 },
          tooLate: [],
          chosen: undefined,
          everDone: [],
          overrides: 0,
          stepsDone: [],
          timersDone: [],
          closed: false,
          overridden: false,
          overruled: undefined,
          standBy: false,
          doses: [],
          attempts: [],
        },
      ]),
    ),
    now: undefined,
    tasksDone: new Map(),
    incidents: new Growing(),
    incidentTexts: new Map(),
    volunteersUp: 0,
    volunteersFor: undefined,
  }),
  apply: {
    curtain: (state, { at }) => {
      state.phase = 'running';
      state.curtainAt ??= at;
    },
    'item begun': (state, { body, at }) => begin(state, body.itemId, at),
    chosen: (state, { body }) => {
      const item = state.items.get(body.itemId);
      // Once it was tried, it is what it is.
      if (item && item.attempts.length === 0)
        Object.assign(item, { chosen: body.demoId, stepsDone: [], timersDone: [], goSettings: AS_PLANNED });
    },
    'step done': (state, { body, at }) => {
      const item = state.items.get(body.itemId);
      if (!item || item.stepsDone.some((s) => s.stepId === body.stepId)) return;
      item.stepsDone.push({ stepId: body.stepId, at });
      if (!item.everDone.includes(body.stepId)) item.everDone.push(body.stepId);
    },
    'timer done': ({ items }, { body: { itemId, stepId } }) => {
      const item = items.get(itemId);
      if (item && !item.timersDone.includes(stepId)) item.timersDone.push(stepId);
    },
    'attempt closed': (state, { id, body, at }) => {
      const item = state.items.get(body.itemId);
      if (!item) return;
      const { outcome, go = item.attempts.length + 1 } = body;
      if (item.closed || go !== item.attempts.length + 1) {
        item.tooLate.push({ id, outcome, at });
        return;
      }
      item.closed = true;
      item.attempts.push({
        id,
        n: item.attempts.length + 1,
        outcome,
        showing: item.goShowing,
        settings: item.goSettings,
        symptom: body.symptom,
        cause: undefined,
        change: undefined,
        reading: undefined,
        since: item.stints.at(-1)?.from,
        at,
      });
    },
    again: (state, { body, at }) => {
      const item = state.items.get(body.itemId);
      if (!item?.closed) return;
      // The same showing keeps what was changed; a further one keeps what was not for one showing only.
      if (body.showing === undefined || body.showing !== item.attempts.at(-1)?.showing)
        item.goSettings = forFurther(item.goSettings);
      goOnce(item, at, body.showing);
    },
    'setting changed': (
      state,
      { body: { itemId, parameterId, value, name, variantId, other, once = false } },
    ) => {
      const item = state.items.get(itemId);
      if (!item || item.closed) return;
      const { parameters, ...rest } = item.goSettings;
      item.goSettings = {
        ...rest,
        ...(variantId !== undefined && { variantId }),
        ...(other && { other }),
        parameters:
          parameterId === undefined
            ? parameters
            : [
                ...parameters.filter((p) => p.parameterId !== parameterId),
                {
                  parameterId,
                  once,
                  ...(value !== undefined && { value }),
                  ...(name !== undefined && { name }),
                },
              ],
      };
    },
    guess: ({ items }, { id, body: { itemId, stepId, value }, at }) => {
      const item = items.get(itemId);
      if (!item) return;
      const n = item.attempts.length + (item.closed ? 0 : 1);
      item.guesses = [
        ...item.guesses.filter((g) => g.stepId !== stepId || g.n !== n),
        { id, stepId, value, n, at },
      ];
    },
    hitch: (state, { id, body: { itemId }, at }) => incident(state, 'hitch', id, itemId, at),
    'near miss': (state, { id, body: { itemId }, at }) => incident(state, 'near miss', id, itemId, at),
    later: ({ order, items }, { body }) => {
      if (items.get(body.itemId)?.status !== 'to come') return;
      order.push(...order.splice(order.indexOf(body.itemId), 1));
    },
    swap: ({ order, items }, { body: { itemId, withId } }) => {
      if ([itemId, withId].some((id) => items.get(id)?.status !== 'to come')) return;
      const [i, k] = [order.indexOf(itemId), order.indexOf(withId)];
      [order[i], order[k]] = [withId, itemId];
    },
    'stand-by': ({ items }, { body }) => {
      const item = items.get(body.itemId);
      // What was tried is what it was.
      if (item && item.attempts.length === 0)
        Object.assign(item, { standBy: true, stepsDone: [], timersDone: [], goSettings: AS_PLANNED });
    },
    dose: ({ items }, { body: { itemId, ...dose } }) => {
      const item = items.get(itemId);
      if (item) item.doses = [...item.doses.filter((d) => d.parameterId !== dose.parameterId), { ...dose }];
    },
    reading: (state, { body }) => {
      const attempt = attemptOf(state, body.attemptId);
      if (attempt) attempt.reading = body.value ?? undefined;
    },
    'task done': ({ tasksDone }, { body, at }) => {
      const key = taskKey(body.itemId, body.taskId);
      if (!tasksDone.has(key)) tasksDone.set(key, at);
    },
    overridden: ({ items }, { body }) => {
      const item = items.get(body.itemId);
      if (item) Object.assign(item, { overridden: true, overrides: item.overrides + 1 });
    },
    overruled: ({ items }, { body }) => {
      const item = items.get(body.itemId);
      if (item) item.overruled = body.reason;
    },
    skip: (state, { body, at }) => {
      const item = state.items.get(body.itemId);
      if (!item || item.status === 'done') return;
      item.status = 'skipped';
      if (item.begunAt !== undefined) leave(item, at);
    },
    volunteers: (state, { body: { itemId, count } }) => {
      state.volunteersUp = count;
      state.volunteersFor = { itemId, attempts: state.items.get(itemId)?.attempts.length ?? 0 };
    },
    volunteer: (state, { body: { itemId, what } }) => {
      const item = state.items.get(itemId);
      if (!item) return;
      item.volunteers[what]++;
      if (what === 'left') state.volunteersUp = Math.max(0, state.volunteersUp - 1);
    },
    hold: (state, { at }) => {
      if (state.phase !== 'running') return;
      state.phase = 'held';
      state.holds.push({ from: at, to: undefined });
    },
    resume: (state, { at }) => {
      if (state.phase !== 'held') return;
      state.phase = 'running';
      endHold(state, at);
    },
    'curtain down': (state, { at }) => {
      endHold(state, at);
      endCurrent(state, at);
      state.phase = 'down';
      state.volunteersUp = 0;
      state.downAt = at;
    },
  },
};

function begin(state: StageState, itemId: string, at: number): void {
  const item = state.items.get(itemId);
  if (!item) return;
  // Begun once more, it is a go of its own.
  if (item.begunAt !== undefined) {
    item.goSettings = forFurther(item.goSettings);
    goOnce(item, at);
  }
  if (item.status === 'now') return;
  endCurrent(state, at);
  item.stints.push({ from: at, to: undefined });
  state.curtainAt ??= at;
  if (state.phase === 'before') state.phase = 'running';
  state.now = itemId;
  if (item.attempts.length === 0) item.goShowing = 0;
  Object.assign(item, { status: 'now', begunAt: item.begunAt ?? at, goAt: at, endedAt: undefined });
}

function goOnce(item: ItemState, at: number, showing?: number): void {
  Object.assign(item, {
    ...{ closed: false, overridden: false, stepsDone: [], timersDone: [] },
    ...{ goAt: at, goShowing: showing },
  });
}

/** What a further showing keeps of a changed setting. */
const forFurther = ({ parameters, variantId }: GoSettings): GoSettings => ({
  parameters: parameters.filter((p) => !p.once),
  variantId,
  other: false,
});

function incident(
  state: StageState,
  kind: Incident['kind'],
  id: string,
  itemId: string | undefined,
  at: number,
): void {
  const item = itemId === undefined ? undefined : state.items.get(itemId);
  const n = item ? item.attempts.length + (item.closed ? 0 : 1) : 0;
  state.incidents = state.incidents.with({ id, kind, itemId: item?.itemId, n, at });
}

function endCurrent(state: StageState, at: number): void {
  const current = onStage(state);
  if (current?.status !== 'now') return;
  current.status = 'done';
  leave(current, at);
}

function leave(item: ItemState, at: number): void {
  item.endedAt = at;
  const stint = item.stints.at(-1);
  if (stint) stint.to ??= at;
}

function endHold(state: StageState, at: number): void {
  const open = state.holds.at(-1);
  if (open && open.to === undefined) open.to = at;
}

/** Work of an item, as one key. */
export const taskKey = (itemId: string, taskId: string): string => `${itemId} ${taskId}`;

/** An attempt by its id. */
export function attemptOf({ items }: StageState, id: string): StageAttempt | undefined {
  for (const { attempts } of items.values()) {
    const found = attempts.find((a) => a.id === id);
    if (found) return found;
  }
  return undefined;
}

/** The item begun last, which is on stage where its status is "now". */
export const onStage = (state: StageState): ItemState | undefined =>
  state.now === undefined ? undefined : state.items.get(state.now);

/** Every item in the running order. */
export const itemsOf = (state: Pick<StageState, 'order' | 'items'>): ItemState[] =>
  state.order.flatMap((id) => state.items.get(id) ?? []);

/** Milliseconds between two moments with the holds left out. */
export function playedMs({ holds }: Pick<StageState, 'holds'>, from: number, to: number): number {
  const held = holds.reduce(
    (sum, hold) => sum + Math.max(0, Math.min(to, hold.to ?? to) - Math.max(from, hold.from)),
    0,
  );
  return Math.max(0, to - from - held);
}

/** Milliseconds an item has been on stage in all, however often; to `now` where it still is. Holds left out. */
export const onStageMs = (state: Pick<StageState, 'holds'>, { stints }: ItemState, now: number): number =>
  stints.reduce((sum, { from, to }) => sum + playedMs(state, from, to ?? Math.max(from, now)), 0);

/**
 * Whole seconds each attempt of an item took, in their order: from when it was begun or the attempt before; the last
 * one lasts to the item's end. Holds left out.
 */
export const attemptsTakeS = (state: Pick<StageState, 'holds'>, item: ItemState): number[] =>
  attemptSpans(item).map((span) => (span ? Math.round(playedMs(state, span.from, span.to) / 1000) : 0));

/** From when to when each attempt of an item lasted, in ms; undefined where nobody began it. */
export function attemptSpans(item: ItemState): ({ from: number; to: number } | undefined)[] {
  let before = -Infinity;
  return item.attempts.map((attempt, i) => {
    const last = i === item.attempts.length - 1;
    const to = last && item.endedAt !== undefined ? item.endedAt : attempt.at;
    const from = attempt.since === undefined ? undefined : Math.max(before, attempt.since);
    before = attempt.at;
    return from === undefined ? undefined : { from, to };
  });
}
