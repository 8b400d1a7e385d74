import { expose } from 'comlink';
import { liveLanding, runClock, script, type LiveLanding, type RunState, type ShowFile } from '@hearty/core';

/** How often a landing is worked out again while nothing happens, in ms. */
const BEAT_MS = 5000;
const PLAYS = 4000;

/** What is offered to be left out, until something better is. */
let shown: readonly string[] = [];

/** The question that is followed now; an older one that finds itself replaced stops. */
let newest = 0;

/** Where a running show lands, off the thread that draws. It loads nothing that a plan needs. */
const landing = {
  /** Told at once, and every few seconds until something newer is asked. */
  follow: async (
    file: ShowFile,
    state: RunState,
    /** How far the server's clock, by which the log is kept, is ahead of this device's, in ms. */
    aheadMs: number,
    tell: (landing: LiveLanding) => void,
  ): Promise<void> => {
    const mine = ++newest;
    const resolved = script(file);
    while (newest === mine) {
      const now = liveLanding(resolved, state, runClock(state, Date.now() + aheadMs), {
        plays: PLAYS,
        seed: 1,
        shown,
      });
      shown = now.cuts?.itemIds ?? [];
      tell(now);
      await new Promise<void>((go) => setTimeout(go, BEAT_MS));
    }
  },
  stop: () => void newest++,
};

export type LandingWorker = typeof landing;

expose(landing);
