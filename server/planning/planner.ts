import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import type { Db } from '../db';
import { HttpError } from '../errors';
import { createEngine, type Engine, type Given } from './engine';

/** Plans off the thread that answers. Errors: `TooLong` after its time; those of the engine. */
export interface Planner {
  do: <K extends keyof Engine>(job: K, with_: Parameters<Engine[K]>[0]) => Promise<Given<K>>;
  close: () => void;
}

/** A plan was given up; `at` is what was being planned. */
export class TooLong extends HttpError {
  constructor(readonly at: { showId: string; digest: string } | undefined) {
    super(503, 'too-long', 'This show takes too long to plan. Try again, or plan it in parts.');
  }
}

/** How long one job may take, in ms: many times the budget of steps of any one show. */
const MOST_MS = 20_000;

/** What a worker is asked, and what it answers. */
export interface Asked {
  id: number;
  job: keyof Engine;
  with: unknown;
}
export type Answered =
  | { id: number; value: unknown }
  | { id: number; wrong: { status: number; code: string; message: string } }
  | { planning: { showId: string; digest: string } };

interface Waiting extends Asked {
  done: (value: unknown) => void;
  fail: (error: Error) => void;
}

/** A planner in a thread of its own, one job after another; a job that takes too long ends the thread, and a new one starts. */
export function plannerInWorker(
  dataFolder: string,
  { mostMs = MOST_MS, file = join(__dirname, 'planner.cjs') } = {},
): Planner {
  const queue: Waiting[] = [];
  let worker: Worker | undefined;
  let current: Waiting | undefined;
  let planning: { showId: string; digest: string } | undefined;
  let timer: NodeJS.Timeout | undefined;
  let ids = 0;
  let closed = false;

  function start(): Worker {
    const fresh = new Worker(file, { workerData: { dataFolder } });
    fresh.unref();
    fresh.on('message', (answer: Answered) => {
      if ('planning' in answer) planning = answer.planning;
      else if (answer.id === current?.id)
        end((job) =>
          'value' in answer
            ? job.done(answer.value)
            : job.fail(new HttpError(answer.wrong.status, answer.wrong.code, answer.wrong.message)),
        );
    });
    fresh.on('error', (error) => {
      if (worker === fresh) worker = undefined;
      end((job) => job.fail(error));
    });
    return fresh;
  }

  function next(): void {
    if (current || closed) return;
    current = queue.shift();
    if (!current) return;
    planning = undefined;
    worker ??= start();
    const { id, job, with: with_ } = current;
    worker.postMessage({ id, job, with: with_ } satisfies Asked);
    timer = setTimeout(() => {
      const stuck = worker;
      worker = undefined;
      void stuck?.terminate();
      end((waiting) => waiting.fail(new TooLong(planning)));
    }, mostMs);
    timer.unref();
  }

  function end(settle: (job: Waiting) => void): void {
    clearTimeout(timer);
    const job = current;
    current = undefined;
    if (job) settle(job);
    next();
  }

  return {
    do: (job, with_) =>
      new Promise((done, fail) => {
        queue.push({ id: ++ids, job, with: with_, done: done as (value: unknown) => void, fail });
        next();
      }),
    close: () => {
      closed = true;
      clearTimeout(timer);
      void worker?.terminate();
    },
  };
}

/** A planner in this thread: for tests, and for a program that answers nobody meanwhile. */
export function plannerHere(db: Db): Planner {
  const engine = createEngine(db);
  return {
    do: async (job, with_) => {
      await new Promise((go) => setImmediate(go));
      return (engine[job] as (with_: unknown) => unknown)(with_) as never;
    },
    close: () => undefined,
  };
}
