import type { EventKind } from './events';

/** What a screen beside the stage may do: run the show, tick off the crew's work, or only look. */
export const RUN_ROLES = ['stage', 'crew', 'viewer'] as const;
export type RunRole = (typeof RUN_ROLES)[number];

/** What the crew writes: work done, what was checked and measured, what the room is like, and a note. */
const OF_CREW: readonly EventKind[] = ['task done', 'check', 'all there', 'reading', 'note', 'conditions'];

/** Whether a screen of this role may write an event of this kind; an undo is asked about what it takes back. */
export const mayWrite = (role: RunRole, kind: string): boolean =>
  role === 'stage' || (role === 'crew' && (OF_CREW as readonly string[]).includes(kind));
