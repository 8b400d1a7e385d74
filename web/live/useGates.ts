import { gates, type Gate, type RunState, type Script } from '@hearty/core';
import { useMemo } from 'react';
import { usePlan } from '../workers/planner';

/** Which items are go, by their checks; empty until these are worked out. */
export function useGates(script: Script, state: RunState, now: number): ReadonlyMap<string, Gate> {
  const { plan } = usePlan(script.file, { forecast: false });
  const minute = Math.floor(now / 60_000) * 60_000;
  return useMemo(
    () => new Map(plan ? gates(script, plan, state, minute).map((gate) => [gate.itemId, gate]) : []),
    [plan, script, state, minute],
  );
}
