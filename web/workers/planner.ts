import type {
  Crate,
  Demo,
  DemoSpan,
  OrderProposal,
  Packing,
  Plan,
  PlanProgress,
  ShowFile,
  Thing,
} from '@hearty/core';
import { proxy } from 'comlink';
import { useCallback, useEffect, useId, useState } from 'react';
import type { Planner } from './plan.worker';
import { callWorker, WorkerFailed } from './worker';

/** The one worker behind every screen. */
const planner = callWorker<Planner>(
  () => new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' }),
);

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
  trouble: PlanTrouble | undefined;
  /** Plans once more. */
  retry: () => void;
}

export interface PlanTrouble {
  message: string;
  /** The program is at fault, not the show. */
  isOfProgram: boolean;
}

/** The newest plans by the text of their files: every screen of a show draws the same one. */
const plans = new Map<string, Plan>();
/** How many plans are kept: the show, its run, and a few looked at before. */
const MAX_PLANS = 6;

function keepPlan(key: string, plan: Plan): void {
  plans.delete(key);
  plans.set(key, plan);
  const [oldest] = plans.keys();
  if (plans.size > MAX_PLANS && oldest !== undefined) plans.delete(oldest);
  tellWaiting(key, plan);
}

/** Those who wait for the plan of a file that is being worked out. */
const waiting = new Map<string, ((plan: Plan | undefined) => void)[]>();

function tellWaiting(key: string, plan: Plan | undefined): void {
  for (const found of waiting.get(key) ?? []) found(plan);
  waiting.delete(key);
}

/** The plan of a file that a screen is working out, once it is there; undefined if it fails or takes longer than `mostMs`. */
export function planWithin(file: ShowFile, mostMs: number): Promise<Plan | undefined> {
  const key = JSON.stringify(file);
  const known = plans.get(key);
  if (known) return Promise.resolve(known);
  return new Promise((found) => {
    waiting.set(key, [...(waiting.get(key) ?? []), found]);
    setTimeout(() => found(undefined), mostMs);
  });
}

/** A finished plan of this file; with its forecast, where that is wanted. */
function plannedBefore(key: string, forecast: boolean): Plan | undefined {
  const known = plans.get(key);
  return known && (known.bands || !forecast) ? known : undefined;
}

/**
 * The plan of a file, worked out in the worker whenever the file changes: first without the forecast, then with it,
 * unless it is not wanted. Another screen that has planned the same file lends its plan.
 */
export function usePlan(
  file: ShowFile | undefined,
  { forecast = true }: { forecast?: boolean } = {},
): Planned {
  const [result, setResult] = useState<{ file: ShowFile; plan: Plan }>();
  const [progress, setProgress] = useState<PlanProgress>();
  const [failed, setFailed] = useState<{ file: ShowFile; trouble: PlanTrouble }>();
  const [attempt, setAttempt] = useState(0);
  const requestKey = useId();
  useEffect(() => {
    if (!file) return;
    let current = true;
    const key = JSON.stringify(file);
    const work = async () => {
      const known = plannedBefore(key, forecast);
      if (known) return setResult({ file, plan: known });
      for (const plays of forecast ? [0, PLAYS] : [0]) {
        const isLast = plays > 0 || !forecast;
        // Progress comes by a channel of its own, at times after the answer.
        let answered = false;
        const tell = proxy((now: PlanProgress) => current && !answered && setProgress(now));
        const plan = await planner((p) => p.plan(requestKey, file, { plays, fixes: isLast }, tell));
        answered = true;
        if (plan && isLast) keepPlan(key, plan);
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
    work().catch((error: unknown) => {
      tellWaiting(key, undefined);
      const isOfProgram = error instanceof WorkerFailed;
      const message = isOfProgram ? error.message : String(error);
      if (current) setFailed({ file, trouble: { message, isOfProgram } });
    });
    return () => {
      current = false;
    };
  }, [file, forecast, requestKey, attempt]);
  const retry = useCallback(() => {
    setFailed(undefined);
    setAttempt((n) => n + 1);
  }, []);
  return {
    plan: result?.plan,
    fresh: result?.file === file,
    progress,
    trouble: failed && failed.file === file ? failed.trouble : undefined,
    retry,
  };
}

/** What is packed, in crates; undefined until it is worked out, and why it cannot be where it failed. */
export function usePacking(
  things: readonly Thing[] | undefined,
  crates: readonly Crate[] | undefined,
): Packing | WorkerFailed | undefined {
  const [packed, setPacked] = useState<Packing | WorkerFailed>();
  useEffect(() => {
    if (!things || !crates) return;
    let current = true;
    void planner((p) => p.pack(things, crates))
      .catch((error: unknown) => (error instanceof WorkerFailed ? error : new WorkerFailed(String(error))))
      .then((next) => current && setPacked(next));
    return () => {
      current = false;
    };
  }, [things, crates]);
  return packed;
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
    planner((p) =>
      p.plan('what if', file, { plays: WHAT_IF_PLAYS, budget: WHAT_IF_BUDGET, fixes: false }),
    ).then(
      (plan) => {
        if (current && plan) setResult({ file, plan });
      },
      // Only a preview: the plan itself says what is wrong.
      () => undefined,
    );
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
    planner((p) => p.span(JSON.parse(written) as Demo)).then(
      (next) => current && setSpan(next),
      // Only a preview: without it the form still saves.
      () => current && setSpan(undefined),
    );
    return () => {
      current = false;
    };
  }, [written]);
  return span;
}

/** Looks for a better order; `tell` hears how many orders were tried. */
export const lookForOrder = (
  file: ShowFile,
  tell: (progress: { done: number; total: number }) => void,
): Promise<OrderProposal | undefined> => planner((p) => p.reorder(file, proxy(tell)));

export const stopLooking = () => void planner((p) => p.cancel('reorder')).catch(() => undefined);
