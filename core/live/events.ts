import { IsBoolean, IsEmpty, IsIn, IsNumber, IsOptional, Min, ValidateIf } from 'class-validator';
import { Id, Text, Title } from '../fields';
import { OUTCOMES, type Outcome } from '../logbook';
import { check, type Checked, type Problem } from '../show';

/** Carries nothing. The checker wants at least one rule to know the class, so it is told of a field that must be absent. */
class Nothing {
  @IsEmpty() nothing?: never;
}
class OfItem {
  @Id() itemId!: string;
}
class StepDone extends OfItem {
  @Id() stepId!: string;
}
class AttemptClosed extends OfItem {
  @IsIn(OUTCOMES) outcome!: Outcome;
  @IsOptional() @Title() symptom?: string;
}
class CheckMade {
  @Id() checkId!: string;
  /** Yes, no, a reading, or null to take the answer back. */
  @ValidateIf((e: CheckMade) => typeof e.value !== 'boolean' && e.value !== null) @IsNumber() value!:
    boolean | number | null;
}
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
  @IsNumber() @Min(0) amount!: number;
}
class Undo {
  @Id() eventId!: string;
}

/** What each kind of event carries. */
const BODIES = {
  check: CheckMade,
  curtain: Nothing,
  'item begun': OfItem,
  'step done': StepDone,
  'attempt closed': AttemptClosed,
  /** The same demo once more: a further showing or a retry. */
  again: OfItem,
  skip: OfItem,
  hold: Nothing,
  resume: Nothing,
  'curtain down': Nothing,
  note: Note,
  cause: CauseFound,
  change: ChangeMade,
  action: ActionAsked,
  'action closed': ActionClosed,
  leftover: Leftover,
  undo: Undo,
} as const;

export type EventKind = keyof typeof BODIES;
export const EVENT_KINDS = Object.keys(BODIES) as EventKind[];
type Bodies = { [K in EventKind]: InstanceType<(typeof BODIES)[K]> };

/** One line of a run's log. `id` is made by its sender (a ULID), so sending twice is harmless; `at` in ms since 1970. */
export type RunEvent = {
  [K in EventKind]: { id: string; at: number; by: string; kind: K; body: Bodies[K] };
}[EventKind];

/** The part of an event that says what happened; id, time and sender are added when it is recorded. */
export type Happening = { [K in EventKind]: { kind: K; body: Bodies[K] } }[EventKind];

class Envelope {
  @Id() id!: string;
  @IsNumber() @Min(0) at!: number;
  @Title() by!: string;
  @IsIn(EVENT_KINDS) kind!: EventKind;
}

/** Reads an untrusted value as an event. Errors: problems with their paths. */
export function checkEvent(value: unknown): Checked<RunEvent> {
  if (typeof value !== 'object' || value === null)
    return { ok: false, problems: [{ path: '', says: 'An event must be an object.' }] };
  const { body, ...envelope } = value as { body?: unknown };
  const outer = check(Envelope, envelope);
  if (!outer.ok) return outer;
  const inner = check(BODIES[outer.value.kind] as new () => object, body);
  if (!inner.ok) {
    const problems: Problem[] = inner.problems.map((p) => ({
      ...p,
      path: p.path ? `body.${p.path}` : 'body',
    }));
    return { ok: false, problems };
  }
  // Envelope and body were checked against the same kind just above.
  return { ok: true, value: { ...outer.value, body: { ...inner.value } } as RunEvent };
}

/** Events in the order of the log: by their own time, then by id; a repeated id counts once. */
export function inOrder(events: readonly RunEvent[]): RunEvent[] {
  const unique = new Map(events.map((e) => [e.id, e]));
  return [...unique.values()].sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1));
}
