import { mkdtempSync, rmSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  eventVersion,
  fold,
  foldRun,
  forward,
  liveLanding,
  script,
  tapOf,
  type Recorded,
  type RunEvent,
} from '../core';
import { quantile } from '../core/quantities';
import { instance } from '../core/testing/instances';
import { createApp } from '../server/app';
import { openDatabase } from '../server/db';
import { fillDemoData } from '../server/demo-data';
import { openLog } from '../server/log';
import { line, timed } from './bench-time';

const SHOW = { items: 30, tasks: 60, people: 5, vessels: 2, inShowPct: 25 };
/** As many plays as the stage draws after every event. */
const PLAYS = 4000;

const event = (happening: Recorded, n: number, run = 'bench'): RunEvent =>
  ({
    ...{ id: `b${String(n).padStart(6, '0')}`, run, device: 'bench', person: null },
    ...{ at: 1_000_000 + n * 4000, tick: n + 1, v: eventVersion(happening.kind), ...happening },
  }) as RunEvent;

/** A run of thirty items by forward alone; then so many taps that its log has 5,000 events. */
function longLog(resolved: ReturnType<typeof script>): RunEvent[] {
  const events: RunEvent[] = [];
  const add = (happening: Recorded) => events.push(event(happening, events.length));
  add({ kind: 'curtain', body: {} });
  while (events.length < 5000) {
    const { item } = resolved.items[events.length % resolved.items.length]!;
    add({ kind: 'item begun', body: { itemId: item.id } });
    add({
      kind: 'attempt closed',
      body: { itemId: item.id, outcome: events.length % 3 ? 'worked' : 'failed' },
    });
    add({ kind: 'note', body: { text: 'Foam on the floor.' } });
    if (events.length % 11 === 0) add({ kind: 'undo', body: { eventId: events.at(-2)!.id } });
  }
  return events;
}

/** A running show: its log folded, where it lands, what to leave out, and a tap until another screen has it. */
export async function live(): Promise<void> {
  console.log('\na show that runs');
  const seeds = [1, 2, 3, 4, 5, 6, 7, 8];
  const scripts = seeds.map((seed) => script(instance(seed, SHOW)));
  const logs = scripts.map(longLog);
  line(
    'fold of a log of 5,000 events',
    logs.map((log, i) => timed(() => fold(log, scripts[i]!)).ms),
  );
  const late = scripts.flatMap((resolved, i) => {
    const folding = foldRun(resolved);
    folding.add(logs[i]!);
    return [1, 2, 3].map((n) => {
      const first = { ...event({ kind: 'note', body: { text: 'late' } }, 5000 + n), tick: 1 };
      return timed(() => folding.add([first])).ms;
    });
  });
  line('an event that belongs first comes after 5,000', late, 20);
  const [log, resolved] = [logs[0]!, scripts[0]!];
  const folding = foldRun(resolved);
  const each = log.map((e) => timed(() => folding.add([e])).ms);
  const [at50, at5000] = [each.slice(0, 100), each.slice(-100)].map((ms) => quantile(ms, 0.5));
  console.log(
    `appending the 5,000th event takes ${(at5000! / at50!).toFixed(2)} times as long as the 50th (wanted: at most 1.5)`,
  );
  const landings = scripts.flatMap((resolved) => {
    // A slot that is too short, so that there is something to leave out.
    const likelyS = resolved.items.reduce((sum, i) => sum + i.whole.likelyS, 0);
    const tight = { ...resolved, slotS: likelyS * 0.85 };
    const events: RunEvent[] = [];
    return Array.from({ length: 40 }, () => {
      const state = fold(events, tight);
      const { does } = forward(tight, state);
      if (does.length) events.push(event(tapOf(does), events.length));
      const now = 1_000_000 + events.length * 4000;
      return timed(() => liveLanding(tight, fold(events, tight), now, { plays: PLAYS, seed: 1 }));
    });
  });
  const offered = landings.filter((l) => l.value.cuts);
  line(
    `where it lands and what to leave out, after each of ${landings.length} taps, 30 items, ${PLAYS} plays`,
    landings.map((l) => l.ms),
    50,
    `something to leave out in ${offered.length}; of those the median ${quantile(
      offered.map((l) => l.ms),
      0.5,
    ).toFixed(1)} ms`,
  );
  await tapToScreen();
}

/** A tap at one device until another one has it: over real sockets, by the line of server-sent events. */
async function tapToScreen(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'hearty-bench-'));
  const db = openDatabase(folder, join(process.cwd(), 'server/migrations'));
  fillDemoData(db);
  const server = createApp({ db, log: openLog('silent') }).listen(0);
  const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`;
  const post = (path: string, body: object) =>
    fetch(base + path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
  await post('/runs', { id: 'bench', showId: 'cold-snap', rehearsal: true });
  const stop = new AbortController();
  let heard: () => void = () => undefined;
  const stream = await fetch(`${base}/runs/bench/stream`, { signal: stop.signal });
  void (async () => {
    try {
      for await (const _part of stream.body as unknown as AsyncIterable<Uint8Array>) heard();
    } catch {
      // It was closed.
    }
  })();
  const times: number[] = [];
  let after = 0;
  for (let n = 0; n < 300; n++) {
    const news = new Promise<void>((done) => (heard = done));
    const from = performance.now();
    void post('/events', { events: [event({ kind: 'note', body: { text: `tap ${n}` } }, n)] });
    await news;
    const page = (await (await fetch(`${base}/runs/bench/events?after=${after}`)).json()) as {
      lastSeq: number;
    };
    after = page.lastSeq;
    times.push(performance.now() - from);
  }
  stop.abort();
  server.closeAllConnections();
  server.close();
  db.close();
  rmSync(folder, { recursive: true });
  line(
    'a tap until another device has it',
    times,
    150,
    `99 in 100 within ${quantile(times, 0.99).toFixed(1)} ms`,
  );
}
