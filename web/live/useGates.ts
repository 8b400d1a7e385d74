import { gates, type Gate, type Plan, type RunState, type Script } from '@hearty/core';
import { useEffect, useMemo } from 'react';
import { planWithin, usePlan } from '../workers/planner';

/** A plan that could not be worked out is tried again after so long, in ms. */
const RETRY_MS = 10_000;

/** Which items are go, by their checks; empty until these are worked out, or where that `failed`. */
export function useGates(
  script: Script,
  state: RunState,
  now: number,
): { gates: ReadonlyMap<string, Gate>; failed: boolean } {
  const { plan, trouble, retry } = usePlan(script.file, { forecast: false });
  const minute = Math.floor(now / 60_000) * 60_000;
  const failed = trouble !== undefined;
  useEffect(() => {
    if (!failed) return;
    const timer = setTimeout(retry, RETRY_MS);
    return () => clearTimeout(timer);
  }, [failed, retry]);
  const known = useMemo(() => byItem(script, plan, state, minute), [plan, script, state, minute]);
  return { gates: known, failed };
}

/** A plan takes about a second; the show waits no longer than this for one that never comes. */
const MOST_WAIT_MS = 4000;

/** The same for a press that begins an item: waits for the plan, so that no stop is missed before it is worked out. */
export const gatesForPress = async (script: Script, state: RunState): Promise<ReadonlyMap<string, Gate>> =>
  byItem(script, await planWithin(script.file, MOST_WAIT_MS), state, Date.now());

const byItem = (script: Script, plan: Plan | undefined, state: RunState, nowMs: number) =>
  new Map(plan ? gates(script, plan, state, nowMs).map((gate) => [gate.itemId, gate]) : []);
