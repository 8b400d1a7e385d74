import { mayWrite, type Here, type RunEvent, type RunGivenBack, type RunRole } from '@hearty/core';
import { isOfOneHouse, type Disk, type KeptRun } from './disk';
import type { Ask, Outbox } from './outbox';

/** What a restored server and this device had to give each other: events, and those only another device may give. */
export interface Reconciled {
  sent: number;
  received: number;
  /** Missing on the server, and not this device's to send. */
  missing: number;
}

/** Sends a restored server what it lacks of a run's log, as far as this device may write it. `there`: the ids it has. */
export async function sendBack(
  runId: string,
  role: RunRole,
  there: ReadonlySet<string>,
  { disk, outbox }: { disk: Disk; outbox: Outbox },
): Promise<Pick<Reconciled, 'sent' | 'missing'>> {
  const rows = await disk.ofRun(runId).catch(() => []);
  const kindOf = new Map(rows.map(({ event }) => [event.id, event.kind]));
  const lacking = rows
    .filter(({ is, event }) => is === 'kept' && !there.has(event.id))
    .map(({ event }) => event as RunEvent);
  const mine = lacking.filter((e) =>
    mayWrite(role, e.kind === 'undo' ? (kindOf.get(e.body.eventId) ?? e.kind) : e.kind),
  );
  if (mine.length > 0) await outbox.offerAgain(mine);
  return { sent: mine.length, missing: lacking.length - mine.length };
}

/**
 * Gives a run back that the restored backup does not have. Errors: those of `ask`; refuses where the server has another
 * house's database now, or nobody knows.
 */
export async function giveBack(run: KeptRun, ask: Ask): Promise<void> {
  const { generation } = await ask<Here>('/here');
  if (run.generation === undefined || !isOfOneHouse(run.generation, generation))
    throw new Error('This run is not of this house.');
  const { showId, rehearsal, openedAt, file } = run;
  const body: RunGivenBack = { showId, rehearsal, openedAt, file };
  await ask(`/runs/${run.id}`, { method: 'PUT', body });
}
