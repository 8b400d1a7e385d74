import { queryClient } from './queryClient';
import { outbox } from './outbox';

const ask = (...queryKey: string[]) => queryClient.invalidateQueries({ queryKey });

/** Asks again for what a log's events change on the planning screens. */
export const touchLog = (run: string): Promise<void>[] =>
  run.includes(':')
    ? [ask('log', run)]
    : [
        ask('runs'),
        ask('overview'),
        ask('logbook'),
        ask('library'),
        ask('said'),
        ask('attempts'),
        ask('trials'),
      ];

/** From now on, what the server has of this device's events is asked for again where it is shown. */
export const refetchAfterDelivery = (): void =>
  outbox.whenKept((runs) => Promise.all(runs.flatMap(touchLog)));
