import type { Envelope } from '@hearty/core';
import { openDB } from 'idb';
import type { Disk } from './disk';

/** What the first form of this device's logs still owed: taken over once, so that nothing tapped then is lost. */
export async function takeOver(
  disk: Disk,
  toEvent: (old: { run: string; event: OldEvent; tick: number }) => Envelope,
): Promise<void> {
  const old = await openDB('hearty-runs', 1);
  const rows = old.objectStoreNames.contains('events')
    ? ((await old.getAll('events')) as { runId: string; event: OldEvent; acked: 0 | 1 }[])
    : [];
  const owed = rows.filter((r) => !r.acked).sort((a, b) => a.event.at - b.event.at);
  // Those before them in the same run were in the order of their times: each of them counts one tick.
  const tickOf = (runId: string, at: number) =>
    1 + rows.filter((r) => r.runId === runId && r.event.at < at).length;
  await disk.keep(
    owed.map(({ runId, event }) => toEvent({ run: runId, event, tick: tickOf(runId, event.at) })),
    'owed',
  );
  old.close();
  indexedDB.deleteDatabase('hearty-runs');
}

interface OldEvent {
  id: string;
  at: number;
  kind: string;
  body: unknown;
}
