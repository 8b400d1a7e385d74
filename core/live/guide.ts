import { forward } from './moves';
import type { Script } from '../script';
import type { RunState } from './fold';
import { itemsOf, onStage } from './slices/stage';

/** What somebody who is shown through a rehearsal is told now, and on which page. */
export interface Hint {
  on: 'check' | 'stage' | 'debrief';
  message: string;
}

/** The next thing to try, told from what was done so far; undefined where nobody is shown through. Pure. */
export function hint(script: Script, state: RunState): Hint | undefined {
  if (!state.rehearsal?.guided) return undefined;
  const on = (page: Hint['on'], message: string): Hint => ({ on: page, message });
  if (state.phase === 'down')
    return on(
      'debrief',
      'All of this was built from what you pressed. Choose a cause for what failed, note what you would change, and what is to be done before the next time: the next plan knows it.',
    );
  if (state.phase === 'before')
    return state.checks.size === 0
      ? on(
          'check',
          'Before doors: press “All there” at a place, answer the rest one by one, and “Missing” at one thing, to see what becomes of its item. Then go on to the stage.',
        )
      : on('stage', 'The large target does the next thing, always; so does page-down. Raise the curtain.');
  const attempts = itemsOf(state).flatMap((i) => i.attempts);
  if (attempts.length === 0)
    return on('stage', 'Step by step, with the same target. Its words say beforehand what it does.');
  if (!attempts.some((a) => a.outcome === 'failed'))
    return on(
      'stage',
      onStage(state)?.closed === false
        ? 'Let one fail: press “How did it go?”, then “Failed”, and what you saw.'
        : `Go on: “${forward(script, state).label}”.`,
    );
  if (attempts.at(-1)?.outcome === 'failed' && attempts.length < 4)
    return on(
      'stage',
      'The cures stand beside it. “Once more” tries again, the large target goes on, and “Undo” takes back the newest press, as often as you like.',
    );
  return on(
    'stage',
    'The column on the right says when the show will end and whether in time; what to leave out is offered when it runs over. “Jump or skip” has the whole order. Enough? Let the curtain fall.',
  );
}
