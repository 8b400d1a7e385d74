import type { Script } from '../script';
import type { RunState } from './fold';
import { playedAs } from './played';
import { itemsOf, onStageMs } from './slices/stage';

/** A run whose items took less than this share of what is likely was clicked through, not played. From memory. */
const LEAST_SHARE = 0.15;
/** Of fewer items nobody can tell. */
const LEAST_ITEMS = 3;

/** Whether a run that is over was clicked through, to look at it or to try the stage: it teaches nothing unless somebody says that it counts. Pure. */
export function isClickedThrough(script: Script, state: RunState): boolean {
  const { downAt } = state;
  if (state.phase !== 'down' || downAt === undefined || state.countsAllTheSame) return false;
  const played = itemsOf(state).filter((i) => i.attempts.some((a) => a.outcome !== 'not tried'));
  if (played.length < LEAST_ITEMS) return false;
  const tookS = played.reduce((sum, i) => sum + onStageMs(state, i, downAt) / 1000, 0);
  const likelyS = played.reduce((sum, i) => sum + (playedAs(script, i)?.whole.likelyS ?? 0), 0);
  return tookS < LEAST_SHARE * likelyS;
}
