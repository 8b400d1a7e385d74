import type { Here } from '@hearty/core';
import { ApiError } from '../api';
import { catchUp, type CatchUpOptions } from './catchUp';
import { isOfOneHouse } from './disk';

/**
 * Compares every run of this device with a server that was restored since the device last had them: what was recorded
 * here and is in no backup is sent, also of runs that nobody opens again. Errors: those of `ask`.
 */
export async function reconcileRuns(options: Pick<CatchUpOptions, 'disk' | 'outbox' | 'ask'>): Promise<void> {
  const runs = (await options.disk.runs()).filter((run) => run.generation !== undefined);
  if (runs.length === 0) return;
  const { generation } = await options.ask<Here>('/here');
  for (const run of runs)
    if (run.generation !== generation && isOfOneHouse(run.generation, generation))
      await catchUp(run, options).catch((error: unknown) => {
        // One run that is not this device's any more keeps back no other.
        if (!(error instanceof ApiError) || error.noAnswer) throw error;
      });
}
