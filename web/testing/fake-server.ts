import type {
  Envelope,
  EventAnswer,
  EventsNews,
  RunEvent,
  RunRole,
  Show,
  ShowFile,
  Stored,
} from '@hearty/core';
import { api } from '../session/api';

type Answer = { status: number; json: unknown };

const error = (status: number, code: string, message: string): Answer => ({
  status,
  json: { error: { code, message } },
});

/** Stands in for the server behind `fetch`: keeps shows with versions and the events of logs. May be off, slow or full. */
export class FakeServer {
  up = true;
  full = false;
  show: Stored<Show> | undefined;
  file: ShowFile | undefined;
  events: Envelope[] = [];
  /** So many events are handed out at once. */
  pageSize = Infinity;
  /** Called with each page that is handed out. */
  onPage: () => void = () => undefined;
  /** What a device may do in a run, by what it is told. */
  roleOf: RunRole = 'stage';
  /** Replaced when it is restored. */
  generation = 'house.1';
  /** Runs that a restored backup does not have. */
  readonly lost = new Set<string>();
  saves = 0;
  /** How many events came with each request. */
  lots: number[] = [];
  /** How far the server's clock is ahead of this machine's, in ms. */
  aheadMs = 0;
  /** So many events are answered for at once. */
  mostAtOnce = Infinity;
  /** Says why an event is refused, if it is. */
  refuses: (event: Envelope) => string | undefined = () => undefined;
  /** Whether an event makes the whole request fail with our own fault. */
  breaksOn: (event: Envelope) => boolean = () => false;
  /** Held back until released: a slow network. */
  private gate: Promise<void> = Promise.resolve();

  /** What asks it, as the client's `api` does, but impatient: for tests that hang. */
  ask = async <T>(path: string, init?: { method?: string; body?: unknown; timeoutMs?: number }): Promise<T> =>
    api(path, { ...init, timeoutMs: 300 });

  install(): void {
    globalThis.fetch = (async (input: string, init?: RequestInit) => {
      if (!this.up) throw new TypeError('Failed to fetch');
      const late = new Promise<never>((_done, fail) =>
        init?.signal?.addEventListener('abort', () => fail(new Error('aborted'))),
      );
      await Promise.race([this.gate, late]);
      const body = JSON.parse(init?.body ? String(init.body) : '{}') as never;
      const { status, json } = this.answer(input, init?.method ?? 'GET', body);
      return new Response(status === 204 ? null : JSON.stringify(json), { status });
    }) as typeof fetch;
  }

  /** Puts an older log in the place of this one, as a restored backup does. */
  restore(events: readonly Envelope[]): void {
    this.events = [...events];
    const [house, n] = this.generation.split('.');
    this.generation = `${house}.${Number(n) + 1}`;
  }

  /** Holds answers back until the returned function is called. */
  holdBack(): () => void {
    let release = () => {};
    this.gate = new Promise((done) => (release = done));
    return release;
  }

  private answer(
    path: string,
    method: string,
    body: { version: number; body: Show; events: Envelope[] },
  ): Answer {
    const now = Date.now() + this.aheadMs;
    if (path.startsWith('/api/shows/') && method === 'PUT') return this.save(body);
    if (path === '/api/events') {
      if (this.full) return error(507, 'disk-full', 'The disk of the server is full.');
      this.lots.push(body.events.length);
      if (body.events.some(this.breaksOn))
        return error(500, 'our-fault', 'Something went wrong on the server.');
      return {
        status: 200,
        json: { answers: body.events.slice(0, this.mostAtOnce).map((e) => this.take(e)), now },
      };
    }
    const after = /runs\/(.*)\/events\?after=(\d+)/.exec(path);
    if (after) {
      const mine = this.events.filter((e) => e.run === after[1]);
      const lastSeq = mine.length;
      if (!this.file || this.lost.has(after[1]!)) return error(404, 'not-found', 'There is no such run.');
      const from = Number(after[2]);
      const events = mine.slice(from, from + this.pageSize);
      const isAll = from + events.length >= mine.length;
      this.onPage();
      const page = { events, lastSeq: isAll ? lastSeq : from + events.length, more: !isAll };
      return { status: 200, json: { ...page, now, role: this.roleOf, generation: this.generation } };
    }
    if (path === '/api/here') return { status: 200, json: { generation: this.generation } };
    if (path.startsWith('/api/runs/') && method === 'PUT') this.lost.delete(path.split('/').at(-1)!);
    if (path.startsWith('/api/runs/') && this.file)
      return {
        status: 200,
        json: {
          ...{ id: path.split('/').at(-1), showId: 'show', title: 'A show', phase: 'before' },
          ...{ file: this.file, rehearsal: false, openedAt: 1 },
        },
      };
    return error(404, 'not-found', 'There is no such run.');
  }

  /** Keeps a line of a run open: what is new is brought when it is kept. */
  listen = (run: string, onNews: (news: EventsNews) => void, place: () => number): (() => void) => {
    let known = place();
    const bring = () => {
      const mine = this.events.filter((e) => e.run === run) as RunEvent[];
      if (!this.up || mine.length === known) return;
      const { generation } = this;
      onNews({ after: known, lastSeq: mine.length, generation, events: mine.slice(known) });
      known = mine.length;
    };
    this.lines.add(bring);
    return () => this.lines.delete(bring);
  };
  private readonly lines = new Set<() => void>();

  private take(event: Envelope): EventAnswer {
    const message = this.refuses(event);
    if (message) return { id: event.id, is: 'refused', message };
    if (this.events.some((e) => e.id === event.id)) return { id: event.id, is: 'known' };
    this.events.push(event);
    setTimeout(() => this.lines.forEach((bring) => bring()));
    return { id: event.id, is: 'kept' };
  }

  private save({ version, body }: { version: number; body: Show }): Answer {
    if (this.show && this.show.version !== version) {
      return {
        status: 409,
        json: { error: { code: 'stale', message: 'Changed elsewhere.', theirs: this.show } },
      };
    }
    if (body.title === '') {
      const fields = [{ path: 'title', message: 'This must have 1 to 160 characters.' }];
      return {
        status: 400,
        json: { error: { code: 'bad-input', message: 'Some fields need fixing.', fields } },
      };
    }
    this.saves++;
    this.show = { id: body.id, version: version + 1, body };
    return { status: 200, json: this.show };
  }
}

/** A `localStorage` for Node.js. */
export function fakeStorage(): Storage {
  const kept = new Map<string, string>();
  return {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
    removeItem: (key: string) => void kept.delete(key),
    clear: () => kept.clear(),
    key: (i: number) => [...kept.keys()][i] ?? null,
    get length() {
      return kept.size;
    },
  };
}

/** Waits until `holds` is true; fails after ten seconds. */
export async function until(holds: () => boolean): Promise<void> {
  for (let i = 0; i < 1000; i++) {
    if (holds()) return;
    await new Promise((done) => setTimeout(done, 10));
  }
  throw new Error(`Not so after ten seconds: ${String(holds)}`);
}
