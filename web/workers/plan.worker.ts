import { expose } from 'comlink';
import { fold, liveLanding, plan, type RunEvent, type ShowFile } from '@hearty/core';

/** The computation, off the thread that draws. */
const planner = {
  plan: (file: ShowFile, plays: number) => plan(file, { plays }),
  landing: (file: ShowFile, events: RunEvent[], nowMs: number) => {
    const { timetable } = plan(file, { plays: 0 });
    return liveLanding(file, timetable, fold(events, file), nowMs, { plays: 4000, seed: 1 });
  },
};

export type Planner = typeof planner;

expose(planner);
