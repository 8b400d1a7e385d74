import { IsOptional } from 'class-validator';
import { Amount, Choice, Id, Seconds, Text, Title, Whole, YesNo } from '../../fields';
import { Growing, type Slice } from '../../log';
import type { Script } from '../../script';
import { ACTION_ON, Room, type ActionOn } from '../../show';
import { Nothing } from './nothing';
import type { RehearsalState } from './rehearsal';
import { attemptOf, taskKey, type StageState } from './stage';

export class Note {
  @Title('Note') text!: string;
  @IsOptional() @Id() itemId?: string;
  @IsOptional() @YesNo('Near miss') nearMiss?: boolean;
}
export class CauseFound {
  @Id() attemptId!: string;
  @Text(160, { label: 'Cause', empty: 'not known' }) cause!: string;
  /** Where nothing was said on stage of a symptom, or something else. */
  @IsOptional() @Title('Symptom') symptom?: string;
}
export class ChangeMade {
  @Id() attemptId!: string;
  @Text(400, 'Changed since') text!: string;
}
export class ActionAsked {
  @Title('To do') text!: string;
  @Choice(ACTION_ON, 'On') on!: ActionOn;
  @Id() onId!: string;
}
class ActionClosed {
  @Id() actionId!: string;
}
export class Leftover {
  @Id() goodId!: string;
  @Amount(0, 1e9, 'Left over') amount!: number;
}

export class StruckOut {
  @Title({ label: 'Why', help: 'It teaches nothing any more; everything is kept.' }) reason!: string;
}
/** What it was like on the day: the air, where, and how many came. What is left out stays as it was said; null takes it back. */
export class Conditions extends Room {
  @IsOptional() @YesNo('Indoors') indoors?: boolean;
  @IsOptional() @Whole(0, 100_000, 'Audience') heads?: number;
}
/** The device of the stage stood still: its clock went on and it did not, in ms since 1970. */
class Slept {
  @Seconds('From', 8.64e15) from!: number;
  @Seconds('To', 8.64e15) to!: number;
}
class SleepAnswered {
  @Id() sleepId!: string;
  @YesNo('The show went on meanwhile') wentOn!: boolean;
}
/** Asked of work that nobody ticked: whether it was done. */
class WorkAnswered {
  @Id() itemId!: string;
  @Id() taskId!: string;
  @YesNo('It was done') done!: boolean;
}
/** What a hitch or a near miss was that was marked with one press. */
export class Described {
  @Id() eventId!: string;
  @Text(400, { label: 'What happened', empty: 'not described' }) text!: string;
}
/** The run in a sentence or two. */
export class RunSummaryText {
  @Text(1000, { label: 'Summary', empty: 'not written yet' }) text!: string;
}
class Called {
  @YesNo('It was a rehearsal') rehearsal!: boolean;
}

const kinds = {
  note: { body: Note },
  cause: { body: CauseFound },
  change: { body: ChangeMade },
  action: { body: ActionAsked },
  'action closed': { body: ActionClosed },
  leftover: { body: Leftover },
  conditions: { body: Conditions },
  slept: { body: Slept },
  /** Asked at the debrief: whether the show went on while the device slept. */
  'sleep answered': { body: SleepAnswered },
  'work answered': { body: WorkAnswered },
  described: { body: Described },
  summary: { body: RunSummaryText },
  /** It was quick, and a show all the same: it counts. */
  'counts all the same': { body: Nothing },
  /** What the run was, whatever it was opened as. */
  called: { body: Called },
  /** It teaches nothing. */
  'struck out': { body: StruckOut },
  /** Asked, and answered: nothing nearly went wrong. */
  'no near miss': { body: Nothing },
};

export interface ActionState {
  id: string;
  text: string;
  on: ActionOn;
  onId: string;
  done: boolean;
}

interface NoteState {
  id: string;
  text: string;
  itemId: string | undefined;
  nearMiss: boolean;
  at: number;
}

/** `wentOn`: undefined until somebody has answered. */
export interface SleepState {
  id: string;
  from: number;
  to: number;
  wentOn: boolean | undefined;
}

export interface TalkState {
  /** Whether work was done that nobody ticked, by `taskKey`. */
  workAnswered: Map<string, boolean>;
  summary: string;
  /** Somebody said that a run which looks clicked through was a real one. */
  countsAllTheSame: boolean;
  sleeps: SleepState[];
  notes: Growing<NoteState>;
  nearMisses: number;
  /** Somebody said that there was none. */
  noNearMiss: boolean;
  actions: ActionState[];
  /** What was counted after the show, by good. */
  leftovers: Map<string, number>;
  /** Undefined until somebody has said. */
  conditions: Conditions | undefined;
  /** Said afterwards: whether it was a rehearsal, and why it does not count. */
  called: boolean | undefined;
  struck: { id: string; reason: string } | undefined;
}

/** What is said about a run: notes, causes and changes of attempts, what to do before next time, what was left. */
export const talk: Slice<
  TalkState & StageState & Pick<RehearsalState, 'rehearsal'>,
  TalkState,
  Script,
  typeof kinds
> = {
  kinds,
  start: () => ({
    workAnswered: new Map(),
    summary: '',
    countsAllTheSame: false,
    sleeps: [],
    notes: new Growing(),
    nearMisses: 0,
    noNearMiss: false,
    actions: [],
    leftovers: new Map(),
    conditions: undefined,
    called: undefined,
    struck: undefined,
  }),
  apply: {
    note: (state, { id, at, body: { text, itemId, nearMiss = false } }) => {
      state.notes = state.notes.with({ id, at, text, itemId, nearMiss });
      if (nearMiss) state.nearMisses++;
    },
    cause: (state, { body }) => {
      const attempt = attemptOf(state, body.attemptId);
      if (!attempt) return;
      attempt.cause = body.cause || undefined;
      attempt.symptom = body.symptom ?? attempt.symptom;
    },
    change: (state, { body }) => {
      const attempt = attemptOf(state, body.attemptId);
      if (attempt) attempt.change = body.text || undefined;
    },
    action: ({ actions }, { id, body }) => void actions.push({ id, ...body, done: false }),
    'action closed': ({ actions }, { body }) => {
      const action = actions.find((a) => a.id === body.actionId);
      if (action) action.done = true;
    },
    leftover: ({ leftovers }, { body }) => void leftovers.set(body.goodId, body.amount),
    conditions: (state, { body }) => {
      const entries = Object.entries({ ...state.conditions, ...body }).filter(([, value]) => value !== null);
      state.conditions = entries.length ? (Object.fromEntries(entries) as Conditions) : undefined;
    },
    slept: ({ sleeps }, { id, body }) => void sleeps.push({ id, ...body, wentOn: undefined }),
    'sleep answered': ({ sleeps }, { body }) => {
      const sleep = sleeps.find((s) => s.id === body.sleepId);
      if (sleep) sleep.wentOn = body.wentOn;
    },
    'work answered': ({ workAnswered }, { body }) =>
      void workAnswered.set(taskKey(body.itemId, body.taskId), body.done),
    described: ({ incidentTexts }, { body: { eventId, text } }) =>
      void (text ? incidentTexts.set(eventId, text) : incidentTexts.delete(eventId)),
    summary: (state, { body }) => void (state.summary = body.text),
    'counts all the same': (state) => void (state.countsAllTheSame = true),
    // What ran faster than life, with trouble or guided was a rehearsal, whatever is said of it after.
    called: (state, { body }) => void (state.called = body.rehearsal || state.rehearsal !== undefined),
    'no near miss': (state) => void (state.noNearMiss = true),
    'struck out': (state, { id, body }) => void (state.struck = { id, reason: body.reason }),
  },
};
