import type { Plan, PlanProgress, RunSummary, Script, ShowFile } from '@hearty/core';
import { createContext, useContext } from 'react';

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

const Context = createContext<ShowContext | undefined>(undefined);

/** The show that is drawn within. What may follow a moment later has a provider of its own, with a deferred value. */
export const ShowProvider = Context.Provider;

/** The show every tab below draws. */
export function useShow(): ShowContext {
  const show = useContext(Context);
  if (!show) throw new Error('There is no show around this.');
  return show;
}
