import type { Plan, PlanProgress, RunSummary, Script, ShowFile } from '@hearty/core';
import { useOutletContext } from 'react-router';

export interface ShowContext {
  file: ShowFile;
  script: Script;
  plan: Plan;
  /** False while a newer plan is being worked out. */
  fresh: boolean;
  /** How far that one has come. */
  progress: PlanProgress | undefined;
  openRun: RunSummary | undefined;
  lastRun: RunSummary | undefined;
}

/** The show every tab below draws. */
export const useShow = () => useOutletContext<ShowContext>();
