import type { LiveLanding, ShowFile } from '@hearty/core';
import { useEffect, useState } from 'react';
import { planner } from '../workers/planner';
import { useRunLog } from '../session/runLog';

/** Where the show will land, worked out anew after every event and every five seconds in between. */
export function useLanding(file: ShowFile, now: number): LiveLanding | undefined {
  const events = useRunLog((s) => s.events);
  const [landing, setLanding] = useState<LiveLanding>();
  const beat = Math.floor(now / 5000);
  useEffect(() => {
    let current = true;
    void planner()
      .landing(file, events, Date.now())
      .then((next) => current && setLanding(next));
    return () => {
      current = false;
    };
  }, [file, events, beat]);
  return landing;
}
