import type { Attempt } from '../logbook';

/** An attempt that worked, `n` seconds after the first. */
export const attemptAt = (n: number, more: Partial<Attempt> = {}): Attempt => ({
  ...{
    id: `a${n}`,
    runId: 'r',
    itemId: 'i',
    demoId: 'd',
    atMs: n * 1000,
    rehearsal: false,
    outcome: 'worked',
  },
  ...more,
});
