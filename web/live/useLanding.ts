import type { LiveLanding, ShowFile } from '@hearty/core';
import { useEffect, useState } from 'react';
import { useRunLog } from '../session/runLog';
import { followLanding } from '../workers/planner';

/** Where the show will land: told by the worker after every event, and as time goes on in between. */
export function useLanding(file: ShowFile): LiveLanding | undefined {
  const events = useRunLog((s) => s.events);
  const [landing, setLanding] = useState<LiveLanding>();
  useEffect(() => followLanding(file, events, setLanding), [file, events]);
  return landing;
}
