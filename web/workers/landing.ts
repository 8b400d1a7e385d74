import type { LiveLanding, RunState, ShowFile } from '@hearty/core';
import { proxy, wrap, type Remote } from 'comlink';
import { outbox } from '../session/outbox';
import type { LandingWorker } from './landing.worker';

let worker: Remote<LandingWorker> | undefined;

function landing(): Remote<LandingWorker> {
  worker ??= wrap<LandingWorker>(
    new Worker(new URL('./landing.worker.ts', import.meta.url), { type: 'module' }),
  );
  return worker;
}

/** Follows where a running show will land; `tell` hears it at once and again as time goes on. Gives the way to stop. */
export function followLanding(
  file: ShowFile,
  state: RunState,
  tell: (landing: LiveLanding) => void,
): () => void {
  let open = true;
  void landing().follow(
    file,
    state,
    outbox.now() - Date.now(),
    proxy((now: LiveLanding) => open && tell(now)),
  );
  return () => {
    open = false;
    void landing().stop();
  };
}
