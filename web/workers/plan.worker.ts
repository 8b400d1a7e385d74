import { expose } from 'comlink';
import {
  demoSpan,
  packing,
  planSteps,
  proposeOrder,
  type Crate,
  type Demo,
  type DemoSpan,
  type OrderProposal,
  type Packing,
  type Plan,
  type PlanOptions,
  type PlanProgress,
  type ShowFile,
  type Thing,
} from '@hearty/core';

/** How long a computation goes on before it looks whether it is still wanted, in ms. */
const BREATH_MS = 25;

/** The newest job of each lane; an older one that finds itself here replaced stops. */
const newest = new Map<string, number>();
let jobs = 0;

const breathe = () => new Promise<void>((go) => setTimeout(go));

/** Runs a computation in slices. Undefined where a newer one of the same lane came, or it was cancelled. */
async function sliced<P, R>(
  lane: string,
  steps: Generator<P, R>,
  tell?: (progress: P) => void,
): Promise<R | undefined> {
  const job = ++jobs;
  newest.set(lane, job);
  for (let since = performance.now(); ;) {
    const next = steps.next();
    if (next.done) return next.value;
    if (performance.now() - since < BREATH_MS) continue;
    tell?.(next.value);
    await breathe();
    if (newest.get(lane) !== job) return undefined;
    since = performance.now();
  }
}

/** The computation, off the thread that draws. */
const planner = {
  /** `lane` names who asks: a newer question from there replaces the older one. */
  plan: (
    lane: string,
    file: ShowFile,
    options: PlanOptions,
    tell?: (progress: PlanProgress) => void,
  ): Promise<Plan | undefined> => sliced(lane, planSteps(file, options), tell),
  reorder: (
    file: ShowFile,
    tell: (progress: { done: number; total: number }) => void,
  ): Promise<OrderProposal | undefined> => sliced('reorder', proposeOrder(file), tell),
  pack: (things: readonly Thing[], crates: readonly Crate[]): Packing => packing(things, crates),
  span: (demo: Demo): DemoSpan => demoSpan(demo),
  cancel: (lane: string) => void newest.delete(lane),
};

export type Planner = typeof planner;

expose(planner);
