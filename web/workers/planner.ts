import type { Plan, ShowFile } from '@hearty/core';
import { wrap, type Remote } from 'comlink';
import { useEffect, useState } from 'react';
import type { Planner } from './plan.worker';

let worker: Remote<Planner> | undefined;

/** The one worker behind every screen, started when first asked for. */
export function planner(): Remote<Planner> {
  worker ??= wrap<Planner>(new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' }));
  return worker;
}

/** How many plays the forecast on screen rests on. */
const PLAYS = 10_000;

/**
 * The plan of a file, worked out anew in the worker whenever the file changes: first without the forecast, then with
 * it, unless it is not wanted. While the new one is on its way the last one stands, and its `fresh` is false.
 */
export function usePlan(
  file: ShowFile | undefined,
  withForecast = true,
): { plan: Plan | undefined; fresh: boolean } {
  const [result, setResult] = useState<{ file: ShowFile; plan: Plan }>();
  useEffect(() => {
    if (!file) return;
    let current = true;
    void (async () => {
      for (const plays of withForecast ? [0, PLAYS] : [0]) {
        const plan = await planner().plan(file, plays);
        if (!current) return;
        // Without its bands for a moment only: keep showing the old ones until the new are here.
        setResult((old) => ({
          file,
          plan: plays === 0 ? { ...plan, bands: old?.plan.bands ?? null } : plan,
        }));
      }
    })();
    return () => {
      current = false;
    };
  }, [file, withForecast]);
  return { plan: result?.plan, fresh: result?.file === file };
}
