import { ArrayMaxSize, ArrayMinSize, IsArray, IsObject } from 'class-validator';
import { Id } from '../fields';
import {
  checkEnvelope,
  readInside,
  versionOf,
  type Envelope,
  type EventOf,
  type HappeningOf,
  type Kinds,
} from '../log';
import type { Checked } from '../show';
import { checksMade } from './slices/checks';
import { rehearsal } from './slices/rehearsal';
import { stage } from './slices/stage';
import { talk } from './slices/talk';
import { STORES_KINDS, TICK_KINDS } from './stores-events';

class Undo {
  @Id() eventId!: string;
}

/** What each kind of a run's events carries: every slice's kinds. */
const ONE_KINDS = { ...checksMade.kinds, ...stage.kinds, ...talk.kinds, ...rehearsal.kinds };

/** Several things that one press does: kept and taken back together. */
class Tap {
  @IsArray() @ArrayMinSize(2) @ArrayMaxSize(100) @IsObject({ each: true }) did!: HappeningOf<
    typeof ONE_KINDS
  >[];
}

/** The same with the undo of any of them, and several at one press. */
const RUN_KINDS = { ...ONE_KINDS, undo: { body: Undo }, tap: { body: Tap } };

export type RunEvent = EventOf<typeof RUN_KINDS>;
export type EventKind = RunEvent['kind'];
/** The part of an event that says what happened; the envelope is added when it is recorded. */
export type Happening = HappeningOf<typeof ONE_KINDS>;
export type Recorded = HappeningOf<typeof RUN_KINDS>;

/** What one press does, as what is recorded. Errors: throws for a press that does nothing, which is a mistake of the program. */
export function tapOf(does: readonly Happening[]): Recorded {
  const [first, ...more] = does;
  if (!first) throw new Error('A press that does nothing is not recorded.');
  return more.length ? { kind: 'tap', body: { did: [...does] } } : first;
}

/** The events that one brings: itself, or what a press did, each with an id of its own. */
export function eachOf(
  event: Exclude<RunEvent, { kind: 'undo' }>,
): Exclude<RunEvent, { kind: 'undo' | 'tap' }>[] {
  if (event.kind !== 'tap') return [event];
  // Kind and body belong together in each; a union cannot say so.
  return event.body.did.map(
    (did, i) => ({ ...event, ...did, id: `${event.id}-${i}` }) as Exclude<RunEvent, { kind: 'undo' | 'tap' }>,
  );
}

/** Reads an untrusted value as an event of a run. Errors: problems with their paths. */
export function readRunEvent(value: unknown): Checked<RunEvent> {
  const outside = checkEnvelope(value);
  return outside.ok ? insideRun(outside.value) : outside;
}

/** The same of one whose envelope was checked. */
export function insideRun(outside: Envelope): Checked<RunEvent> {
  const read = readInside(RUN_KINDS, outside);
  if (!read.ok || read.value.kind !== 'tap') return read;
  const problems = read.value.body.did.flatMap(({ kind, body }, i) => {
    const inside = readInside(ONE_KINDS, { ...outside, kind: String(kind), v: 1, body });
    return inside.ok ? [] : inside.problems.map((p) => ({ ...p, path: `body.did[${i}].${p.path}` }));
  });
  return problems.length ? { ok: false, problems } : read;
}

const ALL_KINDS: Kinds = { ...RUN_KINDS, ...STORES_KINDS, ...TICK_KINDS };

/** The version in which a kind of any log is written now. Errors: throws where there is no such kind. */
export function eventVersion(kind: string): number {
  const known = Object.hasOwn(ALL_KINDS, kind) ? ALL_KINDS[kind] : undefined;
  if (!known) throw new Error(`There is no event “${kind}”.`);
  return versionOf(known);
}
