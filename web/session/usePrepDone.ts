import type { PrepDone } from '@hearty/core';
import { useEffect, useState } from 'react';
import { api } from './api';

const NONE: ReadonlySet<string> = new Set();
/** So long after an answer it is asked again, in ms. */
const AGAIN_MS = 10_000;

/** Work of the run's show that was ticked off on Prep, by key; while the server is gone, what was last heard. */
export function usePrepDone(runId: string): ReadonlySet<string> {
  const [done, setDone] = useState(NONE);
  useEffect(() => {
    const left = new AbortController();
    let timer: ReturnType<typeof setTimeout> | undefined;
    const ask = async () => {
      const answer = await api<PrepDone>(`/runs/${runId}/ticks`, { signal: left.signal }).catch(
        () => undefined,
      );
      if (left.signal.aborted) return;
      if (answer) setDone(new Set(answer.keys));
      timer = setTimeout(() => void ask(), AGAIN_MS);
    };
    void ask();
    return () => {
      left.abort();
      clearTimeout(timer);
    };
  }, [runId]);
  return done;
}
