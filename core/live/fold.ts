import { createFold, type Applies, type Fold } from '../log';
import type { Script } from '../script';
import { eachOf, type RunEvent } from './events';
import { checksMade, type ChecksState } from './slices/checks';
import { rehearsal, type RehearsalState } from './slices/rehearsal';
import { stage, type StageState } from './slices/stage';
import { talk, type TalkState } from './slices/talk';

/** All that any screen knows of a run. Times in ms since 1970. */
export interface RunState extends StageState, ChecksState, TalkState, RehearsalState {
  /** The newest event of the stage that can be taken back, by id. */
  lastUndoable: string | undefined;
}

export type RunFold = Fold<RunState, RunEvent>;

/** What each kind does; a kind without it does not compile. */
const APPLY: Applies<RunState, Exclude<RunEvent, { kind: 'undo' | 'tap' }>> = {
  ...stage.apply,
  ...checksMade.apply,
  ...talk.apply,
  ...rehearsal.apply,
};

/** Kinds that the stage takes back by its own key. Checks and words of the debrief are corrected where they stand. */
const TAKEN_BACK = new Set([...Object.keys(stage.apply), 'trouble met', 'slot cut']);

/** The log of a run being folded over the show as it was when the run was opened; events arrive by `add`. */
export const foldRun = (script: Script): RunFold =>
  createFold<RunState, RunEvent>(
    {
      ...stage.start(script),
      ...checksMade.start(script),
      ...talk.start(script),
      ...rehearsal.start(script),
      lastUndoable: undefined,
    },
    (state, event) => {
      if (event.kind === 'undo') return;
      for (const entry of eachOf(event)) {
        // Kind and body of an event belong together; a union cannot say so.
        (APPLY[entry.kind] as (state: RunState, event: RunEvent) => void)(state, entry);
        if (TAKEN_BACK.has(entry.kind)) state.lastUndoable = event.id;
      }
    },
  );

/** The state of a run: a pure fold over its events, in whatever order they are handed over. */
export function fold(events: readonly RunEvent[], script: Script): RunState {
  const folding = foldRun(script);
  folding.add(events);
  return folding.state;
}
