import { wrap, type Remote } from 'comlink';

/** A worker could not be started, or broke off in the middle. */
export class WorkerFailed extends Error {}

const FAILED = 'The part of the program that computes in the background did not start or broke off.';

interface Running<T> {
  remote: Remote<T>;
  /** Rejects when the worker fails; never resolves. */
  failed: Promise<never>;
}

/**
 * Calls a worker that is started when first asked for, and again after it failed. A call is rejected with `WorkerFailed`
 * where the worker cannot be started or breaks off: nobody waits for an answer that never comes.
 */
export function callWorker<T>(
  make: () => Worker,
): <R>(call: (remote: Remote<T>) => Promise<R>) => Promise<R> {
  let running: Running<T> | undefined;

  function start(): Running<T> {
    const worker = make();
    const failed = new Promise<never>((_done, fail) => {
      const end = () => {
        running = undefined;
        worker.terminate();
        fail(new WorkerFailed(FAILED));
      };
      worker.addEventListener('error', end);
      worker.addEventListener('messageerror', end);
    });
    failed.catch(() => undefined);
    return { remote: wrap<T>(worker), failed };
  }

  return async (call) => {
    try {
      running ??= start();
    } catch {
      throw new WorkerFailed(FAILED);
    }
    const { remote, failed } = running;
    return Promise.race([call(remote), failed]);
  };
}
