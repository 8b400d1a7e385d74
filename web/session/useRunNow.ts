import { runClock, type RunState } from '@hearty/core';
import { useNow } from './here';

/** What the clock of a run says now, in ms; each second again. In a rehearsal it may run faster than life. */
export const useRunNow = (state: RunState): number => runClock(state, useNow());
