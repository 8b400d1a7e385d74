import { IsBoolean, IsIn, IsNumber, IsOptional, Max, Min } from 'class-validator';
import { Id, Text, Title } from '../../fields';
import { Growing, type Slice } from '../../log';
import type { Script } from '../../script';
import type { AttemptState, StageState } from './stage';

class Note {
  @Title() text!: string;
  @IsOptional() @Id() itemId?: string;
  @IsOptional() @IsBoolean() nearMiss?: boolean;
}
class CauseFound {
  @Id() attemptId!: string;
  @Text(160) cause!: string;
}
class ChangeMade {
  @Id() attemptId!: string;
  @Text(400) text!: string;
}
class ActionAsked {
  @Title() text!: string;
  @IsIn(['demo', 'show', 'venue']) on!: 'demo' | 'show' | 'venue';
  @Id() onId!: string;
}
class ActionClosed {
  @Id() actionId!: string;
}
class Leftover {
  @Id() goodId!: string;
  @IsNumber() @Min(0) @Max(1e9) amount!: number;
}

const kinds = {
  note: { body: Note },
  cause: { body: CauseFound },
  change: { body: ChangeMade },
  action: { body: ActionAsked },
  'action closed': { body: ActionClosed },
  leftover: { body: Leftover },
};

export interface ActionState {
  id: string;
  text: string;
  on: 'demo' | 'show' | 'venue';
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

export interface TalkState {
  notes: Growing<NoteState>;
  nearMisses: number;
  actions: ActionState[];
  /** What was counted after the show, by good. */
  leftovers: Map<string, number>;
}

/** What is said about a run: notes, causes and changes of attempts, what to do before next time, what was left. */
export const talk: Slice<TalkState & StageState, TalkState, Script, typeof kinds> = {
  kinds,
  start: () => ({ notes: new Growing(), nearMisses: 0, actions: [], leftovers: new Map() }),
  apply: {
    note: (state, { id, at, body: { text, itemId, nearMiss = false } }) => {
      state.notes = state.notes.with({ id, at, text, itemId, nearMiss });
      if (nearMiss) state.nearMisses++;
    },
    cause: (state, { body }) => {
      const attempt = attemptOf(state, body.attemptId);
      if (attempt) attempt.cause = body.cause || undefined;
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
  },
};

function attemptOf({ items }: StageState, id: string): AttemptState | undefined {
  for (const item of items.values())
    if (item.attempts.some((a) => a.id === id)) return item.attempts.find((a) => a.id === id);
  return undefined;
}
