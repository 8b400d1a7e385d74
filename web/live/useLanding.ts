import type { LiveLanding, RunState, ShowFile } from '@hearty/core';
import { useEffect, useState } from 'react';
import { followLanding } from '../workers/landing';

/** Where the show will land: told by the worker after every event, and as time goes on in between. */
export function useLanding(file: ShowFile, state: RunState): LiveLanding | undefined {
  const [landing, setLanding] = useState<LiveLanding>();
  useEffect(() => followLanding(file, state, setLanding), [file, state]);
  return landing;
}
