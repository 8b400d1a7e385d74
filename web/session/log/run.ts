import {
  foldRun,
  runClock,
  script,
  type EventsNews,
  type Recorded,
  type Run,
  type RunEvent,
  type RunFold,
  type RunRole,
  type RunState,
  type Script,
  type ShowFile,
  upgradeShowFile,
} from '@hearty/core';
import { createStore } from 'zustand';
import { ApiError } from '../api';
import { catchUp, followsOn, takePage, type CatchUpOptions } from './catchUp';
import type { Reconciled } from './reconcile';
import type { Disk, KeptRun } from './disk';
import type { Ask, Outbox } from './outbox';

export interface RunLogState {
  runId: string | undefined;
  script: Script | undefined;
  state: RunState | undefined;
  rehearsal: boolean;
  /** What this device may do in the run. */
  role: RunRole;
  /** Whether the server answers. */
  online: boolean;
  /** Why this run cannot be shown. */
  failed: string;
  /** What a restored server and this device gave each other. */
  reconciled: Reconciled | undefined;
}

export interface RunLogOptions {
  disk: Disk;
  outbox: Outbox;
  ask: Ask;
  /** How often the server is asked for what other devices did, in ms. */
  pollMs?: number;
  /** Hears from the server what is new in a run, after a place in its log; gives the way to stop. */
  listen?: (runId: string, onNews: (news: EventsNews) => void, place: () => number) => () => void;
}

const CLOSED = {
  runId: undefined,
  script: undefined,
  state: undefined,
  rehearsal: false,
  role: 'stage',
  online: true,
  failed: '',
  reconciled: undefined,
} as const satisfies RunLogState;

/** The run this screen shows: a fold of its log, from this device first, joined with the server's from then on. */
export function createRunLog({ disk, outbox, ask, pollMs = 2500, listen }: RunLogOptions) {
  const store = createStore<RunLogState>(() => CLOSED);
  let fold: RunFold | undefined;
  let kept: KeptRun | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  /** A question is on its way; what is heard meanwhile is asked for after it. */
  let asking = false;
  let news = false;
  let stopListening: (() => void) | undefined;
  /** Counts openings: what an older one still waits for is not for the screen. */
  let opening = 0;

  outbox.listen((event) => {
    if (event.run === store.getState().runId) take([event as RunEvent]);
  });

  function take(events: readonly RunEvent[]): void {
    if (!fold) return;
    fold.add(events);
    outbox.see(store.getState().runId ?? '', fold.tick);
    if (fold.state !== store.getState().state) store.setState({ state: fold.state });
  }

  function show(run: KeptRun): void {
    kept = run;
    // A run kept here may have been opened by an older version.
    const resolved = script(upgradeShowFile(run.file) as ShowFile);
    fold = foldRun(resolved);
    store.setState({
      script: resolved,
      state: fold.state,
      rehearsal: run.rehearsal,
      role: run.role ?? 'stage',
    });
  }

  /** Opens a run; where it is open already nothing changes. */
  async function open(runId: string): Promise<void> {
    if (store.getState().runId === runId) return;
    const mine = ++opening;
    clearTimeout(timer);
    stopListening?.();
    asking = news = false;
    fold = undefined;
    kept = undefined;
    store.setState({ ...CLOSED, runId });
    // A disk that cannot be read must not keep the run from the screen.
    const run = await disk.run(runId).catch(() => undefined);
    const rows = run ? await disk.ofRun(runId).catch(() => []) : [];
    if (mine !== opening) return;
    if (run) {
      show(run);
      take(rows.map((r) => r.event as RunEvent));
    }
    await join(mine);
    if (mine === opening)
      stopListening = listen?.(
        runId,
        (heard) => void takeNews(heard, mine),
        () => kept?.lastSeq ?? 0,
      );
  }

  /** Takes what the server's line brought; where it does not follow on what is here, the server is asked. */
  async function takeNews(heard: EventsNews, mine: number): Promise<void> {
    news = true;
    if (asking) return;
    asking = true;
    if (kept && heard.events && followsOn(kept, heard)) {
      news = false;
      await takePage(kept, { ...heard, events: heard.events }, catchUpOptions(mine));
    }
    if (mine !== opening) return;
    asking = false;
    if (news) void join(mine);
  }

  /** Fetches what this device has not, and asks again a little later, at once where something new was heard of. */
  async function join(mine: number): Promise<void> {
    clearTimeout(timer);
    asking = true;
    news = false;
    try {
      await fetchNew(mine);
      if (mine === opening) store.setState({ online: true, failed: '' });
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      if (mine === opening) store.setState(error.noAnswer ? { online: false } : { failed: error.message });
    } finally {
      if (mine === opening) {
        asking = false;
        if (news) void join(mine);
        else timer = setTimeout(() => void join(mine), pollMs);
      }
    }
  }

  async function fetchNew(mine: number): Promise<void> {
    const { runId } = store.getState();
    if (!runId) return;
    if (!kept) {
      const run = await fetchRun(runId);
      if (mine !== opening) return;
      show(run);
      const owed = await outbox.owedOf(runId).catch(() => []);
      if (mine !== opening) return;
      take(owed as RunEvent[]);
      await disk.keepRun(kept!).catch(() => undefined);
    }
    const reconciled = await catchUp(kept!, catchUpOptions(mine));
    if (reconciled && mine === opening) store.setState({ reconciled });
  }

  const catchUpOptions = (mine: number): CatchUpOptions => ({
    ...{ disk, outbox, ask },
    // Another run may be on the screen by now: these are not its events.
    goOn: () => mine === opening,
    onPage: ({ role, events }) => {
      if (role && role !== store.getState().role) store.setState({ role });
      take(events);
    },
    phase: () => store.getState().state?.phase,
    onKept: (run) => {
      if (mine === opening) kept = run;
    },
  });

  /** A run as the server has it, with nothing of its log yet. Errors: those of `ask`. */
  async function fetchRun(runId: string): Promise<KeptRun> {
    const { id, showId, title, openedAt, rehearsal, phase, file } = await ask<Run>(`/runs/${runId}`);
    return { id, showId, title, openedAt, rehearsal, phase, file, lastSeq: 0 };
  }

  return {
    store,
    open,
    /** Keeps a run on this device without opening it, so that it can be opened later without a server. Errors: those of `ask`. */
    keepHere: async (runId: string): Promise<void> => {
      if (await disk.run(runId)) return;
      const run = await fetchRun(runId);
      await disk.keepRun(run);
      await catchUp(run, { disk, outbox, ask });
    },
    /** Records what happened in the run that is open; gives the id by which it can be taken back. */
    record: async (happening: Recorded): Promise<string> => {
      const { runId, state } = store.getState();
      if (runId === undefined) return '';
      const at = state && runClock(state, outbox.now());
      return (await outbox.record(runId, happening, at === undefined ? {} : { at })).id;
    },
    close: (): void => {
      opening++;
      clearTimeout(timer);
      stopListening?.();
      store.setState(CLOSED);
    },
  };
}
