import type { RunRole, RunState, Script, ShowFile } from '@hearty/core';
import { useEffect } from 'react';
import { keepRunHere, openRun, useRunLog } from './runLog';

export interface OpenRun {
  file: ShowFile;
  script: Script;
  state: RunState;
  rehearsal: boolean;
  /** What this device may do in it. */
  role: RunRole;
}

/** The run with this id as it stands: a fold of its log. Undefined while it is fetched, or without an id. */
export function useRun(runId: string | undefined): OpenRun | undefined {
  useEffect(() => {
    if (runId) void openRun(runId);
  }, [runId]);
  const { runId: open, script, state, rehearsal, role } = useRunLog((s) => s);
  return open === runId && script && state
    ? { file: script.file, script, state, rehearsal, role }
    : undefined;
}

/** Keeps a run on this device as soon as its show is visited: its stage then opens without a server too. */
export function useRunKeptHere(runId: string | undefined): void {
  useEffect(() => {
    if (runId) void keepRunHere(runId).catch(() => undefined);
  }, [runId]);
}
