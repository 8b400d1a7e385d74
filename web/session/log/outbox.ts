import { clockAhead, eventVersion, type Envelope, type EventsAnswer } from '@hearty/core';
import { createStore } from 'zustand';
import { ApiError } from '../api';
import type { Disk, KeptEvent } from './disk';

/** Why what is here is not on the server yet. */
type Trouble = 'none' | 'gone' | 'hanging' | 'full' | 'refused';

export interface OutboxState {
  /** How many events the server has not answered for. */
  waiting: number;
  trouble: Trouble;
  /** What the server said, where it is not its silence that is the trouble. */
  message: string;
  /** How many events are in this tab only, because the device's disk took no more or the browser keeps nothing. */
  onlyInTab: number;
  /** The browser keeps nothing: closing this tab loses what the server does not have. */
  keepsNothing: boolean;
  /** Events of logs that are not kept here, until what the server says of them has them in it. */
  pending: Envelope[];
  /** What the server would not take: it holds nothing up, and stays here until somebody puts it away. */
  refused: KeptEvent[];
}

/** Asks the server. Errors: `ApiError`. */
export type Ask = <T>(
  path: string,
  init?: { method: string; body?: unknown; timeoutMs?: number },
) => Promise<T>;

export interface OutboxOptions {
  disk: Disk;
  ask: Ask;
  newId: () => string;
  /** Whether the events of a log stay here once the server has them. */
  keeps: (run: string) => boolean;
  /** Joins the tabs of this device: what one records, the others see without the server. */
  channel?: Pick<BroadcastChannel, 'postMessage'> & { onmessage: ((e: MessageEvent) => unknown) | null };
  storage?: Pick<Storage, 'getItem' | 'setItem'>;
  now?: () => number;
}

/** So many events travel in one request. */
const LOT = 500;
const RETRY_MS = 2000;
/** A request that takes longer is given up, and tried again. */
const REQUEST_MS = 8000;

type Told = (event: Envelope) => void;
type Answer = { is: string; message?: string } | undefined;

/** What tabs tell one another of events the server has answered for. */
interface Settled {
  runs: string[];
  ids: string[];
  refused: string[];
}

/**
 * The events this device records: on its disk first, then to the screens, then to the server in lots, until each is
 * answered for. Nothing waits for the server, and nothing is forgotten before it has it.
 */
export function createOutbox({ disk, ask, newId, keeps, channel, storage, now = Date.now }: OutboxOptions) {
  const store = createStore<OutboxState>(() => ({
    waiting: 0,
    trouble: 'none',
    message: '',
    onlyInTab: 0,
    keepsNothing: false,
    pending: [],
    refused: [],
  }));
  const device = remembered(storage, 'hearty-device', newId);
  let ahead = Number(storage?.getItem('hearty-clock') ?? 0) || 0;
  /** The largest tick seen of each log. */
  const ticks = new Map<string, number>();
  /** Events the disk had no room for. */
  let held: Envelope[] = [];
  const listeners = new Set<Told>();
  let kept: ((runs: readonly string[]) => Promise<unknown>) | undefined;
  const waiting = new Map<string, (answer: Answer) => void>();
  let sending: Promise<void> | undefined;
  let again = false;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let lot = LOT;
  let recorded = 0;

  const see = (run: string, tick: number) => void ticks.set(run, Math.max(ticks.get(run) ?? 0, tick));
  const tell = (event: Envelope) => {
    if (!keeps(event.run)) store.setState((s) => ({ pending: [...s.pending, event] }));
    listeners.forEach((listener) => listener(event));
  };
  const unpend = (ids: ReadonlySet<string>) =>
    store.setState((s) => ({ pending: s.pending.filter((e) => !ids.has(e.id)) }));

  /** Counts what is owed; what was recorded while it counted is not forgotten: it counts again. */
  async function count(): Promise<void> {
    for (let before = -1; before !== recorded;) {
      before = recorded;
      const [owed, refused] = [await disk.countOwed(), await disk.refused()];
      const keepsNothing = await disk.isInMemory();
      const waiting = owed + held.length;
      if (before === recorded)
        store.setState({ waiting, onlyInTab: keepsNothing ? waiting : held.length, keepsNothing, refused });
    }
  }

  const ready = (async () => {
    await takeOldLogOver().catch(() => undefined);
    for (const event of await disk.owed(2 ** 31)) {
      see(event.run, event.tick);
      if (!keeps(event.run)) store.setState((s) => ({ pending: [...s.pending, event] }));
    }
    await count();
    if (store.getState().waiting > 0) void send();
  })();

  /** What the first form of this device's logs still owed; its code is fetched where there is one. */
  async function takeOldLogOver(): Promise<void> {
    if (!(await indexedDB.databases()).some((d) => d.name === 'hearty-runs')) return;
    const { takeOver } = await import('./oldLog');
    await takeOver(disk, ({ run, event, tick }) => ({
      ...{ id: event.id, run, device, person: null, at: Math.round(event.at), tick },
      ...{ v: 1, kind: event.kind, body: event.body },
    }));
  }

  if (channel)
    channel.onmessage = ({ data }: MessageEvent<{ event?: Envelope; settled?: Settled }>) => {
      if (data.event) {
        see(data.event.run, data.event.tick);
        tell(data.event);
      }
      if (data.settled) drop(data.settled);
      void count();
    };

  /** Takes events out of what is pending: those that are refused at once, the others when the screens have them. */
  function drop({ runs, ids, refused }: Settled): void {
    unpend(new Set(refused));
    if (runs.length > 0)
      void Promise.resolve(kept?.(runs))
        .catch(() => undefined)
        .then(() => unpend(new Set(ids)));
  }

  /**
   * Records what happened in a log. When this returns the event is on the device's disk and every screen has heard of
   * it; where the disk has no room it is kept in this tab, and that is said. `at`: when, in ms, where not now.
   */
  async function record(
    run: string,
    { kind, body }: { kind: string; body: unknown },
    { answered, at = now() + ahead }: { answered?: (answer: Answer) => void; at?: number } = {},
  ): Promise<Envelope> {
    const tick = (ticks.get(run) ?? 0) + 1;
    see(run, tick);
    const event: Envelope = {
      ...{ id: newId(), run, device, person: null, at: Math.round(at), tick },
      ...{ v: eventVersion(kind), kind, body },
    };
    try {
      await disk.keep([event], 'owed');
    } catch {
      held = [...held, event];
    }
    recorded++;
    store.setState((s) => ({
      waiting: s.waiting + 1,
      onlyInTab: s.keepsNothing ? s.waiting + 1 : held.length,
    }));
    tell(event);
    channel?.postMessage({ event });
    if (answered) waiting.set(event.id, answered);
    void send();
    return event;
  }

  /** Sends everything owed, lot after lot. One runs at a time; asked meanwhile, it goes once more. */
  function send(): Promise<void> {
    again = true;
    sending ??= (async () => {
      clearTimeout(timer);
      while (again) {
        again = false;
        await sendAll();
      }
    })().finally(() => {
      sending = undefined;
      clearTimeout(timer);
      if (store.getState().waiting > 0) timer = setTimeout(() => void send(), RETRY_MS);
    });
    return sending;
  }

  async function sendAll(): Promise<void> {
    try {
      await ready;
      for (;;) {
        const events = [...held, ...(await disk.owed(lot))].slice(0, lot);
        if (events.length === 0) break;
        const before = lot;
        const answers = await post(events);
        if (answers.length === 0 && lot === before) break;
        await settle(events, answers);
      }
      await count();
      store.setState({ trouble: 'none', message: '' });
    } catch (error) {
      await count().catch(() => undefined);
      store.setState(troubleOf(error));
      // Whoever waits for an answer is told that there is none yet.
      waiting.forEach((answer) => answer(undefined));
      waiting.clear();
    }
  }

  async function post(events: Envelope[]): Promise<EventsAnswer['answers']> {
    const askedAt = now();
    try {
      const { answers, now: serverAt } = await ask<EventsAnswer>('/events', {
        method: 'POST',
        body: { events },
        timeoutMs: REQUEST_MS,
      });
      hear(askedAt, serverAt);
      lot = LOT;
      return answers;
    } catch (error) {
      // The server cannot take this request as a whole: send fewer. One that fails by itself is set aside.
      if (!(error instanceof ApiError) || !['too-large', 'our-fault'].includes(error.code)) throw error;
      const { message } = error;
      if (events.length === 1) return [{ id: events[0]!.id, is: 'refused', message }];
      lot = Math.ceil(events.length / 2);
      return [];
    }
  }

  async function settle(events: readonly Envelope[], answers: EventsAnswer['answers']): Promise<void> {
    const rows = answers.flatMap(({ is, message }, i) => {
      const event = events[i];
      if (!event) return [];
      const standing = is === 'refused' ? ('refused' as const) : ('kept' as const);
      return [{ event, is: standing, ...(message !== undefined && { message }) }];
    });
    const settled = new Set(rows.map((r) => r.event));
    // The disk may be full; then it still owes what the server has, and sending that again does no harm.
    await disk.settle(rows, keeps);
    held = held.filter((event) => !settled.has(event));
    for (const { event, is, message } of rows) {
      waiting.get(event.id)?.({ is, ...(message !== undefined && { message }) });
      waiting.delete(event.id);
    }
    await count();
    const loose = rows.filter((r) => !keeps(r.event.run));
    const done: Settled = {
      runs: [...new Set(rows.filter((r) => r.is === 'kept').map((r) => r.event.run))],
      ids: loose.map((r) => r.event.id),
      refused: loose.filter((r) => r.is === 'refused').map((r) => r.event.id),
    };
    drop(done);
    channel?.postMessage({ settled: done });
  }

  /** Sets this device's idea of the server's clock right by one answer. */
  function hear(askedAt: number, serverAt: number): void {
    ahead = clockAhead(askedAt, now(), serverAt);
    storage?.setItem('hearty-clock', String(ahead));
  }

  /** Puts a refused event away; it stays on the disk. */
  async function putAway({ event, message }: Pick<KeptEvent, 'event' | 'message'>): Promise<void> {
    await disk.settle([{ event, is: 'put away', ...(message !== undefined && { message }) }], keeps);
    await count();
  }

  return {
    store,
    device,
    ready,
    record,
    send,
    hear,
    /** Told when the server has events of these logs: what is shown of them is asked for again. */
    whenKept: (listener: typeof kept): void => {
      kept = listener;
    },
    /** What has been seen of a log: the next event of it sorts after that. */
    see,
    /** What this device's own clock says, in ms: for `hear`. */
    clock: now,
    /** The server's time as this device works it out, in ms. */
    now: () => now() + ahead,
    listen: (listener: Told): (() => void) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    /**
     * Records an event and waits for what the server makes of it; undefined where it cannot be asked now. What it
     * refuses is told to the caller, and put away here.
     */
    deliver: async (run: string, happening: { kind: string; body: unknown }): Promise<Answer> => {
      let answered: (answer: Answer) => void = () => undefined;
      const answer = new Promise<Answer>((resolve) => (answered = resolve));
      const event = await record(run, happening, { answered: (a) => answered(a) });
      const got = await answer;
      if (got?.is === 'refused')
        await putAway({ event, ...(got.message !== undefined && { message: got.message }) });
      return got;
    },
    /** Events of this device that the server has not kept, of one log. */
    owedOf: async (run: string): Promise<Envelope[]> => [
      ...(await disk.ofRun(run)).filter((r) => r.is === 'owed').map((r) => r.event),
      ...held.filter((e) => e.run === run),
    ],
    putAway,
    /** Sends a refused event again: the program may have been repaired since. */
    sendAgain: async ({ event }: KeptEvent): Promise<void> => {
      await disk.keep([event], 'owed');
      await count();
      void send();
    },
    /** The server lost events that it once kept: they are owed to it again. */
    offerAgain: async (events: readonly Envelope[]): Promise<void> => {
      await disk.keep(events, 'owed');
      await count();
      void send();
    },
    close: async (): Promise<void> => {
      clearTimeout(timer);
      if (channel) channel.onmessage = null;
      await sending;
      clearTimeout(timer);
    },
  };
}

export type Outbox = ReturnType<typeof createOutbox>;

function troubleOf(error: unknown): Pick<OutboxState, 'trouble' | 'message'> {
  if (!(error instanceof ApiError)) return { trouble: 'refused', message: String(error) };
  const { code, message } = error;
  const trouble: Record<string, Trouble> = { offline: 'gone', hanging: 'hanging', 'disk-full': 'full' };
  return { trouble: trouble[code] ?? 'refused', message };
}

function remembered(storage: OutboxOptions['storage'], key: string, make: () => string): string {
  const known = storage?.getItem(key);
  if (known) return known;
  const made = make();
  storage?.setItem(key, made);
  return made;
}
