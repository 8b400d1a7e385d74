import { fold, script, type RunState, type Script, type ShowFile } from '@hearty/core';
import { useEffect, useMemo, useState } from 'react';
import { openRun, useRunLog } from './runLog';

export interface OpenRun {
  file: ShowFile;
  script: Script;
  state: RunState;
  rehearsal: boolean;
}

/** The run with this id as it stands: a fold of its log. Undefined while it is fetched, or without an id. */
export function useRun(runId: string | undefined): OpenRun | undefined {
  useEffect(() => {
    if (runId) void openRun(runId);
  }, [runId]);
  const log = useRunLog();
  const resolved = useMemo(() => log.file && script(log.file), [log.file]);
  const state = useMemo(() => resolved && fold(log.events, resolved), [log.events, resolved]);
  return log.runId === runId && resolved && state
    ? { file: resolved.file, script: resolved, state, rehearsal: log.rehearsal }
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
