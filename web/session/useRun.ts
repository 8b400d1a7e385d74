import { fold, type RunState, type ShowFile } from '@hearty/core';
import { useEffect, useMemo, useState } from 'react';
import { openRun, useRunLog } from './runLog';

export interface OpenRun {
  file: ShowFile;
  state: RunState;
  rehearsal: boolean;
}

/** The run with this id as it stands: a fold of its log. Undefined while it is fetched, or without an id. */
export function useRun(runId: string | undefined): OpenRun | undefined {
  useEffect(() => {
    if (runId) void openRun(runId);
  }, [runId]);
  const log = useRunLog();
  const state = useMemo(() => log.file && fold(log.events, log.file), [log.events, log.file]);
  return log.runId === runId && log.file && state
    ? { file: log.file, state, rehearsal: log.rehearsal }
    : undefined;
}

/** The time now in ms, each second anew. */
export function useNow(): number {
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, []);
  return now;
}
