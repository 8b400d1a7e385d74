import type { Script } from '../script';
import type { Reading } from '../show';
import type { RunState } from './fold';
import { playedAs } from './played';
import { itemsOf, onStage } from './slices/stage';

/** What is asked to be measured of one attempt. */
export interface ReadingAsked {
  attemptId: string;
  itemId: string;
  title: string;
  reading: Reading;
  value: number | string | undefined;
}

/** What is measured of an attempt; undefined where its demo measures nothing. */
export function readingOf(script: Script, state: RunState, attemptId: string): ReadingAsked | undefined {
  return everyReading(script, state).find((r) => r.attemptId === attemptId);
}

/** Every attempt of which something is to be measured, in the running order; one that was not tried has nothing. */
const everyReading = (script: Script, state: RunState): ReadingAsked[] =>
  itemsOf(state).flatMap((item) => {
    const reading = playedAs(script, item)?.demo?.reading;
    if (!reading) return [];
    return item.attempts
      .filter((a) => a.outcome !== 'not tried')
      .map(({ id, reading: value }) => ({
        attemptId: id,
        itemId: item.itemId,
        title: item.title,
        reading,
        value,
      }));
  });

/**
 * The newest attempt that waits to be measured, at the item on stage or the one before it: what is longer ago is asked
 * for in the debrief. Undefined where nothing waits.
 */
export function unread(script: Script, state: RunState): ReadingAsked | undefined {
  const now = onStage(state);
  const before = itemsOf(state)
    .filter((i) => i.endedAt !== undefined && i.itemId !== now?.itemId)
    .sort((a, b) => b.endedAt! - a.endedAt!)[0];
  const near = everyReading(script, state).filter(
    ({ itemId }) => itemId === now?.itemId || itemId === before?.itemId,
  );
  const newest = near.filter((r) => r.itemId === now?.itemId).at(-1) ?? near.at(-1);
  return newest?.value === undefined ? newest : undefined;
}
