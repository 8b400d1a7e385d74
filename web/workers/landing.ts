import type { LiveLanding, RunState, ShowFile } from '@hearty/core';
import { proxy } from 'comlink';
import { outbox } from '../session/outbox';
import type { LandingWorker } from './landing.worker';
import { callWorker } from './worker';

const landing = callWorker<LandingWorker>(
  () => new Worker(new URL('./landing.worker.ts', import.meta.url), { type: 'module' }),
);

/** A worker that failed is started again after so long, in ms. */
const RETRY_MS = 5000;

/** Follows where a running show will land; `tell` hears it at once and again as time goes on. Gives the way to stop. */
export function followLanding(
  file: ShowFile,
  state: RunState,
  tell: (landing: LiveLanding) => void,
): () => void {
  let open = true;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const follow = () => {
    const heard = proxy((now: LiveLanding) => open && tell(now));
    landing((worker) => worker.follow(file, state, outbox.now() - Date.now(), heard)).catch(() => {
      if (open) timer = setTimeout(follow, RETRY_MS);
    });
  };
  follow();
  return () => {
    open = false;
    clearTimeout(timer);
    void landing((worker) => worker.stop()).catch(() => undefined);
  };
}
