import type { Outcome } from '../logbook';
import type { Script } from '../script';
import { inOrder, type RunEvent } from './events';

export interface AttemptState {
  /** The id of the event that closed it. */
  id: string;
  n: number;
  outcome: Outcome;
  symptom: string | undefined;
  cause: string | undefined;
  change: string | undefined;
  at: number;
  /** Whole seconds from the item's beginning or the attempt before; the last one lasts to the item's end. Holds left out. */
  takesS: number;
}

export interface ItemState {
  itemId: string;
  title: string;
  status: 'to come' | 'now' | 'done' | 'skipped';
  begunAt: number | undefined;
  endedAt: number | undefined;
  /** Steps done in the go under way, in their order, and when. */
  stepsDone: { stepId: string; at: number }[];
  /** The go under way has an outcome. */
  closed: boolean;
  attempts: AttemptState[];
}

export interface ActionState {
  id: string;
  text: string;
  on: 'demo' | 'show' | 'venue';
  onId: string;
  done: boolean;
}

/** All that any screen knows of a run. Times in ms since 1970. */
export interface RunState {
  phase: 'before' | 'running' | 'held' | 'down';
  curtainAt: number | undefined;
  downAt: number | undefined;
  holds: { from: number; to: number | undefined }[];
  items: ItemState[];
  /** The item on stage, as an index into `items`; -1 before the first. */
  now: number;
  checks: Record<string, { value: boolean | number; at: number; by: string }>;
  notes: { id: string; text: string; itemId: string | undefined; nearMiss: boolean; at: number }[];
  actions: ActionState[];
  leftovers: Record<string, number>;
  /** The newest event of the stage that can be taken back. */
  lastUndoable: RunEvent | undefined;
}

/**
 * The state of a run: a pure fold over its events and the show as it was when the run was opened.
 * Events may come in any order and more than once; every device that has the same events has the same state.
 * Events that name something the show has not are passed over.
 */
export function fold(events: readonly RunEvent[], script: Script): RunState {
  const kept = withoutUndone(inOrder(events));
  const state = start(script);
  for (const event of kept) apply(state, event);
  state.lastUndoable = kept.findLast((e) => STAGE_KINDS.has(e.kind));
  for (const item of state.items) settleTimes(state, item);
  return state;
}

/** What the stage screen does, and so may take back; checks and words of the debrief are corrected where they stand. */
const STAGE_KINDS = new Set<RunEvent['kind']>([
  'curtain',
  'item begun',
  'step done',
  'attempt closed',
  'again',
  'skip',
  'hold',
  'resume',
  'curtain down',
]);

function start({ items }: Script): RunState {
  return {
    phase: 'before',
    curtainAt: undefined,
    downAt: undefined,
    holds: [],
    items: items.map(({ item }) => ({
      itemId: item.id,
      title: item.title,
      status: 'to come',
      begunAt: undefined,
      endedAt: undefined,
      stepsDone: [],
      closed: false,
      attempts: [],
    })),
    now: -1,
    checks: {},
    notes: [],
    actions: [],
    leftovers: {},
    lastUndoable: undefined,
  };
}

/** An undo takes back the event it names, which may itself be an undo; later undos are heard first. */
function withoutUndone(events: RunEvent[]): RunEvent[] {
  const undone = new Set<string>();
  for (const event of [...events].reverse()) {
    if (event.kind === 'undo' && !undone.has(event.id)) undone.add(event.body.eventId);
  }
  return events.filter((e) => e.kind !== 'undo' && !undone.has(e.id));
}

function apply(state: RunState, event: RunEvent): void {
  const itemOf = (id: string) => state.items.find((i) => i.itemId === id);
  switch (event.kind) {
    case 'check':
      if (event.body.value === null) delete state.checks[event.body.checkId];
      else state.checks[event.body.checkId] = { value: event.body.value, at: event.at, by: event.by };
      return;
    case 'curtain':
      state.phase = 'running';
      state.curtainAt ??= event.at;
      return;
    case 'item begun':
      return begin(state, event.body.itemId, event.at);
    case 'step done': {
      const item = itemOf(event.body.itemId);
      const { stepId } = event.body;
      if (!item || item.stepsDone.some((s) => s.stepId === stepId)) return;
      item.stepsDone.push({ stepId, at: event.at });
      return;
    }
    case 'attempt closed': {
      const item = itemOf(event.body.itemId);
      if (!item || item.closed) return;
      item.closed = true;
      item.attempts.push({
        id: event.id,
        n: item.attempts.length + 1,
        outcome: event.body.outcome,
        symptom: event.body.symptom,
        cause: undefined,
        change: undefined,
        at: event.at,
        takesS: 0,
      });
      return;
    }
    case 'again': {
      const item = itemOf(event.body.itemId);
      if (!item?.closed) return;
      Object.assign(item, { closed: false, stepsDone: [] });
      return;
    }
    case 'skip': {
      const item = itemOf(event.body.itemId);
      if (!item || item.status === 'done') return;
      item.status = 'skipped';
      item.endedAt = item.begunAt === undefined ? undefined : event.at;
      return;
    }
    case 'hold':
      if (state.phase !== 'running') return;
      state.phase = 'held';
      state.holds.push({ from: event.at, to: undefined });
      return;
    case 'resume':
      if (state.phase !== 'held') return;
      state.phase = 'running';
      endHold(state, event.at);
      return;
    case 'curtain down':
      endHold(state, event.at);
      endCurrent(state, event.at);
      state.phase = 'down';
      state.downAt = event.at;
      return;
    case 'note':
      state.notes.push({
        id: event.id,
        at: event.at,
        text: event.body.text,
        itemId: event.body.itemId,
        nearMiss: event.body.nearMiss ?? false,
      });
      return;
    case 'cause':
    case 'change': {
      const attempt = state.items.flatMap((i) => i.attempts).find((a) => a.id === event.body.attemptId);
      if (!attempt) return;
      if (event.kind === 'cause') attempt.cause = event.body.cause || undefined;
      else attempt.change = event.body.text || undefined;
      return;
    }
    case 'action':
      state.actions.push({ id: event.id, ...event.body, done: false });
      return;
    case 'action closed': {
      const action = state.actions.find((a) => a.id === event.body.actionId);
      if (action) action.done = true;
      return;
    }
    case 'leftover':
      state.leftovers[event.body.goodId] = event.body.amount;
      return;
    case 'undo':
      return;
  }
}

function begin(state: RunState, itemId: string, at: number): void {
  const index = state.items.findIndex((i) => i.itemId === itemId);
  const item = state.items[index];
  if (!item || item.status === 'now') return;
  endCurrent(state, at);
  state.curtainAt ??= at;
  if (state.phase === 'before') state.phase = 'running';
  state.now = index;
  Object.assign(item, { status: 'now', begunAt: item.begunAt ?? at, endedAt: undefined });
}

function endCurrent(state: RunState, at: number): void {
  const current = state.items[state.now];
  if (current?.status === 'now') Object.assign(current, { status: 'done', endedAt: at });
}

function endHold(state: RunState, at: number): void {
  const open = state.holds.at(-1);
  if (open && open.to === undefined) open.to = at;
}

function settleTimes(state: RunState, item: ItemState): void {
  let from = item.begunAt;
  item.attempts.forEach((attempt, i) => {
    const last = i === item.attempts.length - 1;
    const to = last && item.endedAt !== undefined ? item.endedAt : attempt.at;
    attempt.takesS = from === undefined ? 0 : Math.max(0, Math.round(playedMs(state, from, to) / 1000));
    from = attempt.at;
  });
}

/** Milliseconds between two moments with the holds left out. */
export function playedMs(state: RunState, from: number, to: number): number {
  const held = state.holds.reduce(
    (sum, hold) => sum + Math.max(0, Math.min(to, hold.to ?? to) - Math.max(from, hold.from)),
    0,
  );
  return Math.max(0, to - from - held);
}
