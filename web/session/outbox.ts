import { useStore } from 'zustand';
import { api } from './api';
import { newId } from './ids';
import { openDisk } from './log/disk';
import { storageOrMemory } from './localCopies';
import { createOutbox, type OutboxState } from './log/outbox';

/** What this tab sends: one disk and one outbox for the logs of runs and of the stores. */
export const disk = openDisk();
export const outbox = createOutbox({
  disk,
  ask: api,
  newId,
  // The events of a run are shown without the server too; of the others only what is owed.
  keeps: (run) => !run.includes(':'),
  channel: new BroadcastChannel('hearty-log'),
  storage: storageOrMemory(),
});

// Not before the first page is there: nothing on it waits for this.
setTimeout(
  () =>
    void import('./log/reconcileRuns')
      .then(({ reconcileRuns }) => reconcileRuns({ disk, outbox, ask: api }))
      .catch(() => undefined),
  3000,
);

export const useOutbox = <T>(select: (state: OutboxState) => T): T => useStore(outbox.store, select);
