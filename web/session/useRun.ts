import type { RunState, Script, ShowFile } from '@hearty/core';
import { useEffect, useState } from 'react';
import type { RunHere } from './log/disk';
import { disk, openRun, outbox, useRunLog } from './runLog';

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
  const { runId: open, script, state, rehearsal } = useRunLog((s) => s);
  return open === runId && script && state ? { file: script.file, script, state, rehearsal } : undefined;
}

/** The runs this device has, of one show or of all; while `wanted` only. */
export function useRunsHere(wanted: boolean, showId?: string): RunHere[] {
  const [runs, setRuns] = useState<RunHere[]>([]);
  useEffect(() => {
    if (!wanted) return;
    let current = true;
    void disk
      .runs()
      .then((all) => current && setRuns(all.filter((r) => showId === undefined || r.showId === showId)))
      .catch(() => undefined);
    return () => {
      current = false;
    };
  }, [wanted, showId]);
  return wanted ? runs : [];
}

/** The time now in ms, by the server's clock as this device reckons it; each second anew. */
export function useNow(): number {
  const [now, setNow] = useState(outbox.now);
  useEffect(() => {
    const timer = setInterval(() => setNow(outbox.now()), 1000);
    return () => clearInterval(timer);
  }, []);
  return now;
}
