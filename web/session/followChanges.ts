import type { News, Stored } from '@hearty/core';
import { openLine } from './line';
import { outbox } from './outbox';
import { queryClient } from './queryClient';
import { touch, type DocumentKind } from './queries';
import { touchLog } from './refetchAfterDelivery';

/** The answer to this tab's own save comes about as soon as the news of it; it is waited for, in ms. */
const SETTLED_MS = 150;

/** Asks again for what somebody else changed. What this tab has already, as after its own save, is left alone. */
async function applyChanges(changes: readonly News[] | 'all'): Promise<void> {
  if (changes === 'all') return queryClient.invalidateQueries();
  for (const change of changes) {
    if ('log' in change) {
      if (change.device !== outbox.device) await Promise.all(touchLog(change.log));
      continue;
    }
    const { kind, id, version } = change;
    const here = queryClient.getQueryData<Stored<object> | null>(['documents', kind, id]);
    if (version !== null && here && here.version >= version) continue;
    await touch(queryClient, kind as DocumentKind, id);
  }
}

/** Shows what other planners change within a second. Gives the way to stop. */
export function followChanges(): () => void {
  let known = '';
  return openLine(
    () => `/api/changes${known && `?after=${known}`}`,
    ({ data, lastEventId }) => {
      known = lastEventId;
      const changes = JSON.parse(data) as News[] | 'all';
      setTimeout(() => void applyChanges(changes).catch(() => undefined), SETTLED_MS);
    },
  );
}
