import type { EventKind } from './events';

/** What a screen beside the stage may do: run the show, tick off the crew's work, or only look. */
export const RUN_ROLES = ['stage', 'crew', 'viewer'] as const;
export type RunRole = (typeof RUN_ROLES)[number];

/**
 * Who may write each kind of event: the stage alone, or the crew as well. A new kind does not compile without its row.
 * An undo is allowed where what it undoes is.
 */
const WRITERS: Record<Exclude<EventKind, 'undo'>, 'stage' | 'crew'> = {
  // Work done, what was checked and measured, what the room is like, and notes.
  'task done': 'crew',
  check: 'crew',
  'all there': 'crew',
  reading: 'crew',
  note: 'crew',
  hitch: 'crew',
  'near miss': 'crew',
  guess: 'crew',
  conditions: 'crew',
  // Running the show.
  curtain: 'stage',
  'item begun': 'stage',
  chosen: 'stage',
  'step done': 'stage',
  'timer done': 'stage',
  'attempt closed': 'stage',
  again: 'stage',
  skip: 'stage',
  later: 'stage',
  swap: 'stage',
  'stand-by': 'stage',
  dose: 'stage',
  overridden: 'stage',
  overruled: 'stage',
  volunteers: 'stage',
  volunteer: 'stage',
  'setting changed': 'stage',
  hold: 'stage',
  resume: 'stage',
  'curtain down': 'stage',
  tap: 'stage',
  // Rehearsals.
  rehearsal: 'stage',
  'trouble met': 'stage',
  'slot cut': 'stage',
  // The debrief.
  'no near miss': 'stage',
  slept: 'stage',
  'sleep answered': 'stage',
  'work answered': 'stage',
  described: 'stage',
  summary: 'stage',
  'counts all the same': 'stage',
  cause: 'stage',
  change: 'stage',
  action: 'stage',
  'action closed': 'stage',
  leftover: 'stage',
  called: 'stage',
  'struck out': 'stage',
};

/** Whether a screen of this role may write an event of this kind; of an undo, ask about what it undoes. */
export const mayWrite = (role: RunRole, kind: string): boolean =>
  role === 'stage' || (role === 'crew' && (WRITERS as Record<string, string>)[kind] === 'crew');
