import type { Happening, RunEvent, ShowFile } from '@hearty/core';
import { inOrder } from '@hearty/core';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { create } from 'zustand';
import { api, ApiError } from './api';
import type { Run, RunSummary } from '@hearty/core';
import { newId } from './queries';

/** A run as this device keeps it: what the server said last, and every event with whether the server has it. */
interface LogDb extends DBSchema {
  runs: { key: string; value: { id: string; file: ShowFile; rehearsal: boolean; openedAt: number } };
  events: {
    key: string;
    value: { key: string; runId: string; event: RunEvent; acked: 0 | 1 };
    indexes: { runId: string };
  };
}

interface RunLogState {
  runId: string | undefined;
  file: ShowFile | undefined;
  rehearsal: boolean;
  events: RunEvent[];
  /** How many events the server has not acknowledged yet. */
  waiting: number;
  online: boolean;
  failed: string;
}

/** The log of the run this screen shows. Every screen of a run is a fold of `events`. */
export const useRunLog = create<RunLogState>(() => ({
  runId: undefined,
  file: undefined,
  rehearsal: false,
  events: [],
  waiting: 0,
  online: true,
  failed: '',
}));

let database: Promise<IDBPDatabase<LogDb>> | undefined;
const db = () =>
  (database ??= openDB<LogDb>('hearty-runs', 1, {
    upgrade(fresh) {
      fresh.createObjectStore('runs', { keyPath: 'id' });
      fresh.createObjectStore('events', { keyPath: 'key' }).createIndex('runId', 'runId');
    },
  }));

const keyOf = (runId: string, event: RunEvent) => `${runId}/${event.id}`;

/** Opens a run: from this device first, then from the server, and keeps the two joined from then on. */
export async function openRun(runId: string): Promise<void> {
  if (useRunLog.getState().runId === runId) return;
  useRunLog.setState({ runId, file: undefined, events: [], waiting: 0, failed: '', rehearsal: false });
  const store = await db();
  const kept = await store.get('runs', runId);
  const rows = await store.getAllFromIndex('events', 'runId', runId);
  if (useRunLog.getState().runId !== runId) return;
  if (kept) {
    useRunLog.setState({
      file: kept.file,
      rehearsal: kept.rehearsal,
      events: inOrder(rows.map((r) => r.event)),
      waiting: rows.filter((r) => !r.acked).length,
    });
  }
  lastSeq = 0;
  await join(runId);
}

/** Opens a new run of a show on the server; needs the server once, at the start. */
export async function startRun(showId: string, rehearsal: boolean): Promise<RunSummary> {
  return api<RunSummary>('/runs', { method: 'POST', body: { id: newId(), showId, rehearsal } });
}

/**
 * Records what happened. The event is on this device's disk before any screen reacts to it; the server gets it as
 * soon as it answers. Errors: what the device's store throws; then nothing has happened.
 */
export async function record(happening: Happening, by = 'stage'): Promise<void> {
  const { runId } = useRunLog.getState();
  if (!runId) return;
  const event = { id: newId(), at: Date.now(), by, ...happening } as RunEvent;
  // Strict: on the disk, not in a buffer, before the screen says it happened.
  const tx = (await db()).transaction('events', 'readwrite', { durability: 'strict' });
  await tx.store.put({ key: keyOf(runId, event), runId, event, acked: 0 });
  await tx.done;
  if (useRunLog.getState().runId === runId) {
    useRunLog.setState((s) => ({ events: inOrder([...s.events, event]), waiting: s.waiting + 1 }));
  }
  void join(runId);
}

export const undoLast = (event: RunEvent) => record({ kind: 'undo', body: { eventId: event.id } });

const RETRY_MS = 2000;
const POLL_MS = 2500;
let lastSeq = 0;
let joining = false;
let again = false;
let timer: ReturnType<typeof setTimeout> | undefined;

/** Sends what the server has not, fetches what this device has not; then asks again a little later. */
async function join(runId: string): Promise<void> {
  if (joining) {
    again = true;
    return;
  }
  joining = true;
  clearTimeout(timer);
  try {
    await send(runId);
    await fetchNew(runId);
    useRunLog.setState({ online: true });
  } catch (error) {
    if (!(error instanceof ApiError)) throw error;
    useRunLog.setState(error.offline ? { online: false } : { failed: error.says });
  } finally {
    joining = false;
    const { runId: current, online } = useRunLog.getState();
    if (current) timer = setTimeout(() => void join(current), again ? 0 : online ? POLL_MS : RETRY_MS);
    again = false;
  }
}

/** Sends every event this device still owes, of this run first, then of runs left behind while the server was gone. */
async function send(runId: string): Promise<void> {
  const store = await db();
  const owed = (await store.getAll('events')).filter((r) => !r.acked);
  const runIds = [...new Set([runId, ...owed.map((r) => r.runId)])];
  for (const id of runIds) {
    const rows = owed.filter((r) => r.runId === id);
    if (rows.length === 0) continue;
    try {
      await api(`/runs/${id}/events`, { method: 'POST', body: { events: rows.map((r) => r.event) } });
    } catch (error) {
      // What the server refuses of another run must not keep this one waiting.
      if (id === runId || !(error instanceof ApiError) || error.offline) throw error;
      continue;
    }
    const tx = store.transaction('events', 'readwrite');
    await Promise.all(rows.map((row) => tx.store.put({ ...row, acked: 1 })));
    await tx.done;
  }
  await countWaiting(runId);
}

async function fetchNew(runId: string): Promise<void> {
  const store = await db();
  // Another run may be opened while an answer is under way; what comes then is not for the screen.
  const stale = () => useRunLog.getState().runId !== runId;
  if (stale()) return;
  let fetched: { events: RunEvent[]; lastSeq: number };
  if (useRunLog.getState().file) {
    fetched = await api(`/runs/${runId}/events?after=${lastSeq}`);
  } else {
    const run = await api<Run>(`/runs/${runId}`);
    await store.put('runs', { id: runId, file: run.file, rehearsal: run.rehearsal, openedAt: run.openedAt });
    if (stale()) return;
    useRunLog.setState({ file: run.file, rehearsal: run.rehearsal });
    fetched = run;
  }
  if (stale()) return;
  lastSeq = fetched.lastSeq;
  if (fetched.events.length === 0) return;
  const tx = store.transaction('events', 'readwrite');
  await Promise.all(
    fetched.events.map((event) => tx.store.put({ key: keyOf(runId, event), runId, event, acked: 1 })),
  );
  await tx.done;
  if (stale()) return;
  useRunLog.setState((s) => ({ events: inOrder([...s.events, ...fetched.events]) }));
}

async function countWaiting(runId: string): Promise<void> {
  const rows = await (await db()).getAllFromIndex('events', 'runId', runId);
  if (useRunLog.getState().runId === runId)
    useRunLog.setState({ waiting: rows.filter((r) => !r.acked).length });
}
