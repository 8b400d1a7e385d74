import { Id } from '../fields';
import {
  readEvent,
  readInside,
  versionOf,
  type Envelope,
  type EventOf,
  type HappeningOf,
  type Kinds,
} from '../log';
import type { Checked } from '../show';
import { checksMade } from './slices/checks';
import { stage } from './slices/stage';
import { talk } from './slices/talk';
import { STORES_KINDS, TICK_KINDS } from './stores-events';

class Undo {
  @Id() eventId!: string;
}

/** What each kind of a run's events carries: every slice's kinds, and the undo of any of them. */
const RUN_KINDS = { ...checksMade.kinds, ...stage.kinds, ...talk.kinds, undo: { body: Undo } };

export type RunEvent = EventOf<typeof RUN_KINDS>;
export type EventKind = RunEvent['kind'];
/** The part of an event that says what happened; the envelope is added when it is recorded. */
export type Happening = HappeningOf<typeof RUN_KINDS>;

/** Reads an untrusted value as an event of a run. Errors: problems with their paths. */
export const readRunEvent = (value: unknown): Checked<RunEvent> => readEvent(RUN_KINDS, value);

/** The same of one whose envelope was checked. */
export const insideRun = (outside: Envelope): Checked<RunEvent> => readInside(RUN_KINDS, outside);

const ALL_KINDS: Kinds = { ...RUN_KINDS, ...STORES_KINDS, ...TICK_KINDS };

/** The version in which a kind of any log is written now. Errors: throws where there is no such kind. */
export function eventVersion(kind: string): number {
  const known = Object.hasOwn(ALL_KINDS, kind) ? ALL_KINDS[kind] : undefined;
  if (!known) throw new Error(`There is no event “${kind}”.`);
  return versionOf(known);
}
