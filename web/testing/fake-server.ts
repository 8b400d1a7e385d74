import type { RunEvent, Show, ShowFile, Stored } from '@hearty/core';

type Answer = { status: number; json: unknown };

/** Stands in for the server behind `fetch`: keeps shows with versions and the events of one run. May be off. */
export class FakeServer {
  up = true;
  show: Stored<Show> | undefined;
  file: ShowFile | undefined;
  events: RunEvent[] = [];
  saves = 0;
  /** Held back until released: a slow network. */
  private gate: Promise<void> = Promise.resolve();

  install(): void {
    globalThis.fetch = (async (input: string, init?: RequestInit) => {
      if (!this.up) throw new TypeError('Failed to fetch');
      await this.gate;
      const body = JSON.parse(init?.body ? String(init.body) : '{}') as never;
      const { status, json } = this.answer(input, init?.method ?? 'GET', body);
      return new Response(status === 204 ? null : JSON.stringify(json), { status });
    }) as typeof fetch;
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
    body: { version: number; body: Show; events: RunEvent[] },
  ): Answer {
    if (path.startsWith('/api/shows/') && method === 'PUT') return this.save(body);
    if (path.endsWith('/events') && method === 'POST') {
      const known = new Set(this.events.map((e) => e.id));
      this.events.push(...body.events.filter((e) => !known.has(e.id)));
      return { status: 200, json: { lastSeq: this.events.length } };
    }
    const after = /events\?after=(\d+)/.exec(path);
    if (after)
      return {
        status: 200,
        json: { events: this.events.slice(Number(after[1])), lastSeq: this.events.length },
      };
    if (path.startsWith('/api/runs/') && this.file) {
      return {
        status: 200,
        json: {
          file: this.file,
          rehearsal: false,
          openedAt: 1,
          events: this.events,
          lastSeq: this.events.length,
        },
      };
    }
    return { status: 404, json: { error: { code: 'not-found', says: 'There is no such run.' } } };
  }

  private save({ version, body }: { version: number; body: Show }): Answer {
    if (this.show && this.show.version !== version) {
      return {
        status: 409,
        json: { error: { code: 'stale', says: 'Changed elsewhere.', theirs: this.show } },
      };
    }
    if (body.title === '') {
      const fields = [{ path: 'title', says: 'This must have 1 to 160 characters.' }];
      return {
        status: 400,
        json: { error: { code: 'bad-input', says: 'Some fields need mending.', fields } },
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
