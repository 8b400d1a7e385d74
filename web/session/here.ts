import { useEffect, useState } from 'react';
import type { RunHere } from './log/disk';
import { disk, outbox } from './outbox';

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

/** The time now in ms, by the server's clock as this device works it out; each second again. */
export function useNow(): number {
  const [now, setNow] = useState(outbox.now);
  useEffect(() => {
    const timer = setInterval(() => setNow(outbox.now()), 1000);
    return () => clearInterval(timer);
  }, []);
  return now;
}

/** Whether the browser opens this page again without the server: not on plain http from another machine. */
export const opensAlone = (): boolean => window.isSecureContext;
