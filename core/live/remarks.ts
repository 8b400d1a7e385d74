import type { Script } from '../script';
import type { RunState } from './fold';
import { playedAs } from './played';
import { itemsOf } from './slices/stage';

/** What was written about a demo in a run. `atMs`: ms since 1970. */
export interface Remark {
  id: string;
  demoId: string;
  atMs: number;
  kind: 'note' | 'near miss' | 'cause' | 'change';
  text: string;
}

/** What was written in a run about each demo: notes and near misses hung on it, causes found, what was changed. Pure. */
export function remarksOf(script: Script, state: RunState): Remark[] {
  const demoOf = (itemId: string): string | undefined => {
    const item = state.items.get(itemId);
    return item && (playedAs(script, item) ?? script.byItem.get(itemId))?.item.demoId;
  };
  const notes = [...state.notes].flatMap(({ id, text, itemId, nearMiss, at }): Remark[] => {
    const demoId = itemId === undefined ? undefined : demoOf(itemId);
    return demoId ? [{ id, demoId, atMs: at, kind: nearMiss ? 'near miss' : 'note', text }] : [];
  });
  const found = itemsOf(state).flatMap((item) => {
    const demoId = demoOf(item.itemId);
    if (!demoId) return [];
    return item.attempts.flatMap(({ id, at, symptom, cause, change }): Remark[] => [
      ...(cause
        ? [
            {
              ...{ id: `${id}-cause`, demoId, atMs: at, kind: 'cause' as const },
              text: symptom ? `${symptom}: ${cause}` : cause,
            },
          ]
        : []),
      ...(change ? [{ id: `${id}-change`, demoId, atMs: at, kind: 'change' as const, text: change }] : []),
    ]);
  });
  return [...notes, ...found];
}
