import type { Happening, RunSummary } from '@hearty/core';
import { useStore } from 'zustand';
import { api } from './api';
import { newId } from './ids';
import { openDisk } from './log/disk';
import { createOutbox, type OutboxState } from './log/outbox';
import { createRunLog, type RunLogState } from './log/run';

/** The logs of this tab: one disk, one outbox, and the run on its screen. */
export const disk = openDisk();
export const outbox = createOutbox({
  disk,
  ask: api,
  newId,
  // The events of a run are shown without the server too; of the others only what is owed.
  keeps: (run) => !run.includes(':'),
  channel: new BroadcastChannel('hearty-log'),
  storage: localStorage,
});
const log = createRunLog({ disk, outbox, ask: api });

export const useRunLog = <T>(of: (state: RunLogState) => T): T => useStore(log.store, of);
export const useOutbox = <T>(of: (state: OutboxState) => T): T => useStore(outbox.store, of);
export const openRun = log.open;

/**
 * Records what happened. It is on this device's disk before any screen reacts to it; the server gets it as soon as it
 * answers.
 */
export const record = (happening: Happening): Promise<void> => log.record(happening);

export const undoLast = (eventId: string) => record({ kind: 'undo', body: { eventId } });

/**
 * Opens a run of a show on the server, or gives the one that is open there already; `replaces` names an open run that
 * the new one takes the place of. Needs the server once, at the start.
 */
export const startRun = (showId: string, rehearsal: boolean, replaces?: string): Promise<RunSummary> =>
  api('/runs', {
    method: 'POST',
    body: { id: newId(), showId, rehearsal, ...(replaces !== undefined && { replaces }) },
  });
