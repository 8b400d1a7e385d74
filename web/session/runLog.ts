import {
  tapOf,
  type EventsNews,
  type Happening,
  type Recorded,
  type RunState,
  type RunSummary,
  type Script,
  type Speed,
} from '@hearty/core';
import { useStore } from 'zustand';
import { api } from './api';
import { newId } from './ids';
import { openLine } from './line';
import { createRunLog, type RunLogOptions, type RunLogState } from './log/run';
import { disk, outbox } from './outbox';

/** The server's line for a run. */
const listen: RunLogOptions['listen'] = (runId, onNews, place) =>
  openLine(
    () => `/api/runs/${runId}/stream?after=${place()}`,
    ({ data }) => onNews(JSON.parse(data) as EventsNews),
  );

/** The run on the screen of this tab. */
const log = createRunLog({ disk, outbox, ask: api, listen });

export const useRunLog = <T>(select: (state: RunLogState) => T): T => useStore(log.store, select);
export const openRun = log.open;
export const keepRunHere = log.keepHere;

/**
 * Records what happened. It is on this device's disk before any screen reacts to it; the server gets it as soon as it
 * answers. Gives the id by which it can be taken back.
 */
export const record = (happening: Recorded): Promise<string> => log.record(happening);

/** So many things one press may do at once; the few that are more are units of their own. */
const MOST_AT_ONCE = 100;

/** Records what one press does, so that it is taken back as one too. */
export async function press(does: readonly Happening[]): Promise<void> {
  for (let from = 0; from < does.length; from += MOST_AT_ONCE)
    await record(tapOf(does.slice(from, from + MOST_AT_ONCE)));
}

let turn: Promise<unknown> = Promise.resolve();

/**
 * Does what a press means once the presses before it are kept: two quick ones are two moves, and neither acts on what
 * the other has changed.
 */
export function inTurn(does: (script: Script, state: RunState) => unknown): void {
  const now = () => {
    const { script, state } = log.store.getState();
    return script && state && does(script, state);
  };
  turn = turn.then(now, now);
}

export const undoLast = (eventId: string) => record({ kind: 'undo', body: { eventId } });

/** A run as it is wished: a show, or a rehearsal that may be faster than life, have trouble, be shown to a newcomer. */
export interface Wished {
  rehearsal: boolean;
  speed?: Speed;
  trouble?: boolean;
  guided?: boolean;
}

/**
 * Opens a run of a show on the server, or gives the one that is open there already; `replaces` names an open run that
 * the new one takes the place of. Needs the server once, at the start.
 */
export async function startRun(showId: string, wished: Wished, replaces?: string): Promise<RunSummary> {
  const { rehearsal, speed = 1, trouble = false, guided = false } = wished;
  const id = newId();
  const run = await api<RunSummary>('/runs', {
    method: 'POST',
    body: { id, showId, rehearsal, ...(replaces !== undefined && { replaces }) },
  });
  if (run.id === id && rehearsal && (speed > 1 || trouble || guided)) {
    const seed = crypto.getRandomValues(new Uint32Array(1))[0]! % MOST_SEED;
    await outbox.record(id, {
      kind: 'rehearsal',
      body: { speed, ...(trouble && { seed }), ...(guided && { guided }) },
    });
  }
  return run;
}

const MOST_SEED = 1e9;
