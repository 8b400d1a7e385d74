import type { Demo, DemoSpan, OrderProposal, Plan, PlanParts, PlanProgress, ShowFile } from '@hearty/core';
import { proxy, wrap, type Remote } from 'comlink';
import { useEffect, useId, useState } from 'react';
import type { Planner } from './plan.worker';

let worker: Remote<Planner> | undefined;

/** The one worker behind every screen, started when first asked for. */
function planner(): Remote<Planner> {
  worker ??= wrap<Planner>(new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' }));
  return worker;
}

/** How many plays the forecast on screen rests on, and that of a "what if". */
const PLAYS = 10_000;
const WHAT_IF_PLAYS = 2000;
/** Steps of search of a "what if": enough to place it while it is dragged. */
const WHAT_IF_BUDGET = 60_000;

export interface Planned {
  /** The newest plan there is; while a newer one is on its way the last good one stands. */
  plan: Plan | undefined;
  /** Whether it is the plan of the file as it is now. */
  fresh: boolean;
  /** How far the next one has come. */
  progress: PlanProgress | undefined;
  /** Why there is none, should the computation have failed. */
  trouble: string;
}

/**
 * The plan of a file, worked out anew in the worker whenever the file changes: first without the forecast, then with
 * it, unless it is not wanted; with the parts asked for, which must stay the same object.
 */
export function usePlan(
  file: ShowFile | undefined,
  { forecast = true, parts }: { forecast?: boolean; parts?: PlanParts } = {},
): Planned {
  const [result, setResult] = useState<{ file: ShowFile; plan: Plan }>();
  const [progress, setProgress] = useState<PlanProgress>();
  const [failed, setFailed] = useState<{ file: ShowFile; says: string }>();
  const lane = useId();
  useEffect(() => {
    if (!file) return;
    let current = true;
    const work = async () => {
      for (const plays of forecast ? [0, PLAYS] : [0]) {
        // Progress comes by a channel of its own, at times after the answer.
        let answered = false;
        const tell = proxy((now: PlanProgress) => current && !answered && setProgress(now));
        const plan = await planner().plan(
          lane,
          file,
          { plays, waysOut: plays > 0 || !forecast, ...(parts && { parts }) },
          tell,
        );
        answered = true;
        if (!current) return;
        setProgress(undefined);
        if (!plan) return;
        // Without its bands for a moment only: keep showing the old ones until the new are here.
        setResult((old) => ({
          file,
          plan: plays === 0 ? { ...plan, bands: old?.plan.bands ?? null } : plan,
        }));
      }
    };
    work().catch((error: unknown) => current && setFailed({ file, says: String(error) }));
    return () => {
      current = false;
    };
  }, [file, forecast, parts, lane]);
  return {
    plan: result?.plan,
    fresh: result?.file === file,
    progress,
    trouble: failed && failed.file === file ? failed.says : '',
  };
}

/**
 * The plan of a file that is only being thought of: the last one there is, and whether it is of this very file. Undefined
 * until one is known.
 */
export function useWhatIf(file: ShowFile | undefined): { plan: Plan; exact: boolean } | undefined {
  const [result, setResult] = useState<{ file: ShowFile; plan: Plan }>();
  useEffect(() => {
    if (!file) return;
    let current = true;
    void planner()
      .plan('what if', file, { plays: WHAT_IF_PLAYS, budget: WHAT_IF_BUDGET, waysOut: false })
      .then((plan) => {
        if (current && plan) setResult({ file, plan });
      });
    return () => {
      current = false;
    };
  }, [file]);
  return file && result ? { plan: result.plan, exact: result.file === file } : undefined;
}

/** What one showing of a demo takes and blocks, while it is being written; the last answer until the next is here. */
export function useSpan(demo: Demo): DemoSpan | undefined {
  const [span, setSpan] = useState<DemoSpan>();
  // The form gives a new object each time something is typed; only what it says counts.
  const written = JSON.stringify(demo);
  useEffect(() => {
    let current = true;
    void planner()
      .span(JSON.parse(written) as Demo)
      .then((next) => current && setSpan(next));
    return () => {
      current = false;
    };
  }, [written]);
  return span;
}

/** Looks for a better order; `tell` hears how many orders were tried. */
export const lookForOrder = (
  file: ShowFile,
  tell: (progress: { tried: number; of: number }) => void,
): Promise<OrderProposal | undefined> => planner().reorder(file, proxy(tell));

export const stopLooking = () => void planner().cancel('reorder');
