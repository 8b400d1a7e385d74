import { IsOptional } from 'class-validator';
import { Choice, Id, Title } from '../../fields';
import type { Slice } from '../../log';
import { OUTCOMES, type Outcome } from '../../logbook';
import type { Script } from '../../script';
import { Nothing, OfItem } from './nothing';

class StepDone extends OfItem {
  @Id() stepId!: string;
}
class Chosen extends OfItem {
  @Id() demoId!: string;
}
class AttemptClosed extends OfItem {
  @Choice(OUTCOMES, 'Outcome') outcome!: Outcome;
  @IsOptional() @Title('What one saw') symptom?: string;
}

const kinds = {
  curtain: { body: Nothing },
  'item begun': { body: OfItem },
  /** Of a choice: what the audience picked. */
  chosen: { body: Chosen },
  'step done': { body: StepDone },
  'attempt closed': { body: AttemptClosed },
  /** The same demo once more: a further showing or a retry. */
  again: { body: OfItem },
  skip: { body: OfItem },
  hold: { body: Nothing },
  resume: { body: Nothing },
  'curtain down': { body: Nothing },
};

export interface AttemptState {
  /** The id of the event that closed it. */
  id: string;
  n: number;
  outcome: Outcome;
  symptom: string | undefined;
  cause: string | undefined;
  change: string | undefined;
  at: number;
}

export interface ItemState {
  itemId: string;
  title: string;
  status: 'to come' | 'now' | 'done' | 'skipped';
  begunAt: number | undefined;
  endedAt: number | undefined;
  /** Of a choice: the demo that the audience picked. */
  chosen: string | undefined;
  /** Steps done in the go under way, in their order, and when. */
  stepsDone: { stepId: string; at: number }[];
  /** The go under way has an outcome. */
  closed: boolean;
  attempts: AttemptState[];
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
          chosen: undefined,
          stepsDone: [],
          closed: false,
          attempts: [],
        },
      ]),
    ),
    now: undefined,
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
      if (item && item.attempts.length === 0) Object.assign(item, { chosen: body.demoId, stepsDone: [] });
    },
    'step done': (state, { body, at }) => {
      const item = state.items.get(body.itemId);
      if (!item || item.stepsDone.some((s) => s.stepId === body.stepId)) return;
      item.stepsDone.push({ stepId: body.stepId, at });
    },
    'attempt closed': (state, { id, body, at }) => {
      const item = state.items.get(body.itemId);
      if (!item || item.closed) return;
      item.closed = true;
      item.attempts.push({
        id,
        n: item.attempts.length + 1,
        outcome: body.outcome,
        symptom: body.symptom,
        cause: undefined,
        change: undefined,
        at,
      });
    },
    again: (state, { body }) => {
      const item = state.items.get(body.itemId);
      if (item?.closed) Object.assign(item, { closed: false, stepsDone: [] });
    },
    skip: (state, { body, at }) => {
      const item = state.items.get(body.itemId);
      if (!item || item.status === 'done') return;
      item.status = 'skipped';
      item.endedAt = item.begunAt === undefined ? undefined : at;
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
      state.downAt = at;
    },
  },
};

function begin(state: StageState, itemId: string, at: number): void {
  const item = state.items.get(itemId);
  if (!item || item.status === 'now') return;
  endCurrent(state, at);
  state.curtainAt ??= at;
  if (state.phase === 'before') state.phase = 'running';
  state.now = itemId;
  Object.assign(item, { status: 'now', begunAt: item.begunAt ?? at, endedAt: undefined });
}

function endCurrent(state: StageState, at: number): void {
  const current = onStage(state);
  if (current?.status === 'now') Object.assign(current, { status: 'done', endedAt: at });
}

function endHold(state: StageState, at: number): void {
  const open = state.holds.at(-1);
  if (open && open.to === undefined) open.to = at;
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

/**
 * Whole seconds each attempt of an item took, in their order: from the item's beginning or the attempt before; the last
 * one lasts to the item's end. Holds left out.
 */
export function attemptsTakeS(state: Pick<StageState, 'holds'>, item: ItemState): number[] {
  let from = item.begunAt;
  return item.attempts.map((attempt, i) => {
    const last = i === item.attempts.length - 1;
    const to = last && item.endedAt !== undefined ? item.endedAt : attempt.at;
    const takesS = from === undefined ? 0 : Math.round(playedMs(state, from, to) / 1000);
    from = attempt.at;
    return takesS;
  });
}
